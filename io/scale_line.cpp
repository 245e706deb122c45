#include "io/scale_line.h"

#include <algorithm>
#include <cctype>
#include <numeric>

#include "base/error.h"
#include "io/units.h"

namespace plucky {

namespace {

constexpr std::size_t longest_line = 80;

/// At most a few characters, unprintable ones as dots: what came in is shown to people.
std::string readable(std::string text) {
  text.resize(std::min<std::size_t>(text.size(), 24));
  for (char& c : text)
    if (c < 32 || c > 126) c = '.';
  return text;
}

}  // namespace

ScaleReading parse_scale_line(const std::string& line) {
  const auto refuse = [&]() -> ScaleReading {
    throw InvalidInput("scale", Text("\"{0}\" is no reading such as \"ST,GS,+ 512.4 g\"", readable(line)));
  };
  if (line.size() < 4 || line[2] != ',') return refuse();
  const std::string state = line.substr(0, 2);
  ScaleReading r{.stable = state == "ST", .overload = state == "OL"};
  if (r.overload) return r;
  if (!r.stable && state != "US") return refuse();
  std::string rest = line.substr(3);
  if (rest.starts_with("GS,") || rest.starts_with("NT,")) rest.erase(0, 3);
  // Blanks between sign and number are usual; the unit is set off by a blank or not.
  std::string tidy;
  for (const char c : rest)
    if (c != ' ') tidy += c;
  try {
    r.mass = parse_quantity(tidy, Dimension::mass, UnitSystem::metric);
  } catch (const InvalidInput&) {
    return refuse();
  }
  if (std::isdigit(static_cast<unsigned char>(tidy.back()))) return refuse();  // without a unit 1.2 could be anything
  return r;
}

void ScaleListener::feed(const std::string& bytes) {
  for (const char c : bytes) {
    if (c == '\n') {
      if (!pending_.empty()) take(pending_);
      pending_.clear();
    } else if (c != '\r') {
      pending_ += c;
      if (pending_.size() > longest_line) {
        take(pending_);
        pending_.clear();
      }
    }
  }
}

void ScaleListener::take(const std::string& line) {
  if (++lines_ > 20) {  // the judgement looks at about the last twenty lines
    lines_ = 20;
    nonsense_ = std::max(0, nonsense_ - 1);
  }
  try {
    last_ = parse_scale_line(line);
  } catch (const InvalidInput&) {
    nonsense_ = std::min(20, nonsense_ + (lines_ == 20 ? 2 : 1));
    last_nonsense_ = readable(line);
    stable_.clear();
    return;
  }
  if (!last_->stable || last_->overload) {
    stable_.clear();
    return;
  }
  stable_.push_back(last_->mass);
  if (stable_.size() > stable_count) stable_.erase(stable_.begin());
}

std::optional<double> ScaleListener::settled() const {
  if (stable_.size() < stable_count) return std::nullopt;
  const auto [low, high] = std::minmax_element(stable_.begin(), stable_.end());
  if (*high - *low > agreement) return std::nullopt;
  return std::accumulate(stable_.begin(), stable_.end(), 0.0) / static_cast<double>(stable_.size());
}

}  // namespace plucky
