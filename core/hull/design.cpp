#include "hull/design.h"

#include <array>

#include "base/key_table.h"
#include "geometry/vec.h"

namespace plucky {

namespace {

constexpr double deg(double d) {
  return radians(d);
}

using S = HullShape;

/// Apart, since these words are names of much else.
namespace measure {

constexpr HullParameter length{"length_m", "Length", &S::length, Dimension::length, 0.08, 3.0, "Transom to bow tip."};
constexpr HullParameter beam{
    "beam_m", "Beam", &S::beam, Dimension::length, 0.02, 1.2, "Greatest width, at the deck edge."};
constexpr HullParameter depth{
    "depth_m", "Depth", &S::depth, Dimension::length, 0.01, 0.6, "Keel to deck edge amidships."};
constexpr HullParameter widest{
    "widest", "Widest at", &S::widest, Dimension::ratio, 0.1, 0.75, "Where the greatest beam lies, from the transom."};
constexpr HullParameter transom_width{"transom_width",
                                      "Transom width",
                                      &S::transom_width,
                                      Dimension::ratio,
                                      0.05,
                                      1.0,
                                      "Width at the transom as a share of the beam."};
constexpr HullParameter bow_width{"bow_width",
                                  "Bow width",
                                  &S::bow_width,
                                  Dimension::ratio,
                                  0.0,
                                  1.0,
                                  "0 is a pointed skiff, 1 a sled as wide at the bow as amidships."};
constexpr HullParameter bow_fullness{
    "bow_fullness", "Bow fullness", &S::bow_fullness, Dimension::ratio, 0.0, 1.0, "Fine entry at 0, bluff at 100 %."};
constexpr HullParameter bow_rake{"bow_rake_m",
                                 "Bow rake",
                                 &S::bow_rake,
                                 Dimension::length,
                                 0.003,
                                 1.5,
                                 "How far the stem leans forward of the forefoot."};
constexpr HullParameter bow_rise{
    "bow_rise_m", "Bow rise", &S::bow_rise, Dimension::length, 0.0, 0.5, "Height of the bottom at the bow."};
constexpr HullParameter deadrise_transom{"deadrise_transom_rad",
                                         "Deadrise, transom",
                                         &S::deadrise_transom,
                                         Dimension::angle,
                                         0.0,
                                         deg(45),
                                         "Angle of the bottom at the transom."};
constexpr HullParameter deadrise_midships{
    "deadrise_midships_rad",         "Deadrise, midships", &S::deadrise_midships, Dimension::angle, 0.0, deg(50),
    "Angle of the bottom amidships."};
constexpr HullParameter rocker{
    "rocker_m", "Rocker", &S::rocker, Dimension::length, 0.0, 0.3, "Rise of the keel towards the transom."};
constexpr HullParameter flare{"flare_rad",
                              "Flare",
                              &S::flare,
                              Dimension::angle,
                              deg(-10),
                              deg(45),
                              "Topsides leaning outward; negative leans inward."};
constexpr HullParameter bilge_radius{"bilge_radius_m",
                                     "Bilge radius",
                                     &S::bilge_radius,
                                     Dimension::length,
                                     0.0,
                                     0.3,
                                     "Rounding between bottom and side."};
constexpr HullParameter sheer{
    "sheer_m", "Sheer", &S::sheer, Dimension::length, 0.0, 0.3, "Rise of the deck edge from amidships to the bow."};
constexpr HullParameter camber{
    "camber_m", "Deck camber", &S::camber, Dimension::length, 0.0, 0.1, "Crown of the deck where it is widest."};

constexpr HullParameter spray_rails{"spray_rails",
                                    "Spray rails a side",
                                    &S::spray_rails,
                                    Dimension::none,
                                    0.0,
                                    4.0,
                                    "Strips along the bottom that throw the spray off."};

constexpr std::array deep_v{length, beam,   depth,      deadrise_transom, deadrise_midships,
                            flare,  sheer,  bow_rake,   bow_fullness,     transom_width,
                            widest, camber, spray_rails};
constexpr std::array flat_bottom{length, beam,  depth,        bow_width,     bow_rise, bow_rake, rocker,
                                 flare,  sheer, bow_fullness, transom_width, widest,   camber};
constexpr std::array round_bilge{length,        beam,   depth, bilge_radius, deadrise_midships,
                                 rocker,        flare,  sheer, bow_rake,     bow_fullness,
                                 transom_width, widest, camber};
constexpr std::array all{
    length,        beam,   depth,  deadrise_transom, deadrise_midships, flare,  sheer,        bow_rake,   bow_fullness,
    transom_width, widest, camber, bow_width,        bow_rise,          rocker, bilge_radius, spray_rails};

}  // namespace measure

constexpr std::array<KeyRow<HullFamily>, 4> families{{
    {HullFamily::deep_v, "deep-v", "deep-V planing monohull"},
    {HullFamily::flat_bottom, "flat-bottom", "flat-bottom sled or skiff"},
    {HullFamily::round_bilge, "round-bilge", "round-bilge displacement hull"},
    {HullFamily::imported, "imported", "hull from a file"},
}};

}  // namespace

std::span<const HullParameter> hull_parameters(HullFamily family) {
  switch (family) {
    case HullFamily::deep_v:
      return measure::deep_v;
    case HullFamily::flat_bottom:
      return measure::flat_bottom;
    case HullFamily::round_bilge:
      return measure::round_bilge;
    case HullFamily::imported:
      break;
  }
  return {};
}

std::span<const HullParameter> all_hull_parameters() {
  return measure::all;
}

HullShape default_shape(HullFamily family) {
  HullShape s;
  switch (family) {
    case HullFamily::deep_v:
      s.deadrise_transom = deg(17);
      s.deadrise_midships = deg(20);
      s.bow_rake = 0.17;
      break;
    case HullFamily::flat_bottom:
      s.depth = 0.08;
      s.bow_width = 0.6;
      s.bow_rise = 0.045;
      s.bow_rake = 0.16;
      s.deadrise_transom = s.deadrise_midships = 0.0;
      s.transom_width = 1.0;
      s.flare = deg(6);
      break;
    case HullFamily::round_bilge:
      s.beam = 0.18;
      s.depth = 0.11;
      s.transom_width = 0.55;
      s.widest = 0.48;
      s.rocker = 0.03;
      s.deadrise_transom = deg(25);
      s.deadrise_midships = deg(8);
      s.bilge_radius = 0.04;
      s.bow_rake = 0.06;
      s.flare = deg(3);
      break;
    case HullFamily::imported:
      break;
  }
  return s;
}

const char* family_key(HullFamily family) {
  return row_of(families, family).key;
}
const char* family_name(HullFamily family) {
  return row_of(families, family).name;
}
HullFamily family_from_key(const std::string& key) {
  return value_of(families, "hull family", key);
}

}  // namespace plucky
