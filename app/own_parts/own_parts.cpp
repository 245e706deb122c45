#include "own_parts/own_parts.h"

#include <algorithm>

#include "session/kept_file.h"

namespace plucky::app {

OwnParts::OwnParts(const QString& path, QObject* parent)
    : QObject(parent), path_(path.isEmpty() ? kept_path("own-parts.json") : path) {
  trouble_ = take_kept(path_, tr("Your own parts"),
                       [this](const std::string& text) { entries_ = catalogue_from_json(text).parts; });
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
  write_kept(path_, text);
  entries_ = std::move(entries);
  emit changed();
}

}  // namespace plucky::app
