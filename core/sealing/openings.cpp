#include "sealing/openings.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "drive/kind.h"
#include "sealing/opening_register.h"
#include "water/fluid.h"

namespace plucky {

SealOpening& OpeningRegister::add(OpeningKind kind, const std::string& key, const Text& name, const Vec3& place,
                                  double width, Id subject, std::uint32_t count) {
  SealOpening o;
  o.kind = kind;
  o.key = key;
  o.name = name;
  o.place = o.inner = place;
  o.width = width;
  o.subject = subject;
  o.count = count;
  all.push_back(std::move(o));
  return all.back();
}

std::string OpeningRegister::keyed(OpeningKind kind, Id id) {
  return fmt::format("{}:{}", opening_key(kind), id);
}

namespace {

using O = OpeningKind;
using S = SealMethod;

constexpr double far_over = 1.0;  // m

void steering_openings(OpeningRegister& r) {
  const Boat& b = r.in.boat;
  const Steering& s = r.in.steering;
  if (s.by == SteeredBy::none || s.by == SteeredBy::differential) return;
  const Part *servo = b.layout.find(s.parts.servo), *rudder = b.layout.find(s.parts.rudder);
  if (rudder && s.by == SteeredBy::rudder) {
    if (rudder->place.x() > 0.0) {
      SealOpening& post =
          r.add(O::rudder_post, "rudder_post", "Rudder post",
                {rudder->place.x(), rudder->place.y(), b.hull.bottom_height(rudder->place.x(), rudder->place.y())},
                0.003, rudder->id, s.rudder.blades);
      post.numbers.length = 0.03;
      post.inner.z() += post.numbers.length;
    } else {
      r.add(
          O::skin_screws, "skin_screws:rudder", "Rudder bracket screws",
          {0.0, rudder->place.y(), std::max(b.hull.transom_keel() + 0.005, rudder->place.z() + 0.2 * rudder->size.z())},
          0.003, rudder->id, 4);
    }
  }
  const bool aft = !rudder || rudder->place.x() <= 0.0;
  if (servo && !servo->outside && aft && s.by != SteeredBy::air_rudder) {
    SealOpening& rod = r.add(O::pushrod, "pushrod", s.pull_pull ? "Steering cables" : "Steering pushrod",
                             {0.0, servo->place.y(), servo->place.z()}, s.boot_hole, servo->id, s.pull_pull ? 2 : 1);
    rod.numbers.clearance = std::max(2e-4, 0.5 * (s.boot_hole - 0.002));
    rod.numbers.length = 0.04;
  }
}

void cooling_openings(OpeningRegister& r) {
  for (const CoolFitting& raw : r.in.circuit.fittings) {
    const CoolFitting f = filled(raw);
    if (!is_pickup(f.kind) && f.kind != FittingKind::outlet) continue;
    Vec3 at = fitting_place(f, r.in.boat.layout);
    const O kind = f.kind == FittingKind::outlet ? O::outlet : O::pickup;
    // What stands outside sends its hose through the transom.
    at.x() = std::max(at.x(), r.in.boat.hull.box.low.x());
    r.add(kind, OpeningRegister::keyed(kind, f.id), Text(f.name), at, f.bore + 0.002, f.id);
  }
}

void hull_openings(OpeningRegister& r) {
  const Boat& b = r.in.boat;
  const HullModel& hull = b.hull;
  for (const Hatch& h : r.in.design.hatches) {
    // The lowest corner of its edge decides.
    Vec3 low(h.x, h.y, 1e9);
    for (const FloodPoint& f : hull.flood_points)
      if (f.id == h.id && f.place.z() < low.z()) low = f.place;
    if (low.z() > 1e8) continue;
    r.add(O::hatch_edge, OpeningRegister::keyed(O::hatch_edge, h.id), Text(h.name), low, 2.0 * (h.length + h.width),
          h.id);
  }
  for (const Opening& o : r.in.design.openings)
    r.add(O::hole, OpeningRegister::keyed(O::hole, o.id), Text(o.name), o.place, 0.004, o.id);
  const bool aerial = std::any_of(r.in.design.openings.begin(), r.in.design.openings.end(),
                                  [](const Opening& o) { return o.for_aerial; });
  for (const Part& p : b.layout.parts) {
    const double deck = hull.deck_height(p.place.x(), p.place.y());
    if (p.kind == PartKind::receiver && !aerial)
      r.add(O::aerial, OpeningRegister::keyed(O::aerial, p.id), {"{0} aerial", p.name},
            {p.place.x(), p.place.y(), deck}, 0.003, p.id);
    if (p.outside && (p.kind == PartKind::camera || p.kind == PartKind::payload))
      r.add(O::gland, OpeningRegister::keyed(O::gland, p.id), {"{0} cable", p.name},
            {p.place.x(), p.place.y(),
             p.box().low.z() < deck - 0.005 ? hull.bottom_height(p.place.x(), p.place.y()) : deck},
            0.006, p.id);
  }
  const double piece = r.in.longest_piece;
  if (piece > 0.05 && hull.length() > piece) {
    const int joints = static_cast<int>(std::ceil(hull.length() / piece)) - 1;
    for (int i = 1; i <= joints; ++i) {
      const double x = hull.box.low.x() + hull.length() * i / (joints + 1);
      const Section& s = hull.section_near(x);
      const Section::Extent e = s.extent();
      // Girth under water: twice the draught and the breadth there, close enough for a hair's gap.
      const double water = b.rest.plane.z_at(x), wet = std::max(0.0, water - e.low.y());
      r.add(O::seam, fmt::format("seam:{}", i), Text("Seam {0} between sections", i), {x, 0.0, e.low.y()},
            std::max(0.01, 2.0 * wet + 0.7 * (e.high.x() - e.low.x())));
    }
  }
  if (r.in.printed && b.rest.status == FloatStatus::afloat) {
    const Vec3 centre = b.rest.immersion.centre_of_buoyancy();
    r.add(O::wall, "wall", "Printed walls", {centre.x(), 0.0, hull.bottom_height(centre.x(), 0.0)},
          b.rest.immersion.wetted_area);
  }
}

/// Fills zeros of the seal's numbers with what follows from the thing or is usual.
void fill(SealOpening& o, const SealInput& in) {
  const SealChoice* chosen = in.sealing.choice(o.key);
  const SealChoice derived = o.numbers;
  if (chosen) {
    o.numbers = *chosen;
    o.method = chosen->method;
    o.condition = chosen->condition;
  } else {
    // Until the builder says: what the usual practice is; a hatch or opening that is not told sealed is open.
    o.method = methods_for(o.kind).front();
    for (const FloodPoint& f : in.boat.hull.flood_points)
      if (f.id == o.subject && (o.kind == O::hatch_edge || o.kind == O::hole) && !f.sealed) o.method = S::nothing;
    if (o.kind == O::wall && !in.sealing.coat_inside && !in.sealing.coat_outside) o.method = S::nothing;
  }
  SealChoice& n = o.numbers;
  const auto take = [](double& value, double other, double usual) {
    if (value == 0.0) value = other != 0.0 ? other : usual;
  };
  take(n.clearance, derived.clearance, 1e-4);
  take(n.length, derived.length, 0.02);
  take(n.ring_section, 0.0, 0.002);
  take(n.groove_depth, 0.0, 0.0015);
  take(n.groove_width, 0.0, 0.0026);
  take(n.screw_spacing, 0.0, 0.05);
}

/// Flow that a head drives through a gap of an opening.
using Leak = std::function<double(double)>;

/// The gaps of one opening in its water.
struct Gaps {
  double density, viscosity;  ///< kg/m3, kinematic m2/s
  [[nodiscard]] double mu() const { return density * viscosity; }
  /// Round a shaft or rod of the hole's width: its radial clearance may be a good part of it.
  [[nodiscard]] Leak ring(double count, double inner, double clearance, double length, double eccentricity) const {
    const double middle = inner + clearance;
    return slit_like(count, annular_leak(middle, clearance, length, 1.0, mu(), eccentricity), pi * middle * clearance);
  }
  [[nodiscard]] Leak slit(double count, double width, double gap, double depth) const {
    return slit_like(count, slit_leak(width, gap, depth, 1.0, mu()), width * gap);
  }
  [[nodiscard]] Leak slit_like(double count, double laminar, double area) const {
    return [=, rho = density](double head) { return count * gap_leak(laminar, area, head, rho); };
  }
  [[nodiscard]] static Leak orifice(double count, double area) {
    return [=](double head) { return count * orifice_leak(area, head); };
  }
};

/// What passes the seal itself, whatever gap lies behind it; worn by `wear`.
Leak seal_leak(const SealOpening& o, bool joint, double wear, const Gaps& gaps) {
  const SealChoice& n = o.numbers;
  const double count = o.count, bore = o.width, around = joint ? bore : pi * bore;
  switch (o.method) {
    case S::lip_seals:
      // A sound lip weeps a drop a minute; the wrong way round or worn it lifts by hundredths of a millimetre.
      return gaps.ring(count, bore, wear > 0.0 ? 3e-5 : n.spring_to_water ? 2e-6 : 2e-5, n.pair ? 0.002 : 0.001, 0.0);
    case S::bellows:
      if (wear > 0.0) return Gaps::orifice(count, 2e-6);
      break;
    case S::o_ring: {
      const bool loose = ring_fit(n.ring_section, n.groove_depth, n.groove_width).verdict == RingFit::Verdict::loose;
      if (loose || wear > 0.0) return gaps.slit(count, around, loose ? 1e-4 : 5e-5, n.ring_section);
      break;
    }
    case S::flat_gasket: {
      // A 3 mm lid of a print (2 GPa) and 10 mm of sponge gasket pressed to three quarters, 0.3 N/mm. The lid runs on
      // over its screws and bows a fifth of one that ends at them.
      const double bow = gasket_bow(n.screw_spacing * (1.0 + wear), 0.003, 2e9, 0.010, 300.0) / 5.0;
      return gaps.slit(1.0, bore, std::max(0.0, bow - 2e-4), 0.008);  // less what the gasket follows
    }
    case S::tape:
      if (wear > 0.0) return gaps.slit(1.0, 0.2 * bore, 3e-4, 0.01);
      break;
    case S::epoxy:
    case S::coat:
      // A hair crack of 30 micrometres over a tenth of the joint.
      if (wear > 0.0) return gaps.slit(count, 0.1 * around, 3e-5, 0.004);
      break;
    case S::insert_washer:
      if (wear > 0.0) return Gaps::orifice(count, 1e-8);
      break;
    case S::greased_tube:
    case S::nothing:
      break;
  }
  return [](double) { return 0.0; };
}

/// Bare: a running fit leaks through its clearance, a joint through half a millimetre, a hole through itself.
Leak bare_leak(const SealOpening& o, bool joint, double more_clearance, const Gaps& gaps) {
  const double count = o.count, bore = o.width, clearance = o.numbers.clearance + more_clearance;
  if (o.kind == O::pushrod)  // the width is the hole's
    return gaps.ring(count, std::max(0.0, bore - 2.0 * clearance), clearance, o.numbers.length, 1.0);
  if (o.kind == O::shaft_tube || o.kind == O::jet_shaft || o.kind == O::rudder_post)
    return gaps.ring(count, bore, clearance, o.numbers.length, 1.0);
  if (joint) return gaps.slit(1.0, bore, o.kind == O::seam ? 1e-4 : 5e-4, 0.004);
  // Screws: the thread's helix, about a twentieth of their own section.
  return Gaps::orifice(count, 0.25 * pi * bore * bore * (o.kind == O::skin_screws ? 0.05 : 1.0));
}

}  // namespace

std::uint32_t perimeters_of(double thickness) {
  return static_cast<std::uint32_t>(std::clamp(std::lround(thickness / 0.45e-3), 1L, 20L));
}

std::function<double(double)> leak_of(const SealOpening& o, double density, double viscosity) {
  const Gaps gaps{density, viscosity};
  const SealChoice& n = o.numbers;
  if (o.kind == O::wall)  // width is the wetted area, clearance the permeability: see opening_register()
    return [through = n.clearance * o.width](double) { return through; };
  const bool joint = o.kind == O::hatch_edge || o.kind == O::jet_flange || o.kind == O::seam;
  const Leak bare = bare_leak(o, joint, 0.0, gaps);
  if (o.method == S::nothing || o.condition == SealCondition::missing) return bare;
  const double wear = o.condition == SealCondition::worn ? 1.0 : 0.0;
  if (o.method == S::greased_tube) {
    // Worn: the grease is out and the bush has play.
    if (wear > 0.0) return bare_leak(o, joint, bush_wear, gaps);
    return [bare, held = grease_holds(grease_yield, n.clearance, n.length), density](double head) {
      return density * gravity * head < held ? 0.0 : bare(head);
    };
  }
  // A seal sits before the gap it seals: no more gets through than without it.
  return [bare, sealed = seal_leak(o, joint, wear, gaps)](double head) { return std::min(sealed(head), bare(head)); };
}

std::vector<SealOpening> opening_register(const SealInput& in, const std::vector<Compartment>& bays,
                                          const std::function<double(double)>& running_water) {
  OpeningRegister r{in, {}};
  if (const auto of_drive = drive_kind(in.boat.drive).openings) of_drive(r);
  steering_openings(r);
  cooling_openings(r);
  hull_openings(r);
  const Boat& b = in.boat;
  const bool afloat = b.rest.status == FloatStatus::afloat;
  for (SealOpening& o : r.all) {
    fill(o, in);
    o.compartment = compartment_at(bays, o.inner.x(), b.hull.shell_at(o.inner));
    o.over_standing = o.over_running = o.over_heeled = o.over_swamped = far_over;
    if (afloat) {
      o.over_standing = b.rest.plane.height(o.inner);
      // About the water's middle line: the lower side goes down by its distance from it.
      constexpr double heel = radians(30.0);
      o.over_heeled = o.over_standing * std::cos(heel) - std::abs(o.inner.y()) * std::sin(heel);
      o.over_swamped = b.hull.box.high.z() > 0.0 ? o.inner.z() - b.hull.deck_height(o.inner.x(), o.inner.y()) : 0.0;
    }
    if (running_water) o.over_running = o.inner.z() - running_water(o.inner.x());
    const double head = std::max(0.0, -o.over_standing), run_head = std::max(0.0, -o.over_running);
    if (o.kind == O::wall) {
      // The mean head over the wetted walls is about half the draught.
      const double draught = std::max(0.0, b.rest.plane.z_at(o.inner.x()) - o.inner.z());
      const std::uint32_t lines =
          in.sealing.perimeters ? in.sealing.perimeters : perimeters_of(in.design.skin.shell_thickness);
      o.numbers.clearance = wall_seepage(lines, in.sealing.coat_inside, in.sealing.coat_outside) * 0.5 * draught;
      o.count = lines;
      o.expected = o.running = o.numbers.clearance * o.width;
      o.worst = wall_seepage(lines > 0 ? lines - 1 : 0, false, false) * 0.5 * draught * o.width;
      continue;
    }
    const auto leak = leak_of(o, b.density, b.viscosity);
    o.expected = leak(head);
    o.running = leak(run_head);
    if (running_water && run_head == 0.0)
      o.running += in.wash.share * std::exp(-o.over_running / in.wash.height) * leak(wash_depth);
    SealOpening failed = o;
    failed.condition = SealCondition::missing;
    o.worst = std::max(o.expected, leak_of(failed, b.density, b.viscosity)(head));
  }
  std::stable_sort(r.all.begin(), r.all.end(),
                   [](const SealOpening& a, const SealOpening& c) { return a.expected > c.expected; });
  return r.all;
}

SealChoice& choice_for(Sealing& sealing, const SealOpening& opening) {
  for (SealChoice& c : sealing.choices)
    if (c.opening == opening.key) return c;
  SealChoice& c = sealing.choices.emplace_back();
  c.opening = opening.key;
  c.method = opening.method;
  c.condition = opening.condition;
  return c;
}

}  // namespace plucky
