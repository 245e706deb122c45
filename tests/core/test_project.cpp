// Project, edits and JSON.
#include <gtest/gtest.h>

#include "base/error.h"
#include "drive/drive_table.h"
#include "project/edit.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

std::string complaint(const std::string& json) {
  return refusal_of([&] { return project_from_json(json); });
}

std::string replaced(std::string text, const std::string& from, const std::string& to) {
  const auto at = text.find(from);
  EXPECT_NE(at, std::string::npos) << from;
  return at == std::string::npos ? text : text.replace(at, from.size(), to);
}

}  // namespace

TEST(Json, ABoatComesBackTheSame) {
  const Project boat = sample_boat();
  EXPECT_EQ(project_from_json(project_to_json(boat)), boat);
}

PROPERTY(Json, RandomBoatsComeBackTheSame) {
  Project p = sample_boat();
  p.name = "n" + any::text();
  // Names are text: keep to bytes that are valid on their own.
  for (char& c : p.name) c = static_cast<char>(c & 0x7f);
  const auto number = [](double scale) { return scale * any::whole(1, 1000000) / 999983.0; };
  p.brief.salt_water = any::either();
  p.brief.wanted_freeboard = number(0.1);
  for (const HullParameter& h : all_hull_parameters()) p.hull.shape.*h.member = number(0.5);
  const int extra = any::whole(0, 6);
  for (int i = 0; i < extra; ++i) {
    Part q{.id = p.take_id(),
           .name = "Part",
           .kind = static_cast<PartKind>(any::whole(0, 15)),
           .shape = static_cast<PartShape>(any::whole(0, 4)),
           .size = {number(0.1), number(0.1), number(0.1)},
           .place = {number(0.6), number(0.1), -number(0.1)},
           .mass = number(1.0),
           .mass_sigma = number(0.1)};
    if (any::either()) q.measured_mass = number(1.0);
    p.layout.parts.push_back(q);
  }
  p.brief.water = static_cast<WaterKind>(any::whole(0, 4));
  p.brief.method = static_cast<BuildMethod>(any::whole(0, 5));
  p.brief.payload = number(2.0);
  p.brief.run_time = number(900.0);
  drive(p)->propulsor = static_cast<Propulsor>(any::whole(0, 4));
  drive(p)->mounting = static_cast<Mounting>(any::whole(0, 3));
  drive(p)->coupler.kind = static_cast<CouplerKind>(any::whole(0, 7));
  drive(p)->shaft.material = static_cast<ShaftMaterial>(any::whole(0, 8));
  const auto within = [](double low, double high) { return low + (high - low) * any::whole(0, 1001) / 1000.0; };
  for (const DriveNumber& n : drive_numbers())
    if (std::string(n.key) != "bore_m") n.of(*drive(p)) = within(n.low, n.high);
  for (const DriveCount& c : drive_counts()) c.of(*drive(p)) = any::whole(c.low, c.high + 1);
  for (const DriveSwitch& s : drive_switches()) s.of(*drive(p)) = any::either();
  steering(p)->by = static_cast<SteeredBy>(any::whole(0, 6));
  for (const SteeringNumber& n : steering_numbers()) n.of(*steering(p)) = within(n.low, n.high);
  p.trial.bath_tests.push_back(
      {.id = 1,
       .date = "2026-05-02",
       .note = "calm",
       .readings = {{.id = 1, .point = "Bow", .place = {number(1), 0, 0}, .freeboard = -number(0.1)}},
       .reading_sigma = 0.001,
       .found = {.mass = number(3)}});
  p.trial.weighings.push_back({.id = 1,
                               .date = "2026-05-02",
                               .supports = {{.id = 1, .place = {number(1), 0, 0}, .mass = number(2)}},
                               .found = {}});
  p.ignored.push_back({"float.trim", 0, any::whole(0, 4), "a reason", "2026-05-02"});
  if (any::either())
    p.layout.correction =
        MassCorrection{.mass = -number(0.2), .moment = {number(1), -number(1), 0}, .origin = "bath test"};
  p.hull.chambers.push_back({.id = p.take_id(), .inner = number(0.05), .port = any::either()});
  HOLDS(project_from_json(project_to_json(p)) == p);
}

TEST(Json, BringsUpADriveOfVersionOne) {
  const Project p = project_from_json(
      "{\"format\": \"plucky-hull\", \"version\": 1, \"drive\": {\"propulsor\": \"propeller\", \"count\": 2, "
      "\"kv_rad_s_v\": 150, \"current_limit_a\": 45, \"cells\": 5, \"diameter_m\": 0.036, \"blades\": 3, \"slip\": "
      "0.2}}");
  EXPECT_EQ(p.drive().count, 2u);
  EXPECT_EQ(p.drive().slip, 0.2);
  EXPECT_EQ(p.drive().motor.kv, 150.0);
  EXPECT_EQ(p.drive().esc.current_limit, 45.0);
  EXPECT_EQ(p.drive().battery.cells, 5u);
  EXPECT_EQ(p.drive().screw.diameter, 0.036);
  EXPECT_EQ(p.drive().screw.blades, 3u);
  EXPECT_TRUE(p.unknown.empty());
}

TEST(Json, KeepsFieldsItDoesNotKnow) {
  std::string text = project_to_json(sample_boat());
  text = replaced(text, "\"notes\": \"\"", "\"notes\": \"\", \"colour\": \"reed green\"");
  text = replaced(text, "\"kind\": \"motor\"", "\"kind\": \"motor\", \"winding\": {\"turns\": [6, 4]}");
  const Project p = project_from_json(text);
  const std::string again = project_to_json(p);
  EXPECT_NE(again.find("\"colour\": \"reed green\""), std::string::npos);
  EXPECT_NE(again.find("\"turns\""), std::string::npos);
  // They follow their part by its number, not by its place in the list.
  const Project fewer = apply(p, {"", RemovePart{p.layout.parts[0].id}});
  EXPECT_NE(project_to_json(fewer).find("\"turns\""), std::string::npos);
  const Project without_motor = apply(p, {"", RemovePart{p.layout.parts[1].id}});
  EXPECT_EQ(project_to_json(without_motor).find("\"turns\""), std::string::npos);
}

TEST(Json, RefusesWithPathAndReason) {
  const std::string good = project_to_json(sample_boat());
  EXPECT_NE(complaint("{").find("is not JSON"), std::string::npos);
  EXPECT_NE(complaint("[]").find("not a boat"), std::string::npos);
  EXPECT_NE(complaint("{\"format\": 5}").find("not a boat"), std::string::npos);
  EXPECT_NE(complaint(replaced(good, "\"version\": 3", "\"version\": 99")).find("version 99"), std::string::npos);
  EXPECT_NE(complaint(replaced(good, "\"mass_kg\": 0.512", "\"mass_kg\": -1"))
                .find("/layout/parts/#3/mass_kg: is -1; allowed: 0 to 1000"),
            std::string::npos);
  EXPECT_NE(
      complaint(replaced(good, "\"mass_kg\": 0.512", "\"mass_kg\": \"heavy\"")).find("is string, must be a number"),
      std::string::npos);
  EXPECT_NE(complaint(replaced(good, "\"kind\": \"motor\"", "\"kind\": \"sail\"")).find("\"sail\" is not one of"),
            std::string::npos);
  EXPECT_NE(
      complaint(replaced(good, "\"hull\": {", "\"hull\": 3, \"x\": {")).find("/hull: is number, must be an object"),
      std::string::npos);
  EXPECT_NE(complaint(replaced(good, "\"id\": 4", "\"id\": 3")).find("a second time"), std::string::npos);
  EXPECT_NE(complaint(replaced(good, "\"rail\": 2", "\"rail\": 77")).find("rail 77, which does not exist"),
            std::string::npos);
  EXPECT_NE(complaint(replaced(good, "\"parts\": [", "\"parts\": {}, \"y\": [")).find("must be a list"),
            std::string::npos);
  EXPECT_NE(complaint(replaced(good, "\"next_id\": 7", "\"next_id\": 5")).find("beyond the next free number"),
            std::string::npos);
}

TEST(Edit, MovesChangesAddsAndRemovesByNumber) {
  const Project p = sample_boat();
  const Id battery = p.layout.parts[0].id;
  const Project moved = apply(p, {"", MovePart{battery, {0.2, 0.5, 0.5}}});
  EXPECT_NEAR((moved.layout.find(battery)->place - Vec3(0.2, 0.0, 0.043)).norm(), 0.0, 1e-12);  // its rail holds it
  EXPECT_EQ(p.layout.find(battery)->place.x(), 0.31);  // the old project is untouched
  Part extra = p.layout.parts[1];
  const Project more = apply(p, {"", AddPart{extra}});
  EXPECT_EQ(more.layout.parts.back().id, p.next_id);
  EXPECT_EQ(apply(more, {"", RemovePart{p.next_id}}).layout, p.layout);
  EXPECT_THROW((void)apply(p, {"", RemovePart{99}}), InvalidInput);
  EXPECT_THROW((void)apply(p, {"", SetHullParameter{"bilge_radius_m", 0.01}}), InvalidInput);
  Part bad = extra;
  bad.size.x() = 0.0;
  EXPECT_THROW((void)apply(p, {"", ChangePart{bad}}), InvalidInput);
  bad = extra;
  bad.mass = -0.1;
  EXPECT_THROW((void)apply(p, {"", ChangePart{bad}}), InvalidInput);
  EXPECT_THROW((void)apply(p, {"", Rename{""}}), InvalidInput);
}

TEST(Edit, TakingOutARailFreesItsParts) {
  const Project p = sample_boat();
  EXPECT_EQ(references_to(p, p.layout.rails[0].id).size(), 1u);
  Layout bare = p.layout;
  bare.rails.clear();
  const Project without = apply(p, {"", ChangeLayout{bare}});
  EXPECT_EQ(without.layout.parts[0].rail, 0u);
  EXPECT_EQ(without.layout.parts[0].place, p.layout.parts[0].place);
}

TEST(Edit, NewFittingsGetTheirNumber) {
  const Project p = sample_boat();
  HullDesign h = p.hull;
  h.bulkheads.push_back({.x = 0.4});
  const Project with = apply(p, {"", ChangeHull{h}});
  EXPECT_EQ(with.hull.bulkheads[0].id, p.next_id);
  EXPECT_EQ(with.next_id, p.next_id + 1);
}
