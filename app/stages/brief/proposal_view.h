// Whole boats from the brief. In: the brief, what is decided already. Out: a page of the shelf: boats side by side with
// their pictures and reasons; one of them taken is one edit.
#pragma once

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "assessment/propose.h"
#include "shelf/shelf_page.h"

class QAction;
class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;
class QToolButton;

namespace plucky::app {

class ProposalView : public ShelfPage {
  Q_OBJECT

 public:
  ProposalView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] const std::vector<Proposal>& boats() const { return boats_; }

 private:
  class Picture;
  /// What of a proposed boat the next ones keep.
  struct Kept {
    std::optional<HullDesign> hull;         ///< its family and measures
    std::optional<Drive> drive;             ///< its kind
    std::map<PartKind, std::string> parts;  ///< by their names in the catalogue
    [[nodiscard]] std::size_t count() const { return (hull ? 1 : 0) + (drive ? 1 : 0) + parts.size(); }
  };
  void make_lock_menu();
  void show_locks();
  void work_out();
  void take();
  void add_row(const Proposal& boat);
  void show_all(const Proposals& proposals);
  void fill_reasons();
  [[nodiscard]] const Proposal* at_hand() const;

  QComboBox *family_, *drive_;
  QPushButton *work_, *take_;
  QToolButton* lock_;
  QAction *lock_hull_, *lock_drive_;
  std::map<PartKind, QAction*> lock_parts_;
  Kept kept_;
  QTableWidget* table_;
  Picture* picture_;
  QLabel* reasons_;
  std::vector<Proposal> boats_;
  Brief for_;  ///< the brief that they are for
  QString message_;
};

}  // namespace plucky::app
