// The selected part: every number typed, with its fit and its cautions.
#pragma once

#include <vector>

#include "inspector/form.h"
#include "layout/kind.h"

namespace plucky::app {

class PartPage : public Page {
  Q_OBJECT

 public:
  explicit PartPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 signals:
  void keep_wanted(const plucky::Part& part);
  void way_wanted();  ///< into the hull, to be shown on the board

 private:
  /// A number that components of a kind of their own have: of no drive, of no steering.
  struct OwnNumber {
    PartKind kind;
    const ComponentNumber* number;
    QuantityEdit* edit;
  };
  QuantityEdit* add_own(const ComponentKind& kind, const ComponentNumber& number);
  void fill_way(const Part& part);
  void change(const QString& what, const std::function<void(Part&)>& how);

  QLabel *title_, *state_, *fit_, *neighbour_, *hatch_, *way_, *rail_travel_, *caution_;
  QLineEdit* name_;
  QuantityEdit *x_, *y_, *z_, *length_, *width_, *height_, *mass_, *measured_;
  std::vector<OwnNumber> own_;
  QComboBox* rail_;
  QCheckBox *wet_, *outside_, *fitted_;
  QPushButton* play_;
};

}  // namespace plucky::app
