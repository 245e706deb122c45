// Two hulls side by side. In: the boat's hull, beside it the same one scaled, a boat of the fleet or of a file. Out: a
// page of the shelf with their lines over each other and their numbers in a table; the scaled one is taken as one edit.
#pragma once

#include <memory>
#include <optional>

#include "hull/morph.h"
#include "project/project.h"
#include "shelf/shelf_page.h"

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class LinesPicture;
class QuantityEdit;

class LinesView : public ShelfPage {
  Q_OBJECT

 public:
  LinesView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  /// Sets the hull of a boat's file beside; says why where it cannot.
  void open(const QString& path);

 private:
  void choose(int index);
  void set_measure(int axis, double si);
  /// The hull that stands beside; none while nothing is chosen or it cannot be.
  [[nodiscard]] std::optional<HullDesign> beside() const;
  void show_numbers(const HullModel& hull, const HullModel* other);
  void take();

  QComboBox *beside_, *gives_;
  QuantityEdit* measures_[3];
  QPushButton* take_;
  LinesPicture* picture_;
  QTableWidget* table_;
  Vec3 factors_ = Vec3::Ones();
  std::optional<Project> from_file_;
  struct Shown {
    HullDesign design;
    std::shared_ptr<const HullModel> model;
  };
  Shown shown_;  ///< what stands beside, as built
};

}  // namespace plucky::app
