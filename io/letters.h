// Letters as units, headings and suffixes are compared. In: text. Out: the same in small letters of ASCII.
#pragma once

#include <algorithm>
#include <cctype>
#include <string>

namespace plucky {

[[nodiscard]] inline std::string small_letters(std::string text) {
  std::transform(text.begin(), text.end(), text.begin(),
                 [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
  return text;
}

}  // namespace plucky
