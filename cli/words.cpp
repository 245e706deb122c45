#include "cli/words.h"

#include <charconv>
#include <cmath>

#include "base/error.h"

namespace plucky::cli {

double number(const std::string& text, const std::string& where) {
  double value = 0.0;
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
  if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value))
    throw InvalidInput(where, Text("\"{0}\" is not a number", text));
  return value;
}

std::vector<std::string> split(const std::string& text, char by) {
  std::vector<std::string> out(1);
  for (char c : text)
    if (c == by) {
      out.emplace_back();
    } else {
      out.back() += c;
    }
  return out;
}

}  // namespace plucky::cli
