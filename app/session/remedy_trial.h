// Tries the offers of the findings on copies of the boat, off the interface thread, so that only those that make a
// better boat can be taken.
#pragma once

#include <QObject>
#include <QTimer>
#include <memory>
#include <vector>

#include "assessment/assessment.h"
#include "session/job.h"

namespace plucky::app {

class RemedyTrial : public QObject {
  Q_OBJECT

 public:
  enum class Verdict { trying, better, no_use };

  explicit RemedyTrial(QObject* parent = nullptr);

  /// Begins with this boat's offers once the hand rests; what was under way for another boat is forgotten.
  void consider(std::shared_ptr<const Assessment> state);
  /// About a finding of the boat last considered that has a remedy.
  [[nodiscard]] Verdict verdict(const Finding& finding) const;
  /// Are there offers of this boat without a verdict?
  [[nodiscard]] bool under_way() const;

 signals:
  void judged();

 private:
  void begin();

  QTimer rest_;
  std::shared_ptr<const Assessment> state_;
  std::vector<Verdict> verdicts_;  ///< as the state's findings
  Job job_;
};

}  // namespace plucky::app
