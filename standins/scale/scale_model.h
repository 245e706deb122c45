// A digital bench scale that does not exist: what it shows while things are put on it. In: commands and time. Out: the
// lines it sends. The protocol is that of io/scale_line.h.
#pragma once

#include <cstdint>
#include <random>
#include <string>

namespace plucky::standins {

class ScaleModel {
 public:
  explicit ScaleModel(std::uint32_t seed = 1) : random_(seed) {}

  /// A command as typed: "put 512.4" (g), "tare", "unit g|oz|kg", "noise 0.05" (g), "drift 0.02" (g/s), "speak" or
  /// "babble" (as at a wrong baud rate), "quiet". Returns false when it is not one.
  bool command(const std::string& line);

  /// Time goes on by dt seconds; gives what goes over the line, with its line end.
  [[nodiscard]] std::string step(double dt);

  static constexpr double capacity_g = 5000.0;

 private:
  [[nodiscard]] std::string line();

  std::minstd_rand random_;
  double load_ = 0.0, tare_ = 0.0, shown_ = 0.0;  // g
  double noise_ = 0.04, drift_ = 0.0;             // g, g/s
  double since_change_ = 10.0;                    // s
  std::string unit_ = "g";
  enum class Voice { speaks, babbles, quiet } voice_ = Voice::speaks;
};

}  // namespace plucky::standins
