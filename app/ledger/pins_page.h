// Pinned states of the boat side by side with the one at hand; any of them can be adopted.
#pragma once

#include "shelf/shelf_page.h"

class QHBoxLayout;
class QTableWidget;

namespace plucky::app {

class PinsPage : public ShelfPage {
  Q_OBJECT

 public:
  PinsPage(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  QTableWidget* table_;
  QHBoxLayout* buttons_;
};

}  // namespace plucky::app
