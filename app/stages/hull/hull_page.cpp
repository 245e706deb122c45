#include "stages/hull/hull_page.h"

#include <algorithm>
#include <set>

#include "hull/family.h"
#include "hull/morph.h"
#include "inspector/section_heading.h"
#include "project/catalogue.h"

namespace plucky::app {

HullPage::HullPage(Session* session, QWidget* parent) : Page(session, parent) {
  title_ = heading({});
  family_ = choice(tr("Family"), {}, "hull_family", true);
  for (const Family& f : hull_families())
    if (f.loft) family_->addItem(term(f.name), static_cast<int>(f.id));
  start_ = choice(tr("Begin with"), {}, "hull_start", true);
  start_->setToolTip(tr("The measures of a boat of this family at the length of yours"));
  source_ = fact(tr("Mesh from"));
  read_ = note({});
  read_->setObjectName("hull_reading");
  QStringList bottoms;
  for (const BottomForm form : bottom_forms()) bottoms << term(bottom_form_name(form));
  bottom_ = choice(tr("Bottom taken as"), bottoms, "hull_bottom", true);
  connect(bottom_, &QComboBox::activated, this, [this](int i) {
    change(tr("What the bottom is"), [=](HullDesign& h) { h.bottom = bottom_forms()[static_cast<std::size_t>(i)]; });
  });
  for (const MeasureGroup group : measure_groups) add_measures(group);
  section(tr("Skin"), "section_skin");
  QStringList materials;
  for (const Material& m : builtin_catalogue().materials) materials << QString::fromStdString(m.name);
  material_ = choice(tr("Material"), materials, "hull_material", true);
  shell_ = quantity(tr("Shell thickness"), Dimension::length, "shell_thickness");
  deck_ = quantity(tr("Deck thickness"), Dimension::length, "deck_thickness");
  density_ = quantity(tr("Density"), Dimension::density, "skin_density");
  boot_top_ = quantity(tr("Band over the water line"), Dimension::length, "hull_boot_top");
  section(tr("Form at the water line"), "section_form");
  volume_ = fact(tr("Volume of the hull"));
  waterline_ = fact(tr("Water line"));
  coefficients_ = fact(tr("Coefficients"));
  centre_ = fact(tr("LCB from transom"));
  speed_ = fact(tr("Hull speed"));
  marks_ = fact(tr("Under the deck edge"));
  end_section();
  note(tr("Resins, solvents and sanding dust harm lungs and skin: gloves, glasses, mask and fresh air; follow the "
          "maker's sheet."),
       true);

  connect(family_, &QComboBox::activated, this, [this](int i) {
    change(tr("Hull family"), [=, this](HullDesign& h) {
      const auto family = static_cast<HullFamily>(family_->itemData(i).toInt());
      // Keep the size that was chosen; the rest begins from the family's own.
      const HullShape fresh = default_shape(family);
      h.shape = h.family == HullFamily::imported ? fresh : resized(fresh, h.shape);
      h.family = family;
      h.mesh.reset();
      h.mesh_source.clear();
      h.drawn.reset();
    });
  });
  connect(start_, &QComboBox::activated, this, [this](int i) {
    if (i < 1) return;
    change(start_->itemText(i), [&](HullDesign& h) {
      const HullShape fresh = started(h.family, static_cast<std::size_t>(i - 1));
      h.shape = scaled(fresh, Vec3::Constant(h.shape.length / fresh.length));
    });
  });
  connect(material_, &QComboBox::activated, this, [this](int i) {
    const Material& m = builtin_catalogue().materials[static_cast<std::size_t>(i)];
    change(tr("Material"), [&](HullDesign& h) {
      h.skin.material = m.key;
      h.skin.density = m.density;
      h.skin.shell_thickness = m.shell_thickness;
      h.skin.deck_thickness = m.deck_thickness;
    });
  });
  connect(shell_, &QuantityEdit::entered, this,
          [this](double si) { change(tr("Shell thickness"), [=](HullDesign& h) { h.skin.shell_thickness = si; }); });
  connect(deck_, &QuantityEdit::entered, this,
          [this](double si) { change(tr("Deck thickness"), [=](HullDesign& h) { h.skin.deck_thickness = si; }); });
  connect(density_, &QuantityEdit::entered, this,
          [this](double si) { change(tr("Skin density"), [=](HullDesign& h) { h.skin.density = si; }); });
  connect(boot_top_, &QuantityEdit::entered, this,
          [this](double si) { change(tr("Band over the water line"), [=](HullDesign& h) { h.boot_top = si; }); });
}

void HullPage::add_measures(MeasureGroup group) {
  // Size is what everybody looks for: it stands under the family without a heading of its own.
  if (group != MeasureGroup::size)
    groups_[group] =
        section(term(measure_group_name(group)), (std::string("hull_") + measure_group_key(group)).c_str());
  for (const HullParameter& p : all_hull_parameters()) {
    if (p.group != group) continue;
    QuantityEdit* edit = quantity(term(p.label), p.dimension, p.key);
    edit->setToolTip(term(p.help));
    measures_.push_back({&p, edit});
    connect(edit, &QuantityEdit::entered, this, [this, &p](double si) {
      session_->perform({as_said(tr("%1 of the hull").arg(term(p.label))), SetHullParameter{p.key, si}});
      refresh();
    });
  }
}

void HullPage::change(const QString& what, const std::function<void(HullDesign&)>& how) {
  HullDesign hull = session_->project().hull;
  how(hull);
  if (!(hull.skin.shell_thickness >= 0.0 && hull.skin.deck_thickness >= 0.0 && hull.skin.shell_thickness < 0.1 &&
        hull.skin.deck_thickness < 0.1))
    session_->refuse(tr("Skin thickness must be 0 to 100 mm."));
  else if (!(hull.skin.density >= 1.0 && hull.skin.density < 30000.0))
    session_->refuse(tr("Skin density must be 1 to 30000 kg/m\u00b3."));
  else
    session_->perform({as_said(what), ChangeHull{hull}});
  refresh();
}

void HullPage::refresh() {
  const HullDesign& h = session_->project().hull;
  const Assessment& a = session_->now();
  const auto number = [](double v) { return QString::number(v, 'f', 3); };
  const bool imported = h.family == HullFamily::imported;
  title_->setText(imported ? tr("Hull from a file") : tr("Hull"));
  set_row_visible(source_, imported);
  const QString source = QString::fromStdString(h.mesh_source);
  source_->setText(h.drawn ? tr("%1, drawn over it").arg(source) : source);
  const HullModel& model = a.hull->model;
  set_row_visible(read_, imported);
  set_row_visible(bottom_, imported);
  if (model.reading) {
    QStringList told;
    for (const Text& t : describe(*model.reading)) told << session_->said(t);
    read_->setText(tr("By its shape: %1").arg(told.join(' ')));
    const auto forms = bottom_forms();
    bottom_->setCurrentIndex(static_cast<int>(std::find(forms.begin(), forms.end(), h.bottom) - forms.begin()));
  }
  family_->setCurrentIndex(family_->findData(static_cast<int>(h.family)));
  const Family& family = family_of(h.family);
  set_row_visible(start_, !family.starts.empty());
  if (starts_of_ != h.family) {
    starts_of_ = h.family;
    start_->clear();
    start_->addItem(tr("Measures of \u2026"));
    start_->addItem(tr("plain boat of the family"));
    for (const HullStart& s : family.starts) start_->addItem(term(s.name));
  }
  start_->setCurrentIndex(0);
  std::set<MeasureGroup> used;
  for (const Measure& m : measures_) {
    const bool has = family.uses(m.parameter->member);
    set_row_visible(m.edit, has);
    if (!has) continue;
    m.edit->set_value(h.shape.*m.parameter->member);
    used.insert(m.parameter->group);
  }
  for (const auto& [group, title] : groups_) title->show_section(used.count(group) > 0);
  const std::vector<Material>& known = builtin_catalogue().materials;
  const auto it = std::find_if(known.begin(), known.end(), [&](const Material& m) { return m.key == h.skin.material; });
  material_->setCurrentIndex(it == known.end() ? -1 : static_cast<int>(it - known.begin()));
  shell_->set_value(h.skin.shell_thickness);
  deck_->set_value(h.skin.deck_thickness);
  density_->set_value(h.skin.density);
  boot_top_->set_value(h.boot_top);
  volume_->setText(session_->shown(Quantity{a.hull->model.volume, Dimension::volume}));
  const FormCoefficients& f = a.form;
  waterline_->setText(tr("%1 \u00d7 %2, draught %3")
                          .arg(session_->shown(length_quantity(f.waterline_length)),
                               session_->shown(length_quantity(f.waterline_beam)),
                               session_->shown(length_quantity(f.draught))));
  coefficients_->setText(QString("Cb %1  Cp %2\nCm %3  Cwp %4")
                             .arg(number(f.block), number(f.prismatic), number(f.midship), number(f.waterplane)));
  centre_->setText(session_->shown(length_quantity(f.lcb)));
  speed_->setText(session_->shown(Quantity{f.hull_speed, Dimension::speed}));
  marks_->setText(water_line_marks());
}

/// Where to begin and end the painted water line, measured down from the deck edge.
QString HullPage::water_line_marks() const {
  const Assessment& a = session_->now();
  if (!a.flotation.upright()) return QString::fromUtf8("\u2013");
  const std::vector<Vec3>& edge = a.hull->model.shells.front().deck_edge;
  const auto down = [&](const Vec3& at) { return session_->shown(length_quantity(a.flotation.plane.height(at))); };
  const std::size_t half = edge.size() / 2;
  if (half < 2) return QString::fromUtf8("\u2013");
  return tr("%1 at the transom\n%2 amidships, %3 at the bow")
      .arg(down(edge.front()), down(edge[half / 2]), down(edge[half - 1]));
}

}  // namespace plucky::app
