// What lies inside a pod, cut open along its length.
#include <QPainter>
#include <QPainterPath>
#include <algorithm>

#include "drive/pod_inside.h"
#include "stages/drive/drive_page.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

namespace {

QColor colour_of(PodPieceKind kind) {
  const Look& l = look();
  switch (kind) {
    case PodPieceKind::motor:
      return l.part;
    case PodPieceKind::shaft:
      return l.muted;
    case PodPieceKind::seal:
      return l.buoy;
    case PodPieceKind::bearing:
    case PodPieceKind::gear:
      return l.brass_fill;
    default:
      return l.card;
  }
}

}  // namespace

PodDrawing::PodDrawing(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("pod_drawing");
  setMinimumHeight(210);
}

void PodDrawing::paintEvent(QPaintEvent*) {
  const Assessment& a = session_->seen();
  const Part* pod = a.project.layout.find(a.fitted_drive.stands.propulsor);
  if (!pod) return;
  const Drive& d = a.fitted_drive;
  const PodInside in = pod_inside(d, pod->size.z() - 0.5 * d.screw.diameter);
  const auto words = [&](double m) { return session_->in_words(length_quantity(m)); };
  setAccessibleName(QObject::tr("Inside of the pod: %1 long, %2 across").arg(words(in.length), words(in.across)));
  Vec2 low = Vec2::Constant(1e9), high = Vec2::Constant(-1e9);
  for (const PodPiece& piece : in.pieces) {
    low = low.cwiseMin(piece.low);
    high = high.cwiseMax(piece.high);
  }
  const double half = 0.5 * in.across;
  high.x() = std::max(high.x(), in.length);
  high.y() = std::max(high.y(), half + 0.02);
  const QRectF room(8.0, 6.0, width() - 110.0, height() - 40.0);
  const double scale = std::min(room.width() / (high.x() - low.x()), room.height() / (high.y() - low.y()));
  const auto at = [&](double x, double z) {
    return QPointF(room.left() + (x - low.x()) * scale, room.bottom() - (z - low.y()) * scale);
  };
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  const Look& l = look();
  // The case: a round nose ahead, cut square behind the screw, and the leg that goes up.
  p.setPen(QPen(l.ink, 1.6));
  p.setBrush(l.hull);
  const double after = 0.5 * d.screw.length + 0.001, leg = 0.5 * (after + in.length);
  const QRectF up(at(leg - 0.010, high.y()), at(leg + 0.010, 0.0));
  if (!in.motor_on_top) p.drawRect(up);
  const double nose = in.length - 0.6 * half;
  QPainterPath body(at(after, half));
  body.lineTo(at(nose, half));
  body.quadTo(at(in.length, half), at(in.length, 0.0));
  body.quadTo(at(in.length, -half), at(nose, -half));
  body.lineTo(at(after, -half));
  body.closeSubpath();
  p.drawPath(body);
  // Large pieces first, so that nothing hides a small one; each kind is named once.
  std::vector<PodPiece> pieces = in.pieces;
  std::stable_sort(pieces.begin(), pieces.end(), [](const PodPiece& m, const PodPiece& n) {
    return (m.high - m.low).prod() > (n.high - n.low).prod();
  });
  p.setFont(ui_font(8));
  std::vector<PodPieceKind> named;
  double line = room.top() + 8.0;
  for (const PodPiece& piece : pieces) {
    const QRectF box = QRectF(at(piece.low.x(), piece.high.y()), at(piece.high.x(), piece.low.y()));
    QColor fill = colour_of(piece.kind);
    if (piece.kind == PodPieceKind::screw || piece.kind == PodPieceKind::cowl) fill.setAlpha(90);
    p.setPen(QPen(l.ink, 1.0));
    p.setBrush(fill);
    p.drawRect(box);
    if (std::find(named.begin(), named.end(), piece.kind) != named.end()) continue;
    named.push_back(piece.kind);
    const QPointF to(room.right() + 8.0, line);
    p.setPen(QPen(l.muted, 0.8));
    p.drawLine(QPointF(box.center().x(), std::clamp(line, box.top(), box.bottom())), to);
    p.setPen(l.ink);
    p.drawText(QRectF(to.x() + 3.0, line - 8.0, width() - to.x() - 3.0, 16.0), Qt::AlignLeft | Qt::AlignVCenter,
               term(pod_piece_name(piece.kind)));
    line += 19.0;
  }
  p.setPen(l.ink);
  QString under = QObject::tr("%1 long, %2 across").arg(words(in.length), words(in.across));
  if (in.shaft > 0.0) under += QObject::tr(", long shaft %1").arg(words(in.shaft));
  p.drawText(QRectF(8.0, height() - 20.0, width() - 8.0, 16.0), Qt::AlignLeft | Qt::AlignVCenter, under);
}

}  // namespace plucky::app
