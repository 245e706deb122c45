#include "cooling/network.h"

#include <Eigen/Cholesky>
#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "base/quantity.h"
#include "geometry/vec.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double sealed = 1e16;  // Pa s/m3: a drop a year through what is closed

struct Taken {
  double pressure, slope;
};

double velocity_head(const NetElement& e, double flow, double density) {
  const double v = flow / (0.25 * pi * e.bore * e.bore);
  return 0.5 * density * v * v;
}

double pipe_loss(const NetElement& e, double flow, double density, double viscosity) {
  const double re = std::abs(flow) * 4.0 / (pi * e.bore * viscosity);
  // Below a Reynolds number of one the closed form keeps clear of zero over zero.
  const double wall =
      re < 1.0 ? 128.0 * density * viscosity * e.length * std::abs(flow) / (pi * std::pow(e.bore, 4))
               : churchill_friction(re, e.roughness / e.bore) * e.length / e.bore * velocity_head(e, flow, density);
  return wall + e.loss * velocity_head(e, flow, density);
}

Taken taken(const NetElement& e, double flow, double density, double viscosity) {
  if (e.closed) return {sealed * flow, sealed};
  if (e.kind == NetKind::pump) {
    // Pressure falls with the square of the flow; backward it is a closed valve with a weep.
    const double p = e.pump_pressure, q = e.pump_flow;
    if (flow < 0.0) return {-p + 1e3 * p / q * flow, 1e3 * p / q};
    const double r = flow / q;
    return {p * (r * r - 1.0), std::max(2.0 * p * r / q, 1e-3 * p / q)};
  }
  if (e.one_way && flow < 0.0) return {sealed * flow, sealed};
  const double size = std::abs(flow), step = std::max(1e-12, 1e-6 * size);
  const double here = pipe_loss(e, size, density, viscosity);
  const double slope = (pipe_loss(e, size + step, density, viscosity) - here) / step;
  return {std::copysign(here, flow), slope};
}

void check(const Network& n) {
  for (const NetElement& e : n.elements) {
    const Text where = e.name.empty() ? Text("element") : e.name;
    if (e.from >= n.nodes.size() || e.to >= n.nodes.size())
      throw InvalidInput(where, "ends at a node that is not there");
    if (e.kind == NetKind::pump) {
      if (!(e.pump_pressure > 0.0 && e.pump_flow > 0.0))
        throw InvalidInput(where, "a pump needs a pressure and a flow above zero");
      continue;
    }
    if (!(e.bore > 0.0)) throw InvalidInput(where, Text("has a bore of {0} m; must be more than zero", e.bore));
    if (!(e.length >= 0.0) || !(e.loss >= 0.0)) throw InvalidInput(where, "has a length or loss below zero");
    if (e.length == 0.0 && e.loss == 0.0) throw InvalidInput(where, "has neither length nor loss");
  }
}

/// Nodes that some held pressure reaches through the elements.
std::vector<bool> reached(const Network& n) {
  std::vector<bool> is(n.nodes.size(), false);
  for (std::size_t i = 0; i < n.nodes.size(); ++i) is[i] = n.nodes[i].pressure.has_value();
  for (bool more = true; more;) {
    more = false;
    for (const NetElement& e : n.elements)
      if (is[e.from] != is[e.to]) is[e.from] = is[e.to] = more = true;
  }
  return is;
}

}  // namespace

double churchill_friction(double re, double roughness) {
  if (!(re > 0.0)) throw InvalidInput("Reynolds number", Text("is {0}; must be more than zero", re));
  const double a = std::pow(2.457 * std::log(1.0 / (std::pow(7.0 / re, 0.9) + 0.27 * roughness)), 16.0);
  const double b = std::pow(37530.0 / re, 16.0);
  return 8.0 * std::pow(std::pow(8.0 / re, 12.0) + std::pow(a + b, -1.5), 1.0 / 12.0);
}

std::vector<std::size_t> unreached_nodes(const Network& n) {
  std::vector<std::size_t> out;
  const std::vector<bool> is = reached(n);
  for (std::size_t i = 0; i < is.size(); ++i)
    if (!is[i]) out.push_back(i);
  return out;
}

double pressure_taken(const NetElement& e, double flow, double density, double viscosity) {
  return taken(e, flow, density, viscosity).pressure;
}

std::vector<NetFault> network_faults(const Network& n) {
  std::vector<NetFault> out;
  std::vector<int> ends(n.nodes.size(), 0);
  for (std::size_t i = 0; i < n.elements.size(); ++i) {
    const NetElement& e = n.elements[i];
    if (e.from >= n.nodes.size() || e.to >= n.nodes.size()) continue;
    ++ends[e.from], ++ends[e.to];
    if (e.from == e.to)
      out.push_back({NetFault::Of::element, i,
                     Text("{0} feeds itself: both its ends are at {1}.", e.name, n.nodes[e.from].name)});
  }
  const std::vector<bool> is = reached(n);
  for (std::size_t i = 0; i < n.nodes.size(); ++i) {
    if (n.nodes[i].pressure) continue;
    if (ends[i] == 1)
      out.push_back(
          {NetFault::Of::node, i, Text("{0} is a dead end: water can get there and no further.", n.nodes[i].name)});
    else if (!is[i])
      out.push_back(
          {NetFault::Of::node, i,
           Text("{0} lies in a loop that feeds itself: no pickup and no outlet reaches it.", n.nodes[i].name)});
  }
  return out;
}

NetSolution solve_network(const Network& n, double density, double viscosity) {
  check(n);
  NetSolution s;
  s.flow.assign(n.elements.size(), 0.0);
  s.pressure.assign(n.nodes.size(), 0.0);
  if (const std::vector<std::size_t> islands = unreached_nodes(n); !islands.empty()) {
    s.message = Text("{0} is reached by no pickup and no outlet", n.nodes[islands.front()].name);
    return s;
  }
  // Pressures count from the common level: then heights need no further thought.
  std::vector<int> unknown(n.nodes.size(), -1);
  std::vector<double> level(n.nodes.size(), 0.0);
  int count = 0;
  for (std::size_t i = 0; i < n.nodes.size(); ++i) {
    if (n.nodes[i].pressure)
      level[i] = *n.nodes[i].pressure + density * gravity * n.nodes[i].height;
    else
      unknown[i] = count++;
  }
  for (std::size_t i = 0; i < n.elements.size(); ++i) {
    const NetElement& e = n.elements[i];
    // A start that runs: half a metre a second; one-way elements need their open side.
    s.flow[i] = e.closed ? 0.0 : e.kind == NetKind::pump ? 0.5 * e.pump_flow : 0.5 * 0.25 * pi * e.bore * e.bore;
  }
  double change = 0.0;
  constexpr int most_rounds = 80;
  for (s.rounds = 1; s.rounds <= most_rounds; ++s.rounds) {
    Eigen::MatrixXd a = Eigen::MatrixXd::Zero(count, count);
    Eigen::VectorXd rhs = Eigen::VectorXd::Zero(count);
    std::vector<double> conductance(n.elements.size()), carried(n.elements.size());
    for (std::size_t i = 0; i < n.elements.size(); ++i) {
      const NetElement& e = n.elements[i];
      const Taken t = taken(e, s.flow[i], density, viscosity);
      // New flow = carried + conductance times the difference of levels.
      const double y = conductance[i] = 1.0 / std::max(t.slope, 1e-3);
      const double fixed = carried[i] = s.flow[i] - y * t.pressure;
      for (const auto& [node, other, sign] : {std::tuple{e.from, e.to, 1.0}, {e.to, e.from, -1.0}}) {
        const int row = unknown[node];
        if (row < 0) continue;
        a(row, row) += y;
        rhs(row) -= sign * fixed;
        if (unknown[other] >= 0)
          a(row, unknown[other]) -= y;
        else
          rhs(row) += y * level[other];
      }
    }
    if (count > 0) {
      const Eigen::VectorXd x = a.ldlt().solve(rhs);
      for (std::size_t i = 0; i < n.nodes.size(); ++i)
        if (unknown[i] >= 0) level[i] = x(unknown[i]);
    }
    double total = 1e-12;
    change = 0.0;
    // Full steps swing about the answer where flow turns round; from the tenth on they are halved.
    const double part = s.rounds < 10 ? 1.0 : 0.6;
    for (std::size_t i = 0; i < n.elements.size(); ++i) {
      const NetElement& e = n.elements[i];
      const double next = carried[i] + conductance[i] * (level[e.from] - level[e.to]);
      change += std::abs(next - s.flow[i]);
      total += std::abs(next);
      s.flow[i] += part * (next - s.flow[i]);
    }
    if (change < 1e-9 * total + 1e-15) break;
  }
  std::vector<double> sum(n.nodes.size(), 0.0);
  for (std::size_t i = 0; i < n.elements.size(); ++i) {
    const NetElement& e = n.elements[i];
    sum[e.from] -= s.flow[i];
    sum[e.to] += s.flow[i];
    if (!e.closed && !(e.one_way && s.flow[i] <= 0.0))
      s.head_error = std::max(s.head_error,
                              std::abs(level[e.from] - level[e.to] - taken(e, s.flow[i], density, viscosity).pressure));
  }
  for (std::size_t i = 0; i < n.nodes.size(); ++i) {
    if (unknown[i] >= 0) s.imbalance = std::max(s.imbalance, std::abs(sum[i]));
    s.pressure[i] = level[i] - density * gravity * n.nodes[i].height;
  }
  s.solved = std::isfinite(s.imbalance) && s.imbalance < 1e-9 && s.head_error < 1.0;
  if (!s.solved)
    s.message = {"the flow did not settle: {0} and {1} are left over after {2} rounds", flow_quantity(s.imbalance),
                 Quantity{s.head_error, Dimension::pressure}, most_rounds};
  return s;
}

}  // namespace plucky
