// Everything that follows from a project. In: Project. Out: Assessment, a plain value that belongs to that project.
//
// One direction: hull -> layout -> flotation -> drive -> cool -> seal -> findings. A stage reads the project and
// earlier results only; core/assessment/stages has them.
#pragma once

#include <any>
#include <map>
#include <memory>
#include <string>
#include <vector>

#include "assessment/finding.h"
#include "base/text.h"
#include "build/fixture_solids.h"
#include "build/report.h"
#include "cooling/options.h"
#include "drive/pitch_and_slip.h"
#include "flotation/equilibrium.h"
#include "flotation/form.h"
#include "flotation/righting.h"
#include "flotation/solvers.h"
#include "flotation/spread.h"
#include "geometry/mesh_check.h"
#include "hull/model.h"
#include "layout/fit.h"
#include "layout/mass.h"
#include "project/project.h"
#include "running/power.h"
#include "running/wiring.h"
#include "sealing/report.h"
#include "steering/handling.h"
#include "steering/steering.h"

namespace plucky {

/// What the hull design alone decides; computed once per hull and shared.
struct HullStage {
  HullModel model;
  ImmersedBody body;
  MeshReport mesh;   ///< of the bare skin, without the slow search for crossing faces
  RouteSpace space;  ///< where hoses may lie
};

/// Height of the deck edge and of the openings over the water at rest.
struct FreeboardReport {
  double least = 0.0;  ///< m, over the deck edge; negative when awash
  Vec3 least_place = Vec3::Zero();
  double bow = 0.0, stern = 0.0;  ///< m, at the two ends of the deck edge, lower side
  struct Opening {
    Id id = 0;
    std::string name;
    double height = 0.0;                   ///< m over the water at rest, its lowest corner
    std::optional<double> downflood_heel;  ///< rad, lesser of both sides; empty when it never dips under
    bool sealed = false;
  };
  std::vector<Opening> openings;
  std::optional<double> downflood_heel;  ///< rad, first of the openings that are not sealed
};

/// Where the CG should be by the rule of the boat's type, m from the transom.
struct CgBand {
  double low = 0.0, high = 0.0;
  Text source;
};

/// How much is worked out. `search` is for boats that are tried by the dozen: floodings and what it is made of stand as
/// they were first worked out and nothing tells ranges, all else is full. `trial` is a search whose findings offer no
/// remedies: a boat that is only compared. `placing` is without a righting arm too. `in_a_drag` keeps within a frame:
/// findings offer no remedies, the last righting arm foretells the next, and what runs is kept from before and marked
/// stale; only the drive's line follows. The end of the drag looks afresh.
enum class Care { full, search, trial, placing, in_a_drag };

struct Assessment {
  Project project;  ///< the project it belongs to
  std::shared_ptr<const HullStage> hull;
  MassBudget mass;
  Equilibrium flotation;
  FormCoefficients form;  ///< zero unless upright
  FreeboardReport freeboard;
  Stability stability;
  Spread spread;
  CgBand cg_band;
  SwampedAnswer swamped;
  Drive fitted_drive;        ///< the boat's drives taken together, read from their components
  Steering fitted_steering;  ///< the same of what steers
  DriveReport drive;         ///< by pitch and slip
  PowerReport power;         ///< by thrust and drag
  SteeringReport steering;
  HandlingReport handling;
  WiringReport wiring;
  std::vector<HosePath> hoses;         ///< of the cooling circuit, in its order
  std::vector<CircuitFault> faults;    ///< of the circuit, whatever the boat does
  CircuitFlow water;                   ///< at the throttle limit
  std::vector<FlowPoint> water_sweep;  ///< over the throttle
  HeatReport heat;
  CircuitMass plumbing;
  std::vector<FixtureSolids> fixtures;  ///< in the design's order; those of the bench only with full care
  SealReport seal;
  BuildReport build;  ///< what it is made of
  std::vector<PartFit> fits;
  std::vector<Finding> findings;  ///< worst first, passed checks last
  Care care = Care::full;

  /// Do findings offer remedies?
  [[nodiscard]] bool offers() const { return care == Care::full || care == Care::search; }
  /// Do numbers tell how sure they are?
  [[nodiscard]] bool tells_ranges() const { return care == Care::full || care == Care::in_a_drag; }
  [[nodiscard]] Loading loading() const { return {mass.total, mass.cg}; }
  [[nodiscard]] double density() const { return project.brief.water_density(); }
  [[nodiscard]] const PartFit* fit(Id part) const;
  /// Findings that count: ignored ones are left out.
  [[nodiscard]] int count(Severity severity) const;
  [[nodiscard]] int count(Severity severity, Stage stage) const;
};

/// The boat as the running methods see it; refers into `a`, which must outlive it.
[[nodiscard]] Boat boat_of(const Assessment& a);
/// What the sealing stage reads; refers into `a` and `boat`.
[[nodiscard]] SealInput seal_input_of(const Assessment& a, const Boat& boat);
/// z of the running water at x at the throttle limit; empty where the boat does not run.
[[nodiscard]] std::function<double(double)> running_water_of(const Assessment& a);

/// Computes assessments and keeps what an edit did not reach: the hull while its design is the same, a part's fit to
/// the skin while neither moves. Not for use from two threads at once.
class Assessor {
 public:
  /// Throws InvalidInput when the hull cannot be built; the kept state is then unchanged.
  [[nodiscard]] Assessment assess(const Project& project, Care care = Care::full);
  /// How it floats, and no further: hull, masses, fits, flotation and the band of its CG; no righting arm, no findings.
  /// For steps that only move parts about.
  [[nodiscard]] Assessment afloat(const Project& project);
  /// In a drag the floodings stand as they were last worked out: from now on as these.
  void keep_floods(const SealReport& report);

 private:
  [[nodiscard]] Assessment run(const Project& project, Care care, Stage last);

  std::map<Stage, std::any> memories_;  ///< of the stages, each of its own type
};

/// Without memory: same project, same assessment.
[[nodiscard]] Assessment assess(const Project& project);

/// The ends of a shaft where its drive's line is known, in its own plane along the boat: a second drive's line is the
/// first one's beside it. Nothing for other parts.
struct ShaftPlace {
  Vec3 disc = Vec3::Zero(), fore = Vec3::Zero();  ///< m
};
[[nodiscard]] std::optional<ShaftPlace> shaft_place(const Assessment& a, const Part& part);

/// The same state with both floodings worked out anew, where a drag has kept them from before.
[[nodiscard]] Assessment with_floods(Assessment a);

/// Foam's density used in the swamped sum, kg/m3: closed-cell board, common practice, no source.
inline constexpr double foam_density = 35.0;

}  // namespace plucky
