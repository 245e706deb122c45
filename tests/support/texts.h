// Texts in tests: their quantities, nested ones too, and how they print.
#pragma once

#include <ostream>
#include <vector>

#include "base/text.h"

namespace plucky {

inline std::ostream& operator<<(std::ostream& out, const Text& text) {
  return out << plain(text);
}

namespace test {

/// Every quantity of a sentence in the order of its places.
inline std::vector<Quantity> quantities(const Text& text) {
  std::vector<Quantity> out;
  for (const Piece& p : text.values) {
    if (p.quantity()) out.push_back(*p.quantity());
    if (!p.text()) continue;
    const std::vector<Quantity> inner = quantities(*p.text());
    out.insert(out.end(), inner.begin(), inner.end());
  }
  return out;
}

}  // namespace test

}  // namespace plucky
