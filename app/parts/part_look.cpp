#include "parts/part_look.h"

#include <QPainter>
#include <algorithm>
#include <map>

namespace plucky::app {

const PartLook& look_of(PartKind kind) {
  static const std::map<PartKind, PartLook> looks{
      {PartKind::battery, battery_look()},
      {PartKind::esc, esc_look()},
      {PartKind::motor, motor_look()},
      {PartKind::receiver, receiver_look()},
      {PartKind::servo, servo_look()},
      {PartKind::pump, pump_look()},
      {PartKind::hose, hose_look()},
      {PartKind::camera, camera_look()},
      {PartKind::payload, payload_look()},
      {PartKind::ballast, ballast_look()},
      {PartKind::foam, foam_look()},
      {PartKind::gearing, gearing_look()},
      {PartKind::coupler, coupler_look()},
      {PartKind::shaft, shaft_look()},
      {PartKind::pod, pod_look()},
      {PartKind::jet, jet_look()},
      {PartKind::propeller, propeller_look()},
      {PartKind::rudder, rudder_look()},
      {PartKind::aerial, aerial_look()},
      {PartKind::lamp, lamp_look()},
      {PartKind::power_switch, power_switch_look()},
      {PartKind::leads, leads_look()},
      {PartKind::water_contact, water_contact_look()},
  };
  static const PartLook plain;
  const auto found = looks.find(kind);
  return found == looks.end() ? plain : found->second;
}

Silhouette silhouette(const Part& part, const QRectF& box, Side side) {
  return look_of(part.kind).outline(part, Frame{box}, side);
}

TriangleMesh part_solid(const Part& part) {
  return look_of(part.kind).solid(part);
}

void draw_silhouette(QPainter& painter, const Part& part, const QRectF& box, Side side) {
  const Silhouette s = silhouette(part, box, side);
  painter.drawPath(s.body);
  const QPen outline = painter.pen();
  QPen thin(outline);
  thin.setWidthF(std::min(1.0, outline.widthF()));
  QColor soft = outline.color();
  soft.setAlphaF(0.55);
  thin.setColor(soft);
  painter.setPen(thin);
  const QBrush fill = painter.brush();
  painter.setBrush(Qt::NoBrush);
  if (!s.lines.isEmpty()) painter.drawPath(s.lines);  // an empty path spoils a PDF
  painter.setBrush(fill);
  painter.setPen(outline);
}

}  // namespace plucky::app
