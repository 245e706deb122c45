#include "stages/build/batch_clocks.h"

#include "base/error.h"
#include "settings/settings.h"

namespace plucky::app {

BatchClocks::BatchClocks(QObject* parent, std::function<QDateTime()> now, bool kept)
    : QObject(parent), now_(std::move(now)), kept_(kept) {
  if (kept_)
    for (const QString& line : settings::batch_clocks()) {
      const QStringList words = line.split('|');
      if (words.size() != 4) continue;
      try {
        clocks_.push_back({product_from_key(words[0].toStdString()), QDateTime::fromString(words[1], Qt::ISODate),
                           words[2].toDouble(), words[3].toInt()});
      } catch (const InvalidInput&) {
        continue;  // of another version
      }
      // What went off long ago bothers nobody any more.
      if (!clocks_.back().mixed.isValid() || left(clocks_.back()) < -86400.0) clocks_.pop_back();
    }
  timer_.setInterval(1000);
  connect(&timer_, &QTimer::timeout, this, &BatchClocks::look);
  if (!clocks_.empty()) timer_.start();
}

bool BatchClocks::mix(Product product, double celsius) {
  const auto times = cure_at(product, celsius);
  if (!times || !(times->pot_life > 0.0)) return false;
  clocks_.push_back({product, now_(), times->pot_life, 0});
  timer_.start();
  keep();
  emit changed();
  return true;
}

void BatchClocks::forget(std::size_t index) {
  if (index >= clocks_.size()) return;
  clocks_.erase(clocks_.begin() + static_cast<std::ptrdiff_t>(index));
  if (clocks_.empty()) timer_.stop();
  keep();
  emit changed();
}

double BatchClocks::left(const Clock& clock) const {
  return clock.pot_life - 0.001 * static_cast<double>(clock.mixed.msecsTo(now_()));
}

void BatchClocks::look() {
  for (Clock& c : clocks_) {
    const int state = left(c) <= 0.0 ? 2 : left(c) <= (1.0 - warned_at) * c.pot_life ? 1 : 0;
    if (state <= c.told) continue;
    c.told = state;
    keep();
    emit due(c);
  }
  emit changed();
}

void BatchClocks::keep() const {
  if (!kept_) return;
  QStringList lines;
  for (const Clock& c : clocks_)
    lines << QStringList{product_key(c.product), c.mixed.toString(Qt::ISODate), QString::number(c.pot_life),
                         QString::number(c.told)}
                 .join('|');
  settings::set_batch_clocks(lines);
}

}  // namespace plucky::app
