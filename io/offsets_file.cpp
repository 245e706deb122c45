#include "io/offsets_file.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <optional>
#include <string_view>
#include <vector>

#include "base/error.h"
#include "hull/from_offsets.h"
#include "io/log_text.h"

namespace plucky {

namespace {

std::optional<double> number_from(std::string_view cell, bool decimal_comma) {
  std::string word(cell);
  if (decimal_comma) std::replace(word.begin(), word.end(), ',', '.');
  if (!word.empty() && word.front() == '+') word.erase(0, 1);
  double value = 0.0;
  const auto [end, error] = std::from_chars(word.data(), word.data() + word.size(), value);
  if (word.empty() || error != std::errc() || end != word.data() + word.size()) return std::nullopt;
  return value;
}

}  // namespace

MeshFile read_offsets(const std::string& text) {
  const char separator = text.find(';') != std::string::npos ? ';' : text.find('\t') != std::string::npos ? '\t' : ',';
  constexpr std::size_t most_points = 200'000;
  std::vector<OffsetStation> stations;
  std::size_t number = 0, points = 0;
  bool any = false;
  for (std::size_t at = 0; at < text.size();) {
    const std::string_view line = next_line(text, at);
    ++number;
    if (line.find_first_not_of(" \t\r;,") == std::string_view::npos || line.front() == '#') continue;
    const std::vector<std::string_view> cells = cells_of(line, separator);
    const Text place("line {0}", number);
    std::vector<double> v;
    for (std::size_t i = 0; i < 3 && i < cells.size(); ++i)
      if (const auto n = number_from(cells[i], separator != ',')) v.push_back(*n);
    if (v.empty() && !any) {  // a heading
      any = true;
      continue;
    }
    any = true;
    if (v.size() < 3) throw InvalidInput(place, "should be three numbers: x along the hull, y outward, z up");
    if (!(std::abs(v[0]) < largest_coordinate && std::abs(v[1]) < largest_coordinate &&
          std::abs(v[2]) < largest_coordinate))
      throw InvalidInput(place, "lies beyond all measure");
    if (++points > most_points) throw InvalidInput(place, Text("is more than {0} points", most_points));
    if (stations.empty() || stations.back().x != v[0]) stations.push_back({v[0], {}});
    stations.back().half.emplace_back(v[1], v[2]);
  }
  // From the bow aft is as good.
  if (stations.size() > 1 && stations.front().x > stations.back().x) std::reverse(stations.begin(), stations.end());
  return {skin_from_offsets(stations), "table of offsets", std::nullopt};
}

}  // namespace plucky
