// What the program can hold it can save and read again; what it could not read again it refuses.
#include <gtest/gtest.h>

#include <functional>
#include <limits>

#include "assessment/assessment.h"
#include "every_number.h"
#include "project/edit.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// A boat with something in every room.
Project furnished() {
  Project p = powered_boat();
  p.cooling.fittings.push_back({.id = p.take_id(), .name = "Pickup", .kind = FittingKind::outlet});
  p.cooling.lanes.push_back({.id = p.take_id(), .name = "Lane", .from = 0.1, .to = 0.3});
  p.sealing.choices.push_back({.id = p.take_id(), .opening = "shaft_tube"});
  p.trial.ticks.push_back({1, "failsafe", "2026-05-02"});
  p.trial.bath_tests.push_back({.id = 1, .date = "2026-05-02", .readings = {{1, "bow", Vec3::Zero(), 0.03}}});
  p.trial.weighings.push_back({.id = 1, .date = "2026-05-03", .supports = {{1, Vec3::Zero(), 0.4}}});
  p.ignored.push_back({"float.trim", 0, 2, "as wished", "2026-05-02"});
  return p;
}

/// Would it come back as it is? True as well when it is refused on the way in.
bool comes_back_or_is_refused(const Project& wild) {
  Project kept;
  try {
    kept = apply(powered_boat(), {"", ReplaceBoat{std::make_shared<const Project>(wild)}});
  } catch (const InvalidInput& e) {
    return !e.place().empty();
  }
  return project_from_json(project_to_json(kept)) == kept;
}

}  // namespace

PROPERTY(Fields, WhateverAnEditPutsIntoTheBoatIsSavedAndReadBackOrRefused) {
  Project wild = furnished();
  std::size_t numbers = 0, i = 0;
  for_each_number(wild, [&](double&, Allowed) { ++numbers; });
  const auto target = any::whole<std::size_t>(0, numbers);
  const double extreme =
      any::one_of({-1.0, 0.0, 0.07, 70.0, 1e3, 1e4, 1e6, 1.1e6, 1e300, -1e300, std::numeric_limits<double>::infinity(),
                   std::numeric_limits<double>::quiet_NaN()});
  for_each_number(wild, [&](double& value, Allowed) {
    if (i++ == target) value = extreme;
  });
  HOLDS(comes_back_or_is_refused(wild));
}

TEST(Fields, EveryTextMayBeLongButNotEndlessAndIsUtf8) {
  const auto with = [](const std::string& text) {
    Project p = furnished();
    p.notes = text;
    return p;
  };
  EXPECT_EQ(apply(powered_boat(), {"", ReplaceBoat{std::make_shared<const Project>(with(std::string(100000, 'x')))}})
                .notes.size(),
            100000u);
  for (const std::string& bad :
       {std::string(100001, 'x'), std::string("caf\xE9"), std::string("\xC0\x80"), std::string("\xED\xA0\x80"),
        std::string("\xF5\x80\x80\x80"), std::string("\xE2\x82")}) {
    const auto refused = [&] {
      (void)apply(powered_boat(), {"", ReplaceBoat{std::make_shared<const Project>(with(bad))}});
    };
    EXPECT_THROW(refused(), InvalidInput) << bad.size();
  }
  EXPECT_TRUE(comes_back_or_is_refused(with("Modellbau \xC3\xBC\x62\x65r \xE2\x82\xAC, \xF0\x9F\x9A\xA4")));
}

TEST(Fields, TheOnesOfAnAuditAreRefusedWithTheirPlace) {
  const auto place_of = [](const std::function<void(Project&)>& change) -> std::string {
    Project p = furnished();
    change(p);
    try {
      check_project(p);
    } catch (const InvalidInput& e) {
      return plain(e.place());
    }
    return "accepted";
  };
  EXPECT_EQ(place_of([](Project& p) { p.cooling.water = 70.0; }), "/cooling/water_c");
  EXPECT_EQ(place_of([](Project& p) { p.brief.run_time = 3600.0 * 300.0; }), "/brief/run_time_s");
  EXPECT_EQ(place_of([](Project& p) { p.trial.bath_tests[0].readings[0].freeboard = 1e300; }),
            "/trial/bath_tests/#1/readings/#1/freeboard_m");
  EXPECT_NE(place_of([](Project& p) { p.layout.parts[0].mass = 1001.0; }), "accepted");
  EXPECT_NE(place_of([](Project& p) { p.trial.ticks.push_back(p.trial.ticks[0]); }), "accepted");
  EXPECT_EQ(place_of([](Project& p) { p.hull.fineness = 20.0; }), "/hull/fineness");
  EXPECT_EQ(place_of([](Project&) {}), "accepted");
}

TEST(Reader, UnknownFieldsComeBackWhateverTheirNames) {
  auto json = nlohmann::ordered_json::parse(project_to_json(furnished()));
  json["a/b"] = 1;
  json[""] = "empty";
  json["til~de/~1"] = {{"x/y", 2}};
  json["hull"]["c/d"] = 3;
  json["ignored_findings"][0]["colour"] = "red";
  json["layout"]["parts"][0]["x/y"] = 4;
  const Project p = project_from_json(json.dump());
  const auto again = nlohmann::ordered_json::parse(project_to_json(p));
  EXPECT_EQ(again["a/b"], 1);
  EXPECT_EQ(again[""], "empty");
  EXPECT_EQ(again["til~de/~1"]["x/y"], 2);
  EXPECT_EQ(again["hull"]["c/d"], 3);
  EXPECT_EQ(again["ignored_findings"][0]["colour"], "red");
  EXPECT_EQ(again["layout"]["parts"][0]["x/y"], 4);
}

TEST(Reader, HostileFilesGetASentenceAndNothingElse) {
  const auto refusal = [](const std::string& text) -> std::string {
    try {
      (void)project_from_json(text);
    } catch (const InvalidInput& e) {
      return e.what();
    }
    return "accepted";
  };
  const std::string head = R"({"format": "plucky-hull", "version": )";
  EXPECT_NE(refusal(head + R"(4294967298})").find("version 4294967298"), std::string::npos);
  EXPECT_NE(refusal(head + R"(-3})").find("version -3"), std::string::npos);
  EXPECT_NE(refusal(head + R"(18446744073709551615})").find("18446744073709551615"), std::string::npos);
  EXPECT_NE(refusal(head + R"(1, "drive": {"battery": 5, "cells": 3}})").find("/drive/battery"), std::string::npos);
  EXPECT_NE(refusal(head + R"(1, "drive": "text"})").find("/drive"), std::string::npos);
  EXPECT_NE(refusal(head + R"(2, "new": )" + std::string(100000, '[') + std::string(100000, ']') + "}").find("nested"),
            std::string::npos);
  EXPECT_EQ(refusal("{\n \"format\": oops}"), "boat.json, line 2, column 12: is not JSON here");
  EXPECT_NE(refusal("").find("line 1, column 1"), std::string::npos);
}

TEST(Overlaps, ManyPartsOnOneSpotAreToldOnceEach) {
  Project p = powered_boat();
  for (int i = 0; i < 40; ++i) {
    Part part{.id = p.take_id(), .name = "Lead " + std::to_string(i), .kind = PartKind::ballast, .mass = 0.01};
    part.place = {0.3, 0.0, 0.03};
    p.layout.parts.push_back(part);
  }
  const Assessment a = assess(p);
  std::size_t told = 0, offers = 0;
  for (const Finding& f : a.findings)
    if (f.id == "layout.overlap") ++told, offers += f.remedy.has_value();
  EXPECT_GE(told, 36u);
  EXPECT_LE(told, 60u);  // one for each part, not one for each of 780 pairs
  EXPECT_LE(offers, 6u);
}
