// The boat on the bench: project, its assessment, undo, selection, file. The only place in the application that holds
// truth.
#pragma once

#include <QObject>
#include <QString>
#include <QTimer>
#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include "assessment/assessment.h"
#include "assessment/consequence.h"
#include "io/file.h"
#include "io/units.h"
#include "project/edit.h"
#include "session/job.h"
#include "session/remedy_trial.h"
#include "words/words.h"

namespace plucky::app {

class Session : public QObject {
  Q_OBJECT

 public:
  explicit Session(QObject* parent = nullptr);

  /// The assessment on the screen; it always belongs to the project on the screen.
  [[nodiscard]] const Assessment& now() const { return *now_; }
  /// The same, to keep: it stays what it is while the boat changes.
  [[nodiscard]] std::shared_ptr<const Assessment> state() const { return now_; }
  [[nodiscard]] const Project& project() const { return now_->project; }
  /// Before the last edit; empty after opening a boat.
  [[nodiscard]] const Assessment* before() const { return before_.get(); }
  /// What is drawn: the boat as it would be while an edit is looked at before it is made, else now().
  [[nodiscard]] const Assessment& seen() const { return peek_ ? *peek_ : *now_; }
  [[nodiscard]] bool peeking() const { return peek_ != nullptr; }
  /// Shows what an edit would do, without doing it; stop_peeking() goes back.
  void peek(const Edit& edit);
  void stop_peeking();
  /// Are the offers of now()'s findings worth taking? They are tried while the hand rests.
  [[nodiscard]] const RemedyTrial& trial() const { return trial_; }
  /// The work that the builder waits for: import, sizes, fitting a drive. One at a time.
  [[nodiscard]] Job* job() { return &job_; }
  /// Words for the last edit, empty when there is none.
  [[nodiscard]] QString last_edit() const { return said(last_edit_); }

  /// Applies an edit. When the project or the hull refuses it, nothing changes and refused() tells why.
  bool perform(const Edit& edit);
  /// Puts a part aboard at a free place and selects it.
  void put_aboard(const Part& part);

  /// A drag previews edits of the state at its beginning; ending it makes one step of undo of the whole drag.
  void begin_drag();
  bool preview(const Edit& edit);
  void end_drag();
  void cancel_drag();
  [[nodiscard]] bool dragging() const { return drag_start_ != nullptr; }
  [[nodiscard]] const Assessment* drag_start() const { return drag_start_.get(); }

  void undo();
  void redo();
  [[nodiscard]] bool can_undo() const { return !undo_.empty(); }
  [[nodiscard]] bool can_redo() const { return !redo_.empty(); }
  [[nodiscard]] QString undo_label() const;
  [[nodiscard]] QString redo_label() const;

  /// States of the boat kept to compare with, newest last.
  struct Pin {
    QString name;
    std::shared_ptr<const Assessment> state;
  };
  static constexpr std::size_t most_pins = 4;
  [[nodiscard]] const std::vector<Pin>& pins() const { return pins_; }
  /// Keeps the state at hand; the oldest goes when there are more than most_pins.
  void pin(const QString& name = {});
  void unpin(std::size_t index);
  void unpin_all();
  /// Makes a pinned state the boat on the bench, as an edit that can be undone.
  void adopt_pin(std::size_t index);

  [[nodiscard]] Id selection() const { return selected_.empty() ? 0 : selected_.front(); }
  /// All that is selected, the first chosen first.
  [[nodiscard]] const std::vector<Id>& all_selected() const { return selected_; }
  [[nodiscard]] bool is_selected(Id id) const;
  /// Selected parts in the order they were chosen.
  [[nodiscard]] std::vector<Part> selected_parts() const;
  /// The selected part's name, or how many there are.
  [[nodiscard]] QString selected_words() const;
  /// The selected part, or nullptr.
  [[nodiscard]] const Part* selected_part() const { return project().layout.find(selection()); }
  void select(Id id);
  /// Adds to the selection, or takes out what is in it.
  void toggle(Id id);
  void select_all(std::vector<Id> ids);

  [[nodiscard]] UnitSystem units() const { return units_; }
  void set_units(UnitSystem units);
  /// The same of a number that may not be known: a dash then.
  [[nodiscard]] QString shown(const std::optional<double>& si, Dimension dimension) const {
    return si ? shown({*si, dimension}) : QString::fromUtf8("\u2013");
  }
  [[nodiscard]] QString shown(const Quantity& q) const { return QString::fromStdString(show(q, units_).joined()); }
  /// Two ends with their unit once where it is the same.
  [[nodiscard]] QString shown(const Range& range, Dimension dimension) const {
    const Shown low = show({range.low, dimension}, units_), high = show({range.high, dimension}, units_);
    const std::string first = low.unit == high.unit ? low.number : low.joined();
    // "km/h" stays on one line.
    return tr("%1 to %2")
        .arg(QString::fromStdString(first), QString::fromStdString(high.joined()))
        .replace('/', QString::fromUtf8("/\u2060"));
  }
  [[nodiscard]] QString in_words(const Quantity& q) const {
    return QString::fromStdString(show_in_words(q, units_).joined());
  }
  [[nodiscard]] QString said(const Text& text) const { return app::said(text, units_); }

  /// Puts another boat on the bench. Throws InvalidInput when it cannot be assessed; the boat at hand then stays.
  void adopt(const Project& project, const QString& path);
  /// Opens and saves; on failure refused() tells why and nothing changes.
  bool open(const QString& path);
  bool save(const QString& path);
  /// Has another program written the boat's file since it was opened or saved here? Not where it is gone.
  [[nodiscard]] bool changed_on_disk() const;
  /// Puts a recovered boat on the bench: it belongs to `path` and has changes that are not saved there.
  void adopt_recovered(const Project& project, const QString& path);
  [[nodiscard]] QString path() const { return path_; }
  [[nodiscard]] bool modified() const { return !(saved_ == project()); }

  void refuse(const QString& why) { emit refused(why); }

 signals:
  void changed();       ///< project and assessment
  void seen_changed();  ///< only what is looked at, see seen()
  void selection_changed();
  void units_changed();
  void boat_replaced();  ///< another boat came onto the bench
  void refused(const QString& why);

 private:
  struct Step {
    Project project;
    Text label;
  };
  std::shared_ptr<const Assessment> assess(const Project& project, Care care);
  /// Runs what may throw before anything has changed. False when it did: refused() has told why.
  bool attempt(const std::function<void()>& work);
  void show_state(std::shared_ptr<const Assessment> next);
  void follow_with_water();
  void travel(std::vector<Step>& from, std::vector<Step>& to);

  Assessor assessor_;
  RemedyTrial trial_;
  Job job_;
  QTimer floods_;  ///< in a drag the floodings follow a moment behind the hand
  std::shared_ptr<const Assessment> now_, before_, peek_, drag_start_;
  std::vector<Pin> pins_;
  int pins_made_ = 0;
  Text last_edit_, drag_label_;
  std::vector<Step> undo_, redo_;
  std::vector<Id> selected_;
  UnitSystem units_ = UnitSystem::metric;
  QString path_;
  FileStamp stamp_;  ///< of the file at path_ as it was read or written here
  Project saved_;
};

}  // namespace plucky::app
