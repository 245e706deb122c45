#include "settings/settings.h"

#include <QFile>
#include <QFileInfo>
#include <QSettings>
#include <algorithm>

namespace plucky::app::settings {

namespace {

constexpr int most_recent = 8;

QSettings store() {
  return QSettings("plucky-hull", "plucky-hull");
}

}  // namespace

QStringList recent_boats() {
  QStringList list = store().value("recent").toStringList();
  list.erase(std::remove_if(list.begin(), list.end(), [](const QString& p) { return !QFile::exists(p); }), list.end());
  return list;
}

void add_recent(const QString& path) {
  const QString whole = QFileInfo(path).absoluteFilePath();
  QStringList list = recent_boats();
  list.removeAll(whole);
  list.prepend(whole);
  store().setValue("recent", list.mid(0, most_recent));
}

UnitSystem units() {
  return store().value("units").toString() == "inch" ? UnitSystem::inch : UnitSystem::metric;
}
void set_units(UnitSystem units) {
  store().setValue("units", units == UnitSystem::inch ? "inch" : "metric");
}

LookChoice look_choice() {
  const QString name = store().value("look").toString();
  return name == "day" ? LookChoice::day : name == "night" ? LookChoice::night : LookChoice::desktop;
}
void set_look_choice(LookChoice choice) {
  store().setValue("look", choice == LookChoice::day ? "day" : choice == LookChoice::night ? "night" : "desktop");
}

QString language() {
  return store().value("language", "en").toString();
}
void set_language(const QString& code) {
  store().setValue("language", code);
}

double autosave_delay() {
  return std::clamp(store().value("autosave_s", 2.0).toDouble(), 0.5, 600.0);
}
void set_autosave_delay(double seconds) {
  store().setValue("autosave_s", std::clamp(seconds, 0.5, 600.0));
}

QStringList batch_clocks() {
  return store().value("batch_clocks").toStringList();
}
void set_batch_clocks(const QStringList& lines) {
  store().setValue("batch_clocks", lines);
}

QByteArray window_geometry() {
  return store().value("window/geometry").toByteArray();
}
void set_window_geometry(const QByteArray& geometry) {
  store().setValue("window/geometry", geometry);
}

std::optional<QRectF> section_card() {
  const QVariant kept = store().value("board/section_card");
  const QRectF card = kept.toRectF();
  // What an unknown hand wrote there may be anything.
  const bool sound = kept.isValid() && card.width() > 0.0 && card.width() <= 1.0 && card.height() > 0.0 &&
                     card.height() <= 1.0 && std::abs(card.x()) <= 1.0 && std::abs(card.y()) <= 1.0;
  return sound ? std::optional(card) : std::nullopt;
}
void set_section_card(const std::optional<QRectF>& card) {
  if (card)
    store().setValue("board/section_card", *card);
  else
    store().remove("board/section_card");
}

bool folded(const QString& section) {
  return store().value("folded/" + section, false).toBool();
}
void set_folded(const QString& section, bool folded) {
  if (folded)
    store().setValue("folded/" + section, true);
  else
    store().remove("folded/" + section);
}

int side_width() {
  return std::clamp(store().value("window/side_width", 0).toInt(), 0, 4000);
}
void set_side_width(int pixels) {
  store().setValue("window/side_width", pixels);
}

int last_stage() {
  return std::clamp(store().value("window/stage", 5).toInt(), 1, 9);
}
void set_last_stage(int stage) {
  store().setValue("window/stage", stage);
}

}  // namespace plucky::app::settings
