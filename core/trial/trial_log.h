// What happened in the bath and at the pond. Plain data of stage 9; dates are ISO days given by the interface.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "geometry/vec.h"
#include "hull/design.h"
#include "running/variation.h"
#include "trial/diary.h"

namespace plucky {

/// A line of the launch checklist that was done on a day.
struct ChecklistTick {
  Id id = 0;        ///< running number within the log
  std::string key;  ///< of the line, see assessment/checklist.h
  std::string date;
  bool operator==(const ChecklistTick&) const = default;
};

/// Height of a named point over the water, read off with the boat afloat.
struct FreeboardReading {
  Id id = 0;
  std::string point;
  Vec3 place = Vec3::Zero();  ///< m, of the point on the boat
  double freeboard = 0.0;     ///< m, square to the water; negative below it
  bool operator==(const FreeboardReading&) const = default;
};

/// What a measurement of the whole boat gave.
struct FoundMass {
  double mass = 0.0, mass_sigma = 0.0;              ///< kg
  Vec3 cg = Vec3::Zero(), cg_sigma = Vec3::Zero();  ///< m
  double planned_mass = 0.0;                        ///< kg, of the boat as drawn then
  Vec3 planned_cg = Vec3::Zero();                   ///< m
  bool operator==(const FoundMass&) const = default;
};

/// Freeboards read in the bath, and the mass and CG they give.
struct BathTest {
  Id id = 0;
  std::string date, note;
  std::vector<FreeboardReading> readings;
  double reading_sigma = 0.001;  ///< m
  FoundMass found;
  bool operator==(const BathTest&) const = default;
};

/// One support of the boat on a scale, or the point at which it hangs from one.
struct SupportReading {
  Id id = 0;
  Vec3 place = Vec3::Zero();   ///< m; z does not matter for a support
  double mass = 0.0;           ///< kg, what the scale shows
  std::optional<double> tilt;  ///< rad, bow up, of a boat that hangs there; none: it stands there
  bool operator==(const SupportReading&) const = default;
};

/// The whole boat on two or three scales (or one scale, moved).
struct BoatWeighing {
  Id id = 0;
  std::string date;
  std::vector<SupportReading> supports;
  FoundMass found;
  bool operator==(const BoatWeighing&) const = default;
};

/// What runs have told of the boat: factors on the model, adopted by the builder.
struct Tuning {
  double drag = 1.0, pitch = 1.0, kv = 1.0, resistance = 1.0;
  double error_before = 0.0, error_after = 0.0;  ///< mean error of the runs, share
  std::string date, source;                      ///< source: the logs' names
  [[nodiscard]] Variation variation() const {
    return {.kv = kv, .resistance = resistance, .pitch = pitch, .drag = drag};
  }
  bool operator==(const Tuning&) const = default;
};

struct TrialLog {
  std::vector<ChecklistTick> ticks;
  std::vector<BathTest> bath_tests;
  std::vector<BoatWeighing> weighings;
  std::optional<Tuning> tuning;
  Diary diary;
  bool operator==(const TrialLog&) const = default;
};

}  // namespace plucky
