#include "board/water_grips.h"

#include <algorithm>
#include <cmath>

namespace plucky::app {

namespace {

constexpr double port_stands_off = 13.0;  // pixels

double distance(const QPointF& a, const QPointF& b) {
  return std::hypot(a.x() - b.x(), a.y() - b.y());
}

double distance_to_line(const QPolygonF& line, const QPointF& at) {
  double least = 1e9;
  for (int i = 1; i < line.size(); ++i) {
    const QPointF d = line[i] - line[i - 1];
    const double l2 = d.x() * d.x() + d.y() * d.y();
    const double t =
        l2 > 0.0 ? std::clamp(((at.x() - line[i - 1].x()) * d.x() + (at.y() - line[i - 1].y()) * d.y()) / l2, 0.0, 1.0)
                 : 0.0;
    least = std::min(least, distance(at, line[i - 1] + t * d));
  }
  return least;
}

}  // namespace

QPointF fitting_on_board(const BoardMap& map, BoardPlane plane, const Project& project, const CoolFitting& f) {
  return on_board(map, plane, fitting_place(f, project.layout));
}

QPointF port_on_board(const BoardMap& map, BoardPlane plane, const Project& project, const WaterPort& port) {
  const CoolFitting& f = *project.cooling.find(port.fitting);
  const QPointF at = on_board(map, plane, port_place(f, port.port, project.layout));
  const Vec3 way = port_direction(f, port.port);
  const QPointF along = plane == BoardPlane::profile ? QPointF(way.x(), -way.z()) : QPointF(way.x(), -way.y());
  const double length = std::hypot(along.x(), along.y());
  // A way that points at the eye is drawn aslant.
  return at + port_stands_off * (length > 0.3 ? along / length : QPointF(0.7, port.port == 0 ? 0.7 : -0.7));
}

std::vector<WaterPort> water_ports(const Project& project) {
  std::vector<WaterPort> out;
  for (const CoolFitting& f : project.cooling.fittings)
    for (std::uint32_t p = 0; p < port_count(f.kind); ++p) {
      WaterPort port{f.id, p, false};
      for (const Hose& h : project.cooling.hoses)
        port.taken = port.taken || (h.from == f.id && h.from_port == p) || (h.to == f.id && h.to_port == p);
      out.push_back(port);
    }
  return out;
}

QPolygonF hose_on_board(const BoardMap& map, BoardPlane plane, const HosePath& path) {
  QPolygonF line;
  for (const Vec3& r : path.points) line << on_board(map, plane, r);
  return line;
}

std::optional<WaterPort> water_port_at(const Assessment& a, const BoardMap& map, BoardPlane plane, const QPointF& at) {
  std::optional<WaterPort> best;
  double nearest = 8.0;
  for (const WaterPort& p : water_ports(a.project))
    if (const double d = distance(at, port_on_board(map, plane, a.project, p)); d < nearest) nearest = d, best = p;
  return best;
}

Id water_item_at(const Assessment& a, const BoardMap& map, BoardPlane plane, const QPointF& at) {
  for (const CoolFitting& f : a.project.cooling.fittings)
    if (distance(at, fitting_on_board(map, plane, a.project, f)) < 8.0) return f.id;
  for (const HosePath& p : a.hoses)
    if (distance_to_line(hose_on_board(map, plane, p), at) < 5.0) return p.hose;
  for (const Lane& l : a.project.cooling.lanes)
    if (distance_to_line({on_board(map, plane, {l.from, l.y, l.z}), on_board(map, plane, {l.to, l.y, l.z})}, at) < 5.0)
      return l.id;
  return 0;
}

Edit join_ports(const Project& project, const WaterPort& from, const WaterPort& to) {
  CoolingCircuit c = project.cooling;
  // Like the boat's other hoses, so that one kind of hose serves.
  Hose h = c.hoses.empty() ? Hose{} : c.hoses.back();
  h.id = 0;
  h.via.clear();
  h.kinked = false;
  h.from = from.fitting, h.from_port = from.port;
  h.to = to.fitting, h.to_port = to.port;
  c.hoses.push_back(h);
  return {{"Hose from {0} to {1}", c.find(from.fitting)->name, c.find(to.fitting)->name}, ChangeCooling{c}};
}

Edit move_water_item(const Project& start, const std::vector<HosePath>& paths, Id item, const Vec3& taken,
                     const Vec3& by) {
  CoolingCircuit c = start.cooling;
  for (CoolFitting& f : c.fittings)
    if (f.id == item) {
      f.place += by;
      return {{"Move {0}", f.name}, ChangeCooling{c}};
    }
  for (Lane& l : c.lanes)
    if (l.id == item) {
      l.from += by.x(), l.to += by.x(), l.y += by.y(), l.z += by.z();
      return {"Move the lane", ChangeCooling{c}};
    }
  for (std::size_t i = 0; i < c.hoses.size(); ++i) {
    Hose& h = c.hoses[i];
    if (h.id != item || i >= paths.size()) continue;
    // The nearest of its own points follows the hand; else a new one, between those before and behind on the path.
    std::size_t near = h.via.size();
    for (std::size_t k = 0; k < h.via.size(); ++k)
      if ((h.via[k] - taken).norm() < 0.015) near = k;
    if (near == h.via.size()) {
      const auto along = [&](const Vec3& r) {
        std::size_t best = 0;
        for (std::size_t k = 0; k < paths[i].points.size(); ++k)
          if ((paths[i].points[k] - r).norm() < (paths[i].points[best] - r).norm()) best = k;
        return best;
      };
      near = 0;
      while (near < h.via.size() && along(h.via[near]) < along(taken)) ++near;
      h.via.insert(h.via.begin() + static_cast<std::ptrdiff_t>(near), taken);
    }
    Vec3& point = h.via[near];
    point += by;
    // Near a lane it snaps into it.
    for (const Lane& l : c.lanes)
      if (point.x() >= l.from && point.x() <= l.to && std::hypot(point.y() - l.y, point.z() - l.z) < 0.012)
        point.y() = l.y, point.z() = l.z;
    return {"Lay the hose another way", ChangeCooling{c}};
  }
  return {"Cooling", ChangeCooling{c}};
}

Edit take_out_water_item(const Project& project, Id item) {
  CoolingCircuit c = project.cooling;
  Text label = c.find_hose(item) ? Text("Take out the hose") : Text("Take out the lane");
  if (const CoolFitting* f = c.find(item)) label = {"Take out {0}", f->name};
  std::erase_if(c.hoses, [&](const Hose& h) { return h.id == item || h.from == item || h.to == item; });
  std::erase_if(c.fittings, [&](const CoolFitting& f) { return f.id == item; });
  std::erase_if(c.lanes, [&](const Lane& l) { return l.id == item; });
  return {label, ChangeCooling{c}};
}

}  // namespace plucky::app
