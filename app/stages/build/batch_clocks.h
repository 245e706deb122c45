// Clocks of mixed batches: each runs down its product's pot life and warns before the end. In: product, temperature,
// the time of day. Out: what is left, alarms. They outlive the program: a batch goes off whether it runs or not.
#pragma once

#include <QDateTime>
#include <QObject>
#include <QTimer>
#include <functional>
#include <vector>

#include "build/cure.h"

namespace plucky::app {

class BatchClocks : public QObject {
  Q_OBJECT

 public:
  struct Clock {
    Product product = Product::epoxy_30;
    QDateTime mixed;
    double pot_life = 0.0;  ///< s
    int told = 0;           ///< 1: of the nearing end, 2: of the end
  };
  /// `now` tells the time; `kept`: whether clocks are read from and written to the settings.
  explicit BatchClocks(QObject* parent, std::function<QDateTime()> now = &QDateTime::currentDateTime, bool kept = true);

  /// A batch is mixed now; false where the product does not harden at that temperature.
  bool mix(Product product, double celsius);
  void forget(std::size_t index);
  [[nodiscard]] const std::vector<Clock>& running() const { return clocks_; }
  /// s until the pot life's end; negative past it.
  [[nodiscard]] double left(const Clock& clock) const;
  /// Looks at the time and tells what has come due; done each second by itself.
  void look();

  /// Share of the pot life after which the end is announced.
  static constexpr double warned_at = 0.8;

 signals:
  void changed();                                          ///< clocks came, went, or a second passed
  void due(const plucky::app::BatchClocks::Clock& clock);  ///< the end is near (told 1) or there (2)

 private:
  void keep() const;

  std::function<QDateTime()> now_;
  bool kept_;
  std::vector<Clock> clocks_;
  QTimer timer_;
};

}  // namespace plucky::app
