// The way of the power as cards: each component of a drive with what it is, what it does here, and what is wrong with
// it. In: cards. Out: which one is chosen, and the wish to swap one.
#pragma once

#include <QListWidget>
#include <optional>
#include <vector>

#include "assessment/finding.h"
#include "layout/part.h"

namespace plucky::app {

/// The steering stands among the groups of a drive.
inline constexpr int steering_group = 100;

struct DriveCard {
  int group = 0;                 ///< what the page calls it
  QString title, detail, aside;  ///< aside stands at the end of the title's line
  Part part;                     ///< drawn; kind `other` without a name for what is no component
  bool gap = false;              ///< the drive lacks it
  bool swaps = false;
  std::optional<Severity> severity;  ///< of the worst finding about it
};

class DriveCards : public QListWidget {
  Q_OBJECT

 public:
  explicit DriveCards(QWidget* parent);
  void show_cards(std::vector<DriveCard> cards);
  [[nodiscard]] const std::vector<DriveCard>& cards() const { return cards_; }
  /// The chosen card's group; -1 without one.
  [[nodiscard]] int group() const;
  void choose(int group);

 signals:
  void chosen();
  void swap_wanted(const QPoint& at);

 protected:
  void mousePressEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  std::vector<DriveCard> cards_;
};

}  // namespace plucky::app
