// Generic parts and materials by kind and size. In: the built-in data/catalogue.json. Out: parts ready to place.
#pragma once

#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include "drive/drive_table.h"
#include "hull/design.h"
#include "layout/part.h"

namespace plucky {

struct CatalogueEntry {
  Part part;  ///< without id and place
  std::string note;
};

/// A material with the usual thicknesses of a small hull built from it.
struct Material {
  std::string name;
  double density = 0.0;          ///< kg/m3
  double shell_thickness = 0.0;  ///< m
  double deck_thickness = 0.0;   ///< m
};

/// The numbers of one part of a drive by kind and size. Numbers it does not tell stay what they were.
struct DrivePreset {
  std::string name;
  DriveGroup group = DriveGroup::motor;
  nlohmann::ordered_json numbers;  ///< by the keys of drive/drive_table.h
};
[[nodiscard]] Drive with_preset(const Drive& drive, const DrivePreset& preset);
/// All numbers of one part of a drive, to keep under a name.
[[nodiscard]] DrivePreset preset_of(const Drive& drive, DriveGroup group, const std::string& name);

struct Catalogue {
  std::vector<CatalogueEntry> parts;
  std::vector<DrivePreset> drive_parts;
  std::vector<Material> materials;

  [[nodiscard]] const CatalogueEntry* find(const std::string& name) const;
  [[nodiscard]] const Material* find_material(const std::string& name) const;
};

/// Reads a catalogue; one without materials is a list of own parts. Throws InvalidInput with the JSON path.
[[nodiscard]] Catalogue catalogue_from_json(const std::string& text);

/// Own parts as a file that catalogue_from_json() reads.
[[nodiscard]] std::string parts_to_json(std::vector<CatalogueEntry> parts, const std::vector<DrivePreset>& drive_parts);

/// The catalogue that ships inside the program.
[[nodiscard]] const Catalogue& builtin_catalogue();

}  // namespace plucky
