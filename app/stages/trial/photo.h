// Photos of runs, as they are kept with the boat. In: a picture file. Out: a small one.
#pragma once

#include <QByteArray>
#include <QString>

namespace plucky::app {

/// As JPEG, turned upright, no side longer than 1600 pixels: a boat's file must not grow by what a camera writes.
/// Throws InvalidInput with path and reason.
[[nodiscard]] QByteArray small_photo(const QString& path);

}  // namespace plucky::app
