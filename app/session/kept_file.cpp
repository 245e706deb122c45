#include "session/kept_file.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>

#include "base/error.h"
#include "io/file.h"

namespace plucky::app {

QString kept_path(const QString& name) {
  return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + "/" + name;
}

QString take_kept(const QString& path, const QString& what, const std::function<void(const std::string& text)>& take) {
  if (!QFile::exists(path)) return {};
  try {
    take(read_file(path.toStdString(), std::size_t{1} << 24));
  } catch (const InvalidInput& e) {
    QFile::rename(path, path + ".damaged");
    return QObject::tr("%1 could not be read (%2); the file was set aside as %3.damaged.").arg(what, e.what(), path);
  }
  return {};
}

void write_kept(const QString& path, const std::string& text) {
  QDir().mkpath(QFileInfo(path).path());
  write_file_atomically(path.toStdString(), text);
}

}  // namespace plucky::app
