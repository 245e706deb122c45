#include "hull/reading.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "geometry/polyline.h"
#include "hull/model.h"

namespace plucky {

namespace {

constexpr double flat_below = radians(4.0), vee_up_to = radians(40.0);
constexpr double chine_from = radians(22.0);  // a softer turn is no edge for the water to leave at
constexpr double chine_share = 0.55;          // of all the turning between keel and deck edge
constexpr double agreed = 0.66;

/// The edge of a section from its lowest place outward and up to the deck edge, port side.
std::vector<Vec2> port_contour(const Section& s) {
  const SectionLoop* outer = nullptr;
  Section::Extent e = s.extent();
  double most = -1e300;
  for (const SectionLoop& loop : s.loops)
    for (const Vec2& p : loop.points)
      if (p.x() > most) most = p.x(), outer = &loop;
  if (!outer || outer->points.size() < 4) return {};
  const std::vector<Vec2>& p = outer->points;
  const double wide = std::max(1e-9, most), high = std::max(1e-9, e.high.y() - e.low.y()), near = 1e-3 * high;
  std::size_t foot = 0, edge = 0;
  double lowest = 1e300, corner = -1e300;
  for (std::size_t i = 0; i < p.size(); ++i) {
    if (p[i].x() < -1e-3 * wide) continue;
    lowest = std::min(lowest, p[i].y());
    if (const double out = p[i].x() / wide + (p[i].y() - e.low.y()) / high; out > corner) corner = out, edge = i;
  }
  // Of a level bottom the foot is its middle: on the centre plane, or of a body beside it its inner end.
  double inner = 1e300;
  for (std::size_t i = 0; i < p.size(); ++i)
    if (p[i].x() >= -1e-3 * wide && p[i].y() < lowest + near && p[i].x() < inner) inner = p[i].x(), foot = i;
  // Of both ways round the one that is lower in its middle runs along the bottom.
  const auto way = [&](std::size_t step) {
    std::vector<Vec2> out{p[foot]};
    for (std::size_t i = foot; i != edge;) out.push_back(p[i = (i + step) % p.size()]);
    return out;
  };
  std::vector<Vec2> one = way(1), other = way(p.size() - 1);
  const auto mean_height = [](const std::vector<Vec2>& c) {
    double sum = 0.0, length = 0.0;
    for (std::size_t i = 1; i < c.size(); ++i) {
      const double l = (c[i] - c[i - 1]).norm();
      sum += 0.5 * l * (c[i].y() + c[i - 1].y());
      length += l;
    }
    return length > 0.0 ? sum / length : 1e300;
  };
  std::vector<Vec2> out = mean_height(one) <= mean_height(other) ? std::move(one) : std::move(other);
  // A centre plane without a corner on it: the bottom begins there all the same.
  if (out.front().x() > 0.0 && out.front().x() < 0.5 * wide && s.contains({0.0, lowest + 2.0 * near}))
    out.insert(out.begin(), Vec2(0.0, out.front().y()));
  return out;
}

double turn_between(const Vec2& a, const Vec2& b) {
  return std::abs(std::atan2(a.x() * b.y() - a.y() * b.x(), a.dot(b)));
}

struct Look {
  BottomForm form = BottomForm::unknown;
  std::size_t bodies = 0;
  double deadrise = 0.0, turn = 0.0, gap = 0.0;
  bool chined = false;
};

Look look_at(const Section& s, double beam) {
  Look l;
  const Section::Extent e = s.extent();
  if (e.empty()) return l;
  for (const double share : {0.06, 0.15, 0.3}) {
    std::vector<Span> pieces;
    for (const Span& span : s.spans(1, e.low.y() + share * (e.high.y() - e.low.y())))
      if (span.length() > 0.01 * beam) pieces.push_back(span);
    l.bodies = std::max(l.bodies, pieces.size());
    if (pieces.size() == 2) l.gap = std::max(l.gap, pieces[1].low - pieces[0].high);
  }
  const std::vector<Vec2> contour = port_contour(s);
  if (contour.size() < 2) return l;
  // The chine: where it turns most within a twentieth of the way, of all its turning.
  constexpr std::size_t steps = 80, reach = 2;
  const std::vector<Vec2> c = evenly_along(contour, steps);
  double all = 0.0;
  std::size_t chine = 0;
  for (std::size_t i = reach; i + reach <= steps; ++i)
    if (const double t = turn_between(c[i] - c[i - reach], c[i + reach] - c[i]); t > l.turn) l.turn = t, chine = i;
  for (std::size_t i = 1; i < steps; ++i) all += turn_between(c[i] - c[i - 1], c[i + 1] - c[i]);
  l.chined = l.turn >= chine_from && l.turn >= chine_share * all && c[chine].x() - c[0].x() > 0.1 * 0.5 * beam * 0.2;
  const Vec2 out = (l.chined ? c[chine] : c[steps / 2]) - c[0];
  l.deadrise = std::atan2(out.y(), std::max(1e-9, out.x()));
  const bool shallow = l.chined && l.deadrise <= vee_up_to;
  if (l.bodies == 2)
    l.form = shallow ? BottomForm::tunnel : BottomForm::twin;
  else if (l.bodies == 1)
    l.form = !shallow ? BottomForm::round : l.deadrise < flat_below ? BottomForm::flat : BottomForm::vee;
  return l;
}

/// Places in the after three quarters where the keel's line jumps between two stations that lie level beside it.
std::size_t steps_across(const Outline& o) {
  std::size_t count = 0;
  for (std::size_t i = 2; i + 3 < o.x.size() && o.x[i] < o.x.front() + 0.75 * (o.x.back() - o.x.front()); ++i) {
    const auto slope = [&](std::size_t k) { return (o.keel[k + 1] - o.keel[k]) / (o.x[k + 1] - o.x[k]); };
    const double here = std::abs(slope(i)), beside = std::max(std::abs(slope(i - 2)), std::abs(slope(i + 2)));
    if (here > 0.3 && beside < 0.25 * here && here >= std::abs(slope(i - 1)) && here > std::abs(slope(i + 1))) ++count;
  }
  return count;
}

/// Is a loop within another of the same section?
bool has_inner_surface(const Section& s) {
  for (const SectionLoop& loop : s.loops)
    for (const SectionLoop& other : s.loops)
      if (&loop != &other && !loop.points.empty() && Section{s.x, {other}}.contains(loop.points.front())) return true;
  return false;
}

/// Seen from above, m2.
double plan_area(const Outline& o) {
  double area = 0.0;
  for (std::size_t i = 0; i + 1 < o.x.size(); ++i)
    area += 0.5 * (o.x[i + 1] - o.x[i]) *
            (o.half_port[i] + o.half_starboard[i] + o.half_port[i + 1] + o.half_starboard[i + 1]);
  return area;
}

}  // namespace

HullReading read_hull(const HullModel& model) {
  HullReading r;
  constexpr std::array shares{0.05, 0.12, 0.2, 0.28, 0.36, 0.44, 0.52};
  constexpr std::array forms{BottomForm::vee, BottomForm::flat, BottomForm::round, BottomForm::tunnel,
                             BottomForm::twin};
  std::array<double, forms.size()> votes{};
  std::array<std::size_t, 4> bodies{};
  double turn = 0.0, chined = 0.0;
  for (const double share : shares) {
    const Look l = look_at(model.section_near(model.box.low.x() + share * model.length()), model.beam());
    for (std::size_t k = 0; k < forms.size(); ++k) votes[k] += l.form == forms[k] ? 1.0 : 0.0;
    ++bodies[std::min<std::size_t>(l.bodies, 3)];
    r.deadrise += l.deadrise / shares.size();
    r.tunnel = std::max(r.tunnel, l.gap);
    if (l.chined) turn += l.turn, chined += 1.0;
  }
  r.bodies = static_cast<std::size_t>(std::max_element(bodies.begin() + 1, bodies.end()) - bodies.begin());
  if (chined > 0.5 * shares.size()) r.chine = turn / chined;
  r.steps = steps_across(model.outline);
  const std::size_t best = static_cast<std::size_t>(std::max_element(votes.begin(), votes.end()) - votes.begin());
  // A bottom that runs from a shallow V into a flat is a V still.
  const double wins =
      forms[best] == BottomForm::vee || forms[best] == BottomForm::flat ? votes[0] + votes[1] : votes[best];
  r.agree = wins / shares.size();
  const Outline& o = model.outline;
  const auto widest = [&](std::size_t i) { return o.half_port[i] + o.half_starboard[i]; };
  if (!o.x.empty()) r.transom_width = widest(0) / std::max(1e-9, model.beam());
  const double plan = plan_area(o);
  if (plan > 0.0) r.decked = std::clamp(model.deck_area / plan, 0.0, 1.0);
  r.symmetrical = model.symmetrical;
  r.hollow = has_inner_surface(model.section_near(model.box.low.x() + 0.4 * model.length()));
  if (model.length() < 1.4 * model.beam())
    r.why_unknown = "it is hardly longer than wide";
  else if (r.bodies > 2)
    r.why_unknown = {"its sections show {0} or more bodies side by side", r.bodies};
  else if (r.steps > 0)
    r.why_unknown = counted("its bottom has {0} step across it", "its bottom has {0} steps across it", r.steps);
  else if (r.agree < agreed)
    r.why_unknown = {"only {0} of its sections agree on one form of bottom", Quantity{r.agree, Dimension::ratio}};
  else
    r.bottom = forms[best];
  return r;
}

std::vector<Text> describe(const HullReading& r) {
  std::vector<Text> out;
  out.push_back(counted("{0} body meets the water.", "{0} bodies meet the water side by side.", r.bodies));
  if (r.chine)
    out.push_back({"Chines that turn by {0}, bottom at {1}.", angle_quantity(*r.chine), angle_quantity(r.deadrise)});
  else
    out.push_back("Rounded where bottom and side meet.");
  if (r.tunnel > 0.0) out.push_back({"Up to {0} between two bodies.", length_quantity(r.tunnel)});
  if (r.steps > 0) out.push_back(counted("{0} step across the bottom.", "{0} steps across the bottom.", r.steps));
  out.push_back(r.transom_width > 0.15
                    ? Text("A transom {0} of the beam wide.", Quantity{r.transom_width, Dimension::ratio})
                    : Text("No transom: it comes to a point astern."));
  out.push_back(r.decked > 0.75   ? Text("Decked over.")
                : r.decked > 0.05 ? Text("Decked over {0} of its plan.", Quantity{r.decked, Dimension::ratio})
                                  : Text("Open deck."));
  out.push_back(r.symmetrical ? "Symmetrical." : "Not symmetrical.");
  out.push_back(r.hollow ? "A wall with an inner surface: take the inner one out, else it displaces too little."
                         : "One solid.");
  return out;
}

BottomForm bottom_of(const HullDesign& design, const HullReading& reading) {
  return design.bottom != BottomForm::unknown ? design.bottom : reading.bottom;
}

bool planes(BottomForm form) {
  return form == BottomForm::vee || form == BottomForm::flat || form == BottomForm::tunnel;
}

}  // namespace plucky
