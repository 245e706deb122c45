// How a section lies on the printer's bed, in 3D: what hangs over the air, what bridges and what is too thin are
// coloured. In: the boat on the bench, its solids where they were worked out, else its skin. Out: a page of the shelf.
#pragma once

#include "build/overhang.h"
#include "build/thin_places.h"
#include "shelf/shelf_page.h"

class QComboBox;
class QTableWidget;

namespace plucky::app {

class SolidsAtHand;
class TurningPicture;

class PrintView : public ShelfPage {
  Q_OBJECT

 public:
  PrintView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  void show_chosen();
  void tell_of(const StanceChoice& choice, const ThinPlaces* thin);
  [[nodiscard]] std::vector<StanceChoice> stances(int section) const;
  SolidsAtHand* solids_;
  TurningPicture* picture_;
  QComboBox* section_;
  QTableWidget* table_;
  bool filling_ = false;
};

}  // namespace plucky::app
