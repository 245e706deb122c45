#include "geometry/ruled_strip.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <limits>

#include "base/error.h"

namespace plucky {

namespace {

/// The line with points between its corners, so that none lies farther from the next than a share of its length.
std::vector<Vec3> finer(const std::vector<Vec3>& line, std::size_t points, const char* which) {
  for (const Vec3& p : line)
    if (!p.allFinite()) throw InvalidInput(which, "has a point that is not finite");
  const double length = length_of(line);
  if (line.size() < 2 || length <= 0.0) throw InvalidInput(which, "needs two points at least, apart from one another");
  const double most = length / static_cast<double>(std::max<std::size_t>(points, 2) - 1);
  std::vector<Vec3> out{line.front()};
  for (std::size_t i = 1; i < line.size(); ++i) {
    const double step = (line[i] - line[i - 1]).norm();
    if (step <= 1e-9 * length) continue;
    const int parts = std::max(1, static_cast<int>(std::ceil(step / most - 1e-9)));
    for (int k = 1; k <= parts; ++k)
      out.push_back(line[i - 1] + (line[i] - line[i - 1]) * (static_cast<double>(k) / parts));
  }
  return out;
}

/// Angle from one direction to another about an axis, signed; 0 where one of them is too short to say.
double turn_about(const Vec3& axis, const Vec3& from, const Vec3& to) {
  const double along = from.dot(to), across = axis.dot(from.cross(to));
  return along == 0.0 && across == 0.0 ? 0.0 : std::atan2(across, along);
}

/// By how much the normal turns along each ruling that there could be.
class Twist {
 public:
  Twist(const std::vector<Vec3>& a, const std::vector<Vec3>& b) : a_(a), b_(b), range_(a.size() * b.size()) {
    for (std::size_t i = 0; i < a_.size(); ++i)
      for (std::size_t j = 0; j < b_.size(); ++j) range_[i * b_.size() + j] = turns(i, j);
  }

  /// The smallest turn that the edges allow; 0 where it changes its sign between here and the neighbouring points:
  /// there the tangents are coplanar with a ruling close by.
  [[nodiscard]] double operator()(std::size_t i, std::size_t j) const {
    Range all = at(i, j);
    if (i > 0) all.take(at(i - 1, j));
    if (i + 1 < a_.size()) all.take(at(i + 1, j));
    if (j > 0) all.take(at(i, j - 1));
    if (j + 1 < b_.size()) all.take(at(i, j + 1));
    if (all.low > all.high || (all.low <= 0.0 && all.high >= 0.0)) return 0.0;
    return std::min(std::abs(all.low), std::abs(all.high));
  }

 private:
  struct Range {
    double low = std::numeric_limits<double>::max(), high = std::numeric_limits<double>::lowest();
    void take(const Range& o) {
      low = std::min(low, o.low);
      high = std::max(high, o.high);
    }
  };

  [[nodiscard]] const Range& at(std::size_t i, std::size_t j) const { return range_[i * b_.size() + j]; }

  /// With the edges' directions before and behind each point.
  [[nodiscard]] Range turns(std::size_t i, std::size_t j) const {
    Range out;
    const Vec3 r = b_[j] - a_[i];
    const double length = r.norm();
    if (length <= 0.0) return out;
    for (const bool behind : {false, true})
      for (const bool past : {false, true}) {
        const Vec3 s = step(a_, i, behind), t = step(b_, j, past);
        const Vec3 u = s.cross(r), v = t.cross(r);
        // An edge that runs along the ruling tells no normal.
        if (u.norm() < 1e-3 * s.norm() * length || v.norm() < 1e-3 * t.norm() * length) continue;
        const double turn = turn_about(r / length, u, v);
        out.take({turn, turn});
      }
    return out;
  }

  [[nodiscard]] static Vec3 step(const std::vector<Vec3>& line, std::size_t i, bool past) {
    if (i == 0) past = true;
    if (i + 1 == line.size()) past = false;
    return past ? line[i + 1] - line[i] : line[i] - line[i - 1];
  }

  const std::vector<Vec3>&a_, &b_;
  std::vector<Range> range_;
};

/// Least twist over all ways from the first ruling to the last, each step one point on along one edge.
class LeastTwist {
 public:
  LeastTwist(const std::vector<Vec3>& a, const std::vector<Vec3>& b, const Twist& twist)
      : a_(a), b_(b), twist_(twist), na_(a.size()), nb_(b.size()), whole_(length_of(a) + length_of(b)) {}

  [[nodiscard]] std::vector<Ruling> find() {
    cost_.assign(2 * na_ * nb_, never);
    from_.assign(2 * na_ * nb_, 0);
    for (std::size_t i = 0; i < na_; ++i)
      for (std::size_t j = 0; j < nb_; ++j) {
        if (i > 0) arrive(i, j, along_a);
        if (j > 0) arrive(i, j, along_b);
      }
    std::vector<Ruling> out;
    std::size_t i = na_ - 1, j = nb_ - 1;
    int way = cost_[at(i, j, along_a)] <= cost_[at(i, j, along_b)] ? along_a : along_b;
    while (i > 0 || j > 0) {
      out.push_back({i, j});
      const int before = from_[at(i, j, way)];
      (way == along_a ? i : j) -= 1;
      way = before;
    }
    out.push_back({0, 0});
    std::reverse(out.begin(), out.end());
    return out;
  }

 private:
  static constexpr int along_a = 0, along_b = 1;
  static constexpr double never = std::numeric_limits<double>::infinity();

  [[nodiscard]] std::size_t at(std::size_t i, std::size_t j, int way) const { return 2 * (i * nb_ + j) + way; }

  /// Normal (twice the area long) of the triangle that ends at this ruling.
  [[nodiscard]] Vec3 normal(std::size_t i, std::size_t j, int way) const {
    return way == along_a ? Vec3((a_[i] - a_[i - 1]).cross(b_[j] - a_[i - 1]))
                          : Vec3((a_[i] - b_[j - 1]).cross(b_[j] - b_[j - 1]));
  }

  void arrive(std::size_t i, std::size_t j, int way) {
    const std::size_t pi = way == along_a ? i - 1 : i, pj = way == along_b ? j - 1 : j;
    const double step = way == along_a ? (a_[i] - a_[pi]).norm() : (b_[j] - b_[pj]).norm();
    double best = pi == 0 && pj == 0 ? 0.0 : never;
    int through = along_a;
    if (best > 0.0) {
      const Vec3 now = normal(i, j, way);
      const double length = (b_[pj] - a_[pi]).norm();
      for (const int before : {along_a, along_b}) {
        const double so_far = cost_[at(pi, pj, before)];
        if (so_far == never) continue;
        // Fans from the ends of an edge are cones: only where one stops must the normals of both edges agree.
        const bool at_end = pi == 0 || pj == 0 || pi + 1 == na_ || pj + 1 == nb_;
        const double twist = twist_(pi, pj);
        const double cost = so_far +
                            twist * twist *
                                (!at_end         ? step
                                 : before != way ? whole_
                                                 : 0.0) +
                            small * crease(normal(pi, pj, before), now, length);
        if (cost < best) best = cost, through = before;
      }
    }
    // Of equals (a plane panel) the way that stays level with both edges.
    const double level = static_cast<double>(i) / (na_ - 1) - static_cast<double>(j) / (nb_ - 1);
    cost_[at(i, j, way)] = best + 1e-6 * small * level * level;
    from_[at(i, j, way)] = static_cast<std::uint8_t>(through);
  }

  /// Bending of a crease: its angle squared times its length over the width that it stands for.
  [[nodiscard]] static double crease(const Vec3& last, const Vec3& now, double length) {
    const double u = last.norm(), v = now.norm();
    if (length <= 0.0 || u <= 0.0 || v <= 0.0) return 0.0;
    const double angle = std::acos(std::clamp(last.dot(now) / (u * v), -1.0, 1.0));
    return angle * angle * length * length / (0.5 * (u + v));
  }

  static constexpr double small = 1e-5;  // bending decides between ways of equal twist only
  const std::vector<Vec3>&a_, &b_;
  const Twist& twist_;
  std::size_t na_, nb_;
  double whole_;
  std::vector<double> cost_;
  std::vector<std::uint8_t> from_;
};

/// The third corner of a triangle whose side lies from p to q: at these distances, on the left of p to q or on its
/// right.
Vec2 third(const Vec2& p, const Vec2& q, double from_p, double from_q, bool left) {
  const Vec2 side = q - p;
  const double c = side.norm();
  if (c <= 0.0) return p + Vec2(from_p, 0.0);
  const double along = (from_p * from_p - from_q * from_q + c * c) / (2.0 * c);
  const double up = std::sqrt(std::max(0.0, from_p * from_p - along * along));
  const Vec2 u = side / c, n(-u.y(), u.x());
  return p + along * u + (left ? up : -up) * n;
}

template <class V>
double length_along(const std::vector<V>& line) {
  double sum = 0.0;
  for (std::size_t i = 1; i < line.size(); ++i) sum += (line[i] - line[i - 1]).norm();
  return sum;
}

}  // namespace

double length_of(const std::vector<Vec3>& line) {
  return length_along(line);
}

double length_of(const std::vector<Vec2>& line) {
  return length_along(line);
}

double strain_of_twist(double twist) {
  return 1.0 - std::cos(0.5 * std::min(std::abs(twist), pi));
}

double RuledStrip::strain() const {
  return strain_of_twist(twist);
}

RuledStrip span_edges(const std::vector<Vec3>& a, const std::vector<Vec3>& b, std::size_t points) {
  RuledStrip s{.a = finer(a, points, "first edge"), .b = finer(b, points, "second edge"), .rulings = {}};
  const Twist twist(s.a, s.b);
  s.rulings = LeastTwist(s.a, s.b, twist).find();
  for (std::size_t k = 1; k + 1 < s.rulings.size(); ++k) {
    Ruling& r = s.rulings[k];
    // Within a fan from an edge's end the panel is a cone: what that edge would do there is of no matter.
    const bool at_end = r.a == 0 || r.b == 0 || r.a + 1 == s.a.size() || r.b + 1 == s.b.size();
    const bool fan = (s.rulings[k - 1].a == r.a) == (r.a == s.rulings[k + 1].a);
    if (at_end && fan) continue;
    r.twist = twist(r.a, r.b);
    s.twist = std::max(s.twist, r.twist);
  }
  return s;
}

FlatStrip unroll(const RuledStrip& s) {
  FlatStrip flat{.a = {Vec2(0.0, 0.0)}, .b = {Vec2(0.0, (s.b.front() - s.a.front()).norm())}};
  for (std::size_t k = 1; k < s.rulings.size(); ++k) {
    const Ruling &last = s.rulings[k - 1], &now = s.rulings[k];
    const Vec2 p = flat.a.back(), q = flat.b.back();
    // The strip grows to the right of its rulings, which run from a to b.
    if (now.a > last.a)
      flat.a.push_back(third(p, q, (s.a[now.a] - s.a[last.a]).norm(), (s.a[now.a] - s.b[last.b]).norm(), false));
    else
      flat.b.push_back(third(p, q, (s.b[now.b] - s.a[last.a]).norm(), (s.b[now.b] - s.b[last.b]).norm(), false));
  }
  return flat;
}

}  // namespace plucky
