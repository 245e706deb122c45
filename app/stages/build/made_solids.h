// The printed hull's solids that were worked out last, for every page that shows them. In: the boat on the bench. Out:
// the solids, for which boat, how they lie, and a signal when there are new ones.
#pragma once

#include <QObject>
#include <memory>
#include <vector>

#include "build/overhang.h"
#include "build/print_estimate.h"
#include "build/printed_hull.h"
#include "build/thin_places.h"
#include "session/session.h"

namespace plucky::app {

/// What a section's solid tells before it is printed.
struct SolidOnBed {
  std::vector<StanceChoice> stances;
  std::size_t islands = 0;  ///< places that begin in the air, as it is planned to lie
  ThinPlaces thin;
};

/// Solids that were worked out, and for which boat.
struct MadeSolids {
  std::shared_ptr<const Assessment> of;
  PrintedHull hull;
  std::vector<PrintEstimate> prints;  ///< one a section
  std::vector<SolidOnBed> on_bed;     ///< the same
};

/// One for each session, made when it is first asked for.
class SolidsAtHand : public QObject {
  Q_OBJECT

 public:
  [[nodiscard]] static SolidsAtHand* of(Session* session);
  [[nodiscard]] const MadeSolids* get() const { return solids_.get(); }
  /// Those that still are of this boat; null else.
  [[nodiscard]] const MadeSolids* fresh(const Assessment& now) const;
  /// As a job of the session's; refuses where there are none to work out.
  void work_out();

 signals:
  void changed();

 private:
  explicit SolidsAtHand(Session* session);
  Session* session_;
  std::shared_ptr<const MadeSolids> solids_;
};

}  // namespace plucky::app
