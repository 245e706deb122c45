// What the program remembers between evenings, in the user's settings file.
#pragma once

#include <QByteArray>
#include <QRectF>
#include <QStringList>
#include <optional>

#include "io/units.h"

namespace plucky::app::settings {

enum class LookChoice { desktop, day, night };

[[nodiscard]] QStringList recent_boats();  ///< newest first, files that are still there
void add_recent(const QString& path);

[[nodiscard]] UnitSystem units();
void set_units(UnitSystem units);
[[nodiscard]] LookChoice look_choice();
void set_look_choice(LookChoice choice);
[[nodiscard]] QString language();  ///< its code; "en" until one is chosen
void set_language(const QString& code);
[[nodiscard]] double autosave_delay();  ///< s
void set_autosave_delay(double seconds);

/// Mixed batches whose clocks run, a line each.
[[nodiscard]] QStringList batch_clocks();
void set_batch_clocks(const QStringList& lines);

[[nodiscard]] QByteArray window_geometry();
void set_window_geometry(const QByteArray& geometry);
/// Where the section's card was put on the board, in shares of its size; empty: at its own place.
[[nodiscard]] std::optional<QRectF> section_card();
void set_section_card(const std::optional<QRectF>& card);
/// Sections of pages that were folded away, by their names.
[[nodiscard]] bool folded(const QString& section);
void set_folded(const QString& section, bool folded);
/// Width of the right column as it was dragged, pixels; 0: as the window gives it.
[[nodiscard]] int side_width();
void set_side_width(int pixels);
[[nodiscard]] int last_stage();  ///< 1 to 9
void set_last_stage(int stage);

}  // namespace plucky::app::settings
