// The lines of one hull, or of two over each other: profile, plan, sections.
#pragma once

#include <QWidget>
#include <memory>

#include "hull/model.h"

namespace plucky::app {

/// The transoms stand at the same place, the base lines on each other. Sections: the after half of the boat to the
/// left, the fore half to the right.
class LinesPicture : public QWidget {
 public:
  explicit LinesPicture(QWidget* parent);
  /// `beside` may be null; the pictures keep what they show.
  void show_hulls(std::shared_ptr<const HullModel> hull, std::shared_ptr<const HullModel> beside);

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  std::shared_ptr<const HullModel> hull_, beside_;
};

}  // namespace plucky::app
