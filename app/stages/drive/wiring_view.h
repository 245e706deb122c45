// The electric system. In: the boat. Out: a page of the shelf: the diagram of its leads, their numbers, leads that suit
// taken as one edit.
#pragma once

#include "shelf/shelf_page.h"

class QPushButton;
class QTableWidget;

namespace plucky::app {

class WiringPicture;

class WiringView : public ShelfPage {
  Q_OBJECT

 public:
  WiringView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  void fill_table();
  void take();

  WiringPicture* picture_;
  QTableWidget* table_;
  QPushButton* take_;
};

}  // namespace plucky::app
