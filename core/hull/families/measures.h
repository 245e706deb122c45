// The measures that hull families share; each family lists the ones it uses. A measure of one family alone stands in
// that family's file.
#pragma once

#include "geometry/vec.h"
#include "hull/design.h"

/// A namespace of its own, since these words are names of much else.
namespace plucky::measure {

inline constexpr HullParameter length{"length_m", "Length", &HullShape::length,    Dimension::length,
                                      0.08,       3.0,      "Transom to bow tip.", MeasureGroup::size};
inline constexpr HullParameter beam{
    "beam_m",          "Beam", &HullShape::beam, Dimension::length, 0.02, 1.2, "Greatest width, at the deck edge.",
    MeasureGroup::size};
inline constexpr HullParameter depth{
    "depth_m",         "Depth", &HullShape::depth, Dimension::length, 0.01, 0.6, "Keel to deck edge amidships.",
    MeasureGroup::size};
inline constexpr HullParameter widest{"widest",
                                      "Widest at",
                                      &HullShape::widest,
                                      Dimension::ratio,
                                      0.1,
                                      0.75,
                                      "Where the greatest beam lies, from the transom.",
                                      MeasureGroup::outline};
inline constexpr HullParameter transom_width{"transom_width",
                                             "Transom width",
                                             &HullShape::transom_width,
                                             Dimension::ratio,
                                             0.05,
                                             1.0,
                                             "Width at the transom as a share of the beam.",
                                             MeasureGroup::outline};
inline constexpr HullParameter bow_width{"bow_width",
                                         "Bow width",
                                         &HullShape::bow_width,
                                         Dimension::ratio,
                                         0.0,
                                         1.0,
                                         "0 is a pointed skiff, 1 a sled as wide at the bow as amidships.",
                                         MeasureGroup::outline};
inline constexpr HullParameter bow_fullness{"bow_fullness",
                                            "Bow fullness",
                                            &HullShape::bow_fullness,
                                            Dimension::ratio,
                                            0.0,
                                            1.0,
                                            "Fine entry at 0, bluff at 100 %.",
                                            MeasureGroup::outline};
inline constexpr HullParameter bow_rake{"bow_rake_m",
                                        "Bow rake",
                                        &HullShape::bow_rake,
                                        Dimension::length,
                                        0.003,
                                        1.5,
                                        "How far the stem leans forward of the forefoot.",
                                        MeasureGroup::profile};
inline constexpr HullParameter bow_rise{"bow_rise_m",
                                        "Bow rise",
                                        &HullShape::bow_rise,
                                        Dimension::length,
                                        0.0,
                                        0.5,
                                        "Height of the bottom at the bow.",
                                        MeasureGroup::profile};
inline constexpr HullParameter deadrise_transom{"deadrise_transom_rad",
                                                "Deadrise, transom",
                                                &HullShape::deadrise_transom,
                                                Dimension::angle,
                                                0.0,
                                                radians(45),
                                                "Angle of the bottom at the transom.",
                                                MeasureGroup::sections};
inline constexpr HullParameter deadrise_midships{"deadrise_midships_rad",
                                                 "Deadrise, midships",
                                                 &HullShape::deadrise_midships,
                                                 Dimension::angle,
                                                 0.0,
                                                 radians(50),
                                                 "Angle of the bottom amidships.",
                                                 MeasureGroup::sections};
inline constexpr HullParameter rocker{"rocker_m",
                                      "Rocker",
                                      &HullShape::rocker,
                                      Dimension::length,
                                      0.0,
                                      0.3,
                                      "Rise of the keel towards the transom.",
                                      MeasureGroup::profile};
inline constexpr HullParameter flare{"flare_rad",
                                     "Flare",
                                     &HullShape::flare,
                                     Dimension::angle,
                                     radians(-10),
                                     radians(45),
                                     "Topsides leaning outward; negative leans inward.",
                                     MeasureGroup::sections};
inline constexpr HullParameter bilge_radius{"bilge_radius_m",
                                            "Bilge radius",
                                            &HullShape::bilge_radius,
                                            Dimension::length,
                                            0.0,
                                            0.3,
                                            "Rounding between bottom and side.",
                                            MeasureGroup::sections};
inline constexpr HullParameter sheer{"sheer_m",
                                     "Sheer",
                                     &HullShape::sheer,
                                     Dimension::length,
                                     0.0,
                                     0.3,
                                     "Rise of the deck edge from amidships to the bow.",
                                     MeasureGroup::profile};
inline constexpr HullParameter camber{"camber_m",
                                      "Deck camber",
                                      &HullShape::camber,
                                      Dimension::length,
                                      0.0,
                                      0.1,
                                      "Crown of the deck where it is widest.",
                                      MeasureGroup::sections};

inline constexpr HullParameter transom_rake{"transom_rake_rad",
                                            "Transom angle",
                                            &HullShape::transom_rake,
                                            Dimension::angle,
                                            radians(-20),
                                            radians(25),
                                            "By which its top leans aft of its foot; below zero it leans forward.",
                                            MeasureGroup::profile};

inline constexpr HullParameter hull_beam{"hull_beam_m",
                                         "Beam of one hull",
                                         &HullShape::hull_beam,
                                         Dimension::length,
                                         0.008,
                                         0.5,
                                         "Greatest width of each of the two hulls.",
                                         MeasureGroup::size};
inline constexpr HullParameter bridge_height{"bridge_height_m",
                                             "Height of the bridge",
                                             &HullShape::bridge_height,
                                             Dimension::length,
                                             0.004,
                                             0.5,
                                             "From the keels to the underside of what joins the hulls.",
                                             MeasureGroup::size};
inline constexpr HullParameter stern_rise{"stern_rise_m",
                                          "Stern rise",
                                          &HullShape::stern_rise,
                                          Dimension::length,
                                          0.0,
                                          0.5,
                                          "Height of the bottom at the transom.",
                                          MeasureGroup::profile};
inline constexpr HullParameter stern_rake{"stern_rake_m",
                                          "Stern rake",
                                          &HullShape::stern_rake,
                                          Dimension::length,
                                          0.003,
                                          1.5,
                                          "Over how much of the length the bottom rises to the transom.",
                                          MeasureGroup::profile};

inline constexpr HullParameter spray_rails{"spray_rails",
                                           "Spray rails a side",
                                           &HullShape::spray_rails,
                                           Dimension::none,
                                           0.0,
                                           4.0,
                                           "Strips along the bottom that throw the spray off.",
                                           MeasureGroup::bottom};

}  // namespace plucky::measure
