#include "window/fleet.h"

#include <QtGlobal>
#include <algorithm>

#include "project/json.h"

namespace plucky::embedded {
extern const char* const dabchick_json;
extern const char* const sedge_json;
extern const char* const stickleback_json;
extern const char* const mudwren_json;
extern const char* const grebe_json;
extern const char* const newt_json;
extern const char* const swallow_json;
extern const char* const whirligig_json;
extern const char* const reedling_json;
extern const char* const coot_json;
}  // namespace plucky::embedded

namespace plucky::app {

const std::vector<Project>& demo_fleet() {
  static const std::vector<Project> fleet = [] {
    using namespace embedded;
    std::vector<Project> boats;
    for (const char* text : {dabchick_json, sedge_json, stickleback_json, mudwren_json, grebe_json, newt_json,
                             swallow_json, whirligig_json, reedling_json, coot_json})
      boats.push_back(project_from_json(text));
    return boats;
  }();
  return fleet;
}

std::span<const FleetGroup> fleet_groups() {
  static const FleetGroup groups[] = {
      {QT_TRANSLATE_NOOP("words", "Measure and watch"), {"Dabchick", "Stickleback", "Mudwren", "Grebe"}},
      {QT_TRANSLATE_NOOP("words", "Carry and lay out"), {"Sedge", "Newt", "Reedling", "Coot"}},
      {QT_TRANSLATE_NOOP("words", "Run fast"), {"Swallow", "Whirligig"}}};
  return groups;
}

const Project* demo_boat(const std::string& name) {
  const std::vector<Project>& fleet = demo_fleet();
  const auto it = std::find_if(fleet.begin(), fleet.end(), [&](const Project& p) { return p.name == name; });
  return it == fleet.end() ? nullptr : &*it;
}

}  // namespace plucky::app
