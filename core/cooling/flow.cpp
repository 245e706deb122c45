#include "cooling/flow.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "base/error.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double no_way = 1e3;  // m

using Port = std::pair<Id, std::uint32_t>;

/// The circuit as a bare network, with the way back.
struct Built {
  Network net;
  std::map<Port, std::size_t> port;
  std::map<Id, std::size_t> inner;  ///< a fitting's own element (of a pickup: from outside; an outlet: to it)
  std::map<Id, std::size_t> hose;
};

double stream_at(const CoolFitting& f, const Stream& s) {
  return f.in_wash ? s.race : s.speed;
}

double over_water(const Stream& s, const Vec3& p) {
  return p.z() - s.water(p.x());
}

Built build(const CoolingCircuit& c, const Layout& layout, const std::vector<HosePath>& paths, const Stream& s) {
  Built b;
  const auto node = [&](const Text& name, double height, std::optional<double> pressure = {}) {
    b.net.nodes.push_back({name, height, pressure});
    return b.net.nodes.size() - 1;
  };
  for (const CoolFitting& raw : c.fittings) {
    const CoolFitting f = filled(raw);
    for (std::uint32_t p = 0; p < port_count(f.kind); ++p)
      b.port[{f.id, p}] = node(Text(f.name), over_water(s, port_place(f, p, layout)));
    NetElement e{.name = Text(f.name), .bore = f.bore, .length = f.length, .loss = f.loss};
    const double height = over_water(s, fitting_place(f, layout));
    if (is_pickup(f.kind)) {
      // Still water adds what depth takes away: the held pressure counts from the surface.
      const double v = stream_at(f, s),
                   head = f.kind == FittingKind::pump ? 0.0 : f.recovery * f.calibration * 0.5 * s.density * v * v;
      // A tap sits in the jet's full duct, whatever the water outside does.
      const bool tap = f.kind == FittingKind::flush_tap || f.kind == FittingKind::angled_tap;
      e.from =
          node({"{0} outside", f.name}, height, head + s.density * gravity * (tap ? std::max(0.0, -height) : -height));
      e.to = b.port[{f.id, 0}];
      e.closed = f.blocked || (tap ? !s.duct_full : height > 0.0);
      if (f.kind == FittingKind::pump) {
        e.kind = NetKind::pump;
        e.pump_pressure = f.pump_pressure;
        e.pump_flow = f.pump_flow;
        e.closed = e.closed || f.reversed;
      }
      b.inner[f.id] = b.net.elements.size();
      b.net.elements.push_back(e);
    } else if (f.kind == FittingKind::outlet) {
      e.from = b.port[{f.id, 0}];
      e.to = node({"{0} outside", f.name}, height, std::max(0.0, -height) * s.density * gravity);
      e.one_way = true;
      e.closed = f.blocked;
      b.inner[f.id] = b.net.elements.size();
      b.net.elements.push_back(e);
    } else if (f.kind == FittingKind::tee) {
      const std::size_t middle = node(Text(f.name), height);
      for (std::uint32_t p = 0; p < 3; ++p) {
        e.from = b.port[{f.id, p}];
        e.to = middle;
        e.length = 0.5 * f.length;
        b.net.elements.push_back(e);
      }
    } else {
      e.from = b.port[{f.id, 0}];
      e.to = b.port[{f.id, 1}];
      e.closed = f.blocked;
      b.inner[f.id] = b.net.elements.size();
      b.net.elements.push_back(e);
    }
  }
  for (std::size_t i = 0; i < c.hoses.size(); ++i) {
    const Hose& h = c.hoses[i];
    NetElement e{.name = Text("hose {0}", h.id), .bore = h.bore};
    e.from = b.port.at({h.from, h.from_port});
    e.to = b.port.at({h.to, h.to_port});
    e.length = std::max(1e-3, paths[i].length);
    e.roughness = hose_properties(h.material).roughness;
    // A gentle bend of a right angle takes a quarter of the head, a sharp one about a whole (Idelchik's range, memory);
    // in and out of the nipples half and half.
    e.loss = 1.0 + (paths[i].kinks() ? 1.0 : 0.25) * paths[i].turn / (0.5 * pi);
    if (h.kinked) e.loss += 60.0;  // a quarter of the bore's area is left: (1/0.25 - 1)^2 / 0.6^2 and more
    b.hose[h.id] = b.net.elements.size();
    b.net.elements.push_back(e);
  }
  return b;
}

/// The lowest highest point, m over the water, on any way from a wet pickup to each fitting that its head passes.
struct Reach {
  std::map<Id, double> climb;  ///< on the easiest way from any pickup
  std::map<Id, bool> primed;
};

Reach reach(const CoolingCircuit& c, const Layout& layout, const std::vector<HosePath>& paths, const Stream& s,
            const std::vector<PickupFlow>& pickups) {
  Reach r;
  for (const CoolFitting& f : c.fittings) r.climb[f.id] = no_way, r.primed[f.id] = false;
  std::vector<double> hump(c.hoses.size());
  for (std::size_t i = 0; i < c.hoses.size(); ++i) {
    hump[i] = -no_way;
    for (const Vec3& p : paths[i].points) hump[i] = std::max(hump[i], over_water(s, p));
  }
  for (const PickupFlow& p : pickups) {
    std::map<Id, double> climb;
    for (const CoolFitting& f : c.fittings) climb[f.id] = no_way;
    climb[p.fitting] = over_water(s, fitting_place(*c.find(p.fitting), layout));
    for (bool more = true; more;) {
      more = false;
      for (std::size_t i = 0; i < c.hoses.size(); ++i)
        for (const auto& [from, to] : {std::pair{c.hoses[i].from, c.hoses[i].to}, {c.hoses[i].to, c.hoses[i].from}}) {
          const CoolFitting& through = *c.find(from);
          if (through.blocked || climb[from] >= no_way) continue;
          const double over = std::max(climb[from], hump[i]);
          if (over < climb[to] - 1e-12) climb[to] = over, more = true;
        }
    }
    for (const auto& [id, over] : climb) {
      r.climb[id] = std::min(r.climb[id], over);
      if (p.wet && over < p.head) r.primed[id] = true;
    }
  }
  return r;
}

}  // namespace

double CircuitFlow::taken() const {
  double sum = 0.0;
  for (const PickupFlow& p : pickups) sum += std::max(0.0, p.flow);
  return sum;
}

const CoolerFlow* CircuitFlow::cooler(Id fitting) const {
  for (const CoolerFlow& f : coolers)
    if (f.fitting == fitting) return &f;
  return nullptr;
}

const HoseFlow* CircuitFlow::hose(Id id) const {
  for (const HoseFlow& h : hoses)
    if (h.hose == id) return &h;
  return nullptr;
}

std::vector<CircuitFault> circuit_faults(const CoolingCircuit& c) {
  std::vector<CircuitFault> out;
  const auto tell = [&](Id item, Text sentence) { out.push_back({item, std::move(sentence)}); };
  std::map<Port, int> used;
  for (const Hose& h : c.hoses) {
    ++used[{h.from, h.from_port}], ++used[{h.to, h.to_port}];
    if (h.from == h.to)
      tell(h.id, Text("A hose leaves {0} and comes back to it: it feeds itself.", c.find(h.from)->name));
    if (!(h.bore > 0.0)) tell(h.id, "A hose without bore lets nothing through.");
  }
  for (const CoolFitting& f : c.fittings) {
    for (std::uint32_t p = 0; p < port_count(f.kind); ++p)
      if (used[{f.id, p}] == 0)
        tell(f.id, port_count(f.kind) == 1      ? Text("{0} has no hose on it.", f.name)
                   : f.kind == FittingKind::tee ? Text("{0} has an open end: water runs into the boat there.", f.name)
                                                : Text(p == 0 ? "{0} is a dead end: its inlet leads nowhere."
                                                              : "{0} is a dead end: its outlet leads nowhere.",
                                                       f.name));
    if (f.kind == FittingKind::pump && f.reversed)
      tell(f.id, Text("{0} pumps out of the circuit: its hoses or its wires are the wrong way round.", f.name));
  }
  // Islands: what hangs together must have a way in and a way out.
  std::map<Id, Id> island;
  for (const CoolFitting& f : c.fittings) island[f.id] = f.id;
  for (bool more = true; more;) {
    more = false;
    for (const Hose& h : c.hoses)
      if (island[h.from] != island[h.to])
        island[h.from] = island[h.to] = std::min(island[h.from], island[h.to]), more = true;
  }
  for (const CoolFitting& f : c.fittings) {
    if (island[f.id] != f.id) continue;
    bool in = false, out_ = false, any = false;
    for (const CoolFitting& g : c.fittings)
      if (island[g.id] == f.id) {
        in = in || is_pickup(g.kind);
        out_ = out_ || g.kind == FittingKind::outlet;
        any = any || g.id != f.id;
      }
    if (!any) continue;  // a lone fitting is told above
    if (!in && !out_)
      tell(f.id, Text("{0} lies in a loop that feeds itself: no pickup and no outlet.", f.name));
    else if (!in)
      tell(f.id, Text("No pickup feeds {0}.", f.name));
    else if (!out_)
      tell(f.id, Text("Water from {0} has no outlet.", f.name));
  }
  return out;
}

CircuitFlow circuit_flow(const CoolingCircuit& c, const Layout& layout, const std::vector<HosePath>& paths,
                         const Stream& s) {
  CircuitFlow r;
  if (c.empty()) {
    r.message = "there is no cooling circuit";
    return r;
  }
  Built b = build(c, layout, paths, s);
  for (const CoolFitting& raw : c.fittings)
    if (is_pickup(raw.kind)) {
      const CoolFitting f = filled(raw);
      const NetElement& e = b.net.elements[b.inner[f.id]];
      const NetNode& outside = b.net.nodes[e.from];
      const double pressure = *outside.pressure + s.density * gravity * outside.height;
      r.pickups.push_back(
          {f.id, !e.closed, (f.kind == FittingKind::pump ? f.pump_pressure : pressure) / (s.density * gravity), 0.0});
    }
  const Reach reached = reach(c, layout, paths, s, r.pickups);
  for (const CoolFitting& f : c.fittings)
    if (f.kind == FittingKind::outlet) {
      NetElement& e = b.net.elements[b.inner[f.id]];
      const bool primed = reached.primed.at(f.id) && !f.blocked;
      e.closed = e.closed || !primed;
      r.outlets.push_back({f.id, primed, 0.0, over_water(s, fitting_place(f, layout)), reached.climb.at(f.id)});
    }
  // Islands without pickup or outlet are held still, so that the others can be solved.
  for (std::size_t i : unreached_nodes(b.net)) b.net.nodes[i].pressure = 0.0;
  const NetSolution net = solve_network(b.net, s.density, s.viscosity);
  r.imbalance = net.imbalance;
  r.rounds = net.rounds;
  if (!net.solved) {
    r.message = net.message;
    return r;
  }
  r.solved = true;
  double volume = 0.0;
  for (std::size_t i = 0; i < c.hoses.size(); ++i) {
    const Hose& h = c.hoses[i];
    const NetElement& e = b.net.elements[b.hose[h.id]];
    const double q = net.flow[b.hose[h.id]], area = 0.25 * pi * h.bore * h.bore;
    r.hoses.push_back({h.id, q, q / area, net.pressure[e.from], net.pressure[e.to]});
    if (std::abs(q) > 1e-9) volume += area * paths[i].length;
  }
  for (PickupFlow& p : r.pickups) p.flow = net.flow[b.inner[p.fitting]];
  for (OutletFlow& o : r.outlets) o.flow = std::max(0.0, net.flow[b.inner[o.fitting]]);
  for (const CoolFitting& f : c.fittings)
    if (is_cooler(f.kind)) r.coolers.push_back({f.id, std::abs(net.flow[b.inner[f.id]])});
  if (r.taken() > 1e-9) r.fill_time = volume / r.taken();
  return r;
}

double recovery_from_height(double height, double stream_speed) {
  if (!(height > 0.0)) throw InvalidInput("height", "must be more than zero: the stream did not climb");
  if (!(stream_speed > 0.1))
    throw InvalidInput("stream", "stands still at this throttle: nothing can be told from the height");
  return 2.0 * gravity * height / (stream_speed * stream_speed);
}

}  // namespace plucky
