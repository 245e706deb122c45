#include "trial/pilots.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "base/key_table.h"

namespace plucky {

namespace course_table {

constexpr std::array<KeyRow<Course>, 7> rows{{{Course::lap, "lap", "Lap of the buoys"},
                                              {Course::speed_run, "speed-run", "Speed run both ways"},
                                              {Course::survey, "survey", "Slow survey lines"},
                                              {Course::figure_of_eight, "figure-of-eight", "Figure of eight"},
                                              {Course::stop, "stop", "Full throttle, then stop"},
                                              {Course::out_of_range, "out-of-range", "Out of the radio's range"},
                                              {Course::cut_out, "cut-out", "Full throttle until something gives up"}}};

}  // namespace course_table

namespace {

double middle(const std::vector<Vec2>& points, int axis) {
  double sum = 0.0;
  for (const Vec2& p : points) sum += p[axis];
  return points.empty() ? 0.0 : sum / static_cast<double>(points.size());
}

}  // namespace

const char* course_key(Course course) {
  return row_of(course_table::rows, course).key;
}
const char* course_name(Course course) {
  return row_of(course_table::rows, course).name;
}
Course course_from_key(const std::string& key) {
  return value_of(course_table::rows, "course", key);
}
const std::vector<Course>& courses() {
  static const std::vector<Course> all = [] {
    std::vector<Course> out;
    for (const auto& row : course_table::rows) out.push_back(row.value);
    return out;
  }();
  return all;
}

std::vector<Vec2> course_points(Course course, const Pond& pond) {
  const std::vector<Vec2>& b = pond.buoys;
  if (b.size() < 3) return {};
  double west = 1e9, east = -1e9, south = 1e9, north = -1e9;
  for (const Vec2& p : b)
    west = std::min(west, p.x()), east = std::max(east, p.x()), south = std::min(south, p.y()),
    north = std::max(north, p.y());
  const double y = middle(b, 1);
  switch (course) {
    case Course::lap: {
      // Round the outside of each buoy.
      std::vector<Vec2> out;
      const Vec2 centre(middle(b, 0), y);
      for (const Vec2& p : b) out.push_back(p + 4.0 * (p - centre).normalized());
      return out;
    }
    case Course::speed_run:
    case Course::cut_out:
      return {{west, y}, {east, y}};
    case Course::survey: {
      std::vector<Vec2> out;
      constexpr int lines = 5;
      for (int i = 0; i < lines; ++i) {
        const double at = south + (north - south) * i / (lines - 1);
        out.emplace_back(i % 2 == 0 ? west : east, at);
        out.emplace_back(i % 2 == 0 ? east : west, at);
      }
      return out;
    }
    case Course::figure_of_eight:
      return {{west, y}, {0.5 * west, north}, {0.5 * east, south}, {east, y}, {0.5 * east, north}, {0.5 * west, south}};
    case Course::stop:
    case Course::out_of_range:
      return {};
  }
  return {};
}

void check_course(const std::vector<Vec2>& points, const Pond& pond, const Vec2& from) {
  Vec2 last = from;
  for (std::size_t i = 0; i < points.size(); ++i) {
    const Vec2 way = points[i] - last;
    const int steps = std::max(1, static_cast<int>(std::ceil(way.norm())));
    for (int k = 0; k <= steps; ++k) {
      const Vec2 at = last + way * (static_cast<double>(k) / steps);
      if (!(pond.depth(at) > 0.0))
        throw InvalidInput("course", Text("goes over land on its way to point {0}, at {1} east and {2} north", i + 1,
                                          length_quantity(at.x()), length_quantity(at.y())));
    }
    last = points[i];
  }
}

Pilot pilot_by(std::vector<Vec2> points, double throttle, double near) {
  return [points = std::move(points), throttle, near, next = std::size_t{0}](const SeaSample& s) mutable {
    if (points.empty()) return Sticks{throttle, 0.0};
    // A point abeam that a fast boat cannot turn back to counts as passed.
    const double reach = std::max(near, 1.0 * s.speed);
    if ((points[next] - s.place).norm() < reach) next = (next + 1) % points.size();
    const Vec2 to = points[next] - s.place;
    const double error = std::remainder(std::atan2(to.y(), to.x()) - s.heading, 2.0 * pi);
    // Helm to starboard turns the heading clockwise; the yaw rate holds it back.
    const double helm = -1.6 * error + 0.5 * s.yaw_rate;
    // Nobody keeps the throttle open round a sharp corner.
    const double ease = std::abs(error) > 1.0 ? 0.6 : 1.0;
    return Sticks{ease * throttle, std::clamp(helm, -1.0, 1.0)};
  };
}

Pilot pilot_of(Course course, const Pond& pond, double throttle, double turn) {
  const double pace = course == Course::survey ? std::min(throttle, 0.4) : throttle;
  if (course == Course::stop)
    return [throttle, turn](const SeaSample& s) { return Sticks{s.time < turn ? throttle : 0.0, 0.0}; };
  return pilot_by(course_points(course, pond), pace);
}

Pilot pilot_by_sticks(std::vector<StickMark> marks) {
  return [marks = std::move(marks), at = std::size_t{0}](const SeaSample& s) mutable {
    while (at + 1 < marks.size() && marks[at + 1].time <= s.time + 1e-9) ++at;
    return marks.empty() || marks[at].time > s.time + 1e-9 ? Sticks{} : marks[at].sticks;
  };
}

std::vector<StickMark> sticks_of(const std::vector<SeaSample>& samples) {
  // A sample's sticks were held during the tick that led to it.
  std::vector<StickMark> out;
  for (std::size_t i = 1; i < samples.size(); ++i)
    if (out.empty() || !(out.back().sticks == samples[i].sticks))
      out.push_back({samples[i - 1].time, samples[i].sticks});
  return out;
}

}  // namespace plucky
