// The boat on the bench: project, its assessment, undo, selection, file. The only place in the application that holds
// truth.
#pragma once

#include <QObject>
#include <QString>
#include <memory>
#include <optional>
#include <vector>

#include "assessment/assessment.h"
#include "assessment/consequence.h"
#include "io/units.h"
#include "project/edit.h"

namespace plucky::app {

class Session : public QObject {
  Q_OBJECT

 public:
  explicit Session(QObject* parent = nullptr);

  /// The assessment on the screen; it always belongs to the project on the screen.
  [[nodiscard]] const Assessment& now() const { return *now_; }
  [[nodiscard]] const Project& project() const { return now_->project; }
  /// Before the last edit; empty after opening a boat.
  [[nodiscard]] const Assessment* before() const { return before_.get(); }
  [[nodiscard]] const Assessment* pinned() const { return pinned_.get(); }
  /// Words for the last edit, empty when there is none.
  [[nodiscard]] QString last_edit() const { return last_edit_; }

  /// Applies an edit. When the project or the hull refuses it, nothing changes and refused() tells why.
  bool perform(const Edit& edit);

  /// A drag previews edits of the state at its beginning; ending it makes one step of undo of the whole drag.
  void begin_drag();
  bool preview(const Edit& edit);
  void end_drag();
  void cancel_drag();
  [[nodiscard]] bool dragging() const { return drag_start_ != nullptr; }

  void undo();
  void redo();
  [[nodiscard]] bool can_undo() const { return !undo_.empty(); }
  [[nodiscard]] bool can_redo() const { return !redo_.empty(); }
  [[nodiscard]] QString undo_label() const;
  [[nodiscard]] QString redo_label() const;

  void pin();
  void unpin();

  [[nodiscard]] Id selection() const { return selection_; }
  /// The selected part, or nullptr.
  [[nodiscard]] const Part* selected_part() const { return project().layout.find(selection_); }
  void select(Id id);

  [[nodiscard]] UnitSystem units() const { return units_; }
  void set_units(UnitSystem units);
  [[nodiscard]] QString shown(const Quantity& q) const { return QString::fromStdString(show(q, units_).joined()); }
  [[nodiscard]] QString in_words(const Quantity& q) const {
    return QString::fromStdString(show_in_words(q, units_).joined());
  }
  [[nodiscard]] QString shown(const std::string& text, const std::vector<Quantity>& values) const {
    return QString::fromStdString(fill_in(text, values, units_));
  }

  /// Puts another boat on the bench. Throws InvalidInput when it cannot be assessed; the boat at hand then stays.
  void adopt(const Project& project, const QString& path);
  /// Opens and saves; on failure refused() tells why and nothing changes.
  bool open(const QString& path);
  bool save(const QString& path);
  [[nodiscard]] QString path() const { return path_; }
  [[nodiscard]] bool modified() const { return !(saved_ == project()); }

  void refuse(const QString& why) { emit refused(why); }

 signals:
  void changed();  ///< project and assessment
  void selection_changed();
  void units_changed();
  void boat_replaced();  ///< another boat came onto the bench
  void refused(const QString& why);

 private:
  struct Step {
    Project project;
    QString label;
  };
  std::shared_ptr<const Assessment> assess(const Project& project, bool with_remedies);
  void show_state(std::shared_ptr<const Assessment> next);
  void travel(std::vector<Step>& from, std::vector<Step>& to);

  Assessor assessor_;
  std::shared_ptr<const Assessment> now_, before_, pinned_, drag_start_;
  QString last_edit_, drag_label_;
  std::vector<Step> undo_, redo_;
  Id selection_ = 0;
  UnitSystem units_ = UnitSystem::metric;
  QString path_;
  Project saved_;
};

}  // namespace plucky::app
