#include "stages/hull/lines_view.h"

#include <QComboBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>

#include "base/error.h"
#include "flotation/tables.h"
#include "inspector/quantity_edit.h"
#include "io/project_file.h"
#include "session/ask_where.h"
#include "stages/hull/lines_picture.h"
#include "tables/items.h"
#include "window/fleet.h"
#include "words/words.h"

namespace plucky::app {

namespace {

enum Beside { alone, scaled_one, file, first_of_fleet };

/// A hull afloat, level, under a mass.
std::optional<HydrostaticRow> afloat(const HullModel& m, const ImmersedBody& body, double mass, double density) {
  if (!(mass > 0.0) || mass / density >= 0.999 * body.volume()) return std::nullopt;
  const double draught = solve_sinkage(body, mass / density, {}).offset, level = 0.0;
  return hydrostatic_table(m, body, density, {&draught, 1}, {&level, 1}).front();
}

}  // namespace

LinesView::LinesView(Session* session, QWidget* parent) : ShelfPage(session, tr("Lines"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  auto* side = new QWidget(this);
  side->setFixedWidth(190);
  auto* form = new QFormLayout(side);
  form->setContentsMargins(0, 0, 0, 0);
  form->setVerticalSpacing(3);
  form->setRowWrapPolicy(QFormLayout::WrapLongRows);
  beside_ = new QComboBox(side);
  beside_->setObjectName("lines_beside");
  beside_->addItem(tr("nothing"));
  beside_->addItem(tr("itself, scaled"));
  beside_->addItem(tr("a boat from a file \u2026"));
  for (const Project& p : demo_fleet()) beside_->addItem(QString::fromStdString(p.name));
  beside_->setCurrentIndex(scaled_one);
  form->addRow(tr("Beside it"), beside_);
  const std::pair<QString, const char*> names[3] = {
      {tr("Length"), "lines_length"}, {tr("Beam"), "lines_beam"}, {tr("Depth"), "lines_depth"}};
  for (int axis = 0; axis < 3; ++axis) {
    measures_[axis] = new QuantityEdit(session, Dimension::length, names[axis].first, side);
    measures_[axis]->setObjectName(names[axis].second);
    form->addRow(names[axis].first, measures_[axis]);
    connect(measures_[axis], &QuantityEdit::entered, this, [this, axis](double si) { set_measure(axis, si); });
  }
  gives_ = new QComboBox(side);
  gives_->setObjectName("lines_gives");
  for (QComboBox* box : {beside_, gives_}) {
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(6);
  }
  gives_->setToolTip(tr("So that the hull displaces as much as before at a draught that goes with its depth"));
  for (const GivesWay g : {GivesWay::none, GivesWay::length, GivesWay::beam, GivesWay::depth})
    gives_->addItem(term(gives_way_name(g)), static_cast<int>(g));
  form->addRow(tr("Gives way"), gives_);
  take_ = new QPushButton(tr("Take it"), side);
  take_->setObjectName("lines_take");
  take_->setProperty("strong", true);
  form->addRow(take_);
  row->addWidget(side);
  picture_ = new LinesPicture(this);
  row->addWidget(picture_, 2);
  table_ = make_table(this, "lines_numbers", title(), {tr("Measure"), tr("This"), tr("Beside"), tr("Change")});
  table_->setSortingEnabled(false);
  table_->setMinimumWidth(150);
  row->addWidget(table_, 3);
  connect(beside_, &QComboBox::activated, this, &LinesView::choose);
  connect(gives_, &QComboBox::activated, this, [this] { set_measure(-1, 0.0); });
  connect(take_, &QPushButton::clicked, this, &LinesView::take);
}

void LinesView::choose(int index) {
  if (index == file) {
    const QString path = QFileDialog::getOpenFileName(this, tr("Boat to set beside"), {}, boat_filter());
    if (!path.isEmpty()) open(path);
  }
  refresh();
}

void LinesView::open(const QString& path) {
  try {
    from_file_ = load_project(path.toStdString());
    beside_->setCurrentIndex(file);
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  refresh();
}

void LinesView::set_measure(int axis, double si) {
  const Box3& box = session_->now().hull->model.box;
  if (axis >= 0) factors_[axis] = si / box.size()[axis];
  factors_ = factors_keeping_displacement(factors_, static_cast<GivesWay>(gives_->currentData().toInt()));
  refresh();
}

std::optional<HullDesign> LinesView::beside() const {
  const int at = beside_->currentIndex();
  if (at == scaled_one) return scaled(session_->project().hull, factors_);
  if (at == file && from_file_) return from_file_->hull;
  if (at >= first_of_fleet) return demo_fleet()[static_cast<std::size_t>(at - first_of_fleet)].hull;
  return std::nullopt;
}

void LinesView::refresh() {
  if (session_->dragging()) return;
  const auto state = session_->state();
  // The hull's model belongs to the assessment, which lives as long.
  const std::shared_ptr<const HullModel> hull(state, &state->hull->model);
  QString refused;
  try {
    // Built anew only where it is another hull than before.
    const std::optional<HullDesign> design = beside();
    if (!design)
      shown_ = {};
    else if (!shown_.model || !(*design == shown_.design))
      shown_ = {*design, std::make_shared<const HullModel>(build_hull(*design))};
  } catch (const InvalidInput& e) {
    shown_ = {};
    refused = session_->said(e.sentence());
  }
  const std::shared_ptr<const HullModel>& other = shown_.model;
  const int at = beside_->currentIndex();
  const bool scales = at == scaled_one;
  for (int axis = 0; axis < 3; ++axis) {
    measures_[axis]->setEnabled(scales && !(static_cast<int>(gives_->currentData().toInt()) == axis + 1));
    measures_[axis]->set_value(hull->box.size()[axis] * (scales ? factors_[axis] : 1.0));
  }
  gives_->setEnabled(scales);
  take_->setEnabled(scales && other && !factors_.isApprox(Vec3::Ones(), 1e-9));
  picture_->show_hulls(hull, other);
  show_numbers(*hull, other.get());
  QStringList words;
  if (!refused.isEmpty())
    words << refused;
  else if (at == file && !from_file_)
    words << tr("No boat chosen yet.");
  else if (other)
    words << tr("Solid: this hull. Dashed: the one beside it. Water lines are level, both under this boat's mass.");
  else
    words << tr("Profile, plan and sections; the after half to the left. Choose what to set beside it.");
  tell(words.join(' '));
}

void LinesView::show_numbers(const HullModel& hull, const HullModel* other) {
  const Assessment& a = session_->now();
  const auto here = afloat(hull, a.hull->body, a.mass.total, a.density());
  const auto there = other ? afloat(*other, ImmersedBody(other->buoyant), a.mass.total, a.density()) : std::nullopt;
  table_->setRowCount(0);
  const auto add = [&](const QString& name, Dimension dimension, std::optional<double> x, std::optional<double> y) {
    const int r = table_->rowCount();
    table_->insertRow(r);
    table_->setItem(r, 0, text_item(name));
    set_number(table_, *session_, r, 1, x.has_value(), x.value_or(0.0), dimension);
    set_number(table_, *session_, r, 2, y.has_value(), y.value_or(0.0), dimension);
    const bool both = x && y && *x != 0.0;
    set_number(table_, *session_, r, 3, both, both ? *y / *x - 1.0 : 0.0, Dimension::ratio);
  };
  const auto of = [&](const QString& name, Dimension dimension, auto number) {
    add(name, dimension, number(hull), other ? std::optional<double>(number(*other)) : std::nullopt);
  };
  const auto floats = [&](const QString& name, Dimension dimension, auto number) {
    const auto from = [&](const std::optional<HydrostaticRow>& r) {
      return r ? std::optional<double>(number(*r)) : std::nullopt;
    };
    add(name, dimension, from(here), from(there));
  };
  of(tr("Length"), Dimension::length, [](const HullModel& m) { return m.length(); });
  of(tr("Beam"), Dimension::length, [](const HullModel& m) { return m.beam(); });
  of(tr("Depth"), Dimension::length, [](const HullModel& m) { return m.box.size().z(); });
  of(tr("Volume"), Dimension::volume, [](const HullModel& m) { return m.volume; });
  of(tr("Skin"), Dimension::area, [](const HullModel& m) { return m.shell_area + m.transom_area + m.deck_area; });
  floats(tr("Draught"), Dimension::length, [](const HydrostaticRow& r) { return r.form.draught; });
  floats(tr("Water line"), Dimension::length, [](const HydrostaticRow& r) { return r.form.waterline_length; });
  floats(tr("Beam at water"), Dimension::length, [](const HydrostaticRow& r) { return r.form.waterline_beam; });
  floats(tr("Wet skin"), Dimension::area, [](const HydrostaticRow& r) { return r.wetted_area; });
  floats(tr("Cb"), Dimension::none, [](const HydrostaticRow& r) { return r.form.block; });
  floats(tr("Cp"), Dimension::none, [](const HydrostaticRow& r) { return r.form.prismatic; });
  floats(tr("LCB"), Dimension::length, [](const HydrostaticRow& r) { return r.lcb.value_or(0.0); });
  floats(tr("KM"), Dimension::length, [](const HydrostaticRow& r) { return r.km_transverse.value_or(0.0); });
  floats(tr("Hull speed"), Dimension::speed, [](const HydrostaticRow& r) { return r.form.hull_speed; });
}

void LinesView::take() {
  const auto design = beside();
  if (!design || beside_->currentIndex() != scaled_one) return;
  const auto share = [&](int axis) { return session_->in_words({factors_[axis], Dimension::ratio}); };
  session_->perform(
      {as_said(
           tr("Hull scaled to %1 of its length, %2 of its beam, %3 of its depth").arg(share(0), share(1), share(2))),
       ChangeHull{*design}});
  factors_ = Vec3::Ones();
  refresh();
}

TableRows LinesView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
