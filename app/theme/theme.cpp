#include "theme/theme.h"

#include <QApplication>
#include <QFontDatabase>
#include <QPainterPath>
#include <QPalette>

namespace plucky::app {

namespace {

Look day() {
  Look l;
  l.paper = "#F4F1EA";
  l.panel = "#EBE7DC";
  l.stem = "#DFE3DC";
  l.card = "#FFFEFA";
  l.line = "#D3CDBE";
  l.ink = "#14232B";
  l.muted = "#56626A";
  l.water = QColor(0x3C, 0x7A, 0x89, 72);
  l.water_line = "#2F6B7A";
  l.brass = "#B98B2F";
  l.brass_text = "#76570F";
  l.brass_fill = "#F3E2B4";
  l.buoy = "#E4572E";
  l.buoy_text = "#B8380F";
  l.reed = "#6B7F3A";
  l.reed_text = "#51642A";
  l.part = "#E7DECB";
  l.hull = "#FFFEFA";
  return l;
}

Look night() {
  Look l;
  l.paper = "#10191F";
  l.panel = "#16222A";
  l.stem = "#1B2A32";
  l.card = "#1D2B34";
  l.line = "#33444E";
  l.ink = "#E8EEEC";
  l.muted = "#A3B3B8";
  l.water = QColor(0x4F, 0xA0, 0xB4, 70);
  l.water_line = "#7CC3D3";
  l.brass = "#D9AE5A";
  l.brass_text = "#E3BD72";
  l.brass_fill = "#5A4A23";
  l.buoy = "#FF7A52";
  l.buoy_text = "#FF9472";
  l.reed = "#A3BD66";
  l.reed_text = "#B3CB7B";
  l.part = "#33444C";
  l.hull = "#22323B";
  l.dark = true;
  return l;
}

Look& current() {
  static Look l = day();
  return l;
}

QString style_sheet(const Look& l) {
  return QString(R"(
    QMainWindow, QWidget { background: %1; color: %2; }
    QMenuBar { background: %3; padding: 2px 6px; }
    QMenuBar::item { padding: 4px 12px; background: transparent; border-radius: 4px; }
    QMenuBar::item:selected, QMenu::item:selected { background: %4; color: %2; }
    QMenu { background: %5; border: 1px solid %6; padding: 4px; }
    QMenu::item { padding: 5px 26px 5px 22px; border-radius: 4px; }
    QMenu::item:disabled { color: %7; }
    QMenu::separator { height: 1px; background: %6; margin: 4px 8px; }
    QStatusBar { background: %3; color: %7; }
    QStatusBar QLabel { background: transparent; color: %7; }
    QStatusBar::item { border: none; }
    QToolTip { background: %5; color: %2; border: 1px solid %6; padding: 4px; }
    QLineEdit, QComboBox, QPlainTextEdit, QListWidget, QTreeWidget { background: %5; border: 1px solid %6; border-radius: 5px; padding: 3px 7px; selection-background-color: %8; selection-color: %2; }
    QLineEdit:focus, QComboBox:focus, QListWidget:focus, QTreeWidget:focus { border: 1px solid %8; }
    QLineEdit:disabled, QLineEdit:read-only { background: transparent; color: %7; }
    QComboBox::drop-down { border: none; width: 24px; }
    QComboBox::down-arrow { image: url(:/icons/down-%10.xpm); width: 11px; height: 11px; }
    QComboBox QAbstractItemView { background: %5; color: %2; border: 1px solid %6; selection-background-color: %4; selection-color: %2; }
    QPushButton { background: %5; border: 1px solid %2; border-radius: 6px; padding: 4px 12px; font-weight: 600; }
    QPushButton:hover { background: %4; }
    QPushButton:checked { background: %4; border: 2px solid %8; padding: 3px 11px; }
    QPushButton:focus { border: 2px solid %8; padding: 3px 11px; }
    QPushButton:disabled { color: %7; border-color: %6; }
    QPushButton[quiet="true"] { border-color: %6; font-weight: 400; }
    QPushButton[strong="true"] { background: %2; color: %1; }
    QPushButton[strong="true"]:disabled { background: %5; color: %7; }
    QCheckBox { spacing: 7px; background: transparent; }
    QCheckBox::indicator { width: 14px; height: 14px; border: 1px solid %7; border-radius: 3px; background: %5; }
    QCheckBox::indicator:checked { background: %2; border-color: %2; image: url(:/icons/tick-%10.xpm); }
    QCheckBox::indicator:focus { border: 2px solid %8; }
    QToolButton { background: %5; color: %2; border: 1px solid %6; border-radius: 5px; padding: 3px 9px; }
    QToolButton:hover, QToolButton:checked { background: %4; }
    QToolButton:focus { border: 2px solid %8; padding: 2px 8px; }
    QToolButton::menu-indicator { image: none; }
    QTabBar { background: transparent; }
    QTabBar QToolButton { padding: 0; border-radius: 0; }
    QTabBar::tab { background: transparent; color: %7; padding: 4px 9px; border-bottom: 2px solid transparent; }
    QTabBar::tab:selected { color: %2; font-weight: 600; border-bottom: 2px solid %8; }
    QTabBar::tab:focus { color: %2; }
    QSlider::groove:horizontal { height: 4px; background: %6; border-radius: 2px; }
    QSlider::handle:horizontal { width: 12px; margin: -5px 0; background: %8; border-radius: 6px; }
    QSlider { background: transparent; }
    QTableWidget { background: %5; alternate-background-color: %1; border: 1px solid %6; selection-background-color: %4; selection-color: %2; gridline-color: %6; }
    QTextBrowser { background: %5; border: none; }
    QTableWidget QLineEdit { padding: 0 4px; }
    QListWidget::item:selected, QTreeWidget::item:selected { background: %4; color: %2; }
    QListWidget::indicator, QTableWidget::indicator { width: 13px; height: 13px; border: 1px solid %7; border-radius: 3px; background: %5; }
    QListWidget::indicator:checked, QTableWidget::indicator:checked { background: %2; border-color: %2; image: url(:/icons/tick-%10.xpm); }
    #side_line { background: %6; }
    #shelf { background: %1; border-top: 1px solid %6; }
    #tour { background: %3; border: 2px solid %8; border-radius: 8px; }
    #action_list { background: %3; border: 1px solid %7; border-radius: 8px; }
    #board QLabel[card="true"] { background: transparent; color: %2; }
    QScrollArea { border: none; }
    QScrollBar:vertical { background: transparent; width: 10px; margin: 0; }
    QScrollBar::handle:vertical { background: %6; border-radius: 4px; min-height: 28px; margin: 1px 2px; }
    QScrollBar:horizontal { background: transparent; height: 10px; margin: 0; }
    QScrollBar::handle:horizontal { background: %6; border-radius: 4px; min-width: 28px; margin: 2px 1px; }
    QAbstractScrollArea::corner { background: transparent; border: none; }
    QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
    QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
    QProgressBar { border: 1px solid %6; border-radius: 4px; background: %5; height: 12px; text-align: center; }
    QProgressBar::chunk { background: %8; border-radius: 3px; }
    QHeaderView { background: %3; border: none; }
    QHeaderView::section { background: %3; color: %7; border: none; padding: 3px 6px; }
    QSplitter::handle { background: %6; }
    #side, #side QWidget[plain="true"], #side QLabel, #side QScrollArea, #side QCheckBox { background: %3; }
    #findings, #findings QLabel, #findings QWidget[plain="true"] { background: %5; }
    QLabel[muted="true"] { color: %7; }
    QLabel[caution="true"] { color: %9; }
    QLabel[heading="true"] { font-weight: 700; }
  )")
      .arg(l.paper.name(), l.ink.name(), l.panel.name(), l.brass_fill.name(), l.card.name(), l.line.name(),
           l.muted.name(), l.brass.name())
      .arg(l.buoy_text.name(), QString(l.dark ? "night" : "day"));
}

void load_fonts() {
  static bool loaded = false;
  if (loaded) return;
  loaded = true;
  for (const char* face : {"Inter-Regular", "Inter-Medium", "Inter-SemiBold", "Inter-Bold"})
    QFontDatabase::addApplicationFont(QString(":/fonts/%1.otf").arg(face));
}

}  // namespace

const Look& look() {
  return current();
}

bool desktop_is_dark() {
  return QApplication::palette().color(QPalette::Window).lightness() < 110;
}

void set_dark(bool dark) {
  current() = dark ? night() : day();
  apply_theme();
}

DayLook::DayLook() : was_dark_(current().dark) {
  load_fonts();
  current() = day();
}
DayLook::~DayLook() {
  if (was_dark_) current() = night();
}

void apply_theme() {
  load_fonts();
  const Look& l = look();
  QPalette p;
  p.setColor(QPalette::Window, l.paper);
  p.setColor(QPalette::WindowText, l.ink);
  p.setColor(QPalette::Base, l.card);
  p.setColor(QPalette::Text, l.ink);
  p.setColor(QPalette::Button, l.card);
  p.setColor(QPalette::ButtonText, l.ink);
  p.setColor(QPalette::Highlight, l.brass);
  p.setColor(QPalette::HighlightedText, l.ink);
  p.setColor(QPalette::PlaceholderText, l.muted);
  p.setColor(QPalette::ToolTipBase, l.card);
  p.setColor(QPalette::ToolTipText, l.ink);
  QApplication::setPalette(p);
  QApplication::setFont(ui_font());
  qApp->setStyleSheet(style_sheet(l));
}

QFont ui_font(double points, QFont::Weight weight) {
  // Asked for many times in every frame; copies of one font share what has been found for it.
  static std::map<std::pair<double, int>, QFont> made;
  const auto [it, is_new] = made.try_emplace({points, weight}, "Inter");
  if (is_new) {
    it->second.setPointSizeF(points);
    it->second.setWeight(weight);
  }
  return it->second;
}

QFont fitted(QFont font, const QString& words, const QSizeF& room, Lines lines) {
  constexpr double least = 6.5;  // points
  const int flags = lines == Lines::wrapped ? Qt::TextWordWrap : Qt::TextSingleLine;
  for (double points = font.pointSizeF(); points > least; points -= 0.5) {
    font.setPointSizeF(points);
    const QRectF taken =
        QFontMetricsF(font).boundingRect(QRectF(0, 0, lines == Lines::wrapped ? room.width() : 1e4, 1e4), flags, words);
    if (taken.width() <= room.width() && taken.height() <= room.height()) return font;
  }
  font.setPointSizeF(least);
  return font;
}

QColor severity_colour(Severity severity) {
  switch (severity) {
    case Severity::stop:
      return look().buoy;
    case Severity::watch:
      return look().brass;
    case Severity::note:
      return look().muted;
    case Severity::fine:
      break;
  }
  return look().reed;
}

QColor severity_text_colour(Severity severity) {
  switch (severity) {
    case Severity::stop:
      return look().buoy_text;
    case Severity::watch:
      return look().brass_text;
    case Severity::note:
    case Severity::fine:
      break;
  }
  return look().ink;
}

QString severity_word(Severity severity) {
  switch (severity) {
    case Severity::stop:
      return QObject::tr("to fix");
    case Severity::watch:
      return QObject::tr("warning");
    case Severity::note:
      return QObject::tr("note");
    case Severity::fine:
      break;
  }
  return QObject::tr("passed");
}

void draw_severity(QPainter& painter, const QRectF& box, Severity severity) {
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  const QColor colour = severity_colour(severity);
  const QRectF r = box.adjusted(1, 1, -1, -1);
  if (severity == Severity::stop) {
    painter.fillRect(r, colour);
  } else if (severity == Severity::watch) {
    QPainterPath p(QPointF(r.center().x(), r.top()));
    p.lineTo(r.bottomRight());
    p.lineTo(r.bottomLeft());
    p.closeSubpath();
    painter.fillPath(p, colour);
  } else {
    painter.setPen(QPen(colour, 1.8));
    if (severity == Severity::note)
      painter.drawEllipse(r);
    else
      painter.drawPolyline(
          QPolygonF({{r.left(), r.center().y()}, {r.left() + r.width() * 0.4, r.bottom() - 1}, r.topRight()}));
  }
  painter.restore();
}

}  // namespace plucky::app
