// The ways in for water, over the boat.
#include <QPainterPath>
#include <algorithm>

#include "board/layers.h"
#include "board/water_grips.h"
#include "stages/seal/seal_stage.h"
#include "theme/theme.h"

namespace plucky::app {

std::string opening_at(const Session& session, const BoardMap& map, const QPointF& at) {
  std::string key;
  double least = 11.0;
  for (const SealOpening& o : session.seen().seal.openings)
    for (const BoardPlane plane : {BoardPlane::profile, BoardPlane::plan})
      if (const double d = QLineF(on_board(map, plane, o.place), at).length(); d < least) least = d, key = o.key;
  return key;
}

QString opening_words(const Session& session, const std::string& key) {
  const SealReport& r = session.seen().seal;
  for (std::size_t i = 0; i < r.openings.size(); ++i) {
    const SealOpening& o = r.openings[i];
    if (o.key == key)
      return QObject::tr("%1  %2: %3, %4 driven")
          .arg(i + 1)
          .arg(session.said(o.name), term(method_name(o.method)), session.shown({o.running, Dimension::flow}));
  }
  return {};
}

void paint_openings(Canvas& c) {
  QPainter& p = c.painter;
  p.setRenderHint(QPainter::Antialiasing);
  const Look& l = look();
  const SealReport& r = c.a().seal;
  // As its finding has it: one place says how much is too much.
  const auto severity = [&](const SealOpening& o) {
    for (const Finding& f : c.a().findings)
      if (f.id == "seal.opening:" + o.key) return f.severity;
    return Severity::fine;
  };
  int number = 0;
  for (const SealOpening& o : r.openings) {
    ++number;
    const Severity how = severity(o);
    for (const BoardPlane plane : {BoardPlane::profile, BoardPlane::plan}) {
      const QPointF at = on_board(c.map, plane, o.place);
      const bool chosen = c.state.opening == o.key;
      p.setPen(QPen(how == Severity::fine ? l.reed : severity_colour(how), chosen ? 3.2 : 2.0));
      p.setBrush(chosen ? l.brass_fill : l.card);
      p.drawEllipse(at, 9.0, 9.0);
      p.setPen(how == Severity::fine ? l.ink : severity_text_colour(how));
      p.setFont(ui_font(8, QFont::Bold));
      p.drawText(QRectF(at - QPointF(9, 9), QSizeF(18, 18)), Qt::AlignCenter, QString::number(number));
      c.labels.block(QRectF(at - QPointF(10, 10), QSizeF(20, 20)));
    }
  }
  p.setFont(ui_font(8.2, QFont::DemiBold));
  number = 0;
  for (const SealOpening& o : r.openings) {
    ++number;
    const Severity how = severity(o);
    if (how == Severity::fine && c.state.opening != o.key) continue;
    p.setPen(how == Severity::fine ? l.ink : severity_text_colour(how));
    c.labels.place(p, c.map.plan(o.place.x(), o.place.y()),
                   c.session.said(o.name) + " " + c.session.shown({std::max(o.expected, o.running), Dimension::flow}),
                   {{0, 20}, {0, -20}, {70, 16}, {-70, 16}, {70, -16}, {-70, -16}, {0, 36}, {0, -36}});
  }
  // Where a bilge pump stands, and where its bay's water gathers.
  for (const PumpPlace& pump : r.pumps) {
    const double z = c.a().hull->model.bottom_height(pump.low_standing, 0.0);
    const QPointF low = c.map.profile(pump.low_standing, z);
    p.setPen(QPen(l.water_line, 2.0));
    p.setBrush(l.water);
    QPainterPath drop(low + QPointF(0, -13));
    drop.cubicTo(low + QPointF(8, -3), low + QPointF(5, 3), low + QPointF(0, 3));
    drop.cubicTo(low + QPointF(-5, 3), low + QPointF(-8, -3), low + QPointF(0, -13));
    p.drawPath(drop);
    p.setFont(ui_font(8.2, QFont::DemiBold));
    p.setPen(l.ink);
    c.labels.place(p, low, QObject::tr("water gathers here"), {{0, 16}, {70, 14}, {-70, 14}, {0, 30}});
  }
}

}  // namespace plucky::app
