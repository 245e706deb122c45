#include "io/hydrostatic_cells.h"

#include <fmt/format.h>

#include <functional>

namespace plucky {

namespace {

struct Column {
  const char* heading;
  std::function<std::optional<double>(const HydrostaticRow&)> of;
};

/// Of the form at the water line, where there is one.
Column of_form(const char* heading, double FormCoefficients::*member) {
  return {heading, [member](const HydrostaticRow& r) {
            return r.volume > 0.0 ? std::optional<double>(r.form.*member) : std::nullopt;
          }};
}

const std::vector<Column>& columns() {
  using R = HydrostaticRow;
  using F = FormCoefficients;
  static const std::vector<Column> all{{"trim_rad", [](const R& r) { return r.trim; }},
                                       {"draught_m", [](const R& r) { return r.draught; }},
                                       {"displaced_kg", [](const R& r) { return r.mass; }},
                                       {"displaced_m3", [](const R& r) { return r.volume; }},
                                       {"lcb_m", [](const R& r) { return r.lcb; }},
                                       {"kb_m", [](const R& r) { return r.kb; }},
                                       {"waterplane_m2", [](const R& r) { return r.waterplane_area; }},
                                       {"lcf_m", [](const R& r) { return r.lcf; }},
                                       {"bm_m", [](const R& r) { return r.bm_transverse; }},
                                       {"km_m", [](const R& r) { return r.km_transverse; }},
                                       {"km_longitudinal_m", [](const R& r) { return r.km_longitudinal; }},
                                       {"kg_per_m_of_draught", [](const R& r) { return r.mass_per_draught; }},
                                       {"n_m_per_rad_of_trim", [](const R& r) { return r.moment_to_trim; }},
                                       {"wetted_m2", [](const R& r) { return r.wetted_area; }},
                                       of_form("waterline_length_m", &F::waterline_length),
                                       of_form("waterline_beam_m", &F::waterline_beam),
                                       of_form("block", &F::block),
                                       of_form("prismatic", &F::prismatic),
                                       of_form("midship", &F::midship),
                                       of_form("waterplane", &F::waterplane)};
  return all;
}

}  // namespace

TableRows hydrostatic_cells(std::span<const HydrostaticRow> rows) {
  TableRows out(1);
  for (const Column& c : columns()) out[0].emplace_back(c.heading);
  for (const HydrostaticRow& r : rows) {
    std::vector<std::string> cells;
    for (const Column& c : columns()) {
      const std::optional<double> v = c.of(r);
      cells.push_back(v ? fmt::format("{:.6g}", *v) : std::string());
    }
    out.push_back(std::move(cells));
  }
  return out;
}

}  // namespace plucky
