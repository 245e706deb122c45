#include "hull/families/family_list.h"

#include <algorithm>
#include <array>
#include <vector>

#include "base/key_table.h"

namespace plucky {

namespace {

/// The families as a table of keys.
const std::vector<KeyRow<HullFamily>>& family_keys() {
  static const std::vector<KeyRow<HullFamily>> keys = [] {
    std::vector<KeyRow<HullFamily>> out;
    for (const Family& f : hull_families()) out.push_back({f.id, f.key, f.name});
    return out;
  }();
  return keys;
}

constexpr std::array bottom_rows{KeyRow<BottomForm>{BottomForm::unknown, "by-shape", "as its shape tells"},
                                 KeyRow<BottomForm>{BottomForm::vee, "vee", "V with chines"},
                                 KeyRow<BottomForm>{BottomForm::flat, "flat", "flat with chines"},
                                 KeyRow<BottomForm>{BottomForm::round, "round", "rounded or deep, does not plane"},
                                 KeyRow<BottomForm>{BottomForm::tunnel, "tunnel", "two sponsons with a tunnel"},
                                 KeyRow<BottomForm>{BottomForm::twin, "twin", "two hulls that do not plane"}};

constexpr std::array group_rows{KeyRow<MeasureGroup>{MeasureGroup::size, "size", "Size"},
                                KeyRow<MeasureGroup>{MeasureGroup::outline, "outline", "Seen from above"},
                                KeyRow<MeasureGroup>{MeasureGroup::profile, "profile", "Seen from the side"},
                                KeyRow<MeasureGroup>{MeasureGroup::sections, "sections", "Seen from the end"},
                                KeyRow<MeasureGroup>{MeasureGroup::bottom, "bottom", "What it runs on"},
                                KeyRow<MeasureGroup>{MeasureGroup::keel, "keel", "Under and ahead of the hull"}};

}  // namespace

const char* measure_group_key(MeasureGroup group) {
  return row_of(group_rows, group).key;
}
const char* measure_group_name(MeasureGroup group) {
  return row_of(group_rows, group).name;
}

std::span<const BottomForm> bottom_forms() {
  static constexpr std::array all = [] {
    std::array<BottomForm, bottom_rows.size()> out{};
    std::transform(bottom_rows.begin(), bottom_rows.end(), out.begin(), [](const auto& row) { return row.value; });
    return out;
  }();
  return all;
}
const char* bottom_form_key(BottomForm form) {
  return row_of(bottom_rows, form).key;
}
const char* bottom_form_name(BottomForm form) {
  return row_of(bottom_rows, form).name;
}
BottomForm bottom_form_from_key(const std::string& key) {
  return value_of(bottom_rows, "form of the bottom", key);
}

std::span<const Family> hull_families() {
  static const std::array all{deep_v_family(), flat_bottom_family(), folded_family(),
                              scow_family(),   round_bilge_family(), twin_hull_family(),
                              tunnel_family(), hydroplane_family(),  imported_family()};
  return all;
}

const Family& family_of(HullFamily id) {
  const auto all = hull_families();
  return *std::find_if(all.begin(), all.end(), [&](const Family& f) { return f.id == id; });
}

bool Family::uses(double HullShape::*measure) const {
  return std::any_of(measures.begin(), measures.end(), [&](const HullParameter& m) { return m.member == measure; });
}

std::span<const HullParameter> hull_parameters(HullFamily family) {
  return family_of(family).measures;
}

std::span<const HullParameter> all_hull_parameters() {
  static const std::vector<HullParameter> all = [] {
    std::vector<HullParameter> out;
    for (const Family& f : hull_families())
      for (const HullParameter& m : f.measures)
        if (std::none_of(out.begin(), out.end(), [&](const HullParameter& o) { return o.member == m.member; }))
          out.push_back(m);
    std::stable_sort(out.begin(), out.end(),
                     [](const HullParameter& a, const HullParameter& b) { return a.group < b.group; });
    return out;
  }();
  return all;
}

HullShape default_shape(HullFamily family) {
  HullShape s;
  if (const auto begin = family_of(family).begin) begin(s);
  return s;
}

HullShape started(HullFamily family, std::size_t start) {
  HullShape s = default_shape(family);
  if (start > 0) family_of(family).starts[start - 1].begin(s);
  return s;
}

HullShape resized(HullShape shape, const HullShape& to) {
  shape.length = to.length;
  shape.beam = to.beam;
  shape.depth = to.depth;
  return shape;
}

const char* family_key(HullFamily family) {
  return family_of(family).key;
}

const char* family_name(HullFamily family) {
  return family_of(family).name;
}

HullFamily family_from_key(const std::string& key) {
  return value_of(family_keys(), "hull family", key);
}

}  // namespace plucky
