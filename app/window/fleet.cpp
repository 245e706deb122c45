#include "window/fleet.h"

#include "project/json.h"

namespace plucky::embedded {
extern const char* const dabchick_json;
extern const char* const sedge_json;
extern const char* const stickleback_json;
extern const char* const mudwren_json;
}  // namespace plucky::embedded

namespace plucky::app {

const std::vector<Project>& demo_fleet() {
  static const std::vector<Project> fleet = [] {
    std::vector<Project> boats;
    for (const char* text :
         {embedded::dabchick_json, embedded::sedge_json, embedded::stickleback_json, embedded::mudwren_json})
      boats.push_back(project_from_json(text));
    return boats;
  }();
  return fleet;
}

}  // namespace plucky::app
