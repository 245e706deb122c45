#include "io/offsets_file.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <optional>
#include <sstream>

#include "base/error.h"
#include "hull/from_offsets.h"

namespace plucky {

namespace {

std::optional<double> number_from(std::string word, bool decimal_comma) {
  word.erase(0, word.find_first_not_of(" \"\r"));
  if (const auto end = word.find_last_not_of(" \"\r"); end != std::string::npos) word.erase(end + 1);
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
  std::istringstream in(text);
  std::string line;
  std::size_t number = 0, points = 0;
  bool any = false;
  while (std::getline(in, line)) {
    ++number;
    if (line.find_first_not_of(" \t\r;,") == std::string::npos || line.front() == '#') continue;
    std::vector<std::string> words;
    std::istringstream cells(line);
    for (std::string word; std::getline(cells, word, separator);) words.push_back(word);
    const Text place("line {0}", number);
    std::vector<double> v;
    for (std::size_t i = 0; i < 3 && i < words.size(); ++i)
      if (const auto n = number_from(words[i], separator != ',')) v.push_back(*n);
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
