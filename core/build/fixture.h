// What the builder makes beside the hull: mounts, trays, boxes, lids that go into the boat; stands, saddles and moulds
// that stay on the bench. Plain data of the project.
#pragma once

#include <optional>
#include <span>
#include <string>
#include <vector>

#include "base/id.h"
#include "base/quantity.h"

namespace plucky {

enum class FixtureKind {
  motor_mount,
  servo_mount,
  tray,
  box,
  lid,
  lid_bosses,
  tube_cradle,
  bracket_base,
  intake_frame,
  pylon_foot,
  hose_clip,
  aerial_foot,
  stand,
  carrier,
  saddles,
  drill_jig,
  seal_mould,
  bellows_core,
  coil_former
};

enum class FixtureMaterial { print, ply, aluminium };
[[nodiscard]] const char* fixture_material_key(FixtureMaterial material);
[[nodiscard]] const char* fixture_material_name(FixtureMaterial material);
/// Throws InvalidInput with the choices.
[[nodiscard]] FixtureMaterial fixture_material_from_key(const std::string& key);

struct Fixture {
  Id id = 0;
  std::string name;
  FixtureKind kind = FixtureKind::stand;
  FixtureMaterial material = FixtureMaterial::print;
  std::vector<Id> holds;                ///< parts, a hatch or a hose; none where it holds the hull
  double wall = 0.003;                  ///< m
  double play = 0.0005;                 ///< m between it and what it holds
  double reach = 0.01;                  ///< m; what it means is told by the kind
  double at = 0.0;                      ///< m from the transom, or a share; what it means is told by the kind
  double infill = 0.40;                 ///< share of what lies inside a print's lines; not of what is cut from sheet
  std::optional<double> measured_mass;  ///< kg, of all its bodies
  bool operator==(const Fixture&) const = default;
};

/// A number of a fixture as files, pages and checks know it.
struct FixtureNumber {
  const char* key = nullptr;    ///< "reach_m"; null: the kind has none
  const char* label = nullptr;  ///< for people
  double low = 0.0, high = 0.0;
  double usual = 0.0;
};

/// What a kind holds.
enum class Held { part, hatch, hose, hull };

/// One row of the kinds' table.
struct FixtureType {
  FixtureKind value;
  const char* key;   ///< "motor_mount"
  const char* name;  ///< for people
  Held held;
  bool aboard;  ///< part of the boat: counts in its mass
  FixtureNumber wall, play, reach, at;
  const char* help;  ///< a sentence: what it is, how it is fastened
};
[[nodiscard]] std::span<const FixtureType> fixture_types();
[[nodiscard]] const FixtureType& type_of(FixtureKind kind);
[[nodiscard]] const char* fixture_key(FixtureKind kind);
/// Throws InvalidInput with the choices.
[[nodiscard]] FixtureKind fixture_from_key(const std::string& key);

/// One with the kind's usual numbers, held by nothing yet.
[[nodiscard]] Fixture usual_fixture(FixtureKind kind);

}  // namespace plucky
