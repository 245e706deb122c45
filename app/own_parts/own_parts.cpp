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
    Catalogue own = catalogue_from_json(read_file(path_.toStdString(), std::size_t{1} << 24));
    entries_ = std::move(own.parts);
    drive_parts_ = std::move(own.drive_parts);
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
  entry.part.place = Vec3::Zero();
  std::erase_if(entries_, [&](const auto& e) { return e.part.name == part.name; });
  entries_.push_back(std::move(entry));
  save();
}

void OwnParts::keep_drive_part(const DrivePreset& preset) {
  std::erase_if(drive_parts_, [&](const auto& p) { return p.group == preset.group && p.name == preset.name; });
  drive_parts_.push_back(preset);
  save();
}

void OwnParts::forget(const std::string& name) {
  std::erase_if(entries_, [&](const auto& e) { return e.part.name == name; });
  save();
}

void OwnParts::save() {
  QDir().mkpath(QFileInfo(path_).path());
  write_file_atomically(path_.toStdString(), parts_to_json(entries_, drive_parts_));
  emit changed();
}

}  // namespace plucky::app
