// Who drives: courses and sticks that were recorded. In: a pond, a course, throttle. Out: sticks for each moment.
#pragma once

#include <string>
#include <vector>

#include "trial/sea_trial.h"

namespace plucky {

enum class Course {
  lap,        ///< round the pond's buoys
  speed_run,  ///< along the pond and back, both ways
  survey,     ///< slow lines beside one another
  figure_of_eight,
  stop,          ///< full throttle, then shut
  out_of_range,  ///< straight away from who steers
  cut_out        ///< full throttle until something gives up, near the shore
};
[[nodiscard]] const char* course_key(Course course);
[[nodiscard]] const char* course_name(Course course);
/// Throws InvalidInput with the choices.
[[nodiscard]] Course course_from_key(const std::string& key);
[[nodiscard]] const std::vector<Course>& courses();

/// The points a course goes by, m; the first follows the last. Empty for one that only goes ahead.
[[nodiscard]] std::vector<Vec2> course_points(Course course, const Pond& pond);
/// Throws InvalidInput for a course that crosses land, telling where.
void check_course(const std::vector<Vec2>& points, const Pond& pond, const Vec2& from);

/// Steers by points: the helm goes with the bearing's error, each point is passed within `near` m. `throttle` as the
/// stick stands.
[[nodiscard]] Pilot pilot_by(std::vector<Vec2> points, double throttle, double near = 5.0);
/// Of a course at a throttle; `turn` is s after which one that stops shuts it.
[[nodiscard]] Pilot pilot_of(Course course, const Pond& pond, double throttle, double turn = 6.0);

/// Sticks at times, each held until the next.
struct StickMark {
  double time = 0.0;  ///< s
  Sticks sticks;
};
[[nodiscard]] Pilot pilot_by_sticks(std::vector<StickMark> marks);
/// What was done in a log, from which the same log comes again: a mark for each change.
[[nodiscard]] std::vector<StickMark> sticks_of(const std::vector<SeaSample>& samples);

}  // namespace plucky
