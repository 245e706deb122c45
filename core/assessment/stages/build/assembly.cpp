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

std::vector<ScrewLine> screws_of(const Assessment& a, const HullRoom& room) {
  constexpr double key = 0.060, hand = 0.020, radius = 0.003;
  std::vector<ScrewLine> out;
  for (const Part& p : a.project.layout.parts) {
    if (p.kind != PartKind::motor || p.outside || p.inside != 0) continue;
    const double circle = 0.35 * p.size.y();
    // The two upper ones tell for all: the lower ones come with the mount loose.
    ScrewLine s{.part = p.id};
    s.head =
        Vec3(p.box().low.x() - 0.006, p.place.y() + circle * std::sqrt(0.5), p.place.z() + circle * std::sqrt(0.5));
    HullState open{.deck_on = false};
    const auto end = [&](double tilt) {
      return Vec3(s.head + (key + hand) * Vec3(-std::cos(tilt), 0.0, std::sin(tilt)));
    };
    /// The key's flattest line that is clear, rad.
    const auto flattest = [&]() -> std::optional<double> {
      for (int degrees = 0; degrees <= 25; degrees += 5)
        if (room.clear(s.head, end(radians(degrees)), radius, open)) return radians(degrees);
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
