#include "session/kept_picture.h"

#include <QBuffer>
#include <QFileInfo>
#include <QImageReader>
#include <QPainter>
#include <algorithm>

#include "base/error.h"

namespace plucky::app {

KeptPicture kept_picture(const QString& path, int longest) {
  const std::string name = QFileInfo(path).fileName().toStdString();
  QImageReader reader(path);
  reader.setAutoTransform(true);
  // Read small at once: the pixels of a large one need not be in memory.
  if (const QSize size = reader.size(); size.isValid() && std::max(size.width(), size.height()) > longest)
    reader.setScaledSize(size.scaled(longest, longest, Qt::KeepAspectRatio));
  const QImage read = reader.read();
  if (read.isNull()) throw InvalidInput(name, Text("is no picture: {0}", reader.errorString().toStdString()));
  KeptPicture kept{QImage(read.size(), QImage::Format_RGB32), {}};
  kept.image.fill(Qt::white);
  QPainter(&kept.image).drawImage(0, 0, read);
  QBuffer to(&kept.bytes);
  to.open(QIODevice::WriteOnly);
  if (!kept.image.save(&to, "JPG", 82)) throw InvalidInput(name, "could not be kept as a picture");
  return kept;
}

}  // namespace plucky::app
