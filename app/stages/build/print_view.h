// How a section lies on the printer's bed, in the round: what hangs over the air is coloured. In: the boat on the
// bench. Out: a page of the shelf.
#pragma once

#include "shelf/shelf_page.h"

class QComboBox;
class QTableWidget;

namespace plucky::app {

class TurningPicture;

class PrintView : public ShelfPage {
  Q_OBJECT

 public:
  PrintView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  void show_chosen();
  TurningPicture* picture_;
  QComboBox* section_;
  QTableWidget* table_;
  bool filling_ = false;
};

}  // namespace plucky::app
