// Mounts, trays, boxes, lids and jigs: a list to tick, the chosen one in the round, its numbers. In: the boat on the
// bench. Out: a page of the shelf.
#pragma once

#include "shelf/shelf_page.h"

class QComboBox;
class QGridLayout;
class QLabel;
class QMenu;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class QuantityEdit;
class TurningPicture;

class FixtureView : public ShelfPage {
  Q_OBJECT

 public:
  FixtureView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  /// Writes all of them on plates into a folder as 3MF; tells when it cannot, gives how many files.
  int write_plates(const QString& folder);
  /// The chosen one; 0: none.
  [[nodiscard]] Id chosen() const;

 private:
  struct Field {
    QLabel* label;
    QuantityEdit* edit;
    double Fixture::*member;
    FixtureNumber FixtureType::*number;
    Dimension dimension;
  };
  void add_fields(QGridLayout* grid);
  void fill_menu();
  void fill_table();
  void show_chosen();
  void change(const QString& what, const std::function<void(Fixture&)>& how);
  [[nodiscard]] const Fixture* chosen_fixture() const;

  QTableWidget* table_;
  TurningPicture* picture_;
  QMenu* menu_;
  QPushButton *drop_, *write_;
  QComboBox* material_;
  QLabel *help_, *material_label_, *infill_label_;
  QuantityEdit* infill_;
  std::vector<Field> fields_;
  Id fresh_ = 0;  ///< chosen once it is in the list
  bool filling_ = false;
};

}  // namespace plucky::app
