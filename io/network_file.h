// A bare cooling network as JSON, see docs/file-format.md. In: text. Out: the network and its water.
#pragma once

#include <string>

#include "cooling/network.h"

namespace plucky {

struct NetworkFile {
  Network network;
  double density = 998.2, viscosity = 1.0034e-6;  ///< kg/m3, m2/s
};

/// Throws InvalidInput naming `where` (the file) and the place in it: text that is no JSON, names used twice or not
/// there, numbers that are none or out of range, more than 2000 nodes or elements.
[[nodiscard]] NetworkFile read_network(const std::string& text, const std::string& where);

}  // namespace plucky
