#include "base/written.h"

#include <mutex>

namespace plucky {

namespace {

struct Writer {
  std::mutex guard;
  LanguageOfNames language;
};

// The one thing of the core that belongs to the process, like a locale: a language would otherwise have to be handed
// through every edit that may come to name a part.
Writer& writer() {
  static Writer only;
  return only;
}

}  // namespace

std::string written(const Text& name) {
  return language_of_names().written(name);
}

void write_names_in(LanguageOfNames language) {
  const std::scoped_lock lock(writer().guard);
  writer().language = std::move(language);
}

LanguageOfNames language_of_names() {
  const std::scoped_lock lock(writer().guard);
  return writer().language;
}

}  // namespace plucky
