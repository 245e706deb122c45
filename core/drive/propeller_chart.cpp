#include "drive/propeller_chart.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

#include "base/blend.h"
#include "drive/b_series.h"

namespace plucky {

namespace {

constexpr std::array<double, 3> reynolds_nodes = {4e4, 4e5, 4e6};  // n D^2 / nu
constexpr std::size_t advances = 33;
constexpr double series_reynolds = 2e6;  // of the chord, the series' own
constexpr double air_zero_lift = radians(-3.0);

/// Inside [low, high], falling to 0 over `edge` at both ends.
double inside(double value, double low, double high, double edge) {
  return smooth_step((value - low) / edge) * smooth_step((high - value) / edge);
}

double form_share(const BladeForm& f) {
  if (f.blades < 3 || f.blades > 7) return 0.0;
  return inside(f.area_ratio, 0.30, 1.05, 0.04) * inside(f.pitch_ratio, 0.5, 1.4, 0.08);
}

/// ITTC 1978: what more drag of the sections takes from thrust and adds to torque.
PropellerCoefficients scaled(const BladeForm& f, PropellerCoefficients k, double advance, double disc_reynolds) {
  const double chord = blade_chord(f, 0.75), spin = 0.75 * pi;
  const double reynolds = disc_reynolds * chord * std::hypot(spin, advance);
  const double more = std::max(0.0, section_drag(reynolds) - section_drag(series_reynolds)) * f.blades * chord;
  return {k.kt - 0.3 * more * f.pitch_ratio, k.kq + 0.25 * more};
}

/// The share left near the series' zero thrust, where its polynomials end.
double thrust_share(const OpenWater& series, double advance) {
  return smooth_step((series.thrust(advance) / series.thrust(0.0) - 0.02) / 0.10);
}

ChartSource source_of(double share) {
  return share > 0.999 ? ChartSource::series : share > 0.0 ? ChartSource::both : ChartSource::blade_element;
}

}  // namespace

double series_share(const BladeForm& f, double advance) {
  const double share = form_share(f);
  return share > 0.0 ? share * thrust_share(b_series(f.blades, f.area_ratio, f.pitch_ratio), advance) : 0.0;
}

PropellerChart::PropellerChart(const BladeForm& form, bool in_air) : form_(form) {
  if (in_air) form_.zero_lift = air_zero_lift;
  const double share = in_air ? 0.0 : form_share(form);
  source_ = source_of(share);
  std::optional<OpenWater> series;
  if (share > 0.0) series = b_series(form.blades, form.area_ratio, form.pitch_ratio);
  step_ = (1.6 * form.pitch_ratio + 0.3) / (advances - 1);
  bool ended = false;  // past its zero thrust the polynomials may turn: they do not come back
  std::vector<double> weights(advances, 0.0);
  for (std::size_t i = 0; series && i < advances && !ended; ++i) {
    weights[i] = share * thrust_share(*series, step_ * static_cast<double>(i));
    ended = weights[i] == 0.0;
  }
  for (double reynolds : reynolds_nodes) {
    Row row;
    RingAngles angles{};
    for (std::size_t i = 0; i < advances; ++i) {
      const double advance = step_ * static_cast<double>(i), w = weights[i];
      PropellerCoefficients k;
      if (w < 1.0) k = blade_element(form_, advance, reynolds, BladeFlow::wetted, &angles);
      if (w > 0.0) {
        const PropellerCoefficients s =
            scaled(form_, {series->thrust(advance), series->torque(advance)}, advance, reynolds);
        k = {(1.0 - w) * k.kt + w * s.kt, (1.0 - w) * k.kq + w * s.kq};
      }
      // Faster water never pushes more at the same revolutions.
      if (!row.empty()) k.kt = std::min(k.kt, row.back().kt);
      row.push_back(k);
    }
    wetted_.push_back(std::move(row));
  }
  if (in_air) return;  // no cavity there
  RingAngles angles{};
  for (std::size_t i = 0; i < advances; ++i) {
    PropellerCoefficients k =
        blade_element(form_, step_ * static_cast<double>(i), reynolds_nodes[1], BladeFlow::cavity, &angles);
    if (i > 0) k.kt = std::min(k.kt, cavity_.back().kt);
    cavity_.push_back(k);
  }
}

PropellerChart::PropellerChart(const PropellerChart& low, const PropellerChart& high, double pitch_ratio)
    : form_(low.form_) {
  const double a = low.form_.pitch_ratio, b = high.form_.pitch_ratio;
  const double w = b > a ? (pitch_ratio - a) / (b - a) : 0.0;
  form_.pitch_ratio = pitch_ratio;
  source_ = low.source_ == ChartSource::blade_element && high.source_ == ChartSource::blade_element
                ? ChartSource::blade_element
                : source_of(form_share(form_));
  // Alike screws are alike at the same share of their pitch: the tables are mixed place by place.
  step_ = (1.0 - w) * low.step_ + w * high.step_;
  const auto mixed = [w](const Row& x, const Row& y) {
    Row out(x.size());
    for (std::size_t i = 0; i < x.size(); ++i)
      out[i] = {(1.0 - w) * x[i].kt + w * y[i].kt, (1.0 - w) * x[i].kq + w * y[i].kq};
    return out;
  };
  for (std::size_t r = 0; r < low.wetted_.size(); ++r) wetted_.push_back(mixed(low.wetted_[r], high.wetted_[r]));
  cavity_ = mixed(low.cavity_, high.cavity_);
}

PropellerChart chart_of(const BladeForm& form, bool in_air) {
  struct Kept {
    BladeForm form;
    bool in_air = false;
    PropellerChart chart;
  };
  constexpr std::size_t most = 12;
  thread_local std::vector<Kept> kept;
  const auto it =
      std::find_if(kept.begin(), kept.end(), [&](const Kept& k) { return k.form == form && k.in_air == in_air; });
  if (it != kept.end()) return it->chart;
  PropellerChart chart(form, in_air);
  if (kept.size() == most) kept.erase(kept.begin());
  kept.push_back({form, in_air, chart});
  return chart;
}

ChartFan::ChartFan(const BladeForm& form, double low, double high, bool in_air) {
  BladeForm f = form;
  for (f.pitch_ratio = low;; f.pitch_ratio = std::min(1.05 * f.pitch_ratio, high)) {
    charts_.emplace_back(f, in_air);
    if (f.pitch_ratio >= high) break;
  }
}

PropellerChart ChartFan::at(double pitch_ratio) const {
  const double p = std::clamp(pitch_ratio, charts_.front().form().pitch_ratio, charts_.back().form().pitch_ratio);
  std::size_t i = 0;
  while (i + 2 < charts_.size() && charts_[i + 1].form().pitch_ratio < p) ++i;
  return {charts_[i], charts_[std::min(i + 1, charts_.size() - 1)], p};
}

PropellerCoefficients PropellerChart::at(const Row& row, double advance) const {
  const double last = step_ * static_cast<double>(advances - 1);
  if (advance >= last) {  // windmilling far past its pitch: plates in the stream
    const double by = advance * advance / (last * last);
    return {row.back().kt * by, row.back().kq * by};
  }
  const double at = std::max(0.0, advance) / step_;
  const auto i = std::min(static_cast<std::size_t>(at), advances - 2);
  const double w = at - static_cast<double>(i);
  return {(1.0 - w) * row[i].kt + w * row[i + 1].kt, (1.0 - w) * row[i].kq + w * row[i + 1].kq};
}

PropellerCoefficients PropellerChart::wetted(double advance, double disc_reynolds) const {
  if (wetted_.empty()) return {};
  // Linear in the logarithm between the nodes.
  const double lg = std::log(std::clamp(disc_reynolds, reynolds_nodes.front(), reynolds_nodes.back()));
  const double at = (lg - std::log(reynolds_nodes[0])) / std::log(reynolds_nodes[1] / reynolds_nodes[0]);
  const auto i = std::min(static_cast<std::size_t>(at), wetted_.size() - 2);
  const double w = at - static_cast<double>(i);
  const PropellerCoefficients a = this->at(wetted_[i], advance), b = this->at(wetted_[i + 1], advance);
  return {(1.0 - w) * a.kt + w * b.kt, (1.0 - w) * a.kq + w * b.kq};
}

PropellerCoefficients PropellerChart::cavity(double advance) const {
  return cavity_.empty() ? PropellerCoefficients{} : at(cavity_, advance);
}

}  // namespace plucky
