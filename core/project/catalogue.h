// Generic parts and materials by kind and size. In: the built-in data/catalogue.json. Out: parts ready to place.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "hull/design.h"
#include "layout/part.h"

namespace plucky {

struct CatalogueEntry {
  std::string key;  ///< what the built-in catalogue calls it in every language; empty: a builder's own
  Part part;        ///< without id and place; a mass of 0 is not known
  std::string note;
};

/// A material with the usual thicknesses of a small hull built from it.
struct Material {
  std::string key;                ///< what boats keep; the same in every language
  std::string name;               ///< what people read
  double density = 0.0;           ///< kg/m3
  double shell_thickness = 0.0;   ///< m
  double deck_thickness = 0.0;    ///< m
  std::optional<double> softens;  ///< degC, at which a mount made of it gives way; none where it does not soften
};

struct Catalogue {
  std::vector<CatalogueEntry> parts;
  std::vector<Material> materials;

  /// By its key, or by the name people read.
  [[nodiscard]] const CatalogueEntry* find(const std::string& name) const;
  [[nodiscard]] const Material* find_material(const std::string& key) const;
};

/// Reads a catalogue; one without materials is a list of own parts. Throws InvalidInput with the JSON path.
[[nodiscard]] Catalogue catalogue_from_json(const std::string& text);

/// Own parts as a file that catalogue_from_json() reads.
[[nodiscard]] std::string parts_to_json(std::vector<CatalogueEntry> parts);

/// The part with a catalogue's component in its stead: data, size, mass and name change, number, place, rail and what
/// the builder said of it stay; its underside stays where it was. A weight the catalogue does not tell (0) stays too.
[[nodiscard]] Part swapped(const Part& part, const CatalogueEntry& entry);

/// The catalogue that ships inside the program, its names in the language of write_names_in(); stays where it is for
/// good, safe from several threads.
[[nodiscard]] const Catalogue& builtin_catalogue();

}  // namespace plucky
