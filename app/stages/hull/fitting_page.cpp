#include "stages/hull/fitting_page.h"

#include <algorithm>

#include "hull/family.h"

namespace plucky::app {

namespace {

/// The list of a hull or layout that holds fittings of type T.
template <class T, class P>
auto& list_of(P& p) {
  if constexpr (std::is_same_v<T, Hatch>)
    return p.hull.hatches;
  else if constexpr (std::is_same_v<T, Cabin>)
    return p.hull.cabins;
  else if constexpr (std::is_same_v<T, FloodChamber>)
    return p.hull.chambers;
  else if constexpr (std::is_same_v<T, Bulkhead>)
    return p.hull.bulkheads;
  else if constexpr (std::is_same_v<T, Stringer>)
    return p.hull.stringers;
  else if constexpr (std::is_same_v<T, Opening>)
    return p.hull.openings;
  else if constexpr (std::is_same_v<T, EdgeRim>)
    return p.hull.rims;
  else if constexpr (std::is_same_v<T, Shell>)
    return p.hull.further;
  else
    return p.layout.rails;
}

template <class T>
const T* fitting_of(const Project& p, Id id) {
  for (const T& item : list_of<T>(p))
    if (item.id == id) return &item;
  return nullptr;
}

/// The project with one fitting changed, as an edit.
template <class T>
Edit changed(const Project& project, Id id, const QString& what, const std::function<void(T&)>& how) {
  Project next = project;
  std::string name;
  for (T& item : list_of<T>(next))
    if (item.id == id) {
      how(item);
      name = item.name;
    }
  const Text label = as_said(QObject::tr("%1 of %2").arg(what, QString::fromStdString(name)));
  if constexpr (std::is_same_v<T, Rail>)
    return {label, ChangeLayout{next.layout}};
  else
    return {label, ChangeHull{next.hull}};
}

/// Calls f with the type of the fitting that has this number.
template <class F>
void visit_type(Fitting kind, F f) {
  switch (kind) {
    case Fitting::hatch:
      return f(Hatch{});
    case Fitting::cabin:
      return f(Cabin{});
    case Fitting::flood_chamber:
      return f(FloodChamber{});
    case Fitting::bulkhead:
      return f(Bulkhead{});
    case Fitting::stringer:
      return f(Stringer{});
    case Fitting::opening:
      return f(Opening{});
    case Fitting::rim:
      return f(EdgeRim{});
    case Fitting::shell:
      return f(Shell{});
    case Fitting::rail:
      return f(Rail{});
  }
}

/// A slim pair of floats, their keels a little over the boat's, clear of its sides and of floats that it has already.
Shell float_beside(const HullModel& hull) {
  Shell s;
  s.shape = default_shape(s.family);
  s.shape.length = std::max(0.5 * hull.length(), 0.2);
  s.shape.beam = 0.12 * s.shape.length;
  s.shape.depth = 0.14 * s.shape.length;
  s.shape.bilge_radius = 0.2 * s.shape.beam;
  s.shape.rocker = 0.1 * s.shape.depth;
  s.shape.bow_rake = 0.05 * s.shape.length;
  s.shape.sheer = s.shape.camber = 0.0;
  s.place = {hull.box.low.x() + 0.2 * hull.length(), hull.box.high.y() + 0.3 * hull.beam() + 0.5 * s.shape.beam,
             hull.box.low.z() + 0.25 * hull.box.size().z()};
  return s;
}

}  // namespace

QString fitting_name(Fitting kind) {
  switch (kind) {
    case Fitting::hatch:
      return QObject::tr("Hatch");
    case Fitting::rail:
      return QObject::tr("Rail");
    case Fitting::bulkhead:
      return QObject::tr("Bulkhead");
    case Fitting::stringer:
      return QObject::tr("Stringer");
    case Fitting::cabin:
      return QObject::tr("Cabin");
    case Fitting::flood_chamber:
      return QObject::tr("Flood chamber");
    case Fitting::opening:
      return QObject::tr("Opening");
    case Fitting::rim:
      return QObject::tr("Bulwark");
    case Fitting::shell:
      return QObject::tr("Float");
  }
  return {};
}

std::vector<FittingEntry> fittings(const Project& p) {
  std::vector<FittingEntry> out;
  const auto add = [&](const auto& list, Fitting kind) {
    for (const auto& item : list) out.push_back({item.id, kind, QString::fromStdString(item.name)});
  };
  add(p.hull.hatches, Fitting::hatch);
  add(p.layout.rails, Fitting::rail);
  add(p.hull.bulkheads, Fitting::bulkhead);
  add(p.hull.stringers, Fitting::stringer);
  add(p.hull.cabins, Fitting::cabin);
  add(p.hull.chambers, Fitting::flood_chamber);
  add(p.hull.openings, Fitting::opening);
  add(p.hull.rims, Fitting::rim);
  add(p.hull.further, Fitting::shell);
  return out;
}

bool is_fitting(const Project& project, Id id) {
  const std::vector<FittingEntry> all = fittings(project);
  return std::any_of(all.begin(), all.end(), [&](const FittingEntry& f) { return f.id == id; });
}

Edit add_fitting(const Assessment& a, Fitting kind) {
  const HullModel& hull = a.hull->model;
  const double length = hull.length(), beam = hull.beam(), x0 = hull.box.low.x();
  HullDesign h = a.project.hull;
  const std::string name = fitting_name(kind).toStdString();
  const Text label = as_said(QObject::tr("Add %1").arg(fitting_name(kind).toLower()));
  switch (kind) {
    case Fitting::hatch:
      h.hatches.push_back({.name = name, .x = x0 + 0.25 * length, .length = 0.4 * length, .width = 0.5 * beam});
      break;
    case Fitting::bulkhead:
      h.bulkheads.push_back({.name = name, .x = x0 + 0.8 * length});
      break;
    case Fitting::stringer:
      h.stringers.push_back({.name = name,
                             .x = x0 + 0.02 * length,
                             .length = 0.6 * length,
                             .y = 0.2 * beam,
                             .height = 0.15 * hull.box.size().z()});
      break;
    case Fitting::cabin:
      h.cabins.push_back({.name = name,
                          .x = x0 + 0.2 * length,
                          .length = 0.25 * length,
                          .width = 0.5 * beam,
                          .height = 0.3 * hull.box.size().z()});
      break;
    case Fitting::flood_chamber:
      h.chambers.push_back({.name = name, .x = x0 + 0.15 * length, .length = 0.4 * length, .inner = 0.2 * beam});
      break;
    case Fitting::opening:
      h.openings.push_back(
          {.name = name, .place = Vec3(x0 + 0.5 * length, 0.0, hull.deck_height(x0 + 0.5 * length, 0.0))});
      break;
    case Fitting::rim:
      h.rims.push_back({.name = name,
                        .x = x0 + 0.02 * length,
                        .length = 0.9 * length,
                        .height = 0.12 * hull.box.size().z(),
                        .thickness = h.skin.deck_thickness});
      break;
    case Fitting::shell:
      h.further.push_back(float_beside(hull));
      h.further.back().name = name;
      break;
    case Fitting::rail: {
      Layout layout = a.project.layout;
      layout.rails.push_back({.name = name,
                              .from = x0 + 0.25 * length,
                              .to = x0 + 0.6 * length,
                              .z = hull.box.low.z() + 0.25 * hull.box.size().z()});
      return {label, ChangeLayout{layout}};
    }
  }
  return {label, ChangeHull{h}};
}

Edit remove_fitting(const Project& project, Id id) {
  for (const FittingEntry& f : fittings(project)) {
    if (f.id != id) continue;
    Project next = project;
    visit_type(f.kind, [&](auto type) {
      std::erase_if(list_of<decltype(type)>(next), [&](const auto& item) { return item.id == id; });
    });
    const Text label = as_said(QObject::tr("Take out %1").arg(f.name));
    if (f.kind == Fitting::rail) return {label, ChangeLayout{next.layout}};
    return {label, ChangeHull{next.hull}};
  }
  return {as_said(QObject::tr("Nothing")), ChangeHull{project.hull}};
}

template <class T>
void FittingPage::add_field(Fitting kind, const QString& label, const std::function<double&(T&)>& of,
                            Dimension dimension, const std::function<bool(const T&)>& matters) {
  QuantityEdit* edit =
      quantity(label, dimension, qPrintable(QString("fitting_%1_%2").arg(static_cast<int>(kind)).arg(fields_.size())));
  fields_.push_back(
      {kind, edit,
       [=](const Project& p, Id id) {
         const T* item = fitting_of<T>(p, id);
         return item ? of(const_cast<T&>(*item)) : 0.0;
       },
       [=](const Project& p, Id id, double v) { return changed<T>(p, id, label, [=](T& item) { of(item) = v; }); },
       [=](const Project& p, Id id) {
         const T* item = fitting_of<T>(p, id);
         return item && (!matters || matters(*item));
       }});
  const std::size_t index = fields_.size() - 1;
  connect(edit, &QuantityEdit::entered, this, [this, index](double si) {
    session_->perform(fields_[index].set(session_->project(), session_->selection(), si));
    refresh();
  });
}

template <class T>
void FittingPage::add_field(Fitting kind, const QString& label, double T::*member, Dimension dimension) {
  add_field<T>(
      kind, label, [member](T& item) -> double& { return item.*member; }, dimension);
}

template <class T>
void FittingPage::set_flag(bool T::*member, bool on) {
  if (!fitting_of<T>(session_->project(), session_->selection())) return;
  session_->perform(changed<T>(session_->project(), session_->selection(), FittingPage::tr("State"),
                               [=](T& item) { item.*member = on; }));
}

FittingPage::FittingPage(Session* session, QWidget* parent) : Page(session, parent) {
  title_ = heading({});
  name_ = text(tr("Name"), "fitting_name");
  add_field(Fitting::hatch, tr("After edge"), &Hatch::x);
  add_field(Fitting::hatch, tr("Off centre"), &Hatch::y);
  add_field(Fitting::hatch, tr("Length"), &Hatch::length);
  add_field(Fitting::hatch, tr("Width"), &Hatch::width);
  add_field(Fitting::hatch, tr("Coaming"), &Hatch::coaming);
  add_field(Fitting::rail, tr("From"), &Rail::from);
  add_field(Fitting::rail, tr("To"), &Rail::to);
  add_field(Fitting::rail, tr("Off centre"), &Rail::y);
  add_field(Fitting::rail, tr("Height"), &Rail::z);
  add_field(Fitting::bulkhead, tr("From transom"), &Bulkhead::x);
  add_field<Bulkhead>(
      Fitting::bulkhead, tr("Rim left as a rib"), [](Bulkhead& b) -> double& { return b.rim; }, Dimension::length,
      [](const Bulkhead& b) { return !b.watertight; });
  add_field(Fitting::stringer, tr("After end"), &Stringer::x);
  add_field(Fitting::stringer, tr("Length"), &Stringer::length);
  add_field(Fitting::stringer, tr("Off centre"), &Stringer::y);
  add_field(Fitting::stringer, tr("Height over the bottom"), &Stringer::height);
  add_field(Fitting::cabin, tr("After end"), &Cabin::x);
  add_field(Fitting::cabin, tr("Length"), &Cabin::length);
  add_field(Fitting::cabin, tr("Width"), &Cabin::width);
  add_field(Fitting::cabin, tr("Height"), &Cabin::height);
  add_field(Fitting::cabin, tr("Lean of its sides"), &Cabin::lean, Dimension::ratio);
  add_field(Fitting::flood_chamber, tr("After end"), &FloodChamber::x);
  add_field(Fitting::flood_chamber, tr("Length"), &FloodChamber::length);
  add_field(Fitting::flood_chamber, tr("Inner wall off centre"), &FloodChamber::inner);
  add_field(Fitting::flood_chamber, tr("Floor"), &FloodChamber::z_low);
  add_field(Fitting::flood_chamber, tr("Roof"), &FloodChamber::z_high);
  add_field(Fitting::rim, tr("After end"), &EdgeRim::x);
  add_field(Fitting::rim, tr("Length"), &EdgeRim::length);
  add_field(Fitting::rim, tr("Height"), &EdgeRim::height);
  add_field<EdgeRim>(
      Fitting::rim, tr("Thickness"), [](EdgeRim& r) -> double& { return r.thickness; }, Dimension::length,
      [](const EdgeRim& r) { return !r.bumper; });
  add_field<EdgeRim>(
      Fitting::rim, tr("Ports in all"), [](EdgeRim& r) -> double& { return r.ports; }, Dimension::area,
      [](const EdgeRim& r) { return !r.bumper; });
  add_field<EdgeRim>(
      Fitting::rim, tr("Density"), [](EdgeRim& r) -> double& { return r.bumper_density; }, Dimension::density,
      [](const EdgeRim& r) { return r.bumper; });
  bumper_ = check(tr("A soft bumper outside"), "fitting_bumper");
  connect(bumper_, &QCheckBox::clicked, this, [this](bool on) {
    set_flag(&EdgeRim::bumper, on);
    refresh();
  });
  family_ = choice(tr("Family"), {}, "fitting_family", true);
  for (const Family& f : hull_families())
    if (f.loft) family_->addItem(term(f.name), static_cast<int>(f.id));
  const QString axes[] = {tr("Transom at"), tr("Off centre"), tr("Keel at height")};
  for (int axis = 0; axis < 3; ++axis)
    add_field<Shell>(
        Fitting::shell, axes[axis], [axis](Shell& s) -> double& { return s.place[axis]; }, Dimension::length);
  both_sides_ = check(tr("On both sides"), "fitting_both_sides");
  for (const HullParameter& p : all_hull_parameters())
    add_field<Shell>(
        Fitting::shell, term(p.label), [&p](Shell& s) -> double& { return s.shape.*p.member; }, p.dimension,
        [&p](const Shell& s) { return family_of(s.family).uses(p.member); });
  connect(both_sides_, &QCheckBox::clicked, this, [this](bool on) {
    set_flag(&Shell::both_sides, on);
    set_flag(&Stringer::both_sides, on);
  });
  watertight_ = check(tr("Watertight"), "fitting_watertight");
  connect(watertight_, &QCheckBox::clicked, this, [this](bool on) {
    set_flag(&Bulkhead::watertight, on);
    refresh();
  });
  temporary_ = check(tr("Temporary, cut out later"), "fitting_temporary");
  connect(temporary_, &QCheckBox::clicked, this, [this](bool on) { set_flag(&Bulkhead::temporary, on); });
  connect(family_, &QComboBox::activated, this, [this](int i) {
    const auto family = static_cast<HullFamily>(family_->itemData(i).toInt());
    session_->perform(changed<Shell>(session_->project(), session_->selection(), tr("Family"), [=](Shell& s) {
      s.family = family;
      s.shape = resized(default_shape(family), s.shape);
    }));
    refresh();
  });
  sealed_ = check(tr("Sealed"), "fitting_sealed");
  aerial_ = check(tr("The aerial goes through it"), "fitting_aerial");
  connect(aerial_, &QCheckBox::clicked, this, [this](bool on) { set_flag(&Opening::for_aerial, on); });
  port_ = check(tr("On the port side"), "fitting_port");
  connect(sealed_, &QCheckBox::clicked, this, [this](bool on) {
    set_flag(&Hatch::sealed, on);
    set_flag(&Cabin::sealed, on);
    set_flag(&Opening::sealed, on);
  });
  connect(port_, &QCheckBox::clicked, this, [this](bool on) { set_flag(&FloodChamber::port, on); });
  connect(name_, &QLineEdit::editingFinished, this, [this] {
    if (!name_->isModified()) return;
    const std::string text = name_->text().toStdString();
    for (const FittingEntry& f : fittings(session_->project()))
      if (f.id == session_->selection())
        visit_type(f.kind, [&](auto type) {
          using T = decltype(type);
          session_->perform(changed<T>(session_->project(), f.id, tr("Name"), [=](T& item) { item.name = text; }));
        });
  });
}

void FittingPage::refresh() {
  const auto all = fittings(session_->project());
  const auto it =
      std::find_if(all.begin(), all.end(), [&](const FittingEntry& f) { return f.id == session_->selection(); });
  if (it == all.end()) return;
  title_->setText(fitting_name(it->kind));
  if (!name_->hasFocus()) name_->setText(it->name);
  for (const Field& f : fields_) {
    const bool shows = f.kind == it->kind && f.matters(session_->project(), it->id);
    set_row_visible(f.edit, shows);
    if (shows) f.edit->set_value(f.get(session_->project(), it->id));
  }
  const bool can_seal = it->kind == Fitting::hatch || it->kind == Fitting::cabin || it->kind == Fitting::opening;
  set_row_visible(sealed_, can_seal);
  set_row_visible(port_, it->kind == Fitting::flood_chamber);
  const Project& p = session_->project();
  if (const Hatch* h = fitting_of<Hatch>(p, it->id)) sealed_->setChecked(h->sealed);
  if (const Cabin* c = fitting_of<Cabin>(p, it->id)) sealed_->setChecked(c->sealed);
  const Opening* opening = fitting_of<Opening>(p, it->id);
  set_row_visible(aerial_, opening != nullptr);
  if (opening) {
    sealed_->setChecked(opening->sealed);
    aerial_->setChecked(opening->for_aerial);
  }
  if (const FloodChamber* c = fitting_of<FloodChamber>(p, it->id)) port_->setChecked(c->port);
  const Bulkhead* bulkhead = fitting_of<Bulkhead>(p, it->id);
  set_row_visible(watertight_, bulkhead != nullptr);
  set_row_visible(temporary_, bulkhead != nullptr);
  if (bulkhead) {
    watertight_->setChecked(bulkhead->watertight);
    temporary_->setChecked(bulkhead->temporary);
  }
  const EdgeRim* rim = fitting_of<EdgeRim>(p, it->id);
  set_row_visible(bumper_, rim != nullptr);
  if (rim) bumper_->setChecked(rim->bumper);
  const Stringer* stringer = fitting_of<Stringer>(p, it->id);
  const Shell* shell = fitting_of<Shell>(p, it->id);
  set_row_visible(family_, shell != nullptr);
  set_row_visible(both_sides_, shell != nullptr || stringer != nullptr);
  if (stringer) both_sides_->setChecked(stringer->both_sides);
  if (!shell) return;
  family_->setCurrentIndex(family_->findData(static_cast<int>(shell->family)));
  both_sides_->setChecked(shell->both_sides);
}

}  // namespace plucky::app
