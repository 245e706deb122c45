#include "assessment/stages/build/assembly.h"

#include <algorithm>
#include <cmath>

#include "layout/kind.h"

namespace plucky {

namespace {

std::vector<double> bulkheads_of(const Assessment& a) {
  std::vector<double> out;
  for (const Bulkhead& b : a.project.hull.bulkheads)
    if (!b.temporary) out.push_back(b.x);
  return out;
}

/// The stretch of the hull between the cuts round a part: what is there before it is joined to the rest.
HullState section_round(const Assessment& a, const Box3& part) {
  HullState s;
  for (const double cut : a.build.cuts) {
    if (cut <= part.low.x()) s.from = std::max(s.from, cut);
    if (cut >= part.high.x()) s.to = std::min(s.to, cut);
  }
  for (const Bulkhead& b : a.project.hull.bulkheads)
    if (!b.temporary && b.x > s.from && b.x < s.to) s.bulkheads.push_back(b.x);
  return s;
}

class Assembly {
 public:
  Assembly(const Assessment& a, const HullRoom& room) : a_(a), room_(room), bulkheads_(bulkheads_of(a)) {
    for (const Part& p : a.project.layout.parts)
      if (stands_inside(p)) inside_.push_back(&p);
    finished_ = room.prepare({.bulkheads = bulkheads_});
  }

  [[nodiscard]] std::vector<PartWay> ways(const std::vector<PartWay>& known) const {
    const auto stands = [](const PartWay& w, const Part* p) {
      return w.part == p->id && w.box.low == p->box().low && w.box.high == p->box().high;
    };
    if (!known.empty() && std::equal(known.begin(), known.end(), inside_.begin(), inside_.end(), stands)) return known;
    std::vector<PartWay> out;
    for (const Part* p : inside_) {
      const auto same = std::find_if(known.begin(), known.end(), [&](const PartWay& w) { return stands(w, p); });
      out.push_back(same == known.end() ? way_alone(*p) : *same);
      out.back().before.clear();
      out.back().crowded = false;
      if (out.back().door == Door::hatch) among_others(*p, out.back());
    }
    return out;
  }

 private:
  [[nodiscard]] PartWay way_alone(const Part& part) const {
    PartWay w{.part = part.id, .box = part.box()};
    const Insertion by_hatch = room_.insertion_through(part.box(), *finished_);
    if (by_hatch.open()) {
      w.door = Door::hatch;
      w.way = by_hatch.way;
      return w;
    }
    HullState open{.bulkheads = bulkheads_};
    if (has_own_deck(a_))
      open.deck_on = false;
    else if (!a_.build.cuts.empty())
      open = section_round(a_, part.box());
    const Insertion before = room_.insertion(part.box(), open);
    if (before.open()) {
      w.door = open.deck_on ? Door::section : Door::deck;
      w.way = before.way;
    } else {
      w.door = before.judged ? Door::none : Door::not_judged;
    }
    return w;
  }

  /// Does it come out of the finished boat with all others in?
  void among_others(const Part& part, PartWay& w) const {
    HullState state{.bulkheads = bulkheads_};
    for (const Part* p : inside_)
      if (p != &part) state.standing.push_back(p->box());
    if (room_.passes(w.way, part.size, state.standing)) return;
    const Insertion all = room_.insertion(part.box(), state);
    if (all.open() || !all.judged) return;  // whoever shares its place has a finding of the stage Layout
    for (const Part* p : inside_) {
      if (p == &part) continue;
      state.standing = {p->box()};
      if (room_.passes(w.way, part.size, state.standing)) continue;
      const Insertion alone = room_.insertion(part.box(), state);
      if (alone.judged && !alone.open()) w.before.push_back(p->id);
    }
    w.crowded = w.before.empty();
  }

  const Assessment& a_;
  const HullRoom& room_;
  std::vector<double> bulkheads_;
  std::vector<const Part*> inside_;
  std::shared_ptr<const HullRoom::Free> finished_;
};

}  // namespace

bool stands_inside(const Part& part) {
  const ComponentKind& kind = traits_of(part.kind);
  return !part.outside && part.inside == 0 && !kind.in_the_line && !kind.led_through;
}

bool has_own_deck(const Assessment& a) {
  return a.project.brief.method != BuildMethod::printed && a.hull->model.deck_area > 0.0;
}

std::vector<PartWay> ways_of(const Assessment& a, const HullRoom& room, const std::vector<PartWay>& known) {
  return Assembly(a, room).ways(known);
}

namespace {

constexpr double key_length = 0.060, hand_room = 0.020, key_radius = 0.003;  // m; common practice, no source

/// A straight line from above to a screw, up to 30 degrees off the upright; nothing where there is none.
std::optional<Vec3> key_from_above(const HullRoom& room, const Vec3& head, const HullState& state) {
  for (int lean = 0; lean <= 30; lean += 10)
    for (int way = 0; way < (lean == 0 ? 1 : 8); ++way) {
      const double t = radians(lean), w = radians(45 * way);
      const Vec3 end =
          head + (key_length + hand_room) * Vec3(std::sin(t) * std::cos(w), std::sin(t) * std::sin(w), std::cos(t));
      if (room.clear(head, end, key_radius, state)) return end;
    }
  return std::nullopt;
}

/// The screw of a servo that is harder to reach, of the two ends that its ears have.
ScrewLine servo_screw(const Assessment& a, const HullRoom& room, const Part& servo) {
  constexpr double ear = 0.004, up = 0.75;  // m beyond its box; share of its height
  HullState finished;
  for (const Bulkhead& b : a.project.hull.bulkheads)
    if (!b.temporary) finished.bulkheads.push_back(b.x);
  const int axis = servo.size.x() >= servo.size.y() ? 0 : 1;
  ScrewLine out{.part = servo.id, .judged = true};
  for (const double side : {-1.0, 1.0}) {
    Vec3 head = servo.place;
    head[axis] += side * (0.5 * servo.size[axis] + ear);
    head.z() = servo.box().low.z() + up * servo.size.z();
    const auto in_the_open = key_from_above(room, head, {.deck_on = false});
    const auto end = key_from_above(room, head, finished);
    if (end && out.through_hatch) out.head = head, out.key = *end;
    if (!end && out.through_hatch) {
      out.through_hatch = false;
      out.head = head;
      out.key = in_the_open.value_or(Vec3(head + (key_length + hand_room) * Vec3::UnitZ()));
    }
    out.judged = out.judged && in_the_open.has_value();
  }
  return out;
}

}  // namespace

std::vector<ScrewLine> screws_of(const Assessment& a, const HullRoom& room) {
  std::vector<ScrewLine> out;
  for (const Part& p : a.project.layout.parts)
    if (p.kind == PartKind::servo && stands_inside(p)) out.push_back(servo_screw(a, room, p));
  for (const Part& p : a.project.layout.parts) {
    if (p.kind != PartKind::motor || p.outside || p.inside != 0) continue;
    const double circle = 0.35 * p.size.y();
    // The two upper ones tell for all: the lower ones come with the mount loose.
    ScrewLine s{.part = p.id};
    s.head =
        Vec3(p.box().low.x() - 0.006, p.place.y() + circle * std::sqrt(0.5), p.place.z() + circle * std::sqrt(0.5));
    HullState open{.deck_on = false};
    const auto end = [&](double tilt) {
      return Vec3(s.head + (key_length + hand_room) * Vec3(-std::cos(tilt), 0.0, std::sin(tilt)));
    };
    /// The key's flattest line that is clear, rad.
    const auto flattest = [&]() -> std::optional<double> {
      for (int degrees = 0; degrees <= 25; degrees += 5)
        if (room.clear(s.head, end(radians(degrees)), key_radius, open)) return radians(degrees);
      return std::nullopt;
    };
    const std::optional<double> tilt = flattest();
    s.judged = tilt.has_value();
    s.key = end(tilt.value_or(0.0));
    for (const Bulkhead& b : a.project.hull.bulkheads) {
      if (b.temporary) continue;
      open.bulkheads = {b.x};
      if (s.judged && !flattest()) s.bulkheads.push_back(b.id);
    }
    out.push_back(s);
  }
  return out;
}

}  // namespace plucky
