#include "chooser/boat_card.h"

#include <QPainter>
#include <QPainterPath>
#include <QTimer>
#include <algorithm>

#include "io/units.h"
#include "parts/part_look.h"
#include "settings/settings.h"
#include "theme/theme.h"

namespace plucky::app {

void paint_boat_picture(QPainter& p, const QRectF& area, const Assessment& a) {
  const Look& l = look();
  const HullModel& hull = a.hull->model;
  Box3 box = bounds(hull.skin);
  for (const Part& part : a.project.layout.parts) {
    box.include(part.box().low);
    box.include(part.box().high);
  }
  const double scale = std::min(area.width() * 0.94 / box.size().x(), area.height() * 0.86 / box.size().z());
  const auto at = [&](double x, double z) {
    return QPointF(area.center().x() + scale * (x - box.centre().x()),
                   area.center().y() - scale * (z - box.centre().z()));
  };
  p.save();
  p.setClipRect(area);
  p.setBrush(l.hull);
  p.setPen(QPen(l.ink, 1.4));
  for (auto shell = hull.shells.rbegin(); shell != hull.shells.rend(); ++shell) {
    const Outline& o = shell->outline;
    QPolygonF outline;
    for (std::size_t i = 0; i < o.x.size(); ++i) outline << at(o.x[i], o.top[i]);
    for (std::size_t i = o.x.size(); i-- > 0;) outline << at(o.x[i], o.keel[i]);
    p.drawPolygon(outline);
  }
  p.setPen(QPen(l.muted, 0.8));
  p.setBrush(l.part);
  for (const Part& part : a.project.layout.parts) {
    if (const auto shaft = shaft_place(a, part)) {
      p.save();
      p.setPen(QPen(p.pen().color(), 3.0));
      p.drawLine(at(shaft->disc.x(), shaft->disc.z()), at(shaft->fore.x(), shaft->fore.z()));
      p.restore();
      continue;
    }
    draw_silhouette(
        p, part,
        QRectF(at(part.box().low.x(), part.box().high.z()), at(part.box().high.x(), part.box().low.z())).normalized(),
        Side::profile);
  }
  if (a.flotation.upright()) {
    const WaterPlane& w = a.flotation.plane;
    const double x0 = box.centre().x() - area.width() / scale, x1 = box.centre().x() + area.width() / scale;
    QPolygonF water{at(x0, w.z_at(x0)), at(x1, w.z_at(x1)), area.bottomRight() + QPointF(50, 50),
                    area.bottomLeft() + QPointF(-50, 50)};
    p.setPen(Qt::NoPen);
    p.setBrush(l.water);
    p.drawPolygon(water);
    p.setPen(QPen(l.water_line, 1.4));
    p.drawLine(water[0], water[1]);
  }
  p.restore();
}

namespace {

/// Mass, speed and run time of a boat, in short.
QString numbers_of(const Assessment& a) {
  QStringList out;
  const auto add = [&](double si, Dimension d) {
    out << QString::fromStdString(show_in_words({si, d}, settings::units()).joined());
  };
  add(a.mass.total, Dimension::mass);
  if (a.power.full.runs()) add(a.power.full.speed, Dimension::speed);
  if (a.power.duty) add(a.power.duty->run_time, Dimension::duration);
  return out.join(QString::fromUtf8(" \u00b7 "));
}

}  // namespace

BoatCard::BoatCard(const Project& project, QWidget* parent) : QAbstractButton(parent), project_(project) {
  setText(QString::fromStdString(project.name));
  setAccessibleName(tr("%1: %2").arg(text(), QString::fromStdString(project.brief.purpose)));
  setFocusPolicy(Qt::StrongFocus);
  setCursor(Qt::PointingHandCursor);
  setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
  setMinimumSize(200, 130);
}

void BoatCard::paintEvent(QPaintEvent*) {
  if (!assessed_)
    QTimer::singleShot(0, this, [this] {
      if (assessed_) return;
      assessed_ = std::make_shared<const Assessment>(assess(project_));
      numbers_ = numbers_of(*assessed_);
      update();
    });
  const Look& l = look();
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.setPen(QPen(hasFocus() || underMouse() ? l.brass : l.line, hasFocus() ? 2.0 : 1.2));
  p.setBrush(underMouse() ? l.brass_fill : l.card);
  p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 8, 8);
  const QRectF words = QRectF(rect()).adjusted(14, 0, -14, -10);
  p.setFont(ui_font(8.8));
  p.setPen(underMouse() ? l.ink : l.muted);
  p.drawText(words, Qt::AlignBottom | Qt::AlignLeft,
             QFontMetricsF(p.font()).elidedText(QString::fromStdString(project_.brief.purpose), Qt::ElideRight,
                                                words.width()));
  p.setFont(ui_font(11, QFont::Bold));
  p.setPen(l.ink);
  // The numbers stand beside the name where there is room, else under it.
  const QFont small = ui_font(8.8);
  const double wide = QFontMetricsF(small).horizontalAdvance(numbers_);
  const bool beside = QFontMetricsF(p.font()).horizontalAdvance(text()) + wide + 12.0 < words.width();
  const double up = beside || numbers_.isEmpty() ? 18.0 : 35.0;
  p.drawText(words.adjusted(0, 0, 0, -up), Qt::AlignBottom | Qt::AlignLeft, text());
  p.setFont(fitted(small, numbers_, {words.width(), 18.0}));
  p.setPen(underMouse() ? l.ink : l.muted);
  p.drawText(words.adjusted(0, 0, 0, -19), Qt::AlignBottom | (beside ? Qt::AlignRight : Qt::AlignLeft), numbers_);
  const QRectF picture = QRectF(rect()).adjusted(8, 8, -8, -32 - up);
  if (assessed_) return paint_boat_picture(p, picture, *assessed_);
  p.setFont(ui_font(9));
  p.setPen(l.muted);
  p.drawText(picture, Qt::AlignCenter, tr("putting it in the water \u2026"));
}

}  // namespace plucky::app
