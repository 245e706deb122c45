#include "base/text.h"

#include <fmt/format.h>

#include <charconv>
#include <cmath>
#include <cstring>

namespace plucky {

namespace {

bool same(const char* a, const char* b) {
  return std::strcmp(a ? a : "", b ? b : "") == 0;
}

const char* si_unit(Dimension dimension) {
  switch (dimension) {
    case Dimension::length:
      return " m";
    case Dimension::mass:
      return " kg";
    case Dimension::angle:
      return " rad";
    case Dimension::area:
    case Dimension::copper:
      return " m2";
    case Dimension::volume:
      return " m3";
    case Dimension::speed:
      return " m/s";
    case Dimension::density:
      return " kg/m3";
    case Dimension::areal_density:
      return " kg/m2";
    case Dimension::duration:
      return " s";
    case Dimension::current:
      return " A";
    case Dimension::voltage:
      return " V";
    case Dimension::power:
      return " W";
    case Dimension::charge:
      return " C";
    case Dimension::revolutions:
      return " 1/s";
    case Dimension::feed:
      return " m/s";
    case Dimension::speed_constant:
      return " rad/s per V";
    case Dimension::force:
      return " N";
    case Dimension::torque:
      return " N m";
    case Dimension::resistance:
      return " ohm";
    case Dimension::temperature:
      return " degC";
    case Dimension::flow:
      return " m3/s";
    case Dimension::pressure:
      return " Pa";
    case Dimension::none:
    case Dimension::ratio:
      return "";
  }
  return "";
}

std::string english(const char* words, const char* one, double count) {
  return one && count == 1.0 ? one : words;
}

}  // namespace

Piece::Piece(const Piece& other) = default;
Piece::Piece(Piece&& other) noexcept = default;
Piece& Piece::operator=(const Piece& other) = default;
Piece& Piece::operator=(Piece&& other) noexcept = default;
Piece::~Piece() = default;

Text::Text(std::string as_it_is) {
  if (as_it_is.empty()) return;
  words = "{0}";
  values.emplace_back(std::move(as_it_is));
}

bool Text::operator==(const Text& other) const {
  return same(words, other.words) && same(one, other.one) && values == other.values;
}

Text then(Text first, Text next) {
  if (first.empty()) return next;
  if (next.empty()) return first;
  return {"{0} {1}", std::move(first), std::move(next)};
}

Text listed(const std::vector<Text>& members) {
  Text out;
  for (const Text& member : members) out = out.empty() ? member : Text("{0}, {1}", out, member);
  return out;
}

std::string say(const Text& text, const Speech& speech) {
  if (text.empty()) return {};
  std::vector<Quantity> numbers;
  for (const Piece& p : text.values)
    if (p.quantity()) numbers.push_back(*p.quantity());
  const std::vector<std::string> shown = speech.show(numbers);
  std::vector<std::string> pieces;
  std::size_t number = 0;
  for (const Piece& p : text.values)
    pieces.push_back(p.quantity() ? shown[number++] : p.text() ? say(*p.text(), speech) : *p.as_it_is());

  const double count = text.one && !numbers.empty() ? numbers.front().si : 0.0;
  const std::string words =
      speech.translate ? speech.translate(text.words, text.one, count) : english(text.words, text.one, count);
  std::string out;
  for (std::size_t i = 0; i < words.size(); ++i) {
    const auto close = words[i] == '{' ? words.find('}', i) : std::string::npos;
    std::size_t index = pieces.size();
    if (close != std::string::npos) std::from_chars(words.data() + i + 1, words.data() + close, index);
    if (index < pieces.size()) {
      out += pieces[index];
      i = close;
    } else {
      out += words[i];
    }
  }
  return out;
}

std::string plain(const Text& text) {
  return say(text, {.translate = {}, .show = [](const std::vector<Quantity>& numbers) {
                      std::vector<std::string> shown;
                      for (const Quantity& q : numbers) {
                        const bool whole = q.si == std::floor(q.si) && std::abs(q.si) < 1e15;
                        shown.push_back((whole ? fmt::format("{:.0f}", q.si) : fmt::format("{:.6g}", q.si)) +
                                        si_unit(q.dimension));
                      }
                      return shown;
                    }});
}

}  // namespace plucky
