// Bare networks as JSON: what is written is read, the field's names decide, and damage is answered in words.
#include <gtest/gtest.h>

#include <cmath>
#include <nlohmann/json.hpp>

#include "base/quantity.h"
#include "io/network_file.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

using Json = nlohmann::json;

/// Pickup, ESC and motor side by side, one outlet, as a builder would write it down.
const char* const two_coolers = R"({
  "density_kg_m3": 1000, "viscosity_m2_s": 1e-6,
  "nodes": [
    {"name": "pickup", "pressure_pa": 8000}, {"name": "tee", "height_m": 0.03},
    {"name": "join", "height_m": 0.03}, {"name": "outlet", "height_m": 0.05, "pressure_pa": 0}],
  "elements": [
    {"name": "feed", "from": "pickup", "to": "tee", "bore_m": 0.004, "length_m": 0.2, "loss": 1},
    {"name": "esc", "from": "tee", "to": "join", "bore_m": 0.003, "length_m": 0.3, "loss": 3},
    {"name": "motor", "from": "tee", "to": "join", "bore_m": 0.003, "length_m": 0.2, "loss": 3, "one_way": true},
    {"name": "out", "from": "join", "to": "outlet", "bore_m": 0.004, "length_m": 0.2, "loss": 1}]})";

Json written(const Network& n, double density, double viscosity) {
  Json j{{"density_kg_m3", density}, {"viscosity_m2_s", viscosity}, {"nodes", Json::array()}};
  for (const NetNode& node : n.nodes) {
    j["nodes"].push_back({{"name", plain(node.name)}, {"height_m", node.height}});
    if (node.pressure) j["nodes"].back()["pressure_pa"] = *node.pressure;
  }
  for (const NetElement& e : n.elements)
    j["elements"].push_back({{"name", plain(e.name)},
                             {"kind", e.kind == NetKind::pump ? "pump" : "pipe"},
                             {"from", plain(n.nodes[e.from].name)},
                             {"to", plain(n.nodes[e.to].name)},
                             {"bore_m", e.bore},
                             {"length_m", e.length},
                             {"loss", e.loss},
                             {"roughness_m", e.roughness},
                             {"pump_pressure_pa", e.pump_pressure},
                             {"pump_flow_m3_s", e.pump_flow},
                             {"one_way", e.one_way},
                             {"closed", e.closed}});
  return j;
}

std::string refusal(const Json& j) {
  return refusal_of([&] { return read_network(j.dump(), "net.json"); });
}

}  // namespace

TEST(NetworkFile, TheBuildersTwoCoolersAreReadAndShareTheFlow) {
  const NetworkFile file = read_network(two_coolers, "net.json");
  EXPECT_EQ(file.density, 1000.0);
  ASSERT_EQ(file.network.nodes.size(), 4U);
  ASSERT_EQ(file.network.elements.size(), 4U);
  EXPECT_TRUE(file.network.nodes[0].pressure.has_value());
  EXPECT_FALSE(file.network.nodes[1].pressure.has_value());
  EXPECT_TRUE(file.network.elements[2].one_way);
  EXPECT_TRUE(network_faults(file.network).empty());
  const NetSolution s = solve_network(file.network, file.density, file.viscosity);
  ASSERT_TRUE(s.solved) << s.message;
  EXPECT_NEAR(s.flow[0] / ml_min, (s.flow[1] + s.flow[2]) / ml_min, 1e-3);
  EXPECT_GT(s.flow[2], s.flow[1]);  // the shorter way takes more
  // From the tee on, pressure and height together fall along the stream.
  const auto total = [&](std::size_t i) { return s.pressure[i] + 1000.0 * 9.80665 * file.network.nodes[i].height; };
  EXPECT_GT(total(0), total(1));
  EXPECT_GT(total(1), total(2));
  EXPECT_GT(total(2), total(3));
}

PROPERTY(NetworkFile, WhatIsWrittenIsRead) {
  const auto within = [](double low, double high) { return low + (high - low) * any::whole(0, 1001) / 1000.0; };
  Network n;
  const int nodes = any::whole(2, 7);
  for (int i = 0; i < nodes; ++i) {
    NetNode node{Text("n" + std::to_string(i)), within(-1.0, 1.0), {}};
    if (any::either()) node.pressure = within(-1e4, 1e5);
    n.nodes.push_back(node);
  }
  const int elements = any::whole(1, 9);
  for (int i = 0; i < elements; ++i) {
    NetElement e;
    e.name = Text("e" + std::to_string(i));
    e.kind = any::either() ? NetKind::pump : NetKind::pipe;
    e.from = static_cast<std::size_t>(any::whole(0, nodes));
    e.to = static_cast<std::size_t>(any::whole(0, nodes));
    e.bore = within(0.0005, 0.02);
    e.length = within(0.0, 3.0);
    e.loss = within(0.0, 20.0);
    e.roughness = within(0.0, 1e-4);
    e.one_way = any::either();
    e.closed = any::either();
    e.pump_pressure = within(0.0, 5e4);
    e.pump_flow = within(0.0, 1e-4);
    n.elements.push_back(e);
  }
  const NetworkFile back = read_network(written(n, 1026.0, 1.19e-6).dump(), "net.json");
  HOLDS(back.density == 1026.0);
  HOLDS(back.viscosity == 1.19e-6);
  HOLDS(back.network.nodes.size() == n.nodes.size());
  HOLDS(back.network.elements.size() == n.elements.size());
  for (std::size_t i = 0; i < n.nodes.size(); ++i) {
    HOLDS(back.network.nodes[i].name == n.nodes[i].name);
    HOLDS(back.network.nodes[i].height == n.nodes[i].height);
    HOLDS(back.network.nodes[i].pressure == n.nodes[i].pressure);
  }
  HOLDS(written(back.network, 1026.0, 1.19e-6) == written(n, 1026.0, 1.19e-6));
}

TEST(NetworkFile, EveryNumberOutsideItsRangeIsNamedWithItsPlace) {
  const Json good = Json::parse(two_coolers);
  const auto with = [&](const char* pointer, const Json& value) {
    Json j = good;
    j[Json::json_pointer(pointer)] = value;
    return refusal(j);
  };
  struct Case {
    const char* pointer;
    Json value;
    const char* words;
  };
  for (const Case& c : {Case{"/density_kg_m3", 0, "net.json: /density_kg_m3"},
                        {"/viscosity_m2_s", -1e-6, "net.json: /viscosity_m2_s"},
                        {"/nodes/1/height_m", 2000, "/nodes/1/height_m: is 2000, allowed: -1000 to 1000"},
                        {"/nodes/0/pressure_pa", "much", "/nodes/0/pressure_pa: is string, must be a number"},
                        {"/nodes/2/name", "", "/nodes/2/name: is missing"},
                        {"/nodes/2", 5, "/nodes/2: is number, must be an object"},
                        {"/elements/0/bore_m", 3, "/elements/0/bore_m: is 3, allowed: 0 to 1"},
                        {"/elements/1/length_m", -0.1, "/elements/1/length_m"},
                        {"/elements/2/loss", nullptr, "/elements/2/loss: is null, must be a number"},
                        {"/elements/2/kind", "hose", "\"hose\" is not one of pipe, pump"},
                        {"/elements/3/one_way", "no", "/elements/3/one_way: is string, must be true or false"},
                        {"/elements/3/name", "feed", "/elements/3/name: \"feed\" is used twice"},
                        {"/elements/3/from", "well", "/elements/3/from: \"well\" is no node"}}) {
    const std::string told = with(c.pointer, c.value);
    EXPECT_NE(told.find(c.words), std::string::npos) << c.pointer << ": " << told;
    EXPECT_EQ(told.rfind("net.json", 0), 0U) << told;
  }
  Json crowd = good;
  for (int i = 0; i < 2001; ++i) crowd["nodes"].push_back({{"name", "x" + std::to_string(i)}});
  EXPECT_NE(refusal(crowd).find("/nodes: has 2005 entries, needs at most 2000"), std::string::npos) << refusal(crowd);
}

PROPERTY(NetworkFile, DamagedTextIsANetworkOrARefusalWithTheFilesName) {
  std::string text = two_coolers;
  const int hits = any::whole(1, 6);
  for (int i = 0; i < hits; ++i) {
    const auto at = any::whole<std::size_t>(0, text.size());
    switch (any::whole(0, 3)) {
      case 0:
        text[at] = static_cast<char>(any::whole(0, 256));
        break;
      case 1:
        text.erase(at, 1 + at % 7);
        break;
      default:
        text.insert(at, any::one_of<std::string>({"{", "]", "-", "1e999", "\"", ",", "null"}));
    }
  }
  try {
    const NetworkFile file = read_network(text, "net.json");
    // Whatever it says now: it is answered or refused, never a number that is none.
    const NetSolution s = solve_network(file.network, file.density, file.viscosity);
    if (s.solved)
      for (double q : s.flow) HOLDS(std::isfinite(q));
    else
      HOLDS(!s.message.empty());
  } catch (const InvalidInput& e) {
    HOLDS(std::string(e.what()).size() > 5);
  }
}
