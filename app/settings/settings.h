// What the program remembers between evenings, in the user's settings file.
#pragma once

#include <QByteArray>
#include <QStringList>

#include "io/units.h"

namespace plucky::app::settings {

enum class LookChoice { desktop, day, night };

[[nodiscard]] QStringList recent_boats();  ///< newest first, files that are still there
void add_recent(const QString& path);

[[nodiscard]] UnitSystem units();
void set_units(UnitSystem units);
[[nodiscard]] LookChoice look_choice();
void set_look_choice(LookChoice choice);
[[nodiscard]] double autosave_delay();  ///< s
void set_autosave_delay(double seconds);

[[nodiscard]] QByteArray window_geometry();
void set_window_geometry(const QByteArray& geometry);
[[nodiscard]] int last_stage();  ///< 1 to 9
void set_last_stage(int stage);

}  // namespace plucky::app::settings
