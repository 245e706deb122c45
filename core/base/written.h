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

/// Sets the language of names: its code, and how a literal is said in it; an empty function is English.
void write_names_in(const std::string& code, std::function<std::string(const Text&)> say);

/// The code that was set last, empty before.
[[nodiscard]] std::string language_of_names();

}  // namespace plucky
