#include "stages/float/float_charts.h"

#include <qcustomplot.h>

#include <cmath>

#include "assessment/envelope.h"
#include "assessment/rules.h"
#include "chart/chart_words.h"
#include "theme/theme.h"

namespace plucky::app {

RightingChart::RightingChart(Session* session, QWidget* parent)
    : ChartPage(session, tr("Righting"), "righting_plot", parent) {
  port_ = plot_->addGraph();
  reserve_ = plot_->addGraph();
  floor_ = plot_->addGraph();
  QSharedPointer<QCPAxisTickerFixed> ticks(new QCPAxisTickerFixed);
  ticks->setTickStep(20);
  plot_->xAxis->setTicker(ticks);
  plot_->xAxis->setRange(0, 180);
}

void RightingChart::set_heel(double heel) {
  heel_ = heel;
  if (isVisible()) refresh();
}

void RightingChart::refresh() {
  restyle();
  const Look& l = look();
  port_->setPen(QPen(l.muted, 1.6, Qt::DashLine));
  QColor fill = l.reed;
  fill.setAlpha(50);
  reserve_->setPen(Qt::NoPen);
  reserve_->setBrush(fill);
  floor_->setPen(Qt::NoPen);
  reserve_->setChannelFillGraph(floor_);
  const Stability& s = session_->now().stability;
  const double unit = length_unit();
  const auto curve = [&](const std::vector<RightingPoint>& side) {
    QPair<QVector<double>, QVector<double>> xy;
    for (const RightingPoint& p : side) {
      if (!p.solved) continue;
      xy.first << std::abs(degrees(p.heel));
      xy.second << (p.heel < 0.0 ? -p.gz : p.gz) / unit;
    }
    return xy;
  };
  const auto starboard = curve(s.starboard), port = curve(s.port);
  curve_->setData(starboard.first, starboard.second);
  double apart = 0.0;
  for (int i = 0; i < std::min(starboard.second.size(), port.second.size()); ++i)
    apart = std::max(apart, std::abs(starboard.second[i] - port.second[i]));
  const bool two = apart > 0.02;
  port_->setData(two ? port.first : QVector<double>{}, two ? port.second : QVector<double>{});
  // The reserve: area up to the vanishing angle.
  QVector<double> ax, ay, zero;
  const double end = s.vanishing_angle ? degrees(*s.vanishing_angle) : 180.0;
  double arm = nothing;
  for (int i = 0; i < starboard.first.size(); ++i) {
    if (starboard.first[i] <= end) {
      ax << starboard.first[i];
      ay << std::max(0.0, starboard.second[i]);
      zero << 0.0;
    }
    if (i > 0 && starboard.first[i - 1] <= degrees(heel_) + 1e-9 && degrees(heel_) <= starboard.first[i] + 1e-9)
      arm = starboard.second[i - 1] + (starboard.second[i] - starboard.second[i - 1]) *
                                          (degrees(heel_) - starboard.first[i - 1]) /
                                          (starboard.first[i] - starboard.first[i - 1]);
  }
  reserve_->setData(ax, ay);
  floor_->setData(ax, zero);
  const auto length = [this](double y) { return session_->shown(length_quantity(y * length_unit())); };
  names_.name(curve_, two ? tr("to starboard") : tr("righting arm"), length);
  names_.name(port_, two ? tr("to port") : QString(), length);
  if (s.vanishing_angle) names_.limit(plot_->xAxis, end, true, tr("past vanishing: does not come back"));
  tell(s.starboard.empty()
           ? tr("No curve: the boat does not float.")
           : tr("Free to sink and trim: peak %1 at %2, %3, %4. Click to heel the section's view.")
                 .arg(session_->shown(length_quantity(s.max_arm)), session_->shown(angle_quantity(s.max_arm_heel)),
                      s.vanishing_angle ? tr("vanishes at %1").arg(session_->shown(angle_quantity(*s.vanishing_angle)))
                                        : tr("never vanishes"),
                      s.self_righting ? tr("rights itself")
                                      : tr("stays over at %1").arg(session_->shown(angle_quantity(s.rests_at)))));
  finish(tr("heel, degrees"), tr("righting arm, %1").arg(length_name()), {degrees(heel_), arm}, false);
}

QString RightingChart::value_words(double x, double y) const {
  return tr("At %1 heel the arm is %2")
      .arg(session_->shown(angle_quantity(radians(x))), session_->shown(length_quantity(y * length_unit())));
}

AreasChart::AreasChart(Session* session, QWidget* parent) : ChartPage(session, tr("Areas"), "areas_plot", parent) {
  floor_ = plot_->addGraph();
}

void AreasChart::set_station(double x) {
  station_ = x;
  if (isVisible()) refresh();
}

double AreasChart::boat_x(double chart_x) const {
  return chart_x * length_unit() + session_->now().hull->model.box.low.x();
}

void AreasChart::refresh() {
  restyle();
  const Assessment& a = session_->now();
  const HullModel& hull = a.hull->model;
  const bool metric = session_->units() == UnitSystem::metric;
  const double unit = length_unit(), area_unit = metric ? 1e-4 : 0.0254 * 0.0254;
  QVector<double> x, y, zero;
  double at_station = nothing, best = 1e300;
  if (a.flotation.upright())
    for (const Section& s : hull.sections) {
      x << (s.x - hull.box.low.x()) / unit;
      y << s.area_below(a.flotation.plane.z_at(s.x)) / area_unit;
      zero << 0.0;
      if (std::abs(s.x - station_) < best) {
        best = std::abs(s.x - station_);
        at_station = y.back();
      }
    }
  curve_->setData(x, y);
  floor_->setData(x, zero);
  floor_->setPen(Qt::NoPen);
  QColor fill = look().water;
  curve_->setBrush(fill);
  curve_->setChannelFillGraph(floor_);
  names_.name(curve_, tr("immersed area"));
  tell(x.isEmpty() ? tr("No curve: the boat does not float upright.")
                   : tr("Prismatic coefficient %1, centre of buoyancy %2 from the transom. Click to slide the station.")
                         .arg(QString::number(a.form.prismatic, 'f', 3), session_->shown(length_quantity(a.form.lcb))));
  finish(tr("from the transom, %1").arg(length_name()),
         metric ? tr("immersed area, cm\u00b2") : tr("immersed area, in\u00b2"),
         {(station_ - hull.box.low.x()) / unit, at_station});
}

QString AreasChart::value_words(double x, double y) const {
  const bool metric = session_->units() == UnitSystem::metric;
  return tr("%1 from the transom %2 are under water")
      .arg(session_->shown(length_quantity(x * length_unit())),
           session_->shown({y * (metric ? 1e-4 : 0.0254 * 0.0254), Dimension::area}));
}

CgChart::CgChart(Session* session, QWidget* parent) : ChartPage(session, tr("CG"), "cg_plot", parent) {
  area_ = new QCPCurve(plot_->xAxis, plot_->yAxis);
  band_ = plot_->addGraph();
  edge_ = plot_->addGraph();
  curve_->setLineStyle(QCPGraph::lsNone);
}

void CgChart::refresh() {
  restyle();
  const Look& l = look();
  const Assessment& a = session_->now();
  const HullModel& hull = a.hull->model;
  const double unit = length_unit(), transom = hull.box.low.x(), keel = hull.box.low.z();
  const auto at = [&](double x, double z) { return QPointF((x - transom) / unit, (z - keel) / unit); };
  corners_.clear();
  constexpr double least_gm = 0.01;
  if (const auto e = cg_envelope(a, least_gm))
    corners_ = {at(e->aft.x(keel), keel), at(e->aft.x(e->highest), e->highest),
                at(e->forward.x(e->highest), e->highest), at(e->forward.x(keel), keel)};
  QVector<double> t, x, y;
  for (const QPointF& c : corners_) {
    t << t.size();
    x << c.x();
    y << c.y();
  }
  if (!corners_.empty()) {
    t << t.size();
    x << x.front();
    y << y.front();
  }
  area_->setData(t, x, y);
  QColor fill = l.reed;
  fill.setAlpha(46);
  area_->setPen(QPen(l.reed, 1.6));
  area_->setBrush(fill);
  QVector<double> cx, cz;
  for (const Vec3& g : a.spread.cg) {
    const QPointF p = at(g.x(), g.z());
    cx << p.x();
    cz << p.y();
  }
  QColor dust = l.muted;
  dust.setAlpha(90);
  curve_->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, dust, 3));
  curve_->setData(cx, cz);
  // The band of the boat's type, along the keel line.
  band_->setPen(QPen(l.brass, 5, Qt::SolidLine, Qt::FlatCap));
  band_->setData({(a.cg_band.low - transom) / unit, (a.cg_band.high - transom) / unit}, {0.0, 0.0});
  tell(corners_.empty() ? tr("No envelope: the boat does not float.") : tr("Dots: what masses and places leave open."));
  // The highest edge of the envelope has its name.
  QPen unseen(l.reed);
  unseen.setStyle(Qt::NoPen);
  edge_->setPen(unseen);
  edge_->setData(corners_.empty() ? QVector<double>{} : QVector<double>{corners_[1].x(), corners_[2].x()},
                 corners_.empty() ? QVector<double>{} : QVector<double>{corners_[1].y(), corners_[2].y()});
  names_.name(edge_, tr("trim as wanted, GM %1 or more").arg(session_->shown(length_quantity(least_gm))));
  names_.name(band_, tr("usual for the type"));
  const QPointF now = at(a.mass.cg.x(), a.mass.cg.z());
  finish(tr("CG from the transom, %1").arg(length_name()), tr("CG above the keel, %1").arg(length_name()), now);
  plot_->xAxis->scaleRange(1.3);
}

QString CgChart::value_words(double x, double y) const {
  return tr("%1 from the transom, %2 above the keel")
      .arg(session_->shown(length_quantity(x * length_unit())), session_->shown(length_quantity(y * length_unit())));
}

TableRows CgChart::table() const {
  TableRows rows{{"what", "x, " + length_name().toStdString(), "z, " + length_name().toStdString()}};
  const auto add = [&](const char* what, const QPointF& p) {
    rows.push_back({what, QString::number(p.x(), 'f', 2).toStdString(), QString::number(p.y(), 'f', 2).toStdString()});
  };
  add("CG", working_point());
  for (const QPointF& c : corners_) add("envelope", c);
  for (const QCPGraphData& d : *curve_->data()) add("sample", {d.key, d.value});
  return rows;
}

TrimChart::TrimChart(Session* session, QWidget* parent) : ChartPage(session, tr("Trim"), "trim_plot", parent) {
  low_ = plot_->addGraph();
  high_ = plot_->addGraph();
}

void TrimChart::refresh() {
  restyle();
  const Look& l = look();
  const Assessment& a = session_->now();
  const Part* selected = session_->selected_part();
  const Id id = selected ? selected->id : part_to_slide(a);
  const Part* part = a.project.layout.find(id);
  const Box3& box = a.hull->model.box;
  const double unit = length_unit();
  QVector<double> x, y;
  if (part) {
    const Rail* rail = a.project.layout.find_rail(part->rail);
    const double half = 0.5 * part->size.x();
    for (const TrimPoint& p :
         trim_against_place(a, id, rail ? rail->from : box.low.x() + half, rail ? rail->to : box.high.x() - half, 40)) {
      x << (p.x - box.low.x()) / unit;
      y << degrees(p.trim);
    }
  }
  curve_->setData(x, y);
  const Brief& b = a.project.brief;
  names_.name(curve_, tr("trim at rest"));
  for (QCPGraph* g : {low_, high_}) g->setPen(QPen(l.reed, 1.2, Qt::DashLine));
  if (!x.isEmpty()) {
    low_->setData({x.front(), x.back()}, {degrees(b.trim_low), degrees(b.trim_low)});
    high_->setData({x.front(), x.back()}, {degrees(b.trim_high), degrees(b.trim_high)});
    names_.limit(plot_->yAxis, degrees(b.trim_high), true, tr("above the wanted trim"));
    names_.limit(plot_->yAxis, degrees(b.trim_low), false, tr("below the wanted trim"));
  } else {
    low_->setData({}, {});
    high_->setData({}, {});
  }
  tell(part && !x.isEmpty()
           ? tr("%1 along %2. Select another part to see its curve.")
                 .arg(QString::fromStdString(part->name), part->rail != 0 ? tr("its rail") : tr("the boat"))
           : tr("Nothing to slide: put a battery aboard."));
  const bool afloat = part && a.flotation.status == FloatStatus::afloat;
  finish(tr("place of its middle from the transom, %1").arg(length_name()), tr("trim, degrees, bow up"),
         afloat ? QPointF((part->place.x() - box.low.x()) / unit, degrees(a.flotation.plane.attitude.trim))
                : QPointF(nothing, nothing));
}

QString TrimChart::value_words(double x, double y) const {
  return tr("At %1 from the transom the boat rests %2")
      .arg(session_->shown(length_quantity(x * length_unit())), session_->shown(angle_quantity(radians(y))));
}

}  // namespace plucky::app
