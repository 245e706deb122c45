#include "hull/morph.h"

#include <array>
#include <cmath>

#include "base/error.h"
#include "base/key_table.h"

namespace plucky {

namespace {

constexpr double HullShape::*lengthwise_measures[] = {
    &HullShape::length,     &HullShape::bow_rake, &HullShape::stern_rake,  &HullShape::sponson_end,
    &HullShape::step_place, &HullShape::keel_end, &HullShape::bulb_length, &HullShape::counter_length};
constexpr double HullShape::*crosswise_measures[] = {
    &HullShape::beam,        &HullShape::hull_beam,       &HullShape::pad_width,
    &HullShape::chine_flat,  &HullShape::afterbody_width, &HullShape::keel_width,
    &HullShape::runner_width};
constexpr double HullShape::*upright_measures[] = {
    &HullShape::depth,      &HullShape::bow_rise,      &HullShape::rocker,       &HullShape::sheer,
    &HullShape::camber,     &HullShape::bridge_height, &HullShape::stern_rise,   &HullShape::step_height,
    &HullShape::keel_depth, &HullShape::skeg_depth,    &HullShape::counter_rise, &HullShape::runner_height};
/// Angles whose tangent is a height over a breadth.
constexpr double HullShape::*rising_angles[] = {&HullShape::deadrise_transom, &HullShape::deadrise_midships,
                                                &HullShape::chine_angle};

constexpr std::array gives_way_rows{
    KeyRow<GivesWay>{GivesWay::none, "free", "nothing"}, KeyRow<GivesWay>{GivesWay::length, "length", "the length"},
    KeyRow<GivesWay>{GivesWay::beam, "beam", "the beam"}, KeyRow<GivesWay>{GivesWay::depth, "depth", "the depth"}};

double turned(double angle, double factor) {
  return std::atan(std::tan(angle) * factor);
}

}  // namespace

HullShape scaled(HullShape s, const Vec3& by) {
  for (const auto m : lengthwise_measures) s.*m *= by.x();
  for (const auto m : crosswise_measures) s.*m *= by.y();
  for (const auto m : upright_measures) s.*m *= by.z();
  for (const auto m : rising_angles) s.*m = turned(s.*m, by.z() / by.y());
  s.flare = turned(s.flare, by.y() / by.z());
  s.transom_rake = turned(s.transom_rake, by.x() / by.z());
  s.sponson_angle = turned(s.sponson_angle, by.z() / by.x());
  for (const auto m : {&HullShape::bilge_radius, &HullShape::bulb_diameter}) s.*m *= std::sqrt(by.y() * by.z());
  return s;
}

const char* gives_way_name(GivesWay gives) {
  return row_of(gives_way_rows, gives).name;
}

GivesWay gives_way_from_key(const std::string& key) {
  return value_of(gives_way_rows, "what gives way", key);
}

Vec3 factors_keeping_displacement(Vec3 f, GivesWay gives) {
  switch (gives) {
    case GivesWay::none:
      break;
    case GivesWay::length:
      f.x() = 1.0 / (f.y() * f.z());
      break;
    case GivesWay::beam:
      f.y() = 1.0 / (f.x() * f.z());
      break;
    case GivesWay::depth:
      f.z() = 1.0 / (f.x() * f.y());
      break;
  }
  return f;
}

HullDesign scaled(const HullDesign& design, const Vec3& by) {
  if (!((by.array() >= 0.2).all() && (by.array() <= 5.0).all()))
    throw InvalidInput("scale",
                       Text("{0}, {1} and {2} are not all between 20 % and 500 %", Quantity{by.x(), Dimension::ratio},
                            Quantity{by.y(), Dimension::ratio}, Quantity{by.z(), Dimension::ratio}));
  HullDesign d = design;
  d.shape = scaled(design.shape, by);
  if (design.mesh) {
    TriangleMesh mesh = *design.mesh;
    for (Vec3& v : mesh.vertices) v = v.cwiseProduct(by);
    d.mesh = std::make_shared<const TriangleMesh>(std::move(mesh));
  }
  if (d.drawn) d.drawn->stretched = d.drawn->stretched.cwiseProduct(by);
  for (Hatch& h : d.hatches) {
    h.x *= by.x(), h.length *= by.x();
    h.y *= by.y(), h.width *= by.y();
  }
  for (Cabin& c : d.cabins) {
    c.x *= by.x(), c.length *= by.x();
    c.width *= by.y();
    c.height *= by.z();
  }
  for (FloodChamber& c : d.chambers) {
    c.x *= by.x(), c.length *= by.x();
    c.inner *= by.y();
    c.z_low *= by.z(), c.z_high *= by.z();
  }
  for (Bulkhead& b : d.bulkheads) b.x *= by.x();
  for (Stringer& s : d.stringers) {
    s.x *= by.x(), s.length *= by.x();
    s.y *= by.y();
    s.height *= by.z();
  }
  for (EdgeRim& r : d.rims) {
    r.x *= by.x(), r.length *= by.x();
    r.height *= by.z();
  }
  for (Opening& o : d.openings) o.place = o.place.cwiseProduct(by);
  for (Shell& s : d.further) {
    s.shape = scaled(s.shape, by);
    s.place = s.place.cwiseProduct(by);
  }
  return d;
}

}  // namespace plucky
