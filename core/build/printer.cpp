#include "build/printer.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>
#include <utility>

namespace plucky {

namespace {

constexpr std::array<std::pair<const char*, const char*>, 4> stances{{{"flat", "flat"},
                                                                      {"diagonal", "across the bed"},
                                                                      {"on_end", "standing on its after end"},
                                                                      {"on_side", "on its side"}}};

/// By how much a rectangle must be turned to lie in another; none where it cannot.
std::optional<double> turned_into(double length, double width, double across, double deep) {
  if (length <= across + 1e-9 && width <= deep + 1e-9) return 0.0;
  if (width <= across + 1e-9 && length <= deep + 1e-9) return 0.5 * pi;
  // A rectangle p by q lies across another a by b when b is at least this (Carver 1957 (memory)).
  const double p = std::max(length, width), q = std::min(length, width);
  const double a = std::max(across, deep), b = std::min(across, deep);
  const double squares = p * p + q * q;
  if (p <= a || squares < a * a || q > b ||
      b < (2.0 * p * q * a + (p * p - q * q) * std::sqrt(squares - a * a)) / squares - 1e-9)
    return std::nullopt;
  // A quarter turn in steps of a quarter degree: nearer than any margin.
  for (int k = 0; k <= 360; ++k) {
    const double u = 0.5 * pi * k / 360.0, c = std::cos(u), s = std::sin(u);
    if (length * c + width * s <= across + 1e-9 && length * s + width * c <= deep + 1e-9) return u;
  }
  return std::nullopt;
}

}  // namespace

double Printer::wall_flow() const {
  return std::max(std::min(flow, line_width * layer * speed) / 1.2, 1e-12);
}

BedFit fit_in(const Printer& printer, const Vec3& size, Stance stance) {
  const Vec3 room = printer.room();
  const auto lies = [&](double length, double width, double height) -> BedFit {
    if (height > room.z() + 1e-9) return {.stance = stance};
    const auto turn = turned_into(length, width, room.x(), room.y());
    return turn ? BedFit{true, stance, *turn} : BedFit{.stance = stance};
  };
  const auto straight = [](double turn) { return turn < 1e-9 || turn > 0.5 * pi - 1e-9; };
  switch (stance) {
    case Stance::on_end:
      return lies(size.y(), size.z(), size.x());
    case Stance::on_side:
      return lies(size.x(), size.z(), size.y());
    case Stance::flat:
    case Stance::diagonal:
      break;
  }
  BedFit f = lies(size.x(), size.y(), size.z());
  if (f.fits && stance == Stance::flat) f.fits = straight(f.turn);
  return f;
}

BedFit fit_on(const Printer& printer, const Vec3& size) {
  for (const Stance s : {Stance::flat, Stance::diagonal, Stance::on_end, Stance::on_side})
    if (const BedFit f = fit_in(printer, size, s); f.fits) return f;
  return {};
}

TriangleMesh on_bed(TriangleMesh part, const BedFit& fitting, const Printer& printer) {
  // Proper turns only: a mirror image would be another part.
  const double c = std::cos(fitting.turn), s = std::sin(fitting.turn);
  const auto turned = [&](const Vec3& p) -> Vec3 {
    Vec3 q = p;
    if (fitting.stance == Stance::on_end) q = {p.y(), p.z(), p.x()};
    if (fitting.stance == Stance::on_side) q = {p.x(), -p.z(), p.y()};
    return {c * q.x() - s * q.y(), s * q.x() + c * q.y(), q.z()};
  };
  for (Vec3& v : part.vertices) v = turned(v);
  const Box3 box = bounds(part);
  const Vec3 shift(0.5 * printer.bed.x() - box.centre().x(), 0.5 * printer.bed.y() - box.centre().y(), -box.low.z());
  for (Vec3& v : part.vertices) v += shift;
  return part;
}

const char* stance_name(Stance stance) {
  return stances[static_cast<std::size_t>(stance)].second;
}
const char* stance_key(Stance stance) {
  return stances[static_cast<std::size_t>(stance)].first;
}

}  // namespace plucky
