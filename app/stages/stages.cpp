#include "stages/stages.h"

#include <algorithm>

#include "stages/brief/brief_stage.h"
#include "stages/build/build_stage.h"
#include "stages/cool/cool_stage.h"
#include "stages/drive/drive_stage.h"
#include "stages/float/float_stage.h"
#include "stages/hull/hull_stage.h"
#include "stages/layout/layout_stage.h"
#include "stages/seal/seal_stage.h"
#include "stages/trial/trial_stage.h"

namespace plucky::app {

const std::vector<StageModule>& stage_modules() {
  static const std::vector<StageModule> all{brief_stage(), hull_stage(), drive_stage(), layout_stage(), float_stage(),
                                            seal_stage(),  cool_stage(), build_stage(), trial_stage()};
  return all;
}

const StageModule* stage_module(Stage stage) {
  for (const StageModule& m : stage_modules())
    if (m.stage == stage) return &m;
  return nullptr;
}

const std::vector<ShelfEntry>& shelf_entries() {
  static const std::vector<ShelfEntry> all = [] {
    std::vector<ShelfEntry> out;
    for (const StageModule& m : stage_modules())
      for (const ShelfOffer& o : m.shelf) out.push_back({&o, m.stage});
    // The boat at rest first, and there what belongs to Float before what stands with it.
    const auto place = [](const ShelfEntry& e) {
      const StageModule& m = *stage_module(e.stage);
      if (e.offer->tab == ShelfOffer::Tab::everywhere) return 3;
      if (e.offer->tab == ShelfOffer::Tab::rest) return 1;
      return m.at_rest ? 0 : 2;
    };
    std::stable_sort(out.begin(), out.end(),
                     [&](const ShelfEntry& l, const ShelfEntry& r) { return place(l) < place(r); });
    return out;
  }();
  return all;
}

}  // namespace plucky::app
