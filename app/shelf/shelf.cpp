#include "shelf/shelf.h"

#include <qcustomplot.h>

#include <QBuffer>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QStackedWidget>
#include <QSvgGenerator>
#include <QTabBar>
#include <QToolButton>
#include <QVBoxLayout>

#include "base/error.h"
#include "io/file.h"
#include "session/ask_where.h"
#include "theme/theme.h"

namespace plucky::app {

Shelf::Shelf(Session* session, QWidget* parent)
    : QWidget(parent), session_(session), pace_(session, 60, [this] {
        if (isVisible()) refresh();
      }) {
  setObjectName("shelf");
  setAttribute(Qt::WA_StyledBackground);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(10, 4, 10, 6);
  column->setSpacing(2);
  auto* head = new QHBoxLayout;
  tabs_ = new QTabBar(this);
  tabs_->setObjectName("shelf_tabs");
  tabs_->setAccessibleName(tr("Charts and tables"));
  tabs_->setDrawBase(false);
  tabs_->setExpanding(false);
  tabs_->setUsesScrollButtons(true);
  auto* save = new QToolButton(this);
  save->setText(tr("Export"));
  save->setObjectName("shelf_export");
  save->setAccessibleName(tr("Export this chart or table"));
  save->setPopupMode(QToolButton::InstantPopup);
  auto* menu = new QMenu(save);
  for (const char* suffix : {"csv", "png", "svg"})
    menu->addAction(QString(suffix).toUpper() + QString::fromUtf8(" \u2026"), this,
                    [this, suffix] { ask_and_export(suffix); });
  save->setMenu(menu);
  auto* close = new QToolButton(this);
  close->setText(tr("Close"));
  close->setObjectName("shelf_close");
  close->setAccessibleName(tr("Close the shelf"));
  head->addWidget(tabs_, 1);
  head->addWidget(save);
  head->addWidget(close);
  column->addLayout(head);
  words_ = new QLabel(this);
  words_->setObjectName("shelf_words");
  words_->setProperty("muted", true);
  words_->setWordWrap(true);
  words_->setFont(ui_font(8.8));
  column->addWidget(words_);
  stack_ = new QStackedWidget(this);
  stack_->setProperty("plain", true);
  column->addWidget(stack_, 1);
  connect(tabs_, &QTabBar::currentChanged, this, &Shelf::turn_to);
  connect(close, &QToolButton::clicked, this, &Shelf::closed);
}

void Shelf::set_stage(Stage stage) {
  for (std::size_t i = 0; i < pages_.size(); ++i) {
    const int index = static_cast<int>(i);
    tabs_->setTabVisible(index, pages_[i].stands_at(stage) || (isVisible() && index == tabs_->currentIndex()));
  }
}

void Shelf::add(ShelfPage* page, const QString& key, std::function<bool(Stage)> stands_at) {
  pages_.push_back({page, key, std::move(stands_at)});
  stack_->addWidget(page);
  connect(page, &ShelfPage::words_changed, this, [this, page](const QString& words) {
    if (stack_->currentWidget() == page) words_->setText(words);
  });
  tabs_->addTab(page->title());
}

int Shelf::index_of(const QString& key) const {
  for (std::size_t i = 0; i < pages_.size(); ++i)
    if (pages_[i].key == key) return static_cast<int>(i);
  return -1;
}

ShelfPage* Shelf::page(const QString& key) const {
  const int index = index_of(key);
  return index < 0 ? nullptr : pages_[static_cast<std::size_t>(index)].page;
}

ShelfPage* Shelf::at_hand() const {
  return pages_[static_cast<std::size_t>(tabs_->currentIndex())].page;
}

QString Shelf::current() const {
  return pages_[static_cast<std::size_t>(tabs_->currentIndex())].key;
}

void Shelf::show_page(const QString& key) {
  turn_to(index_of(key));
}

void Shelf::turn_to(int index) {
  if (index < 0 || index >= static_cast<int>(pages_.size())) return;
  tabs_->setTabVisible(index, true);
  if (tabs_->currentIndex() != index) return tabs_->setCurrentIndex(index);  // comes back here
  stack_->setCurrentIndex(index);
  if (isVisible()) refresh();
  emit page_shown(current());
}

void Shelf::refresh() {
  if (pages_.empty()) return;
  at_hand()->refresh();
  words_->setText(at_hand()->words());
}

void Shelf::keyPressEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_Escape)
    emit closed();
  else
    QWidget::keyPressEvent(event);
}

void Shelf::ask_and_export(const char* suffix) {
  const QString name = QString::fromStdString(session_->project().name) + ", " + at_hand()->title().toLower();
  const QString path = ask_where(this, tr("Export"), name, QString("*.%1").arg(suffix), QString(".") + suffix);
  if (!path.isEmpty()) export_to(path);
}

bool Shelf::export_to(const QString& path) {
  ShelfPage* page = at_hand();
  const QString suffix = path.section('.', -1).toLower();
  try {
    if (suffix == "csv") {
      write_file_atomically(path.toStdString(), write_table(page->table(), ','));
      return true;
    }
    // Drawn in memory first: a picture that fails must not take the place of an earlier one.
    QBuffer drawn;
    drawn.open(QIODevice::WriteOnly);
    const auto write = [&] {
      write_file_atomically(path.toStdString(), drawn.data().toStdString());
      return true;
    };
    if (suffix == "png") {
      const QPixmap picture = page->plot() ? page->plot()->toPixmap(1000, 600, 2.0) : page->grab();
      if (picture.save(&drawn, "PNG")) return write();
    }
    if (suffix == "svg" && page->plot()) {
      QSvgGenerator svg;
      svg.setOutputDevice(&drawn);
      svg.setSize(QSize(1000, 600));
      svg.setViewBox(QRect(0, 0, 1000, 600));
      svg.setTitle(page->title());
      QCPPainter painter;
      if (painter.begin(&svg)) {
        painter.setMode(QCPPainter::pmVectorized);
        painter.setMode(QCPPainter::pmNoCaching);
        page->plot()->toPainter(&painter, 1000, 600);
        painter.end();
        return write();
      }
    }
    session_->refuse(suffix == "svg" && !page->plot() ? tr("A table exports as CSV or PNG.")
                                                      : tr("%1 could not be written.").arg(path));
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  return false;
}

}  // namespace plucky::app
