// Flow in a network of hoses. In: nodes with heights, some held at a pressure; elements between them. Out: flow in each
// element and pressure at each node, checked.
//
// Newton on flows and pressures together (the gradient method of Todini & Pilati, 1988), loss of an element
// f L / D + K times the velocity head with Churchill's friction factor (1977), which holds from laminar to rough.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/text.h"

namespace plucky {

/// Darcy's friction factor by Churchill (1977): 64 / Re in laminar flow, Colebrook's in turbulent, joined between.
/// `roughness` is that of the wall over the bore. Throws InvalidInput for a Reynolds number not above zero.
[[nodiscard]] double churchill_friction(double reynolds, double roughness = 0.0);

struct NetNode {
  Text name;
  double height = 0.0;             ///< m, above the same level for all
  std::optional<double> pressure;  ///< Pa over the air's, where it is held: a pickup, an open outlet
};

enum class NetKind { pipe, pump };

struct NetElement {
  Text name;
  NetKind kind = NetKind::pipe;
  std::size_t from = 0, to = 0;  ///< nodes; flow counts positive from `from` to `to`
  double bore = 0.003;           ///< m
  double length = 0.1;           ///< m
  double loss = 0.0;             ///< sum of the minor loss coefficients of bends, ends and fittings
  double roughness = 0.0;        ///< m
  bool one_way = false;          ///< a column of water that air would break if it ran backward: closed that way
  bool closed = false;           ///< nothing passes
  double pump_pressure = 0.0;    ///< Pa against a closed hose
  double pump_flow = 0.0;        ///< m3/s against nothing
};

struct Network {
  std::vector<NetNode> nodes;
  std::vector<NetElement> elements;
};

/// What is wrong with a network, and where.
struct NetFault {
  enum class Of { node, element };
  Of of = Of::element;
  std::size_t index = 0;
  Text sentence;
};
/// Dead ends (a node that is not held with a single element), parts that no held pressure reaches, an element from a
/// node to itself. Throws nothing.
[[nodiscard]] std::vector<NetFault> network_faults(const Network& network);

/// Nodes that no held pressure reaches through the elements: islands, whose level nothing decides.
[[nodiscard]] std::vector<std::size_t> unreached_nodes(const Network& network);

struct NetSolution {
  bool solved = false;
  Text message;                  ///< why not
  std::vector<double> flow;      ///< m3/s by element
  std::vector<double> pressure;  ///< Pa over the air's, by node
  double imbalance = 0.0;        ///< m3/s, greatest at any free node
  double head_error = 0.0;       ///< Pa, greatest along any open element
  int rounds = 0;
};

/// Pressure an element takes at a flow, Pa: loss less what a pump adds. Odd in the flow for pipes.
[[nodiscard]] double pressure_taken(const NetElement& element, double flow, double density, double viscosity);

/// `density` in kg/m3, `viscosity` kinematic in m2/s. Throws InvalidInput for elements without bore, with a negative
/// length or loss, or between nodes that do not exist, naming the element.
[[nodiscard]] NetSolution solve_network(const Network& network, double density, double viscosity);

}  // namespace plucky
