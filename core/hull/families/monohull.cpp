#include "hull/families/monohull.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "hull/families/bulb.h"
#include "hull/families/master.h"

namespace plucky {

namespace {

void check_steps(const HullShape& s, const Master& m) {
  if (m.steps().empty()) return;
  const double low = 0.1 * s.length, high = 0.85 * m.forefoot();
  if (s.step_place < low || s.step_place > high)
    throw InvalidInput("Foremost step at",
                       Text("{0} from the transom is not between {1} and {2}", length_quantity(s.step_place),
                            length_quantity(low), length_quantity(high)));
  if (const double rise = s.step_height * static_cast<double>(m.steps().size()); rise > 0.25 * s.depth)
    throw InvalidInput("Height of a step", Text("all steps rise {0}: more than a quarter of the depth, {1}",
                                                length_quantity(rise), length_quantity(s.depth)));
}

/// Combinations that would make surfaces cross, each with its reason in the builder's words.
void check_shape(const HullShape& s, const MonohullForm& form, const Master& m) {
  if (s.bow_rake > 0.6 * s.length)
    throw InvalidInput("Bow rake", Text("{0} leaves no straight keel: at most 60 % of the length, {1}",
                                        length_quantity(s.bow_rake), length_quantity(0.6 * s.length)));
  if (s.rocker >= 0.8 * s.depth)
    throw InvalidInput("Rocker", Text("{0} lifts the keel at the transom through the deck edge at {1}",
                                      length_quantity(s.rocker), length_quantity(s.depth)));
  if (form.stern_rise > 0.0 && s.rocker + form.stern_rise >= 0.9 * s.depth)
    throw InvalidInput("Stern rise", Text("{0} lifts the bottom through the deck edge at {1}",
                                          length_quantity(form.stern_rise), length_quantity(s.depth)));
  if (form.stern_rise > 0.0 && form.stern_run + s.bow_rake > 0.9 * s.length)
    throw InvalidInput("Stern rake",
                       Text("{0} and the bow's {1} leave no level bottom in {2}", length_quantity(form.stern_run),
                            length_quantity(s.bow_rake), length_quantity(s.length)));
  check_steps(s, m);
  // Leaning forward it must not fold what lies ahead of it over itself.
  if (const double most = std::atan(0.1 * s.length / s.depth); - s.transom_rake > most)
    throw InvalidInput("Transom angle", Text("leans forward by {0}; a hull of {1} over {2} of depth takes {3}",
                                             angle_quantity(-s.transom_rake), length_quantity(s.length),
                                             length_quantity(s.depth), angle_quantity(most)));
  if (form.keel && (s.keel_depth > 0.0 || s.skeg_depth > 0.0) && s.keel_end > m.forefoot() - 0.2 * s.length)
    throw InvalidInput("Keel ends at", Text("{0} from the transom leaves less than a fifth of the length ahead of it; "
                                            "the bow begins at {1}",
                                            length_quantity(s.keel_end), length_quantity(m.forefoot())));
  if (form.flat && s.bow_rise >= 0.95 * m.sheer(s.length))
    throw InvalidInput("Bow rise", Text("{0} lifts the bottom through the deck edge, {1} high at the bow",
                                        length_quantity(s.bow_rise), length_quantity(m.sheer(s.length))));
  // A little ahead of amidships all families still have their full section; farther forward the bow closes it by
  // design, as a narrow stern does.
  const double first = s.transom_width < 0.3 ? 0.25 : 0.0;
  for (const double share : {first, 0.25, 0.5}) {
    const double x = share * s.length;
    const double height = m.sheer(x) - m.keel(x), bs = m.half_beam(x);
    const double side = std::tan(s.flare) * height;
    if (side > 0.75 * bs)
      throw InvalidInput(
          "Flare", Text("{0} over {1} of side takes {2} of the half beam of {3}: no bottom "
                        "would be left",
                        angle_quantity(s.flare), length_quantity(height), length_quantity(side), length_quantity(bs)));
    const Master::Corner c = m.corner(x);
    if (c.forced)
      throw InvalidInput("Deadrise", Text("lifts the chine above the deck edge ({0} over the keel) at {1} from the "
                                          "transom: lower the deadrise, narrow the beam or deepen the hull",
                                          length_quantity(height), length_quantity(x)));
  }
  if (const double strips = form.pad + 2.0 * form.chine_flat; strips > 0.6 * s.beam)
    throw InvalidInput("Width of the pad", Text("pad and chine flats take {0} of a beam of {1}: at most 60 %",
                                                length_quantity(strips), length_quantity(s.beam)));
  if (form.bilge && s.bilge_radius > std::min(0.5 * s.beam, s.depth))
    throw InvalidInput("Bilge radius",
                       Text("{0} is more than the section holds: at most {1}", length_quantity(s.bilge_radius),
                            length_quantity(std::min(0.5 * s.beam, s.depth))));
}

/// An upright face is two stations that lie next to one another.
std::vector<double> stations_of(const HullShape& s, const Master& master, int count) {
  std::vector<double> x = loft_stations(s.length, count, master.exact_places());
  for (const double face : master.upright_places())
    x.insert(std::lower_bound(x.begin(), x.end(), face), face - 1e-4 * s.length);
  return x;
}

/// Leans the stern aft or forward about the transom's foot; the lean fades out over the after three tenths.
Vec3 leaned(const HullShape& s, double foot, const Vec3& p) {
  const double u = std::max(0.0, 1.0 - p.x() / (0.3 * s.length));
  return {p.x() - std::tan(s.transom_rake) * (p.z() - foot) * u * u, p.y(), p.z()};
}

}  // namespace

LoftedSkin loft_monohull(const HullShape& shape, const MonohullForm& form, double fineness) {
  const Master master(shape, form);
  check_shape(shape, form, master);

  const auto scaled = [&](int n) { return std::max(2, static_cast<int>(std::lround(n * fineness))); };
  const bool bulb = form.bulb && shape.bulb_length > 0.0;
  // A bulb wants points to be made of.
  const Master::Stretches n{scaled(bulb ? 16 : 7), form.bilge ? scaled(6) : 0, scaled(5)};
  const int deck = scaled(3), half = master.points(n);  // of the points, the deck edge
  LoftedSkin skin = loft_halves(
      stations_of(shape, master, scaled(bulb ? 110 : 76)),
      [&](double x) {
        HalfSection h = master.half_section(x, n);
        const Vec2 edge = h.back();
        const double crown = master.camber(x);
        for (int d = 1; d <= deck; ++d) {
          const double u = 1.0 - static_cast<double>(d) / deck;
          h.emplace_back(edge.x() * u, edge.y() + crown * (1.0 - u * u));
        }
        return h;
      },
      static_cast<std::size_t>(half));
  if (bulb) grow_bulb(skin.mesh, shape, master);
  if (shape.transom_rake != 0.0) {
    const double foot = master.keel(0.0);
    for (Vec3& v : skin.mesh.vertices) v = leaned(shape, foot, v);
    for (Vec3& v : skin.deck_edge) v = leaned(shape, foot, v);
  }
  return skin;
}

std::vector<RunningSurface> surfaces_of_monohull(const HullShape& shape, const MonohullForm& form) {
  const Master master(shape, form);
  std::vector<RunningSurface> out;
  if (master.steps().empty()) return out;
  std::vector<double> ends = master.steps();
  ends.push_back(0.0);
  // The bow's curve carries as well, up to where it has risen a third of its height.
  double ahead = master.forefoot() + 0.6 * shape.bow_rake;
  for (const double end : ends) {
    RunningSurface s{.x = end, .z = master.keel(end), .length = ahead - end, .in_wake = !out.empty()};
    constexpr double at[] = {0.1, 0.35, 0.6};  // of its length, where the water meets it
    for (const double share : at) {
      const double x = end + share * s.length;
      const Master::Corner chine = master.corner(x);
      s.beam += 2.0 * chine.y / std::size(at);
      s.deadrise += std::atan2(chine.z - master.keel(x), std::max(1e-6, chine.y)) / std::size(at);
    }
    out.push_back(s);
    ahead = end;
  }
  return out;
}

FormLines lines_of_monohull(const HullShape& shape, const MonohullForm& form, int stations) {
  const Master master(shape, form);
  check_shape(shape, form, master);
  if (form.pad > 0.0 || form.chine_flat > 0.0)
    throw InvalidInput("panels", "are not laid out for a bottom with a pad or chine flats; set both to nothing");
  if (!master.steps().empty()) throw InvalidInput("panels", "are not laid out for a bottom with steps");
  if (form.runners && shape.runner_height > 0.0)
    throw InvalidInput("panels", "are not laid out with runners; set their height to nothing and glue them on");
  FormLines lines;
  lines.flat = form.flat;
  for (const double x : loft_stations(shape.length, std::max(4, stations), master.exact_places())) {
    const HalfSection half = master.half_section(x, {1, 0, 1});
    lines.keel.emplace_back(x, half[0].x(), half[0].y());
    lines.chine.emplace_back(x, half[1].x(), half[1].y());
    lines.sheer.emplace_back(x, half[2].x(), half[2].y());
    lines.camber.push_back(master.camber(x));
  }
  if (shape.transom_rake != 0.0)
    for (std::vector<Vec3>* line : {&lines.keel, &lines.chine, &lines.sheer})
      for (Vec3& v : *line) v = leaned(shape, master.keel(0.0), v);
  return lines;
}

}  // namespace plucky
