#include "drive/leads.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

#include "base/bracketed.h"
#include "base/positive.h"
#include "drive/thermal.h"

namespace plucky {

namespace {

constexpr double copper_resistivity = 1.7241e-8;                      // ohm m at 20 degC, annealed (memory)
constexpr double copper_density = 8930.0, copper_heat = 385.0;        // kg/m3, J/(kg K)
constexpr double silicone_density = 1250.0, silicone_heat = 1100.0;   // kg/m3, J/(kg K)
constexpr double silicone_conductivity = 0.2, strand_filling = 0.75;  // W/(m K), share of copper in its round
constexpr double emissivity = 0.9, stefan = 5.670374e-8;              // W/(m2 K4)
constexpr double kelvin = 273.15;

double inner_diameter(double copper) {
  return std::sqrt(4.0 * copper / (strand_filling * pi));
}

/// W from a metre whose skin has `skin` degC.
double leaves_skin(double diameter, double skin, double air) {
  const double rise = skin - air;
  if (rise <= 0.0) return 0.0;
  const double film = 0.5 * (skin + air) + kelvin;
  // Air over its film temperature: conductivity, viscosity and diffusivity by powers, good to a few per cent to 300
  // degC.
  const double conductivity = 0.0262 * std::pow(film / 300.0, 0.8);
  const double viscosity = 1.59e-5 * std::pow(film / 300.0, 1.75), prandtl = 0.707;
  const double rayleigh = 9.80665 / film * rise * std::pow(diameter, 3) / (viscosity * viscosity) * prandtl;
  const double base =
      0.60 + 0.387 * std::pow(rayleigh, 1.0 / 6.0) / std::pow(1.0 + std::pow(0.559 / prandtl, 9.0 / 16.0), 8.0 / 27.0);
  const double convects = base * base * conductivity / diameter * rise;
  const double radiates = emissivity * stefan * (std::pow(skin + kelvin, 4) - std::pow(air + kelvin, 4));
  return pi * diameter * (convects + radiates);
}

/// W from a metre whose copper has `inside` degC: the skin is where what comes through the silicone leaves it.
double leaves(double copper, double inside, double air) {
  if (inside <= air) return 0.0;
  const double outer = lead_diameter(copper);
  const double through = 2.0 * pi * silicone_conductivity / std::log(outer / inner_diameter(copper));
  const auto excess = [&](double skin) { return through * (inside - skin) - leaves_skin(outer, skin, air); };
  return through * (inside - bracketed_root(excess, air, inside, excess(air), excess(inside), 24));
}

double made(double copper, double current, double temperature) {
  return current * current * lead_resistance(copper, 1.0, temperature);
}

/// Points over a rising x, between them by powers.
template <std::size_t n>
double by_powers(const std::array<std::pair<double, double>, n>& points, double x) {
  std::size_t i = 0;
  while (i + 2 < n && x > points[i + 1].first) ++i;
  const auto [x0, y0] = points[i];
  const auto [x1, y1] = points[i + 1];
  return y0 * std::pow(y1 / y0, std::log(x / x0) / std::log(x1 / x0));
}

constexpr std::array copper_stock{0.25e-6, 0.5e-6, 0.75e-6, 1e-6,  1.5e-6, 2.5e-6,
                                  4e-6,    6e-6,   10e-6,   16e-6, 25e-6};  // m2
constexpr std::array fuse_stock{2.0,  3.0,  5.0,  7.5,  10.0, 15.0,  20.0,  25.0,  30.0, 40.0,
                                50.0, 60.0, 80.0, 100., 125., 150.0, 175.0, 200.0, 250.};  // A
constexpr std::array plug_points{std::pair{0.001, 6.0},   std::pair{0.002, 20.0},   std::pair{0.0035, 45.0},
                                 std::pair{0.004, 80.0},  std::pair{0.0055, 130.0}, std::pair{0.0065, 180.0},
                                 std::pair{0.008, 260.0}, std::pair{0.012, 450.0}};  // m, A

template <class Stock>
double first_not_below(const Stock& stock, double wanted) {
  const auto it = std::lower_bound(stock.begin(), stock.end(), wanted);
  return it == stock.end() ? stock.back() : *it;
}

}  // namespace

double lead_resistance(double copper, double length, double temperature) {
  return copper_resistivity * (1.0 + copper_rise * (temperature - 20.0)) * length / copper;
}

double lead_diameter(double copper) {
  return 1.6 * inner_diameter(copper) + 0.6e-3;
}

double lead_mass(double copper) {
  const double outer = lead_diameter(copper);
  return copper_density * copper + silicone_density * (0.25 * pi * outer * outer - copper / strand_filling);
}

std::optional<double> lead_temperature(double copper, double current, double air, double duration) {
  want_positive({{"copper", copper}});
  const auto gains = [&](double t) { return made(copper, current, t) - leaves(copper, t, air); };
  const double outer = lead_diameter(copper);
  const double capacity =
      copper_density * copper_heat * copper +
      0.5 * silicone_density * silicone_heat * (0.25 * pi * outer * outer - copper / strand_filling);
  std::optional<double> steady;
  if (const double last = gains(lead_gone); last < 0.0)
    steady = current == 0.0 ? air : bracketed_root(gains, air, lead_gone, gains(air), last, 30);
  if (!(duration < std::numeric_limits<double>::infinity())) return steady;
  // Steps of the heat that it holds, short against the time in which it settles.
  double t = air, left = duration;
  while (left > 0.0) {
    const double step = std::min(left, 2.0);
    t += step * gains(t) / capacity;
    left -= step;
    if (t > lead_gone) return std::nullopt;
    if (steady && std::abs(t - *steady) < 0.05) return steady;
  }
  return t;
}

double lead_current(double copper, double air, double limit) {
  return limit > air ? std::sqrt(leaves(copper, limit, air) / lead_resistance(copper, 1.0, limit)) : 0.0;
}

double copper_for(double current) {
  constexpr double per_area = 10e6;  // A/m2
  return first_not_below(copper_stock, current / per_area * (1.0 - 1e-9));
}

double plug_current(double diameter) {
  return by_powers(plug_points, diameter);
}

double plug_for(double current) {
  for (const auto& [diameter, most] : plug_points)
    if (diameter >= 0.002 && current <= most) return diameter;
  return plug_points.back().first;
}

std::optional<FuseTime> fuse_time(double rating, double current) {
  constexpr std::array soonest{std::pair{1.1, 20.0}, std::pair{1.35, 0.75}, std::pair{2.0, 0.15}, std::pair{3.5, 0.04},
                               std::pair{6.0, 0.02}};
  constexpr std::array latest{std::pair{1.35, 600.0}, std::pair{2.0, 5.0}, std::pair{3.5, 0.5}, std::pair{6.0, 0.1}};
  const double over = current / rating;
  if (over <= 1.1) return std::nullopt;
  const double reach = std::min(over, 6.0), energy = over > 6.0 ? 36.0 / (over * over) : 1.0;
  FuseTime time{.soonest = energy * by_powers(soonest, reach), .latest = {}};
  if (over >= 1.35) time.latest = energy * by_powers(latest, reach);
  return time;
}

double fuse_for(double current) {
  return first_not_below(fuse_stock, current);
}

Leads leads_of(const Drive& d) {
  if (d.has_extra(DriveGroup::leads)) return d.leads;
  const double rated = d.esc.current_limit;
  return {
      .battery_copper = copper_for(rated), .motor_copper = copper_for(phase_current(rated)), .plug = plug_for(rated)};
}

double phase_current(double motor_current) {
  return std::sqrt(2.0 / 3.0) * std::abs(motor_current);
}

}  // namespace plucky
