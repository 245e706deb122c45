#include "build/fault.h"

#include <algorithm>
#include <array>

#include "base/key_table.h"

namespace plucky {

namespace fault_table {

constexpr double minute = 60.0, hour = 3600.0;
using enum FaultKind;

constexpr std::array types{
    FaultType{worn_thread,
              "worn_thread",
              "Thread worn in plastic",
              "Drill it out to 4 mm and set an insert M3 straight with a soldering iron; drill through after it.",
              30 * minute,
              std::nullopt,
              "Hot iron: fumes, open window.",
              false,
              {"fit.", "seal.", "tighten.", ""}},
    FaultType{gap,
              "gap",
              "Gap at a seam",
              "Fill it: up to 0.5 mm with slow epoxy, wider with thickened epoxy over tape from behind; sand flush.",
              40 * minute,
              Product::epoxy_slow,
              "",
              false,
              {"join.", "glue.", "fold.", ""}},
    FaultType{warped_section,
              "warped_section",
              "Section warped off the bed",
              "Try its joint face on glass: sand up to half a millimetre true, beyond that print it anew with a brim.",
              hour,
              std::nullopt,
              "Dust: mask, sand wet where you can.",
              false,
              {"print.section.", "prepare.section.", "", ""}},
    FaultType{seam_leak,
              "seam_leak",
              "Leak at a seam",
              "Dry it, widen the place to clean stuff, fill with slow epoxy from inside, coat once more.",
              hour,
              Product::epoxy_slow,
              "",
              true,
              {"test.", "", "", ""}},
    FaultType{blocked_insert,
              "blocked_insert",
              "Melt in an insert's hole",
              "Drill it through by hand from outside, then run the screw in and out.",
              10 * minute,
              std::nullopt,
              "Eye protection; hold the work in a vice, not in the hand.",
              false,
              {"fit.", "seal.", "prepare.section.", ""}},
    FaultType{
        pushed_bearing,
        "pushed_bearing",
        "Bearing pushed out by the seal",
        "Take the seal out, seat the bearing against its shoulder, press the seal only flush: spring to the water.",
        30 * minute,
        std::nullopt,
        "",
        false,
        {"seal.", "line.", "jet.", ""}},
    FaultType{
        coupler_bind,
        "coupler_bind",
        "Shaft binds when the coupler is tight",
        "Loosen the motor, turn the shaft by hand, tighten where it runs freely; shim the mount, never bend the shaft.",
        40 * minute,
        std::nullopt,
        "Battery unplugged: the shaft may start.",
        true,
        {"line.", "tighten.", "fit.", ""}}};

}  // namespace fault_table

std::span<const FaultType> fault_types() {
  return fault_table::types;
}
const FaultType& type_of(FaultKind kind) {
  return *std::find_if(fault_table::types.begin(), fault_table::types.end(),
                       [&](const FaultType& t) { return t.value == kind; });
}
const char* fault_key(FaultKind kind) {
  return type_of(kind).key;
}
FaultKind fault_from_key(const std::string& key) {
  return value_of(fault_table::types, "fault", key);
}

bool is_met_at(FaultKind kind, const std::string& task) {
  const auto& tasks = type_of(kind).tasks;
  return std::any_of(tasks.begin(), tasks.end(), [&](const char* t) { return *t != '\0' && task.starts_with(t); });
}

}  // namespace plucky
