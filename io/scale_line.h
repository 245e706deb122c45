// What a bench scale says: plain ASCII lines, as many scales send them. In: bytes as they come. Out: readings, and
// whether this is a scale at all.
//
// A line: "ST" (stable), "US" (moving) or "OL" (overload), a comma, an optional "GS" or "NT" with a comma, sign and
// number, blanks, unit: "ST,GS,+   512.4 g". Lines end in LF or CR LF.
#pragma once

#include <optional>
#include <string>
#include <vector>

namespace plucky {

struct ScaleReading {
  bool stable = false;
  bool overload = false;
  double mass = 0.0;  ///< kg; may be negative after a tare
};

/// Reads one line without its end. Throws InvalidInput saying what was expected.
[[nodiscard]] ScaleReading parse_scale_line(const std::string& line);

/// Gathers bytes into readings and judges what comes in. After `stable_count` stable readings in a row that agree
/// within `agreement`, their mean is ready to take.
class ScaleListener {
 public:
  /// Feeds bytes. Unreadable lines are counted, not thrown.
  void feed(const std::string& bytes);

  [[nodiscard]] const std::optional<ScaleReading>& last() const { return last_; }
  /// Mean of the latest agreeing stable readings, kg; empty while the scale moves.
  [[nodiscard]] std::optional<double> settled() const;
  /// Lines that made no sense out of the last twenty; a line without end counts as well.
  [[nodiscard]] int nonsense() const { return nonsense_; }
  /// Most of what comes in is no scale's language: wrong speed, or another device.
  [[nodiscard]] bool babbles() const { return nonsense_ >= 5 && nonsense_ * 2 > lines_; }
  [[nodiscard]] const std::string& last_nonsense() const { return last_nonsense_; }
  /// Forgets the readings, not the judgement: for the next part on the scale.
  void next() { stable_.clear(); }
  void reset() { *this = ScaleListener(); }

  static constexpr std::size_t stable_count = 4;
  static constexpr double agreement = 0.0003;  ///< kg between the extremes

 private:
  void take(const std::string& line);
  std::string pending_;
  std::optional<ScaleReading> last_;
  std::vector<double> stable_;
  int lines_ = 0, nonsense_ = 0;
  std::string last_nonsense_;
};

}  // namespace plucky
