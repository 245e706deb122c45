// A picture from a file, as a boat keeps it. In: a path. Out: the picture, upright and no larger than it need be.
#pragma once

#include <QByteArray>
#include <QImage>
#include <QString>

namespace plucky::app {

struct KeptPicture {
  QImage image;
  QByteArray bytes;  ///< the same as JPEG
};

/// No side longer than `longest` pixels: a boat's file must not grow by what a camera writes. What is transparent
/// becomes white. Throws InvalidInput with the file's name and the reason.
[[nodiscard]] KeptPicture kept_picture(const QString& path, int longest);

}  // namespace plucky::app
