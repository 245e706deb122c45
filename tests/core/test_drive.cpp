// Pitch and slip, blade element, drive findings.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "assessment/consequence.h"
#include "base/error.h"
#include "drive/drive_table.h"
#include "drive/pitch_and_slip.h"
#include "findings.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Drive racer(double kv_rpm, double volts, double diameter_mm, double pitch_ratio) {
  Drive d;
  d.propulsor = Propulsor::propeller;
  d.motor.kv = kv_rpm * pi / 30.0;
  d.battery.cells = 1;
  d.battery.cell_voltage = volts;
  d.screw.diameter = 1e-3 * diameter_mm;
  d.screw.pitch = 1e-3 * diameter_mm * pitch_ratio;
  return d;
}

}  // namespace

TEST(Drive, PitchAndSlipGiveTheSpeedsThatRacersReport) {
  // Common practice, no source: three boats with 80 % loaded revolutions and 15 % slip, each within 6 %.
  Drive d = racer(1520, 22.2 / 5, 44, 1.4);
  d.battery.cells = 5;
  EXPECT_NEAR(run_drive(d, 998.2).speed * 3.6, 85.0, 0.06 * 85.0);
  d = racer(1520, 29.6 / 7, 45, 1.4);
  d.battery.cells = 7;
  EXPECT_NEAR(run_drive(d, 998.2).speed * 3.6, 112.0, 0.06 * 112.0);
  d = racer(2800, 3.7, 34, 1.4);
  d.battery.cells = 4;
  EXPECT_NEAR(run_drive(d, 998.2).speed * 3.6, 76.0, 0.06 * 76.0);
}

TEST(Drive, CurrentAndRunTimeFollowFromTorqueAndCapacity) {
  Drive d = racer(900, 3.7, 42, 1.2);
  d.battery.cells = 4;
  d.battery.capacity = 5.0 * 3600.0;
  const DriveReport one = run_drive(d, 998.2);
  EXPECT_NEAR(one.current, one.torque * d.motor.kv + d.motor.no_load_current, 1e-9);
  EXPECT_NEAR(one.run_time * one.current, d.battery.usable * d.battery.capacity, 1e-6);
  d.count = 2;
  const DriveReport two = run_drive(d, 998.2);
  EXPECT_NEAR(two.current, 2.0 * one.current, 1e-9);
  EXPECT_EQ(two.speed, one.speed);
}

TEST(Drive, AGearTradesRevolutionsForTorque) {
  Drive d = racer(2000, 3.7, 42, 1.2);
  d.battery.cells = 4;
  const DriveReport direct = run_drive(d, 998.2);
  d.gearing = {.ratio = 2.0, .efficiency = 1.0};
  const DriveReport geared = run_drive(d, 998.2);
  EXPECT_NEAR(geared.revolutions, 0.5 * direct.revolutions, 1e-9);
  EXPECT_NEAR(geared.speed, 0.5 * direct.speed, 1e-9);
  // Half the turns ask a quarter of the torque, and the motor feels half of that; the blades' lower Reynolds number
  // adds a few per cent.
  EXPECT_NEAR(geared.torque / direct.torque, 0.25, 0.25 * 0.04);
  EXPECT_GT(geared.torque / direct.torque, 0.25);
  EXPECT_NEAR(geared.current - d.motor.no_load_current, 0.5 * geared.torque * d.motor.kv, 1e-9);
  d.gearing.efficiency = 0.9;
  EXPECT_GT(run_drive(d, 998.2).current, geared.current);
}

TEST(Drive, EveryNumberRefusesWhatLiesOutsideItsRangeByName) {
  for (const DriveNumber& n : drive_numbers())
    for (const double wrong : {n.low - 1.0 - std::abs(n.low), n.high + 1.0 + std::abs(n.high), std::nan("")}) {
      Drive d = racer(900, 14.8, 42, 1.2);
      d.battery.cell_voltage = 3.7;
      n.of(d) = wrong;
      EXPECT_NE(refusal_of([&] { return check_drive(d), 0; }).find(n.label), std::string::npos)
          << n.key << " " << wrong;
    }
}

TEST(Drive, RefusesWhatCannotBe) {
  Drive d = racer(900, 14.8, 42, 1.2);
  d.screw.diameter = 0.0;
  EXPECT_THROW((void)run_drive(d, 998.2), InvalidInput);
  d = racer(900, 14.8, 42, 1.2);
  d.slip = 1.0;
  EXPECT_THROW((void)run_drive(d, 998.2), InvalidInput);
  EXPECT_FALSE(run_drive({}, 998.2).fitted);
  Project p = powered_boat();
  drive(p)->battery.cells = 0;
  EXPECT_THROW(check_project(p), InvalidInput);
}

TEST(Drive, FindingsTellWhatBreaksALimit) {
  Project p = sample_boat();
  *drive(p) = racer(900, 3.7, 42, 1.2);
  drive(p)->battery.cells = 4;
  p.brief.wanted_speed = 30.0;
  Assessment a = assess(p);
  EXPECT_EQ(find_finding(a, "drive.esc")->severity, Severity::fine);
  EXPECT_EQ(find_finding(a, "drive.speed")->severity, Severity::watch);
  bool in_ledger = false;
  for (const LedgerRow& r : ledger(a))
    in_ledger = in_ledger || (r.key == "slip_speed" && r.value && r.severity == Severity::watch);
  EXPECT_TRUE(in_ledger);
  drive(p)->esc.current_limit = 0.5 * a.drive.current;
  drive(p)->battery.discharge_rate = 1.0;
  p.brief.run_time = 10.0 * a.drive.run_time;
  a = assess(p);
  EXPECT_EQ(find_finding(a, "drive.esc")->severity, Severity::stop);
  EXPECT_EQ(find_finding(a, "drive.battery")->severity, Severity::stop);
  EXPECT_EQ(find_finding(a, "drive.run_time")->severity, Severity::watch);
  p.hull = usual_hull(HullFamily::round_bilge);
  EXPECT_EQ(find_finding(assess(p), "drive.hull_speed")->severity, Severity::note);
}
