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

double autosave_delay() {
  return std::clamp(store().value("autosave_s", 2.0).toDouble(), 0.5, 600.0);
}
void set_autosave_delay(double seconds) {
  store().setValue("autosave_s", std::clamp(seconds, 0.5, 600.0));
}

QByteArray window_geometry() {
  return store().value("window/geometry").toByteArray();
}
void set_window_geometry(const QByteArray& geometry) {
  store().setValue("window/geometry", geometry);
}

int last_stage() {
  return std::clamp(store().value("window/stage", 5).toInt(), 1, 9);
}
void set_last_stage(int stage) {
  store().setValue("window/stage", stage);
}

}  // namespace plucky::app::settings
