// Clocks of mixed batches on the page of the stage Build.
#include <QApplication>
#include <QComboBox>
#include <QPushButton>
#include <QTreeWidget>
#include <cmath>

#include "stages/build/build_page.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

QString clock_words(double seconds) {
  const int s = static_cast<int>(std::ceil(std::abs(seconds)));
  return QString("%1%2:%3")
      .arg(seconds < 0.0 ? QString::fromUtf8("\u2212") : QString())
      .arg(s / 60)
      .arg(s % 60, 2, 10, QChar('0'));
}

}  // namespace

void BuildPage::add_clocks() {
  batch_ = choice(tr("Batch of"), {}, "batch_product");
  for (const ProductEntry& p : products())
    if (p.mixed) batch_->addItem(term(p.name), static_cast<int>(p.value));
  auto* mixed = button(tr("Mixed now"), "batch_mixed", true);
  mixed->setToolTip(tr("Starts the clock of its pot life at the workshop's temperature; it warns before the end"));
  connect(mixed, &QPushButton::clicked, this, [this] {
    const double celsius = session_->project().build.work.temperature;
    const auto product = static_cast<Product>(batch_->currentData().toInt());
    if (!clocks_.mix(product, celsius))
      session_->refuse(
          tr("%1 does not harden at %2: no clock.")
              .arg(term(product_entry(product).name), session_->in_words({celsius, Dimension::temperature})));
  });
  batches_ = table(tr("Mixed batches"), {tr("Batch"), tr("Left, min:s")}, "batches", 60);
  batches_->setMaximumHeight(100);
  drop_batch_ = button(tr("Used up"), "batch_used", true);
  connect(drop_batch_, &QPushButton::clicked, this, [this] {
    const int i = std::max(0, batches_->indexOfTopLevelItem(batches_->currentItem()));
    clocks_.forget(static_cast<std::size_t>(i));
  });
  connect(&clocks_, &BatchClocks::changed, this, &BuildPage::fill_clocks);
  connect(&clocks_, &BatchClocks::due, this, [this](const BatchClocks::Clock& c) {
    QApplication::beep();
    const QString name = term(product_entry(c.product).name);
    session_->refuse(c.told == 1
                         ? tr("%1: %2 left of its pot life, use it up now.").arg(name, clock_words(clocks_.left(c)))
                         : tr("%1 is past its pot life: put the pot outside, it gets hot.").arg(name));
  });
  fill_clocks();
}

void BuildPage::fill_clocks() {
  const int row = batches_->indexOfTopLevelItem(batches_->currentItem());
  batches_->clear();
  for (const BatchClocks::Clock& c : clocks_.running()) {
    auto* item = new QTreeWidgetItem(batches_);
    item->setText(0, tr("%1, mixed %2").arg(term(product_entry(c.product).name), c.mixed.toString("HH:mm")));
    item->setText(1, clock_words(clocks_.left(c)));
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    if (c.told > 0) item->setForeground(1, severity_text_colour(c.told == 2 ? Severity::stop : Severity::watch));
  }
  if (auto* again = batches_->topLevelItem(std::max(0, row))) batches_->setCurrentItem(again);
  const bool any = !clocks_.running().empty();
  batches_->setVisible(any);
  drop_batch_->setVisible(any);
}

}  // namespace plucky::app
