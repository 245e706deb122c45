#include "own_parts/own_parts.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QStandardPaths>
#include <algorithm>

#include "base/error.h"
#include "io/file.h"

namespace plucky::app {

OwnParts::OwnParts(const QString& path, QObject* parent)
    : QObject(parent),
      path_(path.isEmpty() ? QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + "/own-parts.json"
                           : path) {
  if (!QFile::exists(path_)) return;
  try {
    entries_ = catalogue_from_json(read_file(path_.toStdString(), std::size_t{1} << 24)).parts;
  } catch (const InvalidInput& e) {
    QFile::rename(path_, path_ + ".damaged");
    trouble_ = tr("Your own parts could not be read (%1); the file was set aside as %2.damaged.").arg(e.what(), path_);
  }
}

const CatalogueEntry* OwnParts::find(const std::string& name) const {
  const auto it = std::find_if(entries_.begin(), entries_.end(), [&](const auto& e) { return e.part.name == name; });
  return it == entries_.end() ? nullptr : &*it;
}

void OwnParts::keep(const Part& part) {
  CatalogueEntry entry{.part = part, .note = {}};
  entry.part.id = 0;
  entry.part.rail = 0;
  entry.part.inside = 0;
  entry.part.place = Vec3::Zero();
  std::vector<CatalogueEntry> next = entries_;
  std::erase_if(next, [&](const auto& e) { return e.part.name == part.name; });
  next.push_back(std::move(entry));
  store(std::move(next));
}

void OwnParts::forget(const std::string& name) {
  std::vector<CatalogueEntry> next = entries_;
  std::erase_if(next, [&](const auto& e) { return e.part.name == name; });
  store(std::move(next));
}

void OwnParts::store(std::vector<CatalogueEntry> entries) {
  // What could not be read again is refused here, with the collection as it was.
  const std::string text = parts_to_json(entries);
  (void)catalogue_from_json(text);
  QDir().mkpath(QFileInfo(path_).path());
  write_file_atomically(path_.toStdString(), text);
  entries_ = std::move(entries);
  emit changed();
}

}  // namespace plucky::app
