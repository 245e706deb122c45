// A run noted in one line: what a wet thumb types between two runs.
#include <gtest/gtest.h>

#include "io/run_line.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

TEST(RunLine, NumbersAreToldByTheirUnitsAndWordsAreKept) {
  const RunLine r =
      read_run_line("4:30 31 km/h 14.5A 80% motor 38 esc 31C battery 95 F pulls to port 2 times", UnitSystem::metric);
  EXPECT_DOUBLE_EQ(*r.numbers.duration, 270.0);
  EXPECT_NEAR(*r.numbers.top_speed, 31.0 / 3.6, 1e-9);
  EXPECT_DOUBLE_EQ(*r.numbers.current, 14.5);
  EXPECT_DOUBLE_EQ(*r.numbers.throttle, 0.8);
  EXPECT_DOUBLE_EQ(*r.numbers.motor, 38.0);
  EXPECT_DOUBLE_EQ(*r.numbers.esc, 31.0);
  EXPECT_NEAR(*r.numbers.battery, 35.0, 1e-9);
  EXPECT_FALSE(r.numbers.outlet);
  EXPECT_EQ(r.words, "pulls to port 2 times");
}

TEST(RunLine, OtherUnitsAndDecimalCommas) {
  const RunLine r = read_run_line("6 min 19,5 mph 10,9 V 812 mAh 12400 rpm 350 m 5 ml", UnitSystem::metric);
  EXPECT_DOUBLE_EQ(*r.numbers.duration, 360.0);
  EXPECT_NEAR(*r.numbers.top_speed, 19.5 * 0.44704, 1e-9);
  EXPECT_NEAR(*r.numbers.least_voltage, 10.9, 1e-12);
  EXPECT_NEAR(*r.numbers.used, 812.0 * 3.6, 1e-9);
  EXPECT_NEAR(*r.numbers.revolutions, 12400.0 / 60.0, 1e-9);
  EXPECT_NEAR(*r.numbers.distance, 350.0, 1e-9);
  EXPECT_NEAR(*r.numbers.aboard, 5e-6, 1e-15);
  EXPECT_EQ(read_run_line("motor 100", UnitSystem::inch).numbers.motor.value(), (100.0 - 32.0) / 1.8);
}

TEST(RunLine, WhatCannotBeMeantIsRefusedWithItsPlace) {
  const auto why = [](const char* text) { return refusal_of([&] { return read_run_line(text, UnitSystem::metric); }); };
  EXPECT_NE(why("31 km/h 20 km/h").find("twice"), std::string::npos);
  EXPECT_NE(why("38 C").find("of what"), std::string::npos);
  EXPECT_NE(why("900 %").find("range"), std::string::npos);
  EXPECT_NE(why("4:5:6").find("5:6"), std::string::npos);
  EXPECT_EQ(read_run_line("", UnitSystem::metric).words, "");
  EXPECT_EQ(read_run_line("motor sounds rough", UnitSystem::metric).words, "motor sounds rough");
}

PROPERTY(RunLine, AnyLineIsReadOrRefusedAndWordsWithoutNumbersComeBack) {
  static const char* pieces[] = {"motor", "4:30", "31", "km/h", "A", "12A",   "",       "port",
                                 "-3",    "1e9",  "%",  "esc",  ":", "0.5 V", "\u00b0C"};
  std::string line;
  for (int i = any::whole(0, 8); i > 0; --i) line += std::string(pieces[any::whole<std::size_t>(0, 14)]) + " ";
  const std::string why = refusal_of([&] { return read_run_line(line, UnitSystem::metric); });
  if (!why.empty()) HOLDS(why.size() > 10);
  if (line.find_first_of("0123456789") == std::string::npos) {
    HOLDS(why.empty());
    const RunLine r = read_run_line(line, UnitSystem::metric);
    HOLDS(r.numbers == RunNumbers{});
  }
}
