#include "stages/layout/part_page.h"

#include <QPushButton>

#include "layout/component.h"
#include "session/tick_task.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

PartPage::PartPage(Session* session, QWidget* parent) : Page(session, parent) {
  title_ = heading({});
  state_ = note({});
  state_->setObjectName("part_state");
  name_ = text(tr("Name"), "part_name");
  x_ = quantity(tr("From transom"), Dimension::length, "part_x");
  y_ = quantity(tr("Off centre, to port"), Dimension::length, "part_y");
  z_ = quantity(tr("Underside"), Dimension::length, "part_z");
  z_->setToolTip(tr("Height of its underside above the keel"));
  mass_ = quantity(tr("Mass, estimated"), Dimension::mass, "part_mass");
  measured_ = quantity(tr("Mass, measured"), Dimension::mass, "part_measured");
  measured_->setToolTip(tr("Type what the scale says; empty goes back to the estimate."));
  length_ = quantity(tr("Length"), Dimension::length, "part_length");
  width_ = quantity(tr("Width"), Dimension::length, "part_width");
  height_ = quantity(tr("Height"), Dimension::length, "part_height");
  for (const ComponentKind& kind : component_kinds())
    for (const ComponentNumber& n : kind.numbers) own_.push_back({kind.kind, &n, add_own(kind, n)});
  rail_ = choice(tr("On rail"), {}, "part_rail");
  rail_travel_ = fact(tr("Travel"));
  fit_ = fact(tr("In the skin"));
  neighbour_ = fact(tr("To others"));
  hatch_ = fact(tr("Through hatch"));
  way_ = fact(tr("Insertion path"));
  way_->setObjectName("part_way");
  play_ = button(tr("Show the insertion"), "part_play", true);
  connect(play_, &QPushButton::clicked, this, &PartPage::way_wanted);
  fitted_ = check(tr("Fitted into the boat"), "part_fitted");
  connect(fitted_, &QCheckBox::clicked, this, [this](bool on) {
    const Part* part = session_->selected_part();
    const WorkTask* task = part ? session_->now().build.work.find(fit_task(part->id)) : nullptr;
    if (task) tick_task(*session_, *task, on);
  });
  wet_ = check(tr("May get wet"), "part_wet");
  outside_ = check(tr("Stands outside the skin"), "part_outside");
  auto* keep = new QPushButton(tr("Keep for other boats"), this);
  keep->setObjectName("part_keep");
  keep->setProperty("quiet", true);
  keep->setToolTip(tr("Puts this part, with its measured mass, among your own parts in the catalogue"));
  wide(keep);
  connect(keep, &QPushButton::clicked, this, [this] {
    if (const Part* part = session_->selected_part()) emit keep_wanted(*part);
  });
  caution_ = note(
      tr("Lithium cells: no sharp edges or screw tips near them; take them out to charge, in a fireproof place and "
         "never alone; a swollen or wet pack is not used again. Follow the maker's limits and local rules."),
      true);

  const auto place = [this](int axis, double offset) {
    return [this, axis, offset](double si) {
      change(tr("Place"), [=, this](Part& p) {
        const Box3& box = session_->now().hull->model.box;
        const double base = axis == 0 ? box.low.x() : axis == 2 ? box.low.z() + offset * p.size.z() : 0.0;
        p.place[axis] = base + si;
      });
    };
  };
  connect(x_, &QuantityEdit::entered, this, place(0, 0.0));
  connect(y_, &QuantityEdit::entered, this, place(1, 0.0));
  connect(z_, &QuantityEdit::entered, this, place(2, 0.5));
  connect(mass_, &QuantityEdit::entered, this,
          [this](double si) { change(tr("Mass"), [=](Part& p) { p.mass = si; }); });
  connect(measured_, &QuantityEdit::entered, this,
          [this](double si) { change(tr("Measured mass"), [=](Part& p) { p.measured_mass = si; }); });
  connect(measured_, &QuantityEdit::cleared, this,
          [this] { change(tr("Measured mass"), [](Part& p) { p.measured_mass.reset(); }); });
  const auto size = [this](int axis) {
    return [this, axis](double si) { change(tr("Size"), [=](Part& p) { p.size[axis] = si; }); };
  };
  connect(length_, &QuantityEdit::entered, this, size(0));
  connect(width_, &QuantityEdit::entered, this, size(1));
  connect(height_, &QuantityEdit::entered, this, size(2));
  connect(name_, &QLineEdit::editingFinished, this, [this] {
    if (name_->isModified()) change(tr("Name"), [this](Part& p) { p.name = name_->text().toStdString(); });
  });
  connect(rail_, &QComboBox::activated, this,
          [this](int i) { change(tr("Rail"), [=, this](Part& p) { p.rail = rail_->itemData(i).toUInt(); }); });
  connect(wet_, &QCheckBox::clicked, this,
          [this](bool on) { change(tr("May get wet"), [=](Part& p) { p.may_get_wet = on; }); });
  connect(outside_, &QCheckBox::clicked, this,
          [this](bool on) { change(tr("Outside"), [=](Part& p) { p.outside = on; }); });
}

QuantityEdit* PartPage::add_own(const ComponentKind& kind, const ComponentNumber& number) {
  const QString label = term(number.label);
  QuantityEdit* edit =
      quantity(label, number.dimension, QString("part_%1_%2").arg(kind.key, number.key).toUtf8().constData());
  edit->setToolTip(tr("%1; empty: not known").arg(term(number.help)));
  connect(edit, &QuantityEdit::entered, this, [=, this, n = &number](double si) {
    change(label, [=](Part& p) {
      p.data = data_or_usual(p);
      n->of(p.data) = si;
    });
  });
  connect(edit, &QuantityEdit::cleared, this, [=, this] { change(label, [](Part& p) { p.data = {}; }); });
  return edit;
}

void PartPage::change(const QString& what, const std::function<void(Part&)>& how) {
  const Part* selected = session_->selected_part();
  if (!selected) return;
  Part part = *selected;
  how(part);
  if (part == *selected) return;
  session_->perform({as_said(tr("%1 of %2").arg(what, QString::fromStdString(part.name))), ChangePart{part}});
  refresh();
}

void PartPage::fill_way(const Part& part) {
  const BuildReport& build = session_->now().build;
  const PartWay* way = build.way_of(part.id);
  set_row_visible(way_, way != nullptr);
  play_->setVisible(way && !way->way.empty());
  if (way)
    way_->setText(!way->before.empty() || way->crowded ? tr("through a hatch, while others are out")
                                                       : term(door_name(way->door)));
  const std::string key = fit_task(part.id);
  const WorkDone* done = session_->project().build.work.find_done(key);
  fitted_->setVisible(build.work.find(key) != nullptr);
  fitted_->setChecked(done != nullptr);
  fitted_->setText(done ? tr("Fitted into the boat on %1").arg(QString::fromStdString(done->date))
                        : tr("Fitted into the boat"));
}

void PartPage::refresh() {
  const Part* part = session_->selected_part();
  if (!part) return;
  const Box3& box = session_->now().hull->model.box;
  title_->setText(QString::fromStdString(part->name));
  const double share = part->effective_mass() / session_->now().mass.total;
  const std::size_t others = session_->all_selected().size() - 1;
  state_->setText(
      tr("%1, %2, %3 of the boat")
          .arg(part_kind_name(part->kind),
               part->measured_mass
                   ? tr("measured")
                   : tr("estimated \u00b1 %1").arg(session_->shown(Quantity{part->mass_sigma, Dimension::mass})),
               session_->shown(Quantity{share, Dimension::ratio})) +
      (others > 0 ? tr("\nMoves together with %1 more; these fields are of this one").arg(others) : QString()));
  if (!name_->hasFocus()) name_->setText(QString::fromStdString(part->name));
  x_->set_value(part->place.x() - box.low.x());
  y_->set_value(part->place.y());
  z_->set_value(part->box().low.z() - box.low.z());
  mass_->set_value(part->mass);
  if (part->measured_mass)
    measured_->set_value(*part->measured_mass);
  else
    measured_->set_nothing(tr("not weighed"));
  length_->set_value(part->size.x());
  width_->set_value(part->size.y());
  height_->set_value(part->size.z());
  for (const OwnNumber& own : own_) {
    set_row_visible(own.edit, own.kind == part->kind);
    if (own.kind != part->kind) continue;
    ComponentData held = part->data;
    if (has_data(*part))
      own.edit->set_value(own.number->of(held));
    else
      own.edit->set_nothing(tr("not known"));
  }
  rail_->clear();
  rail_->addItem(tr("none"), 0u);
  for (const Rail& r : session_->project().layout.rails) rail_->addItem(QString::fromStdString(r.name), r.id);
  rail_->setCurrentIndex(std::max(0, rail_->findData(part->rail)));
  const Rail* rail = session_->project().layout.find_rail(part->rail);
  const bool railed = rail != nullptr;
  set_row_visible(rail_travel_, railed);
  if (railed)
    rail_travel_->setText(tr("%1 to %2")
                              .arg(session_->shown(length_quantity(rail->from - box.low.x())),
                                   session_->shown(length_quantity(rail->to - box.low.x()))));
  y_->setEnabled(!railed);
  z_->setEnabled(!railed);
  fill_way(*part);
  if (const PartFit* fit = session_->now().fit(part->id)) {
    fit_->setText(part->outside ? tr("stands outside")
                  : fit->skin.inside
                      ? tr("clear by %1").arg(session_->shown(length_quantity(fit->skin.clearance)))
                      : tr("through it by %1").arg(session_->shown(length_quantity(fit->skin.cut_depth))));
    QStringList gaps;
    if (const Part* other = session_->project().layout.find(fit->nearest_part))
      gaps << tr("%1 to %2").arg(session_->shown(length_quantity(fit->part_gap)), QString::fromStdString(other->name));
    if (fit->bulkhead_gap && !part->outside)
      gaps << tr("%1 to a bulkhead").arg(session_->shown(length_quantity(*fit->bulkhead_gap)));
    neighbour_->setText(gaps.isEmpty() ? tr("alone") : gaps.join("\n"));
    QString way;
    switch (fit->passage) {
      case HatchPassage::no_hatch:
        way = part->outside ? tr("not needed") : tr("there is no hatch");
        break;
      case HatchPassage::straight:
        way = tr("as it stands");
        break;
      case HatchPassage::turned:
        way = tr("turned in plan");
        break;
      case HatchPassage::tilted:
        way = tr("tilted %1").arg(session_->shown(angle_quantity(fit->tilt)));
        break;
      case HatchPassage::never:
        way = tr("no");
        break;
    }
    hatch_->setText(way);
  }
  wet_->setChecked(part->may_get_wet);
  outside_->setChecked(part->outside);
  set_row_visible(caution_, part->lithium);
}

}  // namespace plucky::app
