#include "base/written.h"

#include <mutex>

namespace plucky {

namespace {

struct Writer {
  std::mutex guard;
  std::string code;
  std::function<std::string(const Text&)> say;
};

// The one thing of the core that belongs to the process, like a locale: a language would otherwise have to be handed
// through every edit that may come to name a part.
Writer& writer() {
  static Writer only;
  return only;
}

}  // namespace

std::string written(const Text& name) {
  const std::scoped_lock lock(writer().guard);
  return writer().say ? writer().say(name) : plain(name);
}

void write_names_in(const std::string& code, std::function<std::string(const Text&)> say) {
  const std::scoped_lock lock(writer().guard);
  writer().code = code;
  writer().say = std::move(say);
}

std::string language_of_names() {
  const std::scoped_lock lock(writer().guard);
  return writer().code;
}

}  // namespace plucky
