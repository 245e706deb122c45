#include "sealing/flooding.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <tuple>
#include <utility>

// The dense stepper of Boost 1.74 needs these two before it.
// clang-format off
#include <boost/numeric/odeint/util/bind.hpp>
#include <boost/numeric/odeint/util/unwrap_reference.hpp>
#include <boost/numeric/odeint/stepper/dense_output_runge_kutta.hpp>
#include <boost/numeric/odeint/stepper/generation.hpp>
#include <boost/numeric/odeint/stepper/runge_kutta_dopri5.hpp>
// clang-format on

namespace plucky {

double FloodMoment::aboard() const {
  double sum = 0.0;
  for (double w : water) sum += w;
  return sum;
}

std::optional<double> FloodCourse::danger() const {
  std::optional<double> soonest;
  for (const auto& t : {to_trim, to_freeboard, to_part, to_capsize, to_sink})
    if (t && (!soonest || *t < *soonest)) soonest = t;
  return soonest;
}

namespace {

using Volumes = std::vector<double>;

/// Head between outside and inside at which an open way has evened out, and at which it runs again, m.
constexpr double evened = 3e-4, runs_again = 1e-3;

/// The boat at rest with its water aboard.
struct Lying {
  Equilibrium rest;
  std::vector<Compartment::Water> water;
  double gm = 0.0;
  [[nodiscard]] bool afloat() const { return rest.status == FloatStatus::afloat; }
  [[nodiscard]] const Attitude& attitude() const { return rest.plane.attitude; }
};

/// One boat that fills: what stays the same, and the switches that change on the way.
struct Filling {
  const ImmersedBody& body;
  const HullModel& hull;
  const std::vector<Compartment>& bays;
  const Loading& loading;
  double density;
  const std::vector<Inlet>& inlets;
  const std::vector<BilgePump>& pumps;
  const std::vector<Wettable>& parts;
  const FloodLimits& limits;
  Attitude last = {};                 // where the search for rest begins
  std::vector<double> surfaces = {};  // of the bays' waters, the same
  std::vector<bool> pumping = {}, even = {};
  Volumes last_rates = {};

  [[nodiscard]] Volumes held(const Volumes& v) const {
    Volumes out = v;
    for (std::size_t k = 0; k < bays.size(); ++k) out[k] = std::clamp(v[k], 0.0, bays[k].volume());
    return out;
  }
  [[nodiscard]] Lying lie(const Volumes& volumes);
  /// Water level over a place inside, m; 0 where the bay is dry.
  [[nodiscard]] static double inside(const Lying& l, const Volumes& v, std::size_t bay, const Vec3& at) {
    const Vec3 up = l.attitude().up();
    return v[bay] > 1e-9 ? std::max(0.0, (l.water[bay].offset - up.dot(at)) / up.z()) : 0.0;
  }
  [[nodiscard]] double head(const Lying& l, const Volumes& v, const Inlet& in) const {
    const double outside = -l.rest.plane.height(in.place), within = inside(l, v, in.compartment, in.place);
    return outside > 0.0 ? outside - within : 0.0;
  }
  [[nodiscard]] double over_floor(const Lying& l, const Volumes& v, const BilgePump& p) const {
    return v[p.compartment] > 1e-9 ? level_at(l.water[p.compartment].offset, l.attitude(), p.x) - p.floor : -p.trigger;
  }
  struct Rates {
    Volumes each;
    double in = 0.0, pumped = 0.0;
  };
  [[nodiscard]] Rates rates(const Lying& l, const Volumes& v) const;
  [[nodiscard]] FloodMoment moment(double time, const Lying& l, const Volumes& v) const;
  [[nodiscard]] double least_freeboard(const Lying& l) const {
    double least = hull.box.size().z();
    for (const Vec3& p : hull.deck_edge) least = std::min(least, l.rest.plane.height(p));
    return least;
  }
};

Lying Filling::lie(const Volumes& volumes) {
  Lying l;
  Attitude a = last;
  if (surfaces.size() != bays.size()) surfaces.assign(bays.size(), 0.0);
  // The water runs to the low side, which lowers it further: settle by repeated balance.
  for (int i = 0; i < 20; ++i) {
    l.water.clear();
    double mass = loading.mass;
    Vec3 moment = loading.mass * loading.cg;
    for (std::size_t k = 0; k < bays.size(); ++k) {
      l.water.push_back(bays[k].holding(volumes[k], a, &surfaces[k]));
      surfaces[k] = l.water.back().offset;
      mass += density * volumes[k];
      moment += density * volumes[k] * l.water.back().centre;
    }
    l.rest = solve_equilibrium(body, {mass, moment / mass}, density, {.start = a});
    if (!l.afloat()) return l;
    const Attitude& now = l.attitude();
    const double change = std::max(std::abs(now.trim - a.trim), std::abs(now.heel - a.heel));
    a = {a.heel + 0.9 * (now.heel - a.heel), a.trim + 0.9 * (now.trim - a.trim)};
    if (std::abs(a.heel) > radians(60.0)) break;  // on her side: what follows is no filling any more
    if (change < 1e-4) break;
  }
  last = a;
  double loss = 0.0;
  for (std::size_t k = 0; k < bays.size(); ++k)
    if (volumes[k] > 1e-9) loss += l.water[k].surface_second;
  l.gm = l.rest.gm_transverse - loss / l.rest.immersion.volume;
  return l;
}

Filling::Rates Filling::rates(const Lying& l, const Volumes& v) const {
  Rates r{Volumes(bays.size(), 0.0)};
  for (std::size_t i = 0; i < inlets.size(); ++i) {
    const Inlet& in = inlets[i];
    const double through = head(l, v, in);
    r.each[in.compartment] += std::max(through > 0.0 && !even[i] ? in.flow(through) : 0.0, in.least);
  }
  for (std::size_t k = 0; k < bays.size(); ++k) {
    if (v[k] >= bays[k].volume() * (1.0 - 1e-6)) r.each[k] = 0.0;  // full
    r.in += r.each[k];
  }
  for (std::size_t i = 0; i < pumps.size(); ++i) {
    if (!pumping[i]) continue;
    const BilgePump& p = pumps[i];
    const double q = p.flow * std::max(0.0, 1.0 - (p.outlet_z - p.floor) / p.head);
    r.pumped += q;
    r.each[p.compartment] -= q;
  }
  return r;
}

FloodMoment Filling::moment(double time, const Lying& l, const Volumes& v) const {
  const Rates r = rates(l, v);
  FloodMoment m{.time = time, .water = v, .trim = l.attitude().trim, .gm = l.gm, .inflow = r.in, .pumped = r.pumped};
  m.freeboard = least_freeboard(l);
  return m;
}

/// One thing that can happen: it does when its margin falls through zero.
struct Event {
  std::function<double(const Lying&, const Volumes&)> margin;
  std::function<void(double time)> happens;
  bool switches = false;  ///< what follows runs differently
  bool ends = false;
  bool sinks = false;  ///< told by its margin as well as by a boat that does not float
  bool done = false;
};

/// Drives the integration and finds the events.
class Course {
 public:
  Course(Filling& filling, FloodCourse& out) : f_(filling), out_(out) {}
  void run();

 private:
  void list_events();
  void add(std::function<double(const Lying&, const Volumes&)> margin, std::optional<double>& when, bool ends = false) {
    events_.push_back({std::move(margin), [&when](double t) { when = when.value_or(t); }, false, ends});
  }
  /// Margins at a moment; those that are below zero from the start happen there.
  bool begin_events(double time, const Lying& l, const Volumes& v);
  template <class At>
  std::pair<double, Event*> first_event(double time, double until, const At& at);

  Filling& f_;
  FloodCourse& out_;
  std::vector<Event> events_;
};

void Course::list_events() {
  events_.clear();
  const FloodLimits& limits = f_.limits;
  const double reserve = f_.body.volume() - f_.loading.mass / f_.density;
  add(
      [reserve](const Lying&, const Volumes& v) {
        double sum = 0.0;
        for (double w : v) sum += w;
        return reserve - sum;
      },
      out_.to_sink, true);
  events_.back().sinks = true;
  add(
      [&](const Lying& l, const Volumes&) {
        return std::min(l.attitude().trim - limits.trim_low, limits.trim_high - l.attitude().trim);
      },
      out_.to_trim);
  add([&](const Lying& l, const Volumes&) { return f_.least_freeboard(l) - limits.freeboard; }, out_.to_freeboard);
  add([](const Lying& l, const Volumes&) { return l.gm; }, out_.to_capsize, true);
  for (const Wettable& p : f_.parts)
    events_.push_back({[&, p](const Lying& l, const Volumes& v) {
                         return v[p.compartment] > 1e-9 && !(p.warns ? out_.warned : out_.to_part)
                                    ? p.underside - level_at(l.water[p.compartment].offset, l.attitude(), p.x)
                                    : 1.0;
                       },
                       [&, p](double t) {
                         (p.warns ? out_.warned : out_.to_part) = t;
                         (p.warns ? out_.first_contact : out_.first_part) = p.part;
                       }});
  for (std::size_t i = 0; i < f_.pumps.size(); ++i) {
    const BilgePump& p = f_.pumps[i];
    events_.push_back({[&, i](const Lying& l, const Volumes& v) {
                         const double over = f_.over_floor(l, v, p);
                         return f_.pumping[i] ? over - 0.2 * p.trigger : p.trigger - over;
                       },
                       [&, i](double t) {
                         f_.pumping[i] = !f_.pumping[i];
                         if (f_.pumping[i]) out_.pump_started = out_.pump_started.value_or(t);
                       },
                       true});
  }
  for (std::size_t i = 0; i < f_.inlets.size(); ++i)
    events_.push_back({[&, i](const Lying& l, const Volumes& v) {
                         const double h = f_.head(l, v, f_.inlets[i]);
                         return f_.even[i] ? runs_again - h : h - evened;
                       },
                       [&, i](double) { f_.even[i] = !f_.even[i]; }, true});
}

bool Course::begin_events(double time, const Lying& l, const Volumes& v) {
  bool ends = false;
  for (Event& e : events_) {
    if (e.margin(l, v) >= 0.0) continue;
    e.happens(time);
    e.done = !e.switches;
    ends = ends || e.ends;
  }
  return ends;
}

/// The first of the events between two times, by bisection on the step's own polynomial `at`; null where none happens.
template <class At>
std::pair<double, Event*> Course::first_event(double time, double until, const At& at) {
  double first = until;
  Event* what = nullptr;
  const Volumes end = at(until);
  const Lying lies = f_.lie(end);
  for (Event& e : events_) {
    if (e.done) continue;
    // Where the step ends under water the others are looked for just before it sinks.
    if (!e.sinks && !lies.afloat()) {
      if (!what) continue;
      const Volumes x = at(first - 1e-3 * (first - time));
      const Lying there = f_.lie(x);
      if (!there.afloat() || e.margin(there, x) >= 0.0) continue;
    } else if (lies.afloat() && e.margin(lies, end) >= 0.0) {
      continue;
    }
    double low = time, high = first;
    if (what && lies.afloat()) {
      const Volumes x = at(high);
      const Lying there = f_.lie(x);
      if (there.afloat() && e.margin(there, x) >= 0.0) continue;  // after the one found
    }
    for (int i = 0; i < 40 && high - low > 1e-6 * std::max(1.0, high); ++i) {
      const double middle = 0.5 * (low + high);
      const Volumes x = at(middle);
      const Lying there = f_.lie(x);
      const bool has_happened =
          e.sinks ? !there.afloat() || e.margin(there, x) < 0.0 : there.afloat() && e.margin(there, x) < 0.0;
      (has_happened ? high : low) = middle;
    }
    first = high;
    what = &e;
  }
  return {first, what};
}

void Course::run() {
  namespace ode = boost::numeric::odeint;
  const std::size_t n = f_.bays.size();
  Volumes v(n, 0.0);
  f_.pumping.assign(f_.pumps.size(), false);
  f_.even.assign(f_.inlets.size(), false);
  Lying l = f_.lie(v);
  if (!l.afloat()) {
    out_.message = "the boat does not float to begin with";
    return;
  }
  // A way that stands dry begins as one that has evened out.
  for (std::size_t i = 0; i < f_.inlets.size(); ++i) f_.even[i] = f_.head(l, v, f_.inlets[i]) < runs_again;
  list_events();
  double least_volume = f_.body.volume();
  for (const Compartment& b : f_.bays) least_volume = std::min(least_volume, b.volume());
  const auto system = [&](const Volumes& x, Volumes& dx, double) {
    const Volumes water = f_.held(x);
    const Lying at = f_.lie(water);
    // Past the point where it sinks the step's polynomial goes on as it came; the event ends it before.
    if (at.afloat()) f_.last_rates = f_.rates(at, water).each;
    dx = f_.last_rates;
  };
  double time = 0.0;
  bool over = begin_events(time, l, v);
  out_.points.push_back(f_.moment(time, l, v));
  constexpr int most_steps = 400;
  for (int steps = 0; !over && time < f_.limits.duration;) {
    // No step fills more than a tenth of the boat, so that nothing happens twice within one.
    const double fastest = std::max(1e-12, out_.points.back().inflow);
    const double longest = std::min(f_.limits.duration / 6.0, 0.1 * f_.body.volume() / fastest);
    auto stepper = ode::make_dense_output(0.01 * f_.limits.tolerance * least_volume, f_.limits.tolerance, longest,
                                          ode::runge_kutta_dopri5<Volumes>());
    stepper.initialize(v, time, std::min(longest, std::max(1e-3, 0.02 * least_volume / fastest)));
    bool switched = false;
    while (!over && !switched && time < f_.limits.duration) {
      if (++steps > most_steps) {
        out_.message = "not followed to its end: it changes too often";
        return;
      }
      stepper.do_step(system);
      const double until = std::min(stepper.current_time(), f_.limits.duration);
      const auto at = [&](double t) {
        Volumes x(n);
        stepper.calc_state(t, x);
        return f_.held(x);
      };
      Event* what = nullptr;
      std::tie(time, what) = first_event(time, until, at);
      v = at(time);
      l = f_.lie(v);
      if (what) {
        what->happens(time);
        what->done = !what->switches;
        over = what->ends;
        switched = true;
      }
      if (!l.afloat()) {
        out_.to_sink = out_.to_sink.value_or(time);
        over = true;
      } else {
        out_.points.push_back(f_.moment(time, l, v));
      }
    }
  }
}

}  // namespace

FloodCourse flood(const ImmersedBody& body, const HullModel& hull, const std::vector<Compartment>& bays,
                  const Loading& loading, double density, const std::vector<Inlet>& inlets,
                  const std::vector<BilgePump>& pumps, const std::vector<Wettable>& parts, const FloodLimits& limits) {
  FloodCourse out;
  Filling filling{body, hull, bays, loading, density, inlets, pumps, parts, limits};
  Course(filling, out).run();
  return out;
}

}  // namespace plucky
