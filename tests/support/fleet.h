// Boats of the demo fleet, as shipped.
#pragma once

#include <fstream>
#include <sstream>
#include <string>

#include "project/json.h"

namespace plucky::test {

inline constexpr const char* fleet_boats[] = {"coot",     "dabchick", "grebe",       "mudwren", "newt",
                                              "reedling", "sedge",    "stickleback", "swallow", "whirligig"};

/// By the name of its file.
inline Project of_the_fleet(const std::string& name) {
  std::ifstream file(std::string(PLUCKY_FLEET) + "/" + name + ".json");
  std::stringstream text;
  text << file.rdbuf();
  return project_from_json(text.str());
}

}  // namespace plucky::test
