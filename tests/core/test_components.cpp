// One boat: components with their data, drives as lists of them, and files of earlier versions.
#include <gtest/gtest.h>

#include <fstream>
#include <set>
#include <sstream>

#include "assessment/drive_edits.h"
#include "assessment/fit_out.h"
#include "assessment/rules.h"
#include "base/written.h"
#include "layout/component.h"
#include "layout/kind.h"
#include "project/edit.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr const char* fleet[] = {"dabchick", "mudwren", "sedge", "stickleback"};

std::string earlier_text(const std::string& name) {
  std::ifstream in(std::string(PLUCKY_VERSION2_BOATS) + "/" + name + ".json");
  std::stringstream text;
  text << in.rdbuf();
  return text.str();
}

const Part& component(const Project& p, PartKind kind) {
  for (const auto* list : {&p.layout.parts, &p.layout.unplaced})
    for (const Part& part : *list)
      if (part.kind == kind) return part;
  throw std::runtime_error("no such component");
}

Edit swap_of(const Project& p, PartKind kind, const CatalogueEntry& entry) {
  return {"Swap", ChangePart{swapped(component(p, kind), entry)}};
}

std::vector<const CatalogueEntry*> entries_of(PartKind kind) {
  std::vector<const CatalogueEntry*> out;
  for (const CatalogueEntry& e : builtin_catalogue().parts)
    if (e.part.kind == kind && has_data(e.part)) out.push_back(&e);
  return out;
}

/// A hull as the brief makes it, with nothing aboard.
Project bare(HullFamily family, double length) {
  Project p;
  p.hull.family = family;
  p.hull.shape = default_shape(family);
  const double scale = length / p.hull.shape.length;
  p.hull.shape.length *= scale;
  p.hull.shape.beam *= scale;
  p.hull.shape.depth *= scale;
  p.brief.payload = 0.2;
  p.brief.run_time = 600.0;
  p.brief.wanted_speed = 25.0 / 3.6;
  return p;
}

TEST(ComponentKinds, TheListHoldsEachKindOnceInTheOrderOfTheEnumeration) {
  const auto kinds = component_kinds();
  ASSERT_EQ(kinds.size(), static_cast<std::size_t>(PartKind::other) + 1);
  std::set<std::string> keys, names;
  std::set<DriveGroup> roles;
  for (std::size_t i = 0; i < kinds.size(); ++i) {
    const ComponentKind& k = kinds[i];
    EXPECT_EQ(k.kind, static_cast<PartKind>(i)) << k.key;
    EXPECT_TRUE(keys.insert(k.key).second) << k.key;
    EXPECT_TRUE(names.insert(k.name).second) << k.name;
    EXPECT_EQ(part_kind_from_key(k.key), k.kind);
    // A role comes with the two ways of its data; measures among them go both ways as well.
    EXPECT_EQ(k.role.has_value(), k.put != nullptr) << k.key;
    EXPECT_EQ(k.put != nullptr, k.take != nullptr) << k.key;
    EXPECT_EQ(k.size_from_data != nullptr, k.data_from_size != nullptr) << k.key;
    if (k.role) {
      EXPECT_TRUE(roles.insert(*k.role).second) << k.key;
      EXPECT_EQ(kind_of(*k.role), k.kind);
    }
  }
  // Every group of a drive's data has a kind that holds it, but for use and fittings, which are the drive's own.
  EXPECT_EQ(roles.size(), static_cast<std::size_t>(DriveGroup::fittings) - 1);
  EXPECT_THROW((void)kind_of(DriveGroup::drive), InvalidInput);
  EXPECT_THROW((void)part_kind_from_key("anchor"), InvalidInput);
}

PROPERTY(ComponentKinds, SizeAndDataSayTheSame) {
  const auto kinds = component_kinds();
  const ComponentKind& kind = any::one_of(std::vector<ComponentKind>(kinds.begin(), kinds.end()));
  if (!kind.role) return;
  Drive drive;
  drive.screw.guard_radius = any::whole(0, 2) * 0.03;
  Part part{.kind = kind.kind, .data = kind.take(drive)};
  Drive other;
  other.screw.diameter = other.motor.can_length = 0.5;
  put_data(part, other);
  HOLDS(kind.take(other) == part.data);
  if (!size_is_data(part)) return;
  part.size = Vec3(any::whole(10, 90), 0.0, 0.0) * 1e-3;
  part.size.y() = part.size.z() = any::whole(70, 200) * 1e-3;
  const Vec3 typed = part.size;
  take_data_from_size(part);
  part.size = Vec3::Zero();
  take_size_from_data(part);
  HOLDS((part.size - typed).norm() < 1e-12);
}

}  // namespace

TEST(EarlierVersions, EveryDrivesNumberOfTheFleetIsNowAtItsComponentAndTheBoatAnswersTheSame) {
  for (const char* name : fleet) {
    const std::string text = earlier_text(name);
    ASSERT_FALSE(text.empty()) << name;
    const nlohmann::json before = nlohmann::json::parse(text);
    const Project p = project_from_json(text);
    const Drive d = p.drive();
    EXPECT_EQ(d.gaps, 0u) << name << ": " << drive_gap(d);
    EXPECT_EQ(p.drives.size(), 1u) << name;
    for (const DriveNumber& n : drive_numbers()) {
      const std::string group = drive_group_key(n.group);
      const nlohmann::json& drive = before["drive"];
      const nlohmann::json& told = n.group == DriveGroup::drive ? drive : drive.contains(group) ? drive[group] : drive;
      if ((n.group == DriveGroup::drive || drive.contains(group)) && told.contains(n.key)) {
        EXPECT_EQ(n.in(d), told[n.key].get<double>()) << name << " " << group << " " << n.key;
      }
    }
    double mass = 0.0, now = 0.0;
    for (const auto& part : before["layout"]["parts"]) mass += part["mass_kg"].get<double>();
    for (const Part& part : p.layout.parts) now += part.mass;
    EXPECT_EQ(now, mass) << name;
    EXPECT_TRUE(p.unknown.empty()) << name << ": " << (p.unknown.empty() ? "" : p.unknown.begin()->first);
    // Saved as version 3 it comes back as it is, to the byte.
    const std::string saved = project_to_json(p);
    EXPECT_NE(saved.find("\"version\": 3"), std::string::npos);
    EXPECT_EQ(saved.find("\"drive\": {"), std::string::npos);
    const Project again = project_from_json(saved);
    EXPECT_EQ(again, p) << name;
    EXPECT_EQ(project_to_json(again), saved) << name;
    const Assessment a = assess(p);
    EXPECT_TRUE(a.power.full.runs()) << name << ": " << a.power.message;
  }
}

TEST(EarlierVersions, WhatTheyDidNotKnowEitherMovesWithItsPart) {
  std::string text = earlier_text("dabchick");
  const auto put = [&](const std::string& after, const std::string& what) {
    const auto at = text.find(after);
    ASSERT_NE(at, std::string::npos) << after;
    text.insert(at + after.size(), what);
  };
  put("\"motor\": {", "\"magnets\": \"strong\", ");
  put("\"drive\": {", "\"mood\": 3, ");
  const std::string saved = project_to_json(project_from_json(text));
  EXPECT_NE(saved.find("\"magnets\": \"strong\""), std::string::npos);
  EXPECT_NE(saved.find("\"mood\": 3"), std::string::npos);
  EXPECT_EQ(project_to_json(project_from_json(saved)), saved);
}

TEST(EarlierVersions, AComponentThatTheyCannotHaveGoesWithWhatIsNotKnownOfIt) {
  nlohmann::json boat = nlohmann::json::parse(earlier_text("sedge"));
  nlohmann::json stray = boat["layout"]["parts"][0];
  stray["id"] = boat["next_id"];
  boat["next_id"] = boat["next_id"].get<int>() + 1;
  stray["mood"] = 3;
  boat["layout"]["unplaced"] = nlohmann::json::array();
  boat["layout"]["unplaced"].push_back(stray);
  boat["layout"]["parts"][0]["mood"] = 4;
  boat["drives"] = nlohmann::json::array();
  boat["drives"].push_back({{"id", boat["next_id"]}, {"mood", 5}});
  boat["next_id"] = boat["next_id"].get<int>() + 1;
  const Project p = project_from_json(boat.dump());
  for (const auto& [place, value] : p.unknown) EXPECT_FALSE(place.starts_with("/layout/unplaced")) << place;
  EXPECT_FALSE(p.unknown.empty());
  EXPECT_EQ(project_from_json(project_to_json(p)), p);
}

TEST(EarlierVersions, ATwinIsTwoDrivesOnOneBattery) {
  const Project p = project_from_json(
      R"({"format": "plucky-hull", "version": 2, "drive": {"propulsor": "propeller", "count": 2,
          "motor": {"kv_rad_s_v": 150}, "battery": {"cells": 5}}})");
  ASSERT_EQ(p.drives.size(), 2u);
  const Drive d = p.drive();
  EXPECT_EQ(d.count, 2u);
  EXPECT_FALSE(d.unlike);
  EXPECT_EQ(d.motor.kv, 150.0);
  std::size_t batteries = 0, motors = 0;
  for (const Part& part : p.layout.unplaced) {
    batteries += part.kind == PartKind::battery;
    motors += part.kind == PartKind::motor;
  }
  EXPECT_EQ(batteries, 1u);
  EXPECT_EQ(motors, 2u);
}

// Swapping a component for another and back leaves the boat as it was, and in between it has that other one's numbers.
PROPERTY(Components, ASwapThereAndBackLeavesTheBoatAsItWas) {
  static const Project start = project_from_json(earlier_text("dabchick"));
  const PartKind kind =
      any::one_of({PartKind::battery, PartKind::esc, PartKind::motor, PartKind::propeller, PartKind::coupler});
  const auto entries = entries_of(kind);
  const CatalogueEntry& entry = *entries[any::whole<std::size_t>(0, entries.size())];
  const Part was = component(start, kind);
  const Project there = apply(start, swap_of(start, kind, entry));
  const Part& now = component(there, kind);
  HOLDS(now.data == entry.part.data);
  HOLDS(now.size == entry.part.size);
  HOLDS(now.mass == entry.part.mass);
  HOLDS(now.id == was.id);
  Drive drive = start.drive();
  put_data(entry.part, drive);
  drive.lead_lengths = there.drive().lead_lengths;  // they go with the parts' sizes
  HOLDS(there.drive() == drive);
  HOLDS(project_from_json(project_to_json(there)) == there);
  // Back by the part as it was: a rail and the boat's own places have not moved it.
  const Project back = apply(there, {"Back", ChangePart{was}});
  HOLDS(back == start);
}

PROPERTY(Components, SwapsInOneToFourDrivesReadBackAndGoBack) {
  static const Project one = project_from_json(earlier_text("dabchick"));
  const int count = any::whole(1, 5);
  Project start = one;
  for (int i = 1; i < count; ++i) {
    DriveUnit unit = one.drives.front();
    unit.id = start.take_id();
    for (Id& id : unit.components) {
      Part part = *one.layout.component(id);
      if (part.kind == PartKind::battery) continue;  // all run on the one
      part.id = id = start.take_id();
      part.place.y() += 0.02 * i;
      start.layout.parts.push_back(part);
    }
    start.drives.push_back(unit);
  }
  check_project(start);
  HOLDS(start.drive().count == static_cast<unsigned>(count));
  const PartKind kind =
      any::one_of({PartKind::battery, PartKind::esc, PartKind::motor, PartKind::propeller, PartKind::coupler});
  const auto entries = entries_of(kind);
  const CatalogueEntry& entry = *entries[any::whole<std::size_t>(0, entries.size())];
  // In some of the drives or in all.
  ChangeParts there, back;
  for (const Part& part : start.layout.parts)
    if (part.kind == kind && (any::either() || there.parts.empty()))
      there.parts.push_back(swapped(part, entry)), back.parts.push_back(part);
  const std::size_t all = kind == PartKind::battery ? 1 : static_cast<std::size_t>(count);
  const Project with = apply(start, {"Swap", there});
  HOLDS(with.drive().unlike == (there.parts.size() < all && !(back.parts[0].data == entry.part.data)));
  HOLDS(with.drives == start.drives);
  HOLDS(project_from_json(project_to_json(with)) == with);
  HOLDS(apply(with, {"Back", back}) == start);
}

TEST(Components, ABatterySwapMovesMassCgCurrentSpeedHeatAndRunTimeInOneEdit) {
  const Project p = project_from_json(earlier_text("dabchick"));
  const Assessment before = assess(p);
  const CatalogueEntry* six = builtin_catalogue().find("6S 5000 lithium polymer, 50 C");
  ASSERT_NE(six, nullptr);
  const Assessment after = assess(apply(p, swap_of(p, PartKind::battery, *six)));
  EXPECT_NEAR(after.mass.total - before.mass.total, 0.740 - 0.512, 1e-9);
  EXPECT_NE(after.mass.cg.x(), before.mass.cg.x());
  ASSERT_TRUE(before.power.full.runs() && after.power.full.runs()) << after.power.message;
  EXPECT_GT(after.power.full.speed, before.power.full.speed);
  EXPECT_GT(after.power.full.shaft.battery_current, before.power.full.shaft.battery_current);
  EXPECT_GT(*after.power.winding, *before.power.winding);
  EXPECT_NE(*after.power.run_time, *before.power.run_time);
  EXPECT_NE(after.fit(component(p, PartKind::battery).id)->skin.clearance,
            before.fit(component(p, PartKind::battery).id)->skin.clearance);
}

TEST(Components, WhatIsTakenOutLeavesAGapThatIsToldAndFilledByTheNextOneAboard) {
  const Project p = powered_boat();
  const Part esc = component(p, PartKind::esc);
  const Project without = apply(p, {"Out", RemovePart{esc.id}});
  const Drive d = without.drive();
  EXPECT_TRUE(d.lacks(DriveGroup::esc));
  EXPECT_FALSE(d.lacks(DriveGroup::motor));
  const Assessment a = assess(without);
  EXPECT_FALSE(a.power.fitted);
  EXPECT_EQ(a.power.message, Text("missing in the drive: {0}", "ESC"));
  EXPECT_FALSE(a.drive.fitted);
  // Another number of the drive does not bring it back.
  Drive slower = d;
  slower.throttle = 0.5;
  EXPECT_TRUE(apply(without, {"Throttle", ChangeDrive{slower}}).drive().lacks(DriveGroup::esc));
  Part other = *&builtin_catalogue().find("ESC 60 A, up to 4S, water-cooled")->part;
  other.place = esc.place;
  const Project with = apply(without, {"In", AddPart{other}});
  EXPECT_EQ(with.drive().gaps, 0u);
  EXPECT_EQ(with.drive().esc.current_limit, 60.0);
  EXPECT_TRUE(assess(with).power.full.runs());
  // A part of whose data nothing is known fills the place, not the numbers.
  Part unknown{.name = "Old ESC", .kind = PartKind::esc, .size = esc.size, .place = esc.place, .mass = 0.1};
  const Project vague = apply(without, {"In", AddPart{unknown}});
  EXPECT_TRUE(vague.drive().lacks(DriveGroup::esc));
}

// A drive without gears has room for them: what is taken aboard works in it.
TEST(Components, AGearTakenAboardJoinsADriveThatHadNone) {
  const Project p = powered_boat();
  const CatalogueEntry* belt = builtin_catalogue().find("Belt 2 to 1");
  ASSERT_NE(belt, nullptr);
  const Project geared = apply(p, swap_edit(assess(p), *belt));
  EXPECT_EQ(geared.drive().gearing.ratio, 2.0);
  EXPECT_TRUE(is_listed(geared, component(geared, PartKind::gearing).id));
  EXPECT_EQ(apply(geared, {"Out", RemovePart{component(geared, PartKind::gearing).id}}).drive(), p.drive());
}

TEST(Components, TypedMeasuresAndDataAreOneNumber) {
  const Project p = powered_boat();
  Part motor = component(p, PartKind::motor);
  motor.size = {0.074, 0.040, 0.040};
  const Project typed = apply(p, {"Size", ChangePart{motor}});
  EXPECT_EQ(typed.drive().motor.can_length, 0.074);
  EXPECT_EQ(typed.drive().motor.can_diameter, 0.040);
  // A table that was pasted as well, and what it brings new takes the place that is free.
  Layout pasted = p.layout;
  for (Part& part : pasted.parts)
    if (part.kind == PartKind::motor) part.size.x() = 0.05;
  EXPECT_EQ(apply(p, {"Paste", ChangeLayout{pasted}}).drive().motor.can_length, 0.05);
  std::erase_if(pasted.parts, [](const Part& part) { return part.kind == PartKind::esc; });
  Project without = apply(p, {"Paste", ChangeLayout{pasted}});
  EXPECT_TRUE(without.drive().lacks(DriveGroup::esc));
  pasted = without.layout;
  Part esc = builtin_catalogue().find("ESC 60 A, up to 4S, water-cooled")->part;
  pasted.parts.push_back(esc);
  EXPECT_EQ(apply(without, {"Paste", ChangeLayout{pasted}}).drive().esc.current_limit, 60.0);
  Drive d = p.drive();
  d.screw.diameter = 0.045;
  const Project turned = apply(p, {"Propeller", ChangeDrive{d}});
  EXPECT_EQ(component(turned, PartKind::propeller).size.z(), 0.045);
}

TEST(Components, BatteriesAddUpInSeriesAndSideBySide) {
  Project p = powered_boat();
  const Part first = component(p, PartKind::battery);
  Part second = first;
  second.id = p.take_id();
  second.place.x() += 0.15;
  second.rail = 0;
  p.layout.parts.push_back(second);
  p.drives.front().components.push_back(second.id);
  const Battery one = std::get<Battery>(first.data);
  const Drive series = p.drive();
  EXPECT_EQ(series.battery.cells, 2 * one.cells);
  EXPECT_EQ(series.battery.capacity, one.capacity);
  EXPECT_NEAR(series.battery.current_limit(), one.current_limit(), 1e-9);
  p.drives.front().parallel = true;
  check_project(p);
  const Drive side = p.drive();
  EXPECT_EQ(side.battery.cells, one.cells);
  EXPECT_EQ(side.battery.capacity, 2.0 * one.capacity);
  EXPECT_NEAR(side.battery.current_limit(), 2.0 * one.current_limit(), 1e-9);
  EXPECT_EQ(project_from_json(project_to_json(p)), p);
  std::get<Battery>(p.layout.parts.back().data).cells = one.cells + 1;
  EXPECT_NE(refusal_of([&] {
              check_project(p);
              return 0;
            }).find("unequal cells"),
            std::string::npos);
}

// A job in the background may build the list while the window changes its language.
TEST(Components, TheCatalogueStaysInOneLanguageThoughAnotherIsSetWhileItIsNamed) {
  const auto in = [](const char* code) { return [code](const Text& name) { return code + (" " + plain(name)); }; };
  write_names_in({"first", [&](const Text& name) {
                    write_names_in({"second", in("second")});
                    return in("first")(name);
                  }});
  const Catalogue& first = builtin_catalogue();
  const Catalogue& second = builtin_catalogue();
  write_names_in({});
  ASSERT_EQ(first.parts.size(), second.parts.size());
  EXPECT_NE(&first, &second);
  for (std::size_t i = 0; i < first.parts.size(); ++i) {
    EXPECT_EQ(first.parts[i].part.name, "first " + first.parts[i].key);
    EXPECT_EQ(second.parts[i].part.name, "second " + first.parts[i].key);
  }
}

TEST(Components, ListsThatCannotBeAreRefusedByName) {
  const auto refused = [](auto spoil) {
    Project p = powered_boat();
    spoil(p);
    return refusal_of([&] {
      check_project(p);
      return 0;
    });
  };
  EXPECT_NE(refused([](Project& p) { p.drives.front().components.push_back(4711); }).find("4711, which does not exist"),
            std::string::npos);
  EXPECT_NE(refused([](Project& p) {
              p.drives.front().components.push_back(component(p, PartKind::receiver).id);
            }).find("no part of a drive"),
            std::string::npos);
  EXPECT_NE(refused([](Project& p) {
              DriveUnit second = p.drives.front();
              second.id = p.take_id();
              p.drives.push_back(second);
            }).find("one component serves one drive"),
            std::string::npos);
  EXPECT_NE(refused([](Project& p) {
              Part spare = component(p, PartKind::motor);
              spare.id = p.take_id();
              p.layout.parts.push_back(spare);
              p.drives.front().components.push_back(spare.id);
            }).find("has a second motor"),
            std::string::npos);
  const std::string head = R"({"format": "plucky-hull", "version": 3, "next_id": 9, )";
  const auto read = [&](const std::string& rest) { return refusal_of([&] { return project_from_json(head + rest); }); };
  EXPECT_NE(read(R"("drives": [{"id": 1, "components": [-3]}]})").find("/drives/#1/components"), std::string::npos);
  EXPECT_NE(read(R"("drives": [{"id": 1, "components": [7]}]})").find("7, which does not exist"), std::string::npos);
  EXPECT_NE(read(R"("layout": {"parts": [{"id": 1, "name": "M", "kind": "motor", "data": {"kv_rad_s_v": -2}}]}})")
                .find("/layout/parts/#1/data/kv_rad_s_v"),
            std::string::npos);
}

// From a bare hull to one that runs: everything stands in it, in line, within its limits.
TEST(FitOut, AHullFromTheBriefGetsADriveWhoseComponentsStandOnTheirLine) {
  const Project p = bare(HullFamily::deep_v, 0.62);
  const Project fitted = fitted_out(assess(p), Propulsor::propeller, Mounting::shaft, builtin_catalogue());
  for (const PartKind kind : {PartKind::battery, PartKind::esc, PartKind::motor, PartKind::coupler, PartKind::shaft,
                              PartKind::propeller, PartKind::rudder, PartKind::servo, PartKind::receiver}) {
    const Part& part = component(fitted, kind);
    EXPECT_NE(fitted.layout.find(part.id), nullptr) << part.name;
    EXPECT_GT(part.mass, 0.0) << part.name;
  }
  const Assessment a = assess(fitted);
  ASSERT_TRUE(a.power.full.runs()) << a.power.message;
  EXPECT_LE(a.power.line.coupler_offset, a.power.line.allowance.offset);
  EXPECT_LE(a.power.line.coupler_angle, a.power.line.allowance.angle);
  EXPECT_NEAR(a.power.full.speed, p.brief.wanted_speed, 0.35 * p.brief.wanted_speed);
  EXPECT_GT(a.steering.turning_radius.value_or(0.0), 0.0);
  EXPECT_EQ(a.count(Severity::stop, Stage::drive), 0);
  EXPECT_GE(a.flotation.plane.attitude.trim, p.brief.trim_low);
  EXPECT_LE(a.flotation.plane.attitude.trim, p.brief.trim_high);
  EXPECT_EQ(a.count(Severity::stop), 0);
  EXPECT_EQ(project_from_json(project_to_json(fitted)), fitted);
}

TEST(FitOut, EveryKindOfDriveIsWholeAndRunsAndChangingTheKindLeavesNothingBehind) {
  Project p = bare(HullFamily::flat_bottom, 0.60);
  p.brief.wanted_speed = 4.0;
  const struct {
    Propulsor propulsor;
    Mounting mounting;
  } kinds[] = {{Propulsor::propeller, Mounting::shaft},
               {Propulsor::propeller, Mounting::pod},
               {Propulsor::jet, Mounting::shaft},
               {Propulsor::air_propeller, Mounting::shaft},
               {Propulsor::propeller, Mounting::strut}};
  for (const auto& kind : kinds) {
    p = fitted_out(assess(p), kind.propulsor, kind.mounting, builtin_catalogue());
    const std::string what = std::string(propulsor_name(kind.propulsor)) + ", " + mounting_name(kind.mounting);
    const Drive d = p.drive();
    EXPECT_EQ(d.gaps, 0u) << what << ": " << drive_gap(d);
    const Assessment a = assess(p);
    EXPECT_TRUE(a.power.full.runs()) << what << ": " << a.power.message;
    // Only what the kind has, and each once.
    for (const Part& part : p.layout.parts)
      if (const auto group = group_of(part.kind)) {
        EXPECT_EQ(drives_with(p, part.id).size(), 1u) << what << ": " << part.name;
      }
    std::size_t batteries = 0;
    for (const Part& part : p.layout.parts) batteries += part.kind == PartKind::battery;
    EXPECT_EQ(batteries, 1u) << what;
  }
}

TEST(FitOut, ASecondDriveStandsBesideTheFirstAndGoesAgain) {
  Project p = bare(HullFamily::deep_v, 0.75);
  p = fitted_out(assess(p), Propulsor::propeller, Mounting::shaft, builtin_catalogue());
  const Assessment one = assess(p);
  const Project twin = with_second_drive(one);
  check_project(twin);
  const Drive d = twin.drive();
  EXPECT_EQ(d.count, 2u);
  EXPECT_FALSE(d.unlike);
  const Part *left = twin.layout.find(d.stands.propulsor), *right = twin.layout.find(d.stands.second_propulsor);
  ASSERT_TRUE(left && right);
  EXPECT_NEAR(left->place.y(), -right->place.y(), 1e-12);
  EXPECT_GT(left->place.y() - right->place.y(), d.screw.diameter);
  const Assessment two = assess(twin);
  ASSERT_TRUE(two.power.full.runs()) << two.power.message;
  EXPECT_GT(two.power.full.thrust, one.power.full.thrust);
  EXPECT_GT(two.mass.total, one.mass.total);
  EXPECT_NEAR(two.mass.cg.y(), 0.0, 0.01);
  // Unlike drives are told, not judged.
  Project unlike = twin;
  for (Part& part : unlike.layout.parts)
    if (part.id == d.stands.second_propulsor) std::get<Screw>(part.data).pitch *= 1.3;
  EXPECT_TRUE(unlike.drive().unlike);
  EXPECT_NE(plain(assess(unlike).power.message).find("drives differ"), std::string::npos);
  // What the second one lacks is a gap of the boat; filling it makes them alike again.
  const auto& second = twin.drives[1].components;
  const auto found = std::find_if(second.begin(), second.end(),
                                  [&](Id id) { return twin.layout.component(id)->kind == PartKind::esc; });
  ASSERT_NE(found, second.end());
  const Id esc = *found;
  const Project lacking = apply(twin, {"Out", RemovePart{esc}});
  EXPECT_EQ(assess(lacking).power.message, Text("missing in the drive: {0}", "ESC"));
  const Project whole = fitted_out(assess(lacking), Propulsor::propeller, Mounting::shaft, builtin_catalogue());
  EXPECT_EQ(whole.drive().gaps, 0u);
  EXPECT_FALSE(whole.drive().unlike);
  const Project again = without_last_drive(twin);
  EXPECT_EQ(again.drives.size(), 1u);
  EXPECT_EQ(again.layout.parts.size(), p.layout.parts.size());
  EXPECT_NE(refusal_of([&] { return with_second_drive(two); }).find("one drive"), std::string::npos);
  EXPECT_NE(refusal_of([&] { return without_last_drive(p); }).find("not there"), std::string::npos);
}
