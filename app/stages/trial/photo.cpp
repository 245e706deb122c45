#include "stages/trial/photo.h"

#include <QBuffer>
#include <QImageReader>

#include "base/error.h"

namespace plucky::app {

QByteArray small_photo(const QString& path) {
  constexpr int longest = 1600;
  QImageReader reader(path);
  reader.setAutoTransform(true);
  // Read small at once: the pixels of a large one need not be in memory.
  if (const QSize size = reader.size(); size.isValid() && std::max(size.width(), size.height()) > longest)
    reader.setScaledSize(size.scaled(longest, longest, Qt::KeepAspectRatio));
  const QImage image = reader.read();
  if (image.isNull())
    throw InvalidInput(path.toStdString(), Text("is no picture: {0}", reader.errorString().toStdString()));
  QByteArray bytes;
  QBuffer to(&bytes);
  to.open(QIODevice::WriteOnly);
  if (!image.save(&to, "JPG", 82)) throw InvalidInput(path.toStdString(), "could not be kept as a picture");
  return bytes;
}

}  // namespace plucky::app
