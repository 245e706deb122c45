#include "build/laminate.h"

#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

constexpr double wet_out = 40.0 * 60.0, second_coat = 15.0 * 60.0;  // s/m2
constexpr double of_pot_life = 0.7;

ResinCoat coat(double resin, double hands, double pot_life) {
  return {resin, hands, std::max(1, static_cast<int>(std::ceil(hands / (of_pot_life * pot_life) - 1e-9)))};
}

}  // namespace

std::optional<Laminate> laminate_of(double area, const LaminateWishes& w) {
  if (!(area >= 0.0 && area < 1e3)) throw InvalidInput("area", "should be 0 to 1000 square metres");
  if (!(w.cloth > 0.0 && w.cloth <= 2.0)) throw InvalidInput("cloth", "should be up to 2 kg a square metre");
  if (!(w.layers >= 1.0 && w.layers <= 20.0)) throw InvalidInput("layers", "should be 1 to 20");
  const std::optional<CureTimes> clock = cure_at(w.resin, w.celsius);
  if (!clock || !(clock->pot_life > 0.0)) return std::nullopt;
  Laminate out;
  out.pot_life = clock->pot_life;
  out.cloth_area = (1.0 + w.overlap) * w.layers * area;
  out.cloth_mass = w.cloth * out.cloth_area;
  out.first = coat(out.cloth_mass, wet_out * out.cloth_area, out.pot_life);
  const double once = (1.0 + w.overlap) * area;
  out.second = coat(0.5 * w.cloth * once, second_coat * once, out.pot_life);
  return out;
}

}  // namespace plucky
