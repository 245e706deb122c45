#include "resistance/wave.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <complex>

#include "base/blend.h"
#include "base/bracketed.h"
#include "base/error.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// Half of what the section is wide at height z, without the gaps in it.
double half_breadth(const Section& section, double z) {
  double wide = 0.0;
  for (const Span& s : section.spans(1, z)) wide += s.length();
  return 0.5 * wide;
}

/// Integral of exp(-k z) times the two hat halves over [a, b]: weights of the values at a and b.
std::pair<double, double> layer_weights(double k, double a, double b) {
  const double h = b - a, kh = k * h, ea = std::exp(-k * a);
  if (kh < 1e-3) return {ea * h * (0.5 - kh / 6.0), ea * h * (0.5 - kh / 3.0)};
  const double e = std::exp(-kh);
  const double all = ea * (1.0 - e) / k;                        // both together
  const double upper = ea * (1.0 - e * (1.0 + kh)) / (k * kh);  // of the value at b
  return {all - upper, upper};
}

/// df/dx between stations at each depth, from the first station that meets the water to the last.
struct Slopes {
  std::vector<double> x;  ///< one more than there are slopes
  std::vector<double> depth;
  Eigen::MatrixXd by_depth;  ///< [interval][depth]

  explicit Slopes(const Offsets& o) : depth(o.depth) {
    const auto wet = [&](std::size_t i) {
      return std::any_of(o.half[i].begin(), o.half[i].end(), [](double y) { return y != 0.0; });
    };
    std::size_t first = 0, last = o.x.size() - 1;
    while (first + 1 < last && !wet(first) && !wet(first + 1)) ++first;
    while (last > first + 1 && !wet(last) && !wet(last - 1)) --last;
    x.assign(o.x.begin() + static_cast<std::ptrdiff_t>(first), o.x.begin() + static_cast<std::ptrdiff_t>(last) + 1);
    by_depth.resize(static_cast<Eigen::Index>(last - first), static_cast<Eigen::Index>(depth.size()));
    for (std::size_t i = first; i < last; ++i)
      for (std::size_t j = 0; j < depth.size(); ++j)
        by_depth(static_cast<Eigen::Index>(i - first), static_cast<Eigen::Index>(j)) =
            (o.half[i + 1][j] - o.half[i][j]) / (o.x[i + 1] - o.x[i]);
  }
};

/// I + iJ at one l, k = g / V^2.
std::complex<double> amplitude(const Slopes& o, double k, double l) {
  const double decay = l * l * k, along = l * k;
  Eigen::VectorXd weight = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(o.depth.size()));
  // Waves this short feel nothing of what lies deeper.
  constexpr double nothing = 35.0;  // exponents, e^-35 of the surface's
  Eigen::Index layers = 0;
  for (std::size_t j = 0; j + 1 < o.depth.size() && decay * o.depth[j] < nothing; ++j) {
    const auto [a, b] = layer_weights(decay, o.depth[j], o.depth[j + 1]);
    const auto at = static_cast<Eigen::Index>(j);
    weight[at] += a;
    weight[at + 1] += b;
    layers = at + 2;
  }
  const Eigen::VectorXd held = o.by_depth.leftCols(layers) * weight.head(layers);
  std::complex<double> sum = 0.0, before = std::polar(1.0, along * o.x.front());
  // Stations mostly stand evenly: the phase turns on by the same angle.
  double step = 0.0;
  std::complex<double> turn = 1.0;
  for (std::size_t i = 1; i < o.x.size(); ++i) {
    if (const double now = o.x[i] - o.x[i - 1]; std::abs(now - step) > 1e-9) {
      step = now;
      turn = std::polar(1.0, along * step);
    }
    const std::complex<double> phase = before * turn;
    // (df/dx) int exp(i a x) dx = (df/dx) (e^{i a x1} - e^{i a x0}) / (i a)
    sum += held[static_cast<Eigen::Index>(i) - 1] * (phase - before);
    before = phase;
  }
  return sum / std::complex<double>(0.0, along);
}

/// How fast the phase between two bodies turns with s, by k times their distance.
double across(double s) {
  const double r = std::sqrt(2.0 + s * s), l = 1.0 + s * s;
  return 2.0 * s * s * r + l * r + l * s * s / r;
}

/// What two bodies make of one's energy, 4 cos^2 of half the phase between them, in the mean over `width` round s.
double meeting(double k_spacing, double s, double width) {
  const double phase = k_spacing * (1.0 + s * s) * s * std::sqrt(2.0 + s * s),
               half = 0.5 * k_spacing * across(s) * width;
  return 2.0 + 2.0 * std::cos(phase) * (half > 1e-6 ? std::sin(half) / half : 1.0);
}

}  // namespace

double Offsets::greatest_half() const {
  double most = 0.0;
  for (const std::vector<double>& station : half)
    for (const double y : station) most = std::max(most, y);
  return most;
}

Offsets offsets_below(const HullModel& hull, const std::function<double(double)>& water, double spacing,
                      const OffsetGrid& grid) {
  Offsets o;
  o.spacing = spacing;
  const double bodies = spacing > 0.0 ? 2.0 : 1.0;
  double draught = 0.0;
  for (const Section& s : hull.sections)
    if (const Section::Extent e = s.extent(); !e.empty()) draught = std::max(draught, water(s.x) - e.low.y());
  for (int j = 0; j <= grid.layers; ++j) {
    const double s = static_cast<double>(j) / grid.layers;
    o.depth.push_back(draught * s * s);
  }
  for (std::size_t i = 0; i < hull.sections.size(); ++i) {
    // Both ends always: they are where the waves begin.
    if (i % grid.every != 0 && i + 1 < hull.sections.size()) continue;
    const Section& s = hull.sections[i];
    o.x.push_back(s.x);
    std::vector<double> half;
    const double level = water(s.x);
    for (double d : o.depth) half.push_back(half_breadth(s, level - d) / bodies);
    o.half.push_back(std::move(half));
  }
  return o;
}

double depth_froude(double speed, double depth) {
  return depth > 0.0 ? speed / std::sqrt(gravity * depth) : 0.0;
}

double speed_in_deep_water(double speed, double depth) {
  const double froude = depth_froude(speed, depth);
  if (froude <= 0.0 || froude >= critical_to) return speed;
  // V = V0 sqrt(tanh(g h / V0^2)): with x = g h / V0^2, tanh(x) / x is the square of the depth's Froude number.
  const auto by = [](double f) {
    if (f < 0.2) return 1.0;  // tanh is one to six figures
    const auto excess = [f](double x) { return std::tanh(x) / x - f * f; };
    const double x = bracketed_root(excess, 1e-6, 1.0 / (f * f) + 1.0, excess(1e-6), excess(1.0 / (f * f) + 1.0));
    return 1.0 / (f * std::sqrt(x));
  };
  if (froude <= critical_from) return by(froude) * speed;
  const double back = smooth_step((froude - critical_from) / (critical_to - critical_from));
  return speed * (1.0 + (by(critical_from) - 1.0) * (1.0 - back));
}

double wave_resistance(const Offsets& o, double speed, double density) {
  if (!(speed > 0.0)) throw InvalidInput("speed", Text("is {0} m/s; must be more than zero", speed));
  if (!(density > 0.0)) throw InvalidInput("density", Text("is {0} kg/m3; must be more than zero", density));
  if (o.x.size() < 3 || o.depth.size() < 2)
    throw InvalidInput("offsets", "want three stations and two depths at least");
  const double length = o.x.back() - o.x.front();
  // The slower the boat, the more often the phase turns over its length; what is left of the waves then no balance
  // sees.
  constexpr double least_froude = 0.08;
  if (const double slowest = least_froude * std::sqrt(gravity * length); speed < slowest)
    return wave_resistance(o, slowest, density) * std::pow(speed / slowest, 6);
  const double k = gravity / (speed * speed);
  // l = 1 + s^2 takes the singularity out: l^2 / sqrt(l^2 - 1) dl = 2 l^2 / sqrt(s^2 + 2) ds. The amplitude turns with
  // the phase k L l, so panels hold a fixed share of a turn; Gauss-Legendre with three points on each.
  constexpr double at[3] = {-0.7745966692414834, 0.0, 0.7745966692414834}, weight[3] = {5.0 / 9, 8.0 / 9, 5.0 / 9};
  constexpr double panel_turn = 2.2;  // rad; three points miss 1e-4 of it
  const Slopes slopes(o);
  double total = 0.0, s = 0.0, chunk = 0.0, chunk_ends = 0.5;
  while (s < 12.0) {
    // Across, the phase turns with s (1 + s^2) sqrt(2 + s^2). Small steps follow it as long as it matters; where it
    // turns faster than they are, each point has the mean of its surroundings.
    const double turns = across(s), fine = o.spacing > 0.0 ? std::max(0.01, panel_turn / (k * o.spacing * turns)) : 1.0;
    const double step = std::min({0.08 * std::max(1.0, s), fine, panel_turn / (k * length * 2.0 * std::max(s, 0.1))});
    for (int g = 0; g < 3; ++g) {
      const double sg = s + 0.5 * step * (1.0 + at[g]), l = 1.0 + sg * sg;
      const double both = o.spacing > 0.0 ? meeting(k * o.spacing, sg, step / 3.0) : 1.0;
      chunk +=
          0.5 * step * weight[g] * both * std::norm(amplitude(slopes, k, l)) * 2.0 * l * l / std::sqrt(sg * sg + 2.0);
    }
    s += step;
    if (s < chunk_ends) continue;
    total += chunk;
    if (chunk < 3e-4 * total) break;
    chunk = 0.0;
    chunk_ends = s + 0.5;
  }
  return 4.0 * density * gravity * gravity / (pi * speed * speed) * total;
}

}  // namespace plucky
