#include "board/grips.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "hull/family.h"

namespace plucky::app {

namespace {

/// Length of a strut's barrel, as far as its grip is concerned, m.
constexpr double strut_reach = 0.040;

double along(const std::vector<double>& x, const std::vector<double>& y, double at) {
  const auto it = std::lower_bound(x.begin(), x.end(), at);
  if (it == x.begin()) return y.front();
  if (it == x.end()) return y.back();
  const auto i = static_cast<std::size_t>(it - x.begin());
  const double t = (at - x[i - 1]) / (x[i] - x[i - 1]);
  return y[i - 1] + t * (y[i] - y[i - 1]);
}

double deck_edge_z(const HullModel& m, double x) {
  double best = 1e300, z = 0.0;
  for (const Vec3& p : m.shells.front().deck_edge)
    if (std::abs(p.x() - x) < best) {
      best = std::abs(p.x() - x);
      z = p.z();
    }
  return z;
}

/// The handles are the main shell's.
const Outline& main_outline(const HullModel& m) {
  return m.shells.front().outline;
}
const Box3& main_box(const HullModel& m) {
  return m.shells.front().box;
}

double widest_x(const HullModel& m) {
  const Outline& o = main_outline(m);
  const auto it = std::max_element(o.half_port.begin(), o.half_port.end());
  return o.x[static_cast<std::size_t>(it - o.half_port.begin())];
}

/// Where the bow begins: the last place before it.
double forefoot_x(const HullModel& m) {
  const Outline& o = main_outline(m);
  const std::size_t bow = o.rises_past(main_box(m).low.z() + forefoot_rise * main_box(m).size().z());
  return bow > o.x.size() / 2 ? o.x[bow - 1] : main_box(m).high.x();
}

/// Foremost point of a bulb, on its middle line so far over the keel. A point of the skin, not of a station: it moves
/// with the bulb's length to the hair.
Vec3 bulb_nose(const HullModel& m, double height) {
  Vec3 best = main_box(m).low;
  double nearest = 1e300;
  for (const Vec3& v : m.skin.vertices) {
    if (v.y() != 0.0 || v.x() < 0.5 * (main_box(m).low.x() + main_box(m).high.x()) || v.z() > main_box(m).high.z())
      continue;
    const double off = std::abs(v.z() - main_box(m).low.z() - height);
    if (off < nearest || (off == nearest && v.x() > best.x())) nearest = off, best = v;
  }
  return best;
}

/// Where the stem stands over a bulb.
Vec3 stem_over_bulb(const HullModel& m) {
  const Outline& o = main_outline(m);
  const double z = main_box(m).low.z() + 0.6 * main_box(m).size().z();
  std::size_t i = o.x.size() - 1;
  while (i > 0 && o.keel[i - 1] > z) --i;
  if (i == 0) return {o.x.front(), 0.0, z};
  const double way = (z - o.keel[i - 1]) / (o.keel[i] - o.keel[i - 1]);
  return {o.x[i - 1] + std::clamp(way, 0.0, 1.0) * (o.x[i] - o.x[i - 1]), 0.0, z};
}

/// Where the inner wall of the port one of two hulls stands at x; the middle where there is one hull.
double inner_wall(const HullModel& m, double x) {
  const double roof = m.bottom_height(x, 0.0), keel = along(main_outline(m).x, main_outline(m).keel, x);
  const std::vector<Span> there = m.section_near(x).spans(1, keel + 0.7 * (roof - keel));
  return there.size() == 2 ? there.back().low : 0.0;
}

/// Where the keel is deepest, the aftmost of such places.
double lowest_x(const HullModel& m) {
  const Outline& o = main_outline(m);
  return o.x[static_cast<std::size_t>(std::min_element(o.keel.begin(), o.keel.end()) - o.keel.begin())];
}

/// Where the bottom has come down to a tenth of the depth on its way from the transom.
double heel_x(const HullModel& m) {
  const double rise = main_box(m).low.z() + 0.1 * main_box(m).size().z();
  for (std::size_t i = 0; i < main_outline(m).x.size() / 2; ++i)
    if (main_outline(m).keel[i] < rise) return main_outline(m).x[i];
  return main_box(m).low.x();
}

}  // namespace

std::vector<HullHandle> hull_handles(const HullModel& m, const HullDesign& design) {
  const HullFamily family = design.family;
  std::vector<HullHandle> out;
  if (family == HullFamily::imported || main_outline(m).x.empty() || m.shells.front().deck_edge.empty()) return out;
  const auto share = [](const HullModel& h, double s) { return main_box(h).low.x() + s * main_box(h).size().x(); };
  const auto half = [share](const HullModel& h, double s) {
    return along(main_outline(h).x, main_outline(h).half_port, share(h, s));
  };
  const auto add = [&](const char* key, const char* key_x, BoardPlane plane, int axis, const Vec3& place,
                       const char* label, std::function<double(const HullModel&)> coordinate) {
    const auto table = hull_parameters(family);
    if (std::none_of(table.begin(), table.end(), [&](const HullParameter& p) { return std::string(p.key) == key; }))
      return;
    out.push_back({key, key_x, plane, axis, place, label, std::move(coordinate)});
  };
  using P = BoardPlane;
  add("length_m", nullptr, P::plan, 0, {main_box(m).high.x(), 0.0, 0.0}, QT_TRANSLATE_NOOP("words", "Length"),
      [](const HullModel& h) { return main_box(h).high.x(); });
  add("beam_m", "widest", P::plan, 1, {widest_x(m), 0.5 * main_box(m).size().y(), 0.0},
      QT_TRANSLATE_NOOP("words", "Beam and where it is greatest"),
      [](const HullModel& h) { return main_box(h).high.y(); });
  add("transom_width", nullptr, P::plan, 1, {main_box(m).low.x(), half(m, 0.002), 0.0},
      QT_TRANSLATE_NOOP("words", "Transom width"), [=](const HullModel& h) { return half(h, 0.002); });
  // Under a deck that does not narrow the bow shows at the inner wall.
  const bool covered = inner_wall(m, share(m, 0.85)) > 0.0 && half(m, 0.85) > 0.999 * half(m, 0.5);
  const auto bow_side = [=](const HullModel& h) { return covered ? inner_wall(h, share(h, 0.85)) : half(h, 0.85); };
  add("bow_fullness", nullptr, P::plan, 1, {share(m, 0.85), bow_side(m), 0.0},
      QT_TRANSLATE_NOOP("words", "Bow fullness"), bow_side);
  add("bow_width", nullptr, P::plan, 1, {share(m, 0.995), half(m, 0.995), 0.0}, QT_TRANSLATE_NOOP("words", "Bow width"),
      [=](const HullModel& h) { return half(h, 0.995); });
  add("depth_m", nullptr, P::profile, 2, {share(m, 0.45), 0.0, deck_edge_z(m, share(m, 0.45))},
      QT_TRANSLATE_NOOP("words", "Depth"), [=](const HullModel& h) { return deck_edge_z(h, share(h, 0.45)); });
  add("sheer_m", nullptr, P::profile, 2, {share(m, 0.93), 0.0, deck_edge_z(m, share(m, 0.93))},
      QT_TRANSLATE_NOOP("words", "Sheer"), [=](const HullModel& h) { return deck_edge_z(h, share(h, 0.93)); });
  const double radius = 0.5 * design.shape.bulb_diameter;
  if (family_of(family).uses(&HullShape::bulb_length) && design.shape.bulb_length > 0.0) {
    add("bulb_length_m", nullptr, P::profile, 0, bulb_nose(m, radius), QT_TRANSLATE_NOOP("words", "Length of the bulb"),
        [=](const HullModel& h) { return bulb_nose(h, radius).x(); });
    // The stem's foot lies in the bulb.
    add("bow_rake_m", nullptr, P::profile, 0, stem_over_bulb(m), QT_TRANSLATE_NOOP("words", "Bow rake"),
        [](const HullModel& h) { return stem_over_bulb(h).x(); });
  } else {
    add("bow_rake_m", nullptr, P::profile, 0,
        {forefoot_x(m), 0.0, along(main_outline(m).x, main_outline(m).keel, forefoot_x(m))},
        QT_TRANSLATE_NOOP("words", "Bow rake"), forefoot_x);
  }
  add("bow_rise_m", nullptr, P::profile, 2,
      {share(m, 0.97), 0.0, along(main_outline(m).x, main_outline(m).keel, share(m, 0.97))},
      QT_TRANSLATE_NOOP("words", "Rise of the bottom at the bow"),
      [=](const HullModel& h) { return along(main_outline(h).x, main_outline(h).keel, share(h, 0.97)); });
  add("rocker_m", nullptr, P::profile, 2, {share(m, 0.03), 0.0, m.transom_keel()}, QT_TRANSLATE_NOOP("words", "Rocker"),
      [](const HullModel& h) { return h.transom_keel(); });
  const auto transom_top = [](const HullModel& h) { return h.shells.front().deck_edge.front(); };
  add("transom_rake_rad", nullptr, P::profile, 0, {transom_top(m).x(), 0.0, transom_top(m).z()},
      QT_TRANSLATE_NOOP("words", "Transom angle"), [=](const HullModel& h) { return transom_top(h).x(); });
  // Where both hulls are for certain; sponsons begin farther forward.
  const double both = m.surfaces.empty() ? 0.25 : m.surfaces.front().x / main_box(m).size().x() + 0.06;
  add("hull_beam_m", nullptr, P::plan, 1, {share(m, both), inner_wall(m, share(m, both)), 0.0},
      QT_TRANSLATE_NOOP("words", "Beam of one hull"),
      [=](const HullModel& h) { return inner_wall(h, share(h, both)); });
  add("bridge_height_m", nullptr, P::profile, 2, {share(m, 0.25), 0.0, m.bottom_height(share(m, 0.25), 0.0)},
      QT_TRANSLATE_NOOP("words", "Height of the bridge"),
      [=](const HullModel& h) { return h.bottom_height(share(h, 0.25), 0.0); });
  if (!m.surfaces.empty()) {
    const auto end = [](const HullModel& h) { return main_box(h).low.x() + h.surfaces.front().x; };
    add("sponson_end_m", nullptr, P::profile, 0, {end(m), 0.0, main_box(m).low.z()},
        QT_TRANSLATE_NOOP("words", "Where the sponsons end"), end);
    add("step_place_m", nullptr, P::profile, 0, {end(m), 0.0, m.surfaces.front().z},
        QT_TRANSLATE_NOOP("words", "Foremost step at"), end);
    add("sponson_angle_rad", nullptr, P::profile, 2,
        {share(m, 0.75), 0.0, along(main_outline(m).x, main_outline(m).keel, share(m, 0.75))},
        QT_TRANSLATE_NOOP("words", "Angle of the sponsons"),
        [=](const HullModel& h) { return along(main_outline(h).x, main_outline(h).keel, share(h, 0.75)); });
  }
  add("afterbody_width_m", nullptr, P::plan, 1, {share(m, 0.1), half(m, 0.1), 0.0},
      QT_TRANSLATE_NOOP("words", "Width of the afterbody"), [=](const HullModel& h) { return half(h, 0.1); });
  add("skeg_depth_m", nullptr, P::profile, 2, {lowest_x(m), 0.0, main_box(m).low.z()},
      QT_TRANSLATE_NOOP("words", "Depth of the skeg"), [](const HullModel& h) { return main_box(h).low.z(); });
  add("stern_rise_m", nullptr, P::profile, 2, {share(m, 0.003), 0.0, m.transom_keel()},
      QT_TRANSLATE_NOOP("words", "Rise of the bottom at the transom"),
      [](const HullModel& h) { return h.transom_keel(); });
  add("stern_rake_m", nullptr, P::profile, 0,
      {heel_x(m), 0.0, along(main_outline(m).x, main_outline(m).keel, heel_x(m))},
      QT_TRANSLATE_NOOP("words", "Where the bottom begins to rise aft"), heel_x);
  // Two hulls: the chine of the port one is looked for between its walls.
  const double inner = inner_wall(m, share(m, both));
  const double y = inner > 0.0 ? inner + 0.9 * (0.5 * main_box(m).size().y() - inner) : 0.33 * main_box(m).size().y();
  add("deadrise_transom_rad", nullptr, P::profile, 2, {share(m, 0.01), 0.0, m.bottom_height(share(m, 0.01), y)},
      QT_TRANSLATE_NOOP("words", "Deadrise at the transom (chine height)"),
      [=](const HullModel& h) { return h.bottom_height(share(h, 0.01), y); });
  add("deadrise_midships_rad", nullptr, P::profile, 2, {share(m, 0.5), 0.0, m.bottom_height(share(m, 0.5), y)},
      QT_TRANSLATE_NOOP("words", "Deadrise amidships (chine height)"),
      [=](const HullModel& h) { return h.bottom_height(share(h, 0.5), y); });
  return out;
}

QPointF on_board(const BoardMap& map, BoardPlane plane, const Vec3& r) {
  return plane == BoardPlane::profile ? map.profile(r.x(), r.z()) : map.plan(r.x(), r.y());
}

namespace {

bool near_point(const QPointF& a, const QPointF& b, double reach) {
  return std::hypot(a.x() - b.x(), a.y() - b.y()) <= reach;
}

std::optional<Grip> fitting_at(const Assessment& a, const BoardMap& map, const QPointF& at) {
  const Project& p = a.project;
  const HullModel& hull = a.hull->model;
  using K = Grip::Kind;
  const auto grip = [](K kind, BoardPlane plane, Id id) { return Grip{.kind = kind, .plane = plane, .id = id}; };
  for (const Rail& r : p.layout.rails)
    for (const BoardPlane plane : {BoardPlane::profile, BoardPlane::plan}) {
      const QPointF from = on_board(map, plane, {r.from, r.y, r.z}), to = on_board(map, plane, {r.to, r.y, r.z});
      if (near_point(at, from, 6)) return grip(K::rail_from, plane, r.id);
      if (near_point(at, to, 6)) return grip(K::rail_to, plane, r.id);
      if (at.x() > from.x() && at.x() < to.x() && std::abs(at.y() - from.y()) < 4) return grip(K::rail, plane, r.id);
    }
  for (const Hatch& h : p.hull.hatches) {
    const QRectF plan(map.plan(h.x, h.y + 0.5 * h.width), map.plan(h.x + h.length, h.y - 0.5 * h.width));
    const bool across =
        at.y() > plan.top() && at.y()<plan.bottom(), within = at.x()> plan.left() && at.x() < plan.right();
    if (across && std::abs(at.x() - plan.left()) < 5) return grip(K::hatch_aft, BoardPlane::plan, h.id);
    if (across && std::abs(at.x() - plan.right()) < 5) return grip(K::hatch_fore, BoardPlane::plan, h.id);
    if (within && (std::abs(at.y() - plan.top()) < 4 || std::abs(at.y() - plan.bottom()) < 4))
      return grip(K::hatch, BoardPlane::plan, h.id);
    const double top = map.profile(0, hull.deck_height(h.x, h.y) + h.coaming).y();
    if (within && std::abs(at.y() - top) < 4) return grip(K::hatch, BoardPlane::profile, h.id);
  }
  for (const Frame& f : hull.frames) {
    if (!f.along) continue;
    const Section::Extent e = f.shape.extent();
    if (at.x() < map.x(e.low.x()) || at.x() > map.x(e.high.x())) continue;
    const double y = f.at + 0.5 * p.hull.skin.frame_thickness;
    if (std::abs(at.y() - map.plan(0, y).y()) < 4) return grip(K::stringer, BoardPlane::plan, f.id);
    if (std::abs(at.y() - map.profile(0, e.high.y()).y()) < 4) return grip(K::stringer, BoardPlane::profile, f.id);
  }
  for (const Bulkhead& b : p.hull.bulkheads) {
    const Section::Extent e = hull.shells.front().section_near(b.x).extent();
    if (e.empty() || std::abs(at.x() - map.x(b.x)) > 4) continue;
    if (at.y() < map.profile(0, e.low.y()).y() && at.y() > map.profile(0, e.high.y()).y())
      return grip(K::bulkhead, BoardPlane::profile, b.id);
    if (at.y() < map.plan(0, e.low.x()).y() && at.y() > map.plan(0, e.high.x()).y())
      return grip(K::bulkhead, BoardPlane::plan, b.id);
  }
  return std::nullopt;
}

}  // namespace

std::vector<DriveGrip> drive_grips(const Assessment& a) {
  const DriveLine& line = a.power.line;
  const Drive& d = a.fitted_drive;
  if (!line.known) return {};
  if (!drive_kind(d).strut) return {{Grip::Kind::exit, line.exit}};
  const double angle = d.shaft.strut_angle;
  return {{Grip::Kind::strut, line.disc + strut_reach * Vec3(std::cos(angle), 0.0, std::sin(angle))}};
}

std::optional<Grip> grip_at(const Assessment& a, const BoardMap& map, const QPointF& at, bool with_handles,
                            bool with_fittings, bool with_drive, bool with_cuts) {
  if (with_cuts)
    for (std::size_t i = 0; i < a.build.cuts.size(); ++i) {
      const double from = map.profile_area().top(), to = map.plan_area().bottom();
      if (std::abs(at.x() - map.x(a.build.cuts[i])) < 5 && at.y() > from && at.y() < to)
        return Grip{.kind = Grip::Kind::cut, .cut = i};
    }
  if (with_drive)
    for (const DriveGrip& g : drive_grips(a))
      if (near_point(at, on_board(map, BoardPlane::profile, g.place), 9)) return Grip{.kind = g.kind};
  if (with_handles)
    for (const HullHandle& h : hull_handles(a.hull->model, a.project.hull))
      if (near_point(at, on_board(map, h.plane, h.place), 8))
        return Grip{.kind = Grip::Kind::handle, .plane = h.plane, .handle = h};
  return with_fittings ? fitting_at(a, map, at) : std::nullopt;
}

namespace {

const HullParameter* parameter(HullFamily family, const char* key) {
  for (const HullParameter& p : hull_parameters(family))
    if (key && std::string(p.key) == key) return &p;
  return nullptr;
}

/// Difference quotient of a coordinate over one measure; inward at the borders of its range.
double gain_of(const HullDesign& design, const HullParameter& p,
               const std::function<double(const HullModel&)>& coordinate) {
  const double now = design.shape.*p.member, step = 0.02 * (p.high - p.low);
  const auto at = [&](double value) {
    HullDesign d{.family = design.family, .shape = design.shape, .skin = design.skin, .fineness = 0.3};
    d.shape.*p.member = value;
    return coordinate(build_hull(d));
  };
  for (const double h : {step, 0.3 * step, -0.3 * step}) {
    if (now + h > p.high || now + h < p.low) continue;
    try {
      return (at(now + h) - at(now)) / h;
    } catch (const InvalidInput&) {
      // Too far for this hull; a smaller step may do.
    }
  }
  return 0.0;
}

}  // namespace

void measure_gain(Grip& grip, const HullDesign& design) {
  if (!grip.handle) return;
  if (const HullParameter* p = parameter(design.family, grip.handle->key))
    grip.gain = gain_of(design, *p, grip.handle->coordinate);
  if (const HullParameter* p = parameter(design.family, grip.handle->key_x))
    grip.gain_x = gain_of(design, *p, widest_x);
}

namespace {

Edit handle_edit(const Grip& grip, const Project& start, const Vec3& by, const Session& session) {
  HullDesign hull = start.hull;
  QString words;
  const auto turn = [&](const char* key, double gain, double way) {
    const HullParameter* p = parameter(hull.family, key);
    if (!p || std::abs(gain) < 1e-6) return;
    double& value = hull.shape.*p->member;
    value = std::clamp(value + way / gain, p->low, p->high);
    words +=
        (words.isEmpty() ? "" : ", ") + QString("%1 %2").arg(term(p->label), session.in_words({value, p->dimension}));
  };
  turn(grip.handle->key, grip.gain, by[grip.handle->axis]);
  if (grip.handle->key_x) turn(grip.handle->key_x, grip.gain_x, by.x());
  return {as_said(words), ChangeHull{hull}};
}

}  // namespace

namespace {

Edit drive_edit(const Grip& grip, const Project& start, const Vec3& by, const Session& session) {
  Drive drive = start.drive();
  Shaft& s = drive.shaft;
  if (grip.kind == Grip::Kind::exit) {
    s.exit_x = std::clamp(s.exit_x + by.x(), -0.5, 5.0);
    return {as_said(QObject::tr("Shaft leaves the hull at %1").arg(session.in_words(length_quantity(s.exit_x)))),
            ChangeDrive{drive}};
  }
  s.strut_angle =
      std::clamp(std::asin(std::clamp(std::sin(s.strut_angle) + by.z() / strut_reach, -0.8, 0.8)), -1.0, 1.0);
  return {as_said(QObject::tr("Strut %1").arg(session.in_words(angle_quantity(s.strut_angle)))), ChangeDrive{drive}};
}

/// Cuts that were proposed are the builder's own from the first that is moved.
Edit cut_edit(std::size_t index, const Project& start, double by, const Session& session) {
  const Assessment* from = session.drag_start() ? session.drag_start() : &session.now();
  BuildDesign b = with_cuts_by_hand(start.build, from->build.cuts);
  if (index >= b.cuts.size()) return {{}, ChangeBuild{start.build}};
  b.cuts[index].x += by;
  return {as_said(QObject::tr("Cut %1 at %2").arg(index + 1).arg(session.in_words(length_quantity(b.cuts[index].x)))),
          ChangeBuild{b}};
}

}  // namespace

Edit grip_edit(const Grip& grip, const Project& start, const Vec3& by, const Session& session) {
  using K = Grip::Kind;
  if (grip.kind == K::cut) return cut_edit(grip.cut, start, by.x(), session);
  if (grip.kind == K::exit || grip.kind == K::strut) return drive_edit(grip, start, by, session);
  if (grip.kind == K::handle) return handle_edit(grip, start, by, session);
  HullDesign hull = start.hull;
  Layout layout = start.layout;
  QString words;
  const auto at = [&](double x) {
    return session.in_words(length_quantity(x - session.now().hull->model.box.low.x()));
  };
  for (Bulkhead& b : hull.bulkheads)
    if (b.id == grip.id) {
      b.x += by.x();
      words = QObject::tr("%1 to %2").arg(QString::fromStdString(b.name), at(b.x));
    }
  for (Stringer& s : hull.stringers)
    if (s.id == grip.id) {
      s.x += by.x();
      // From the plan it moves off the centre line, from the side its top follows.
      if (grip.plane == BoardPlane::plan)
        s.y = std::max(0.0, s.y + by.y());
      else
        s.height = std::max(0.002, s.height + by.z());
      words = QObject::tr("%1 from %2 to %3").arg(QString::fromStdString(s.name), at(s.x), at(s.x + s.length));
    }
  for (Hatch& h : hull.hatches)
    if (h.id == grip.id) {
      constexpr double least = 0.01;
      if (grip.kind == K::hatch) {
        h.x += by.x();
        if (grip.plane == BoardPlane::plan) h.y += by.y();
      } else if (grip.kind == K::hatch_aft) {
        const double way = std::min(by.x(), h.length - least);
        h.x += way;
        h.length -= way;
      } else {
        h.length = std::max(least, h.length + by.x());
      }
      words = QObject::tr("%1 from %2 to %3").arg(QString::fromStdString(h.name), at(h.x), at(h.x + h.length));
    }
  for (Rail& r : layout.rails)
    if (r.id == grip.id) {
      if (grip.kind == K::rail_from) {
        r.from = std::min(r.from + by.x(), r.to);
      } else if (grip.kind == K::rail_to) {
        r.to = std::max(r.to + by.x(), r.from);
      } else {
        r.from += by.x();
        r.to += by.x();
        (grip.plane == BoardPlane::profile ? r.z : r.y) += grip.plane == BoardPlane::profile ? by.z() : by.y();
      }
      words = QObject::tr("%1 from %2 to %3").arg(QString::fromStdString(r.name), at(r.from), at(r.to));
      return {as_said(words), ChangeLayout{layout}};
    }
  return {as_said(words), ChangeHull{hull}};
}

}  // namespace plucky::app
