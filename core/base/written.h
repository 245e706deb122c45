// Names that the program itself writes into a boat ("Main hatch", "Second drive"), in the words of whoever builds it.
// From then on such a name is the builder's, as if typed: it goes into the file as it is and is never translated.
// In: a literal. Out: what goes into the boat. Everything else that is said stays a Text until it is shown.
#pragma once

#include <functional>
#include <string>

#include "base/text.h"

namespace plucky {

/// The name in the language that was set last; English before. Safe from several threads.
[[nodiscard]] std::string written(const Text& name);

/// A language for names, whole in itself: many names written with one are all in one language, though another is set
/// meanwhile.
struct LanguageOfNames {
  std::string code;                             ///< of the window's language; empty is English
  std::function<std::string(const Text&)> say;  ///< a literal in it, from any thread; empty: English
  [[nodiscard]] std::string written(const Text& name) const { return say ? say(name) : plain(name); }
};

/// Sets the language of names.
void write_names_in(LanguageOfNames language);

/// The one that was set last, English before.
[[nodiscard]] LanguageOfNames language_of_names();

}  // namespace plucky
