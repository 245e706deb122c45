// The bath test for leaks, step by step: three rounds with a clock, a result for each way in, weights before and after.
#pragma once

#include <QElapsedTimer>
#include <QTimer>
#include <map>

#include "inspector/form.h"
#include "sealing/design.h"

namespace plucky::app {

class LeakBath : public Page {
  Q_OBJECT

 public:
  explicit LeakBath(Session* session, QWidget* parent = nullptr);
  void refresh() override;
  /// Sets the clock forward, for a bath that began before the program did, s.
  void add_time(double seconds);

 private:
  void start_or_stop();
  void tell_time();
  void set_round(int index);
  void mark(bool passed);
  void keep();
  [[nodiscard]] double elapsed() const;

  QLabel *step_, *clock_, *last_;
  QPushButton *start_, *pass_, *fail_, *keep_;
  QComboBox* round_;
  QTreeWidget* results_;
  QuantityEdit *already_, *before_, *after_;
  QLineEdit* words_;
  QElapsedTimer running_;
  QTimer tick_;
  double earlier_ = 0.0;  ///< s, of stretches before the one that runs
  /// By opening and round; what is not in it has not been looked at.
  std::map<std::pair<std::string, BathRound>, std::pair<bool, std::string>> marks_;
};

}  // namespace plucky::app
