// From the brief to a boat: the smallest hull of each family that carries the load, and first sizes by rules of thumb.
//
// In: load, wanted freeboard, limits. Out: hulls with what they weigh and how they float; advice in words with numbers.
// Method: the family's usual proportions scaled as a whole until the level boat, structure included, keeps the wanted
// freeboard; every size is lofted and floated by the same core as any other boat.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/quantity.h"
#include "base/text.h"
#include "brief/brief.h"
#include "drive/drive.h"
#include "hull/design.h"

namespace plucky {

struct SizeWish {
  double load = 1.0;           ///< kg of everything but the hull itself
  double freeboard = 0.03;     ///< m
  double density = 998.2;      ///< kg/m3
  double most_length = 0.0;    ///< m; 0: no limit
  double longest_piece = 0.0;  ///< m; 0: no limit
  Skin skin;
};

struct SizeAnswer {
  HullFamily family = HullFamily::deep_v;
  bool solved = false;
  Text message;  ///< why not, or what is against it
  HullShape shape;
  double structure = 0.0, mass = 0.0;  ///< kg
  double freeboard = 0.0;              ///< m, at the answer
  double draught = 0.0;                ///< m
  double gm = 0.0;                     ///< m, with the load's middle at 40 % of the depth (common practice, no source)
  int pieces = 1;                      ///< sections of at most the longest piece
  bool too_long = false;               ///< longer than the limit
};

/// Throws InvalidInput when load or freeboard are not above zero. Has a status for loads no hull of 0.2 to 3 m, as far
/// as the family's measures allow, carries.
[[nodiscard]] SizeAnswer smallest_hull(HullFamily family, const SizeWish& wish);

/// What a new boat of this size would look like as a hull design.
[[nodiscard]] HullDesign design_of(const SizeAnswer& answer, const Skin& skin);

/// A piece of advice; `text` holds {0}, {1} for the values.
struct Advice {
  const char* topic;
  Text text;
};

/// Which hull family and drive suit the brief, with the reason.
struct Recommendation {
  HullFamily family = HullFamily::deep_v;
  BoatType type = BoatType::shaft_monohull;
  Propulsor propulsor = Propulsor::propeller;
  Text reason;
};
[[nodiscard]] Recommendation recommend(const Brief& brief);

/// First sizes for motor, ESC and cells by hull length: common practice, no source.
[[nodiscard]] std::vector<Advice> sizing_advice(double hull_length);

}  // namespace plucky
