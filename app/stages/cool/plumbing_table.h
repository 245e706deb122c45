// Ways to plumb the boat side by side.
#pragma once

#include "cooling/options.h"
#include "shelf/shelf_page.h"

class QTableWidget;

namespace plucky::app {

/// The boat's circuit against others: flow, warmth, grams.
class PlumbingTable : public ShelfPage {
  Q_OBJECT

 public:
  PlumbingTable(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  QTableWidget* table_;
  std::shared_ptr<const Assessment> shown_;  ///< what the rows were worked out for
  Id hose_ = 0;                              ///< the hose whose run is tried in other kinds, chosen on the board
};

}  // namespace plucky::app
