#include "stages/hull/lines_picture.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

#include "theme/theme.h"

namespace plucky::app {

namespace {

/// m of the boat to points of the picture.
struct LinesMap {
  double scale = 1.0;
  QPointF profile, plan, body;  ///< where the transom's foot, the centre line and the middle of the sections lie

  [[nodiscard]] QPointF in_profile(double x, double z) const { return profile + scale * QPointF(x, -z); }
  [[nodiscard]] QPointF in_plan(double x, double y) const { return plan + scale * QPointF(x, -y); }
  [[nodiscard]] QPointF in_body(double y, double z) const { return body + scale * QPointF(y, -z); }
};

struct Extent {
  double length = 0.0, half = 0.0, low = 0.0, high = 0.0;
  void add(const HullModel& m) {
    length = std::max(length, m.length());
    half = std::max(half, 0.5 * m.beam());
    low = std::min(low, m.box.low.z());
    high = std::max(high, m.box.high.z());
  }
};

Vec3 deck_edge_at(const HullModel& m, double x) {
  const std::vector<Vec3>& edge = m.shells.front().deck_edge;
  return *std::min_element(edge.begin(), edge.end(),
                           [&](const Vec3& a, const Vec3& b) { return std::abs(a.x() - x) < std::abs(b.x() - x); });
}

void draw_hull(QPainter& p, const LinesMap& s, const HullModel& m, const QColor& colour, Qt::PenStyle style) {
  p.setPen(QPen(colour, 1.4, style));
  const Outline& o = m.outline;
  const double transom = m.box.low.x();
  QPolygonF profile, plan;
  for (std::size_t i = 0; i < o.x.size(); ++i) {
    profile << s.in_profile(o.x[i] - transom, o.keel[i]);
    plan << s.in_plan(o.x[i] - transom, o.half_port[i]);
  }
  for (std::size_t i = o.x.size(); i-- > 0;) {
    profile << s.in_profile(o.x[i] - transom, o.top[i]);
    plan << s.in_plan(o.x[i] - transom, -o.half_starboard[i]);
  }
  p.drawPolygon(profile);
  p.drawPolygon(plan);
  p.setPen(QPen(colour, 1.0, style));
  constexpr int stations = 10;
  for (int i = 0; i <= stations; ++i) {
    const double share = std::clamp(static_cast<double>(i) / stations, 0.005, 0.98);
    const Section& cut = m.section_near(transom + share * m.length());
    const bool fore = 2 * i >= stations;
    const Vec3 edge = deck_edge_at(m, cut.x);
    for (const SectionLoop& loop : cut.loops) {
      QPolygonF half;
      const auto flush = [&] {
        if (half.size() > 1) p.drawPolyline(half);
        half.clear();
      };
      const auto put = [&](const Vec2& q) {
        // One side of each section up to the deck edge: the after ones' to the left.
        const bool deck = q.y() > edge.z() - 1e-4 && std::abs(q.x()) < std::abs(edge.y()) - 1e-4;
        if (deck || (fore ? q.x() < -1e-9 : q.x() > 1e-9)) return flush();
        half << s.in_body(q.x(), q.y());
      };
      for (const Vec2& q : loop.points) put(q);
      if (!loop.points.empty()) put(loop.points.front());
      flush();
    }
  }
}

}  // namespace

LinesPicture::LinesPicture(QWidget* parent) : QWidget(parent) {
  setObjectName("lines_picture");
  setAccessibleName(tr("Profile, plan and sections"));
  setMinimumSize(130, 80);
}

void LinesPicture::show_hulls(std::shared_ptr<const HullModel> hull, std::shared_ptr<const HullModel> beside) {
  hull_ = std::move(hull);
  beside_ = std::move(beside);
  update();
}

void LinesPicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.fillRect(rect(), look().paper);
  if (!hull_) return;
  Extent e;
  e.add(*hull_);
  if (beside_) e.add(*beside_);
  constexpr double air = 12.0;
  const double tall = e.high - e.low, wide = e.length + 2.0 * e.half, high = tall + 2.0 * e.half;
  LinesMap s;
  s.scale = std::min((width() - 3.0 * air) / wide, (height() - 3.0 * air) / high);
  const double left = 0.5 * (width() - s.scale * wide - air), top = 0.5 * (height() - s.scale * high - air);
  s.profile = {left, top + s.scale * e.high};
  s.plan = {left, top + s.scale * (tall + e.half) + air};
  s.body = {left + s.scale * (e.length + e.half) + air, top + s.scale * e.high};
  p.setPen(QPen(look().line, 1.0));
  p.drawLine(s.in_profile(0.0, 0.0), s.in_profile(e.length, 0.0));
  p.drawLine(s.in_plan(0.0, 0.0), s.in_plan(e.length, 0.0));
  p.drawLine(s.in_body(-e.half, 0.0), s.in_body(e.half, 0.0));
  p.drawLine(s.in_body(0.0, e.low), s.in_body(0.0, e.high));
  if (beside_) draw_hull(p, s, *beside_, look().brass, Qt::DashLine);
  draw_hull(p, s, *hull_, look().ink, Qt::SolidLine);
}

}  // namespace plucky::app
