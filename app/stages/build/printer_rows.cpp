// Printer, and plug and mould, on the page of the stage Build.
#include <QTreeWidget>
#include <algorithm>

#include "stages/build/build_page.h"

namespace plucky::app {

void BuildPage::add_printer() {
  const auto bed = [this](const QString& label, const char* name, int axis) {
    number(label, name, Dimension::length, [axis](BuildDesign& b) -> double& { return b.printer.bed[axis]; });
  };
  bed(tr("Bed, width"), "bed_width", 0);
  bed(tr("Bed, depth"), "bed_depth", 1);
  bed(tr("Height"), "bed_height", 2);
  number(tr("Kept free"), "bed_margin", Dimension::length, [](BuildDesign& b) -> double& { return b.printer.margin; });
  number(tr("Width of a line"), "print_line", Dimension::length,
         [](BuildDesign& b) -> double& { return b.printer.line_width; });
  number(tr("Height of a layer"), "print_layer", Dimension::length,
         [](BuildDesign& b) -> double& { return b.printer.layer; });
  number(tr("Speed along a line"), "print_speed", Dimension::feed,
         [](BuildDesign& b) -> double& { return b.printer.speed; });
  number(tr("Play of a peg"), "print_clearance", Dimension::length,
         [](BuildDesign& b) -> double& { return b.printer.clearance; });
  number(tr("Leans out at most"), "print_overhang", Dimension::angle, [](BuildDesign& b) -> double& {
    return b.printer.overhang;
  })->setToolTip(tr("From the upright: what leans out further needs support"));
  number(tr("Bridges at most"), "print_bridge", Dimension::length, [](BuildDesign& b) -> double& {
    return b.printer.bridge;
  })->setToolTip(tr("How far a level line may hang free between two walls"));
  number(tr("Spool"), "print_spool", Dimension::mass, [](BuildDesign& b) -> double& { return b.printer.spool; });
  number(tr("Its price"), "print_price", Dimension::none, [](BuildDesign& b) -> double& { return b.printer.price; });
  number(tr("Waste"), "print_waste", Dimension::ratio, [](BuildDesign& b) -> double& {
    return b.printer.waste;
  })->setToolTip(tr("Tuning, brims, prints that failed"));
  real_time_ = quantity(tr("Chosen one took"), Dimension::duration, "print_real_time");
  real_mass_ = quantity(tr("and weighs"), Dimension::mass, "print_real_mass");
  for (QuantityEdit* edit : {real_time_, real_mass_})
    edit->setToolTip(tr("One finished section, as it was: all hours and grams are told by it from then on"));
  connect(real_time_, &QuantityEdit::entered, this, [this](double si) {
    if (const SectionPlan* s = chosen_section(); s && si > 0.0)
      change(tr("What a print took"), [&](BuildDesign& b) {
        b.printer.hours_factor = 1.0;
        b.printer.hours_factor = std::clamp(si / b.printer.time_for(s->material), 0.05, 20.0);
      });
  });
  connect(real_mass_, &QuantityEdit::entered, this, [this](double si) {
    if (const SectionPlan* s = chosen_section(); s && si > 0.0)
      change(tr("What a print weighs"), [&](BuildDesign& b) {
        b.printer.mass_factor = std::clamp(si / (s->material * session_->project().hull.skin.density), 0.05, 20.0);
      });
  });
}

const SectionPlan* BuildPage::chosen_section() const {
  const auto& all = session_->now().build.sections;
  const int i = std::max(0, sections_->indexOfTopLevelItem(sections_->currentItem()));
  return i < static_cast<int>(all.size()) ? &all[static_cast<std::size_t>(i)] : nullptr;
}

void BuildPage::add_mould() {
  number(tr("Slices of the plug"), "mould_slice", Dimension::length,
         [](BuildDesign& b) -> double& { return b.mould.slice; });
  number(tr("Draft wanted"), "mould_draft", Dimension::angle, [](BuildDesign& b) -> double& { return b.mould.draft; });
  number(tr("Layers of the hull"), "mould_layers", Dimension::none,
         [](BuildDesign& b) -> double& { return b.mould.layers; });
  number(tr("Layers of the mould"), "mould_tool_layers", Dimension::none,
         [](BuildDesign& b) -> double& { return b.mould.mould_layers; });
  number(tr("Cloth"), "mould_cloth", Dimension::areal_density, [](BuildDesign& b) -> double& { return b.mould.cloth; });
  number(tr("Flange"), "mould_flange", Dimension::length, [](BuildDesign& b) -> double& { return b.mould.flange; });
}

}  // namespace plucky::app
