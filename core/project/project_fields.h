// Every field of a boat, once: its key in the file and what it may be. In: a visitor (json_fields.h) and a struct. Out:
// the visitor has seen each field. Reading, checking and writing go through here, and tests that try every number.
#pragma once

#include <algorithm>

#include "project/drive_fields.h"
#include "project/json_fields.h"

namespace plucky {

// Each describe() lists a struct's fields once, for reading, checking and writing alike. Keys carry the unit.

namespace range {
inline constexpr Allowed positive{0.0, 1e6};
inline constexpr Allowed place{-100.0, 100.0};
inline constexpr Allowed size{0.0, 100.0};
inline constexpr Allowed share{0.0, 1.0};
inline constexpr Allowed pixel{-1e5, 1e5};
}  // namespace range

template <class V>
void describe(V& v, Brief& b) {
  v("purpose", b.purpose);
  v.choice("type", b.type, boat_type_key, boat_type_from_key);
  v.choice("water", b.water, water_kind_key, water_kind_from_key);
  v.choice("method", b.method, build_method_key, build_method_from_key);
  v("salt_water", b.salt_water);
  v("depth_m", b.depth, range::size);
  v("payload_kg", b.payload, {0.0, 1000.0});
  v("wanted_speed_m_s", b.wanted_speed, {0.0, 100.0});
  v("run_time_s", b.run_time, range::positive);
  v("most_length_m", b.most_length, range::size);
  v("longest_piece_m", b.longest_piece, range::size);
  v("wanted_freeboard_m", b.wanted_freeboard, range::size);
  v("trim_low_rad", b.trim_low, {-pi / 2, pi / 2});
  v("trim_high_rad", b.trim_high, {-pi / 2, pi / 2});
  v("swamped_reserve", b.swamped_reserve, {0.0, 10.0});
}

template <class V>
void describe(V& v, HullShape& s) {
  for (const HullParameter& p : all_hull_parameters()) v(p.key, s.*p.member, {-100.0, 100.0});
}

template <class V>
void describe(V& v, Skin& s) {
  v("material", s.material);
  v("density_kg_m3", s.density, {1.0, 30000.0});
  v("shell_thickness_m", s.shell_thickness, {0.0, 0.1});
  v("deck_thickness_m", s.deck_thickness, {0.0, 0.1});
  v("frame_thickness_m", s.frame_thickness, {0.0, 0.1});
}

template <class V>
void describe(V& v, Hatch& h) {
  v("id", h.id);
  v("name", h.name);
  v("x_m", h.x, range::place);
  v("y_m", h.y, range::place);
  v("length_m", h.length, range::size);
  v("width_m", h.width, range::size);
  v("coaming_m", h.coaming, range::size);
  v("sealed", h.sealed);
}

template <class V>
void describe(V& v, Cabin& c) {
  v("id", c.id);
  v("name", c.name);
  v("x_m", c.x, range::place);
  v("length_m", c.length, range::size);
  v("width_m", c.width, range::size);
  v("height_m", c.height, range::size);
  v("lean", c.lean, range::share);
  v("sealed", c.sealed);
}

template <class V>
void describe(V& v, FloodChamber& c) {
  v("id", c.id);
  v("name", c.name);
  v("x_m", c.x, range::place);
  v("length_m", c.length, range::size);
  v("inner_m", c.inner, range::place);
  v("z_low_m", c.z_low, range::place);
  v("z_high_m", c.z_high, range::place);
  v("port", c.port);
}

template <class V>
void describe(V& v, Bulkhead& b) {
  v("id", b.id);
  v("name", b.name);
  v("x_m", b.x, range::place);
  v("watertight", b.watertight);
  v("rim_m", b.rim, range::size);
  v("temporary", b.temporary);
}

template <class V>
void describe(V& v, Stringer& s) {
  v("id", s.id);
  v("name", s.name);
  v("x_m", s.x, range::place);
  v("length_m", s.length, range::size);
  v("y_m", s.y, range::place);
  v("height_m", s.height, range::size);
  v("both_sides", s.both_sides);
}

template <class V>
void describe(V& v, Opening& o) {
  v("id", o.id);
  v("name", o.name);
  v("place_m", o.place, range::place);
  v("sealed", o.sealed);
  v("for_aerial", o.for_aerial);
}

template <class V>
void describe(V& v, EdgeRim& r) {
  v("id", r.id);
  v("name", r.name);
  v("bumper", r.bumper);
  v("x_m", r.x, range::place);
  v("length_m", r.length, range::size);
  v("height_m", r.height, range::size);
  v("thickness_m", r.thickness, range::size);
  v("bumper_density_kg_m3", r.bumper_density, {1.0, 3000.0});
  v("ports_m2", r.ports, {0.0, 1.0});
}

template <class V>
void describe(V& v, Shell& s) {
  v("id", s.id);
  v("name", s.name);
  v.choice("family", s.family, family_key, family_from_key);
  v.object("shape", s.shape);
  v("place_m", s.place, range::place);
  v("both_sides", s.both_sides);
}

/// A point of a picture.
template <class V>
void describe(V& v, Vec2& pixel) {
  // One that begins with a file has no value before.
  if constexpr (std::is_same_v<V, JsonReader>) pixel.setZero();
  v("x_px", pixel.x(), range::pixel);
  v("y_px", pixel.y(), range::pixel);
}

template <class V>
void describe(V& v, TracePoint& p) {
  describe(v, p.at);
  v("corner", p.corner);
}

template <class V>
void describe(V& v, TraceSection& s) {
  v("x_m", s.x, range::place);
  v.list("points", s.points);
}

template <class V>
void describe(V& v, Trace& t) {
  v.object("from", t.from);
  v.object("to", t.to);
  v("distance_m", t.distance, {1e-6, 1e3});
  v.object("foot", t.foot);
  v.list("sections", t.sections);
}

template <class V>
void describe(V& v, DrawnHull& d) {
  v("picture", d.picture_name);
  v("stretched", d.stretched, {1e-3, 1e3});
  v.object("trace", d.trace);
}

template <class V>
void describe(V& v, HullDesign& h) {
  v.choice("family", h.family, family_key, family_from_key);
  v.object("shape", h.shape);
  v.object("skin", h.skin);
  v("fineness", h.fineness, {0.2, 10.0});
  v("mesh_source", h.mesh_source);
  v.object("drawn", h.drawn);
  v.choice("bottom", h.bottom, bottom_form_key, bottom_form_from_key);
  v.list("hatches", h.hatches);
  v.list("cabins", h.cabins);
  v.list("flood_chambers", h.chambers);
  v.list("bulkheads", h.bulkheads);
  v.list("stringers", h.stringers);
  v.list("openings", h.openings);
  v.list("rims", h.rims);
  v("boot_top_m", h.boot_top, {0.0, 0.1});
  v.list("further_shells", h.further);
}

template <class V>
void describe(V& v, Part& p) {
  v("id", p.id);
  v("name", p.name);
  v.choice("kind", p.kind, part_kind_key, part_kind_from_key);
  v.choice("shape", p.shape, part_shape_key, part_shape_from_key);
  describe_data(v, p, range::size);
  v("place_m", p.place, range::place);
  v("mass_kg", p.mass, {0.0, 1000.0});
  v("mass_sigma_kg", p.mass_sigma, range::positive);
  v("measured_mass_kg", p.measured_mass, {0.0, 1000.0});
  v("measured_sigma_kg", p.measured_sigma, range::positive);
  v("place_sigma_m", p.place_sigma, range::size);
  v("may_get_wet", p.may_get_wet);
  v("outside", p.outside);
  v("lithium", p.lithium);
  v("rail", p.rail);
  v("inside", p.inside);
}

template <class V>
void describe(V& v, Rail& r) {
  v("id", r.id);
  v("name", r.name);
  v("from_m", r.from, range::place);
  v("to_m", r.to, range::place);
  v("y_m", r.y, range::place);
  v("z_m", r.z, range::place);
}

template <class V>
void describe(V& v, MassCorrection& c) {
  v("mass_kg", c.mass, {-1000.0, 1000.0});
  v("moment_kg_m", c.moment, {-1e5, 1e5});
  v("mass_sigma_kg", c.mass_sigma, range::positive);
  v("cg_sigma_m", c.cg_sigma, range::size);
  v("origin", c.origin);
}

template <class V>
void describe(V& v, Layout& l) {
  v.list("rails", l.rails);
  v.list("parts", l.parts);
  v.list("unplaced", l.unplaced);
  v.object("correction", l.correction);
}

template <class V>
void describe(V& v, DriveUnit& u) {
  v("id", u.id);
  v("name", u.name);
  v.choice("propulsor", u.propulsor, propulsor_key, propulsor_from_key);
  v.choice("mounting", u.mounting, mounting_key, mounting_from_key);
  v("parallel", u.parallel);
  Drive drive;
  static_cast<DriveUse&>(drive) = u.use;
  DrivePart use{drive, DriveGroup::drive};
  describe(v, use);
  u.use = drive;
  v("components", u.components);
}

template <class V>
void describe(V& v, Fittings& f) {
  Drive drive;
  drive.fittings = f;
  DrivePart part{drive, DriveGroup::fittings};
  describe(v, part);
  f = drive.fittings;
}

template <class V>
void describe(V& v, SteeringUse& use) {
  v.choice("by", use.by, steered_by_key, steered_by_from_key);
  v("rudder", use.parts.rudder);
  v("servo", use.parts.servo);
  Steering s{use, {}, {}};
  for (const SteeringNumber& n : steering_numbers())
    if (!n.owner) v(n.key, n.of(s), {n.low, n.high});
  use = s;
  v("in_wash", use.in_wash);
  v("under_hull", use.under_hull);
  v("pull_pull", use.pull_pull);
}

template <class V>
void describe(V& v, CoolFitting& f) {
  v("id", f.id);
  v("name", f.name);
  v.choice("kind", f.kind, fitting_key, fitting_from_key);
  v("part", f.part);
  v("place_m", f.place, range::place);
  for (const FittingNumber& n : fitting_numbers()) v(n.key, f.*n.member, {std::min(0.0, n.low), n.high});
  v("in_wash", f.in_wash);
  v("reversed", f.reversed);
  v("blocked", f.blocked);
  v("calibration", f.calibration, {1e-3, 100.0});
}

template <class V>
void describe(V& v, Hose& h) {
  v("id", h.id);
  v("from", h.from);
  v("from_port", h.from_port);
  v("to", h.to);
  v("to_port", h.to_port);
  v.choice("material", h.material, hose_key, hose_from_key);
  v("bore_m", h.bore, {0.0, 0.03});
  v("wall_m", h.wall, {0.0, 0.01});
  v("via_m", h.via, range::place);
  v("kinked", h.kinked);
}

template <class V>
void describe(V& v, Lane& l) {
  v("id", l.id);
  v("name", l.name);
  v("from_m", l.from, range::place);
  v("to_m", l.to, range::place);
  v("y_m", l.y, range::place);
  v("z_m", l.z, range::place);
}

template <class V>
void describe(V& v, HeightTest& t) {
  v("id", t.id);
  v("pickup", t.pickup);
  v("throttle", t.throttle, range::share);
  v("height_m", t.height, {0.0, 100.0});
  v("recovery", t.recovery, {0.0, 100.0});
  v("date", t.date);
}

template <class V>
void describe(V& v, CoolingCircuit& c) {
  v("water_c", c.water, {-5.0, 60.0});
  v("air_c", c.air, {-30.0, 80.0});
  v.choice("seen_from", c.seen_from, driving_side_key, driving_side_from_key);
  v.list("fittings", c.fittings);
  v.list("hoses", c.hoses);
  v.list("lanes", c.lanes);
  v.list("height_tests", c.tests);
}

template <class V>
void describe(V& v, SealChoice& c) {
  v("id", c.id);
  v("opening", c.opening);
  v.choice("method", c.method, method_key, method_from_key);
  v.choice("condition", c.condition, condition_key, condition_from_key);
  v("clearance_m", c.clearance, range::size);
  v("length_m", c.length, range::size);
  v("grease_interval_s", c.grease_interval, range::positive);
  v("spring_to_water", c.spring_to_water);
  v("pair", c.pair);
  v("ring_section_m", c.ring_section, range::size);
  v("groove_depth_m", c.groove_depth, range::size);
  v("groove_width_m", c.groove_width, range::size);
  v("screws_apart_m", c.screw_spacing, range::size);
}

template <class V>
void describe(V& v, PartShield& s) {
  v("id", s.id);
  v("part", s.part);
  v.choice("shield", s.shield, shield_key, shield_from_key);
}

template <class V>
void describe(V& v, Bilge& b) {
  v("trigger_m", b.trigger, range::size);
  v("flow_m3_s", b.flow, {0.0, 0.01});
  v("head_m", b.head, range::size);
  v("current_a", b.current, {0.0, 1000.0});
}

template <class V>
void describe(V& v, Printer& p) {
  v("name", p.name);
  v("bed_m", p.bed, {0.02, 10.0});
  v("margin_m", p.margin, {0.0, 0.1});
  v("line_width_m", p.line_width, {1e-4, 0.002});
  v("layer_m", p.layer, {5e-5, 0.001});
  v("flow_m3_s", p.flow, {1e-10, 1e-6});
  v("speed_m_s", p.speed, {0.001, 1.0});
  v("travel_m_s", p.travel, {0.001, 2.0});
  v("acceleration_m_s2", p.acceleration, {0.01, 50.0});
  v("clearance_m", p.clearance, {0.0, 0.002});
  v("overhang_rad", p.overhang, {0.0, 0.5 * pi});
  v("bridge_m", p.bridge, {0.0, 1.0});
  v("hours_factor", p.hours_factor, {0.05, 20.0});
  v("mass_factor", p.mass_factor, {0.05, 20.0});
  v("spool_kg", p.spool, {0.01, 100.0});
  v("spool_price", p.price, {0.0, 1e6});
  v("waste", p.waste, range::share);
}

template <class V>
void describe(V& v, HullJoints& j) {
  v.choice("joint", j.kind, joint_key, joint_from_key);
  v("rim_m", j.rim, {0.0, 0.03});
  v("rim_depth_m", j.depth, {0.001, 0.05});
  v("pin_m", j.pin, {0.0005, 0.02});
  v("pin_reach_m", j.reach, {0.001, 0.05});
}

template <class V>
void describe(V& v, StockSheet& s) {
  v("id", s.id);
  v("name", s.name);
  v("length_m", s.length, {0.01, 10.0});
  v("width_m", s.width, {0.01, 10.0});
  v("thickness_m", s.thickness, {1e-5, 0.05});
  v("count", s.count);
}

template <class V>
void describe(V& v, HullCut& c) {
  v("id", c.id);
  v("x_m", c.x, range::place);
}

template <class V>
void describe(V& v, WorkDone& d) {
  v("id", d.id);
  v("task", d.task);
  v("date", d.date);
  v("hands_s", d.hands, {0.0, 1e7});
}

template <class V>
void describe(V& v, WorkWish& w) {
  v("id", w.id);
  v("first", w.first);
  v("then", w.then);
}

template <class V>
void describe(V& v, MetFault& f) {
  v("id", f.id);
  v.choice("kind", f.kind, fault_key, fault_from_key);
  v("task", f.task);
  v("date", f.date);
}

template <class V>
void describe(V& v, WorkDesign& w) {
  v("start", w.start);
  v("weekday_hours_s", w.weekday_hours, {0.0, 16.0 * 3600});
  v("weekend_hours_s", w.weekend_hours, {0.0, 16.0 * 3600});
  v("temperature_c", w.temperature, {-20.0, 60.0});
  v("printers", w.printers, {1.0, 100.0});
  v.choice("joints", w.joints, product_key, product_from_key);
  v.list("done", w.done);
  v.list("wishes", w.wishes);
  v.list("faults", w.faults);
}

template <class V>
void describe(V& v, Fixture& f) {
  v("id", f.id);
  v("name", f.name);
  v.choice("kind", f.kind, fixture_key, fixture_from_key);
  v.choice("material", f.material, fixture_material_key, fixture_material_from_key);
  v("holds", f.holds);
  v("wall_m", f.wall, {0.0, 0.1});
  v("play_m", f.play, {0.0, 0.1});
  v("reach_m", f.reach, {0.0, 1.0});
  v("at", f.at, {0.0, 1.0});
  v("infill", f.infill, range::share);
  v("measured_mass_kg", f.measured_mass, {0.0, 100.0});
}

template <class V>
void describe(V& v, MouldDesign& m) {
  v("slice_m", m.slice, {0.001, 0.1});
  v("draft_rad", m.draft, {0.0, 0.5});
  v("layers", m.layers, {1.0, 20.0});
  v("cloth_kg_m2", m.cloth, {0.01, 2.0});
  v("mould_layers", m.mould_layers, {1.0, 40.0});
  v("flange_m", m.flange, {0.0, 0.2});
}

template <class V>
void describe(V& v, LaidPiece& l) {
  v("id", l.id);
  v("piece", l.piece);
  v("sheet", l.sheet);
  v("copy", l.copy);
  v("x_m", l.x, range::place);
  v("y_m", l.y, range::place);
  v("turn_rad", l.turn, {-2.0 * pi, 2.0 * pi});
}

template <class V>
void describe(V& v, MadeThing& m) {
  v("id", m.id);
  v("what", m.what);
  v("date", m.date);
  v("length_m", m.length, range::size);
  v("width_m", m.width, range::size);
  v("height_m", m.height, range::size);
  v("amount", m.amount, {0.0, 1e3});
}

template <class V>
void describe(V& v, BillMark& m) {
  v("id", m.id);
  v("line", m.line);
  v("got", m.got);
  v("price", m.price, {0.0, 1e7});
}

template <class V>
void describe(V& v, BuildDesign& b) {
  v.object("printer", b.printer);
  v.object("joints", b.joints);
  v("least_support", b.least_support);
  v("cuts_by_hand", b.cuts_by_hand);
  v.list("cuts", b.cuts);
  v.list("sheets", b.sheets);
  v("piece_gap_m", b.piece_gap, {0.0, 0.05});
  v("slot_play_m", b.slot_play, {-0.001, 0.005});
  v.list("laid", b.laid);
  v("one_sheet", b.one_sheet);
  v("folded_corners", b.folded_corners);
  v("fold_radius_m", b.fold_radius, {0.0, 0.05});
  v("riveted_strips", b.strips);
  v("rim_flange_m", b.rim_flange, {0.0, 0.1});
  v.list("fixtures", b.fixtures);
  v.object("mould", b.mould);
  v.list("made", b.made);
  v.list("bill", b.bill);
  v.object("work", b.work);
}

template <class V>
void describe(V& v, LeakResult& r) {
  v("id", r.id);
  v("opening", r.opening);
  v.choice("round", r.round, round_key, round_from_key);
  v("passed", r.passed);
  v("note", r.note);
}

template <class V>
void describe(V& v, LeakTest& t) {
  v("id", t.id);
  v("date", t.date);
  v("duration_s", t.duration, range::positive);
  v("mass_before_kg", t.mass_before, {0.0, 1000.0});
  v("mass_after_kg", t.mass_after, {0.0, 1000.0});
  v.list("results", t.results);
}

template <class V>
void describe(V& v, Sealing& s) {
  v("perimeters", s.perimeters);
  v("coat_inside", s.coat_inside);
  v("coat_outside", s.coat_outside);
  v.object("bilge", s.bilge);
  v.list("openings", s.choices);
  v.list("shields", s.shields);
  v.list("bath_tests", s.tests);
}

template <class V>
void describe(V& v, FoundMass& f) {
  v("mass_kg", f.mass, {0.0, 1000.0});
  v("mass_sigma_kg", f.mass_sigma, range::positive);
  v("cg_m", f.cg, range::place);
  v("cg_sigma_m", f.cg_sigma, range::size);
  v("planned_mass_kg", f.planned_mass, {0.0, 1000.0});
  v("planned_cg_m", f.planned_cg, range::place);
}

template <class V>
void describe(V& v, ChecklistTick& t) {
  v("id", t.id);
  v("key", t.key);
  v("date", t.date);
}

template <class V>
void describe(V& v, FreeboardReading& r) {
  v("id", r.id);
  v("point", r.point);
  v("place_m", r.place, range::place);
  v("freeboard_m", r.freeboard, {-10.0, 10.0});
}

template <class V>
void describe(V& v, BathTest& t) {
  v("id", t.id);
  v("date", t.date);
  v("note", t.note);
  v("reading_sigma_m", t.reading_sigma, {1e-6, 0.1});
  v.list("readings", t.readings);
  v.object("found", t.found);
}

template <class V>
void describe(V& v, SupportReading& s) {
  v("id", s.id);
  v("place_m", s.place, range::place);
  v("mass_kg", s.mass, {0.0, 1000.0});
  v("tilt_rad", s.tilt, {-pi / 2, pi / 2});
}

template <class V>
void describe(V& v, BoatWeighing& b) {
  v("id", b.id);
  v("date", b.date);
  v.list("supports", b.supports);
  v.object("found", b.found);
}

template <class V>
void describe(V& v, Tuning& t) {
  v("drag", t.drag, {0.3, 3.0});
  v("screw", t.pitch, {0.3, 3.0});
  v("kv", t.kv, {0.3, 3.0});
  v("resistance", t.resistance, {0.3, 3.0});
  v("error_before", t.error_before, {0.0, 10.0});
  v("error_after", t.error_after, {0.0, 10.0});
  v("date", t.date);
  v("source", t.source);
}

template <class V>
void describe(V& v, BoatSettings& s) {
  for (const Setting& n : settings()) v(n.key, s.*n.member, {n.low, n.high});
}

template <class V>
void describe(V& v, RunNumbers& r) {
  for (const RunNumber& n : run_numbers()) v(n.key, r.*n.member, {n.low, n.high});
}

template <class V>
void describe(V& v, TrialRun& r) {
  v("id", r.id);
  v("begin", r.begin);
  v("wish", r.wish);
  v("result", r.result);
  v.object("set_up", r.set_up);
  v.object("numbers", r.numbers);
  v("log", r.log);
  v("photo", r.photo);
}

template <class V>
void describe(V& v, Outing& o) {
  v("id", o.id);
  v.choice("kind", o.kind, outing_key, outing_from_key);
  v("date", o.date);
  v("place", o.place);
  v("water", o.water);
  v("wind_m_s", o.wind, {0.0, 100.0});
  v("water_degc", o.water_temperature, {-10.0, 100.0});
  v("watches", o.watches);
  v("wish", o.wish);
  v("result", o.result);
  v.list("runs", o.runs);
}

template <class V>
void describe(V& v, Attachment& a) {
  v("id", a.id);
  v("name", a.name);
}

template <class V>
void describe(V& v, CauseAnswer& a) {
  v("id", a.id);
  v("cause", a.cause);
  v("yes", a.yes);
}

template <class V>
void describe(V& v, Try& t) {
  v("id", t.id);
  v("what", t.what);
  v("cause", t.cause);
  v("run", t.run);
  v.choice("result", t.result, try_key, try_from_key);
}

template <class V>
void describe(V& v, Trouble& t) {
  v("id", t.id);
  v("symptom", t.symptom);
  v("words", t.words);
  v("date", t.date);
  v("run", t.run);
  v.list("answers", t.answers);
  v.list("tries", t.tries);
}

template <class V>
void describe(V& v, UpkeepMark& m) {
  v("id", m.id);
  v("key", m.key);
  v("date", m.date);
  v("after_run", m.after_run);
}

template <class V>
void describe(V& v, Diary& d) {
  v.list("outings", d.outings);
  v.list("troubles", d.troubles);
  v.list("upkeep", d.upkeep);
  v.list("attachments", d.attachments);
}

template <class V>
void describe(V& v, TrialLog& t) {
  v.list("checklist", t.ticks);
  v.list("bath_tests", t.bath_tests);
  v.list("weighings", t.weighings);
  bool tuned = t.tuning.has_value();
  Tuning tuning = t.tuning.value_or(Tuning{});
  v.maybe("calibration", tuned, tuning);
  t.tuning = tuned ? std::optional(tuning) : std::nullopt;
  v.object("diary", t.diary);
}

template <class V>
void describe(V& v, IgnoredFinding& f) {
  v("rule", f.rule);
  v("subject", f.id);
  double severity = f.severity;
  v("severity", severity, {0.0, 3.0});
  f.severity = static_cast<int>(severity);
  v("reason", f.reason);
  v("date", f.date);
}

template <class V>
void describe(V& v, Project& p) {
  v("name", p.name);
  v("notes", p.notes);
  v("next_id", p.next_id);
  v.object("brief", p.brief);
  v.object("hull", p.hull);
  v.list("drives", p.drives);
  v.object("fittings", p.fittings);
  v.object("steering", p.steering_use);
  v.object("layout", p.layout);
  v.object("cooling", p.cooling);
  v.object("sealing", p.sealing);
  v.object("build", p.build);
  v.object("trial", p.trial);
  v.list("ignored_findings", p.ignored);
}

}  // namespace plucky
