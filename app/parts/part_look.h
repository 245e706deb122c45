// What a component looks like: outlines for board, section and cards, a body for the 3D view, to the scale of the box
// it fills. Each kind draws itself in its own file of parts/kinds; part_look.cpp lists them.
#pragma once

#include "parts/outline.h"
#include "parts/solid.h"

class QPainter;

namespace plucky::app {

struct PartLook {
  Silhouette (*outline)(const Part& part, const Frame& frame, Side side) = &plain_outline;
  TriangleMesh (*solid)(const Part& part) = &plain_solid;
};

[[nodiscard]] const PartLook& look_of(PartKind kind);

/// Forward is to the right, up or port is up; `box` holds all of it.
[[nodiscard]] Silhouette silhouette(const Part& part, const QRectF& box, Side side);

/// Paints it with the painter's pen and brush; thin lines in the pen's colour.
void draw_silhouette(QPainter& painter, const Part& part, const QRectF& box, Side side);

[[nodiscard]] TriangleMesh part_solid(const Part& part);

// The kinds with a look of their own. Adding one: its file and a line here and in the list of the .cpp.
[[nodiscard]] PartLook battery_look();
[[nodiscard]] PartLook esc_look();
[[nodiscard]] PartLook motor_look();
[[nodiscard]] PartLook receiver_look();
[[nodiscard]] PartLook servo_look();
[[nodiscard]] PartLook pump_look();
[[nodiscard]] PartLook hose_look();
[[nodiscard]] PartLook camera_look();
[[nodiscard]] PartLook payload_look();
[[nodiscard]] PartLook ballast_look();
[[nodiscard]] PartLook foam_look();
[[nodiscard]] PartLook gearing_look();
[[nodiscard]] PartLook coupler_look();
[[nodiscard]] PartLook shaft_look();
[[nodiscard]] PartLook pod_look();
[[nodiscard]] PartLook jet_look();
[[nodiscard]] PartLook propeller_look();
[[nodiscard]] PartLook rudder_look();
[[nodiscard]] PartLook aerial_look();
[[nodiscard]] PartLook lamp_look();
[[nodiscard]] PartLook power_switch_look();
[[nodiscard]] PartLook leads_look();
[[nodiscard]] PartLook water_contact_look();

}  // namespace plucky::app
