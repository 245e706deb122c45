#include "layout/arrange.h"

namespace plucky {

namespace {

template <class Where>
std::vector<Part> placed(const Layout& layout, std::vector<Part> parts, Where where) {
  for (Part& p : parts) p.place = constrained_place(layout, p, where(p));
  return parts;
}

}  // namespace

std::vector<Part> aligned(const Layout& layout, std::vector<Part> parts, Align how) {
  if (parts.empty()) return parts;
  const Box3 first = parts.front().box();
  const Vec3 middle = parts.front().place;
  return placed(layout, std::move(parts), [&](const Part& p) {
    Vec3 to = p.place;
    switch (how) {
      case Align::after_ends:
        to.x() = first.low.x() + 0.5 * p.size.x();
        break;
      case Align::forward_ends:
        to.x() = first.high.x() - 0.5 * p.size.x();
        break;
      case Align::middles:
        to.x() = middle.x();
        break;
      case Align::undersides:
        to.z() = first.low.z() + 0.5 * p.size.z();
        break;
      case Align::sides_port:
        to.y() = first.high.y() - 0.5 * p.size.y();
        break;
      case Align::sides_starboard:
        to.y() = first.low.y() + 0.5 * p.size.y();
        break;
    }
    return to;
  });
}

std::vector<Part> centred(const Layout& layout, std::vector<Part> parts) {
  return placed(layout, std::move(parts), [](const Part& p) { return Vec3(p.place.x(), 0.0, p.place.z()); });
}

std::vector<Part> mirrored(const Layout& layout, std::vector<Part> parts) {
  return placed(layout, std::move(parts), [](const Part& p) { return Vec3(p.place.x(), -p.place.y(), p.place.z()); });
}

std::vector<Part> shifted(const Layout& layout, std::vector<Part> parts, const Vec3& by) {
  return placed(layout, std::move(parts), [&](const Part& p) { return Vec3(p.place + by); });
}

}  // namespace plucky
