// What the builder decides about keeping water out, and what the bath told. Plain data and its tables.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "base/quantity.h"
#include "hull/design.h"

namespace plucky {

enum class OpeningKind {
  shaft_tube,
  skin_screws,  ///< strut, bracket or rudder screws through the skin
  rudder_post,
  pushrod,
  pickup,
  outlet,
  jet_shaft,
  jet_flange,
  hatch_edge,
  aerial,
  gland,
  seam,
  wall,
  hole  ///< an opening of the hull that is none of the others
};
[[nodiscard]] const char* opening_key(OpeningKind kind);
[[nodiscard]] const char* opening_name(OpeningKind kind);

enum class SealMethod {
  nothing,
  greased_tube,
  lip_seals,
  bellows,
  o_ring,
  flat_gasket,
  tape,
  epoxy,
  insert_washer,
  coat
};
[[nodiscard]] const char* method_key(SealMethod method);
[[nodiscard]] const char* method_name(SealMethod method);
[[nodiscard]] SealMethod method_from_key(const std::string& key);

enum class SealCondition { sound, worn, missing };
[[nodiscard]] const char* condition_key(SealCondition condition);
[[nodiscard]] const char* condition_name(SealCondition condition);
[[nodiscard]] SealCondition condition_from_key(const std::string& key);

/// The methods that serve a kind of opening, the usual one first.
[[nodiscard]] const std::vector<SealMethod>& methods_for(OpeningKind kind);

/// What a method needs, how it fails, and what the other school does instead.
struct MethodAdvice {
  const char* needs;
  const char* fails;
  const char* other_school;
};
[[nodiscard]] MethodAdvice advice(OpeningKind kind, SealMethod method);

/// How one opening is sealed. Numbers that are 0 follow from drive, steering and hull, or are usual.
struct SealChoice {
  Id id = 0;
  std::string opening;  ///< key of the opening, e.g. "shaft_tube" or "hatch_edge:4"
  SealMethod method = SealMethod::nothing;
  SealCondition condition = SealCondition::sound;
  double clearance = 0.0;                         ///< m, radial, of a running shaft or rod
  double length = 0.0;                            ///< m, of the sealed way along it
  double grease_interval = 3600.0;                ///< s of running until a greased tube is filled again
  bool spring_to_water = true;                    ///< lip seals: the spring's side faces the water
  bool pair = true;                               ///< two lip seals with grease between them
  double ring_section = 0.0;                      ///< m
  double groove_depth = 0.0, groove_width = 0.0;  ///< m
  double screw_spacing = 0.0;                     ///< m, along a gasket
  bool operator==(const SealChoice&) const = default;
};

/// What shields a part from water where it sits.
enum class Shield { none, coated, dipped, greased, boxed, sealed };
[[nodiscard]] const char* shield_key(Shield shield);
[[nodiscard]] const char* shield_name(Shield shield);
[[nodiscard]] Shield shield_from_key(const std::string& key);
/// What a shield needs and how it fails, in a sentence or two; what speaks against going without.
[[nodiscard]] const char* shield_advice(Shield shield);

struct PartShield {
  Id id = 0;
  Id part = 0;
  Shield shield = Shield::none;
  bool operator==(const PartShield&) const = default;
};

/// Of the pumps in the layout.
struct Bilge {
  double trigger = 0.005;       ///< m of water; about 5 mm: common practice, no source
  double flow = 500e-6 / 60.0;  ///< m3/s against nothing
  double head = 0.8;            ///< m it can just lift
  double current = 0.6;         ///< A
  bool operator==(const Bilge&) const = default;
};

/// The bath test for leaks: three rounds, tissue at each opening.
enum class BathRound { still, shaft_turning, under_thrust };
struct LeakResult {
  Id id = 0;
  std::string opening;
  BathRound round = BathRound::still;
  bool passed = false;
  std::string note;
  bool operator==(const LeakResult&) const = default;
};
struct LeakTest {
  Id id = 0;
  std::string date;                            ///< ISO day
  double duration = 0.0;                       ///< s, in the bath
  double mass_before = 0.0, mass_after = 0.0;  ///< kg; 0: not weighed
  std::vector<LeakResult> results;
  bool operator==(const LeakTest&) const = default;
  [[nodiscard]] double intake() const { return mass_before > 0.0 && mass_after > 0.0 ? mass_after - mass_before : 0.0; }
};
[[nodiscard]] const char* round_key(BathRound round);
[[nodiscard]] const char* round_name(BathRound round);
[[nodiscard]] BathRound round_from_key(const std::string& key);
/// At least half an hour: common practice, no source.
inline constexpr double least_bath = 1800.0;

struct Sealing {
  std::uint32_t perimeters = 0;  ///< of printed walls; 0: from the skin's thickness
  bool coat_inside = false, coat_outside = false;
  std::vector<SealChoice> choices;
  std::vector<PartShield> shields;
  Bilge bilge;
  std::vector<LeakTest> tests;
  bool operator==(const Sealing&) const = default;
  [[nodiscard]] const SealChoice* choice(const std::string& opening) const;
  [[nodiscard]] Shield shield(Id part) const;
  /// Newest result of an opening over all tests: failed, passed, or none yet.
  [[nodiscard]] const LeakResult* last_result(const std::string& opening) const;
};

/// Throws InvalidInput for ids used twice and numbers outside their range.
void check_sealing(const Sealing& sealing);

}  // namespace plucky
