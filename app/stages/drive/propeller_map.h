// Propellers tried over diameter and pitch: what each gives, which limit it breaks. A click takes one aboard.
#pragma once

#include <memory>

#include "running/search.h"
#include "session/job.h"
#include "shelf/shelf_page.h"

class QComboBox;
class QLabel;
class QProgressBar;

namespace plucky::app {

class PropellerMap : public ShelfPage {
  Q_OBJECT

 public:
  PropellerMap(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  /// Empty until the first search is done.
  [[nodiscard]] const SearchMap& map() const { return map_; }
  [[nodiscard]] bool at_work() const override { return job_.running(); }
  /// The rectangle of a cell in the field's pixels.
  [[nodiscard]] QRectF cell_rect(std::size_t diameter, std::size_t pitch) const;
  /// Takes the propeller of a cell aboard.
  void adopt(std::size_t diameter, std::size_t pitch);

 protected:
  void hideEvent(QHideEvent*) override { stop(); }

 private:
  class Field;
  void start();
  void stop();
  void tell_best();
  [[nodiscard]] Aim aim() const;
  [[nodiscard]] QString words_of(const SearchCell& cell) const;

  Field* field_;
  QComboBox* aim_;
  SearchMap map_;
  std::shared_ptr<const Assessment> searched_;  ///< what the map belongs to
  Job job_;
};

}  // namespace plucky::app
