#include "stages/cool/cool_page.h"

#include <QMenu>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTreeWidget>

#include "assessment/assessment.h"
#include "base/error.h"
#include "base/written.h"
#include "board/water_grips.h"
#include "chart/chart_words.h"
#include "session/today.h"

namespace plucky::app {

namespace {

constexpr Plumbing plumbings[] = {Plumbing::none, Plumbing::series, Plumbing::separate, Plumbing::three_outlets,
                                  Plumbing::pump_fed};
constexpr HoseMaterial materials[] = {HoseMaterial::silicone, HoseMaterial::soft_silicone, HoseMaterial::rubber,
                                      HoseMaterial::pu,       HoseMaterial::aluminium,     HoseMaterial::brass};
constexpr FittingKind kinds[] = {FittingKind::rudder_nose,  FittingKind::transom_tube, FittingKind::flush_tap,
                                 FittingKind::angled_tap,   FittingKind::scoop,        FittingKind::pump,
                                 FittingKind::motor_jacket, FittingKind::esc_cooler,   FittingKind::coil,
                                 FittingKind::joiner,       FittingKind::tee,          FittingKind::outlet};
constexpr double some_flow = 1e-9;

const QString dash = QString::fromUtf8("\u2013");

}  // namespace

CoolPage::CoolPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Cooling water at the throttle limit"));
  add_facts();
  section(tr("The circuit"), "section_circuit");
  QStringList names{tr("as drawn")};
  for (const Plumbing p : plumbings) names << term(plumbing_name(p));
  plumbing_ = choice(tr("Plumbing"), names, "plumbing");
  plumbing_->setToolTip(tr("Replaces the circuit by one of this kind; undo brings the old one back"));
  connect(plumbing_, &QComboBox::activated, this, &CoolPage::plumb);
  add_items();
  note(tr(
      "Draw a hose on the board from one brass ring to another. Drag a hose to lay it another way, a fitting to move "
      "it; Delete takes out what is chosen."));
  add_chosen();
  section(tr("Lake, air, driver"), "section_lake");
  water_ = quantity(tr("Water"), Dimension::temperature, "cool_water");
  air_ = quantity(tr("Air in the hull"), Dimension::temperature, "cool_air");
  seen_from_ = choice(tr("Side facing the driver"), {tr("Port"), tr("Starboard")}, "seen_from");
  connect(water_, &QuantityEdit::entered, this,
          [this](double c) { change(tr("Water temperature"), [=](CoolingCircuit& k) { k.water = c; }); });
  connect(air_, &QuantityEdit::entered, this,
          [this](double c) { change(tr("Air temperature"), [=](CoolingCircuit& k) { k.air = c; }); });
  connect(seen_from_, &QComboBox::activated, this, [this](int i) {
    change(tr("Driving side"),
           [=](CoolingCircuit& k) { k.seen_from = i == 0 ? DrivingSide::port : DrivingSide::starboard; });
  });
  add_height_test();
  note(tr("Motor, ESC and battery are hot after a run: let them cool before touching or charging, and charge lithium "
          "batteries outside the boat by their maker's rules. Soldered joints and old hose burst under pressure: test "
          "with the boat out of the hand. Battery out before work on the hoses."),
       true);
}

void CoolPage::change(const QString& what, const std::function<void(CoolingCircuit&)>& how) {
  if (filling_) return;
  CoolingCircuit c = session_->project().cooling;
  how(c);
  if (!(c == session_->project().cooling)) session_->perform({as_said(what), ChangeCooling{c}});
  refresh();
}

void CoolPage::add_facts() {
  const auto named = [this](const QString& label, const char* name) {
    QLabel* text = fact(label);
    text->setObjectName(name);
    return text;
  };
  flow_ = named(tr("Intake flow"), "cool_flow");
  starts_ = named(tr("Flow starts at"), "cool_starts");
  motor_ = named(tr("Motor"), "cool_motor");
  esc_ = named(tr("ESC"), "cool_esc");
  battery_ = named(tr("Battery"), "cool_battery");
  dry_ = named(tr("Without water"), "cool_dry");
  weight_ = named(tr("Hose, fittings"), "cool_weight");
}

void CoolPage::add_items() {
  items_ = table(tr("Fittings and hoses"), {tr("Fitting or hose"), tr("Flow")}, "cool_items", 150);
  // Queued: the answer fills the list anew, which must not happen while it is still at its own selection.
  const auto choose = [this] {
    if (filling_ || items_->selectedItems().isEmpty()) return;
    session_->select(items_->selectedItems().front()->data(0, Qt::UserRole).toUInt());
  };
  connect(items_, &QTreeWidget::itemSelectionChanged, this, choose, Qt::QueuedConnection);
  auto* more = button(tr("Add a fitting"), "add_cool_fitting", true);
  auto* menu = new QMenu(more);
  for (const FittingKind k : kinds) menu->addAction(term(fitting_name(k)), this, [this, k] { add_fitting(k); });
  more->setMenu(menu);
  auto* lane = button(tr("Keep a lane clear for hoses"), "add_lane", true);
  connect(lane, &QPushButton::clicked, this, [this] {
    const Assessment& a = session_->now();
    const Box3& box = a.hull->model.box;
    Lane fresh;
    fresh.name = written("Lane");
    fresh.from = box.low.x() + 0.1 * box.size().x();
    fresh.to = box.low.x() + 0.6 * box.size().x();
    fresh.y = 0.2 * box.size().y();
    fresh.z = a.hull->model.bottom_height(0.5 * (fresh.from + fresh.to), fresh.y) + 0.012;
    change(tr("Keep a lane clear"), [&](CoolingCircuit& c) { c.lanes.push_back(fresh); });
    if (!session_->project().cooling.lanes.empty()) session_->select(session_->project().cooling.lanes.back().id);
  });
}

void CoolPage::add_chosen() {
  chosen_title_ = heading({});
  chosen_title_->setObjectName("cool_chosen");
  QStringList names;
  for (const FittingKind k : kinds) names << term(fitting_name(k));
  kind_ = choice(tr("Kind"), names, "cool_kind");
  sits_on_ = choice(tr("Sits on"), {}, "cool_sits_on");
  names.clear();
  for (const HoseMaterial m : materials) names << term(hose_name(m));
  material_ = choice(tr("Made of"), names, "hose_material");
  bore_ = quantity(tr("Bore"), Dimension::length, "hose_bore");
  wall_ = quantity(tr("Wall"), Dimension::length, "hose_wall");
  path_ = fact(tr("Path"));
  path_->setObjectName("hose_path");
  constexpr double Lane::*ends[] = {&Lane::from, &Lane::to, &Lane::y, &Lane::z};
  const QString lane_words[] = {tr("From"), tr("To"), tr("Off the middle"), tr("Above keel")};
  const char* lane_names[] = {"lane_from", "lane_to", "lane_y", "lane_z"};
  for (int i = 0; i < 4; ++i) {
    lane_[i] = quantity(lane_words[i], Dimension::length, lane_names[i]);
    connect(lane_[i], &QuantityEdit::entered, this, [this, member = ends[i]](double si) {
      const Id id = session_->selection();
      change(tr("Lane"), [=](CoolingCircuit& c) {
        for (Lane& l : c.lanes)
          if (l.id == id) l.*member = si;
      });
    });
  }
  kinked_ = check(tr("Flattened behind something"), "hose_kinked");
  for (const FittingNumber& n : fitting_numbers()) {
    QuantityEdit* edit = quantity(term(n.label), n.dimension, (std::string("cool_") + n.key).c_str());
    edit->setToolTip(term(n.help));
    numbers_.push_back({&n, edit});
    connect(edit, &QuantityEdit::cleared, this,
            [this, &n] { change_chosen(term(n.label), [&](CoolFitting& f) { f.*n.member = 0.0; }, {}); });
    connect(edit, &QuantityEdit::entered, this,
            [this, &n](double si) { change_chosen(term(n.label), [&](CoolFitting& f) { f.*n.member = si; }, {}); });
  }
  in_wash_ = check(tr("Stands in the propeller's race"), "cool_in_wash");
  blocked_ = check(tr("Blocked by weed"), "cool_blocked");
  reversed_ = check(tr("Plumbed or wired backward"), "cool_reversed");
  straight_ = button(tr("Let it find its own way"), "hose_free", true);
  remove_ = button(tr("Take it out"), "cool_remove", true);
  connect(kind_, &QComboBox::activated, this, [this](int i) {
    change_chosen(tr("Kind of fitting"),
                  [=](CoolFitting& f) {
                    const CoolFitting usual = usual_fitting(kinds[i]);
                    // Numbers of the old kind do not fit the new one.
                    f.recovery = f.loss = f.length = f.conductance = 0.0;
                    f.in_wash = usual.in_wash;
                    f.calibration = 1.0;
                    f.name = written(fitting_name(kinds[i]));
                    f.kind = kinds[i];
                  },
                  {});
  });
  connect(sits_on_, &QComboBox::activated, this, [this](int i) {
    const Id part = sits_on_->itemData(i).toUInt();
    change_chosen(tr("Part it sits on"),
                  [=, this](CoolFitting& f) {
                    // It stays where it is seen, unless it is a cooler: that goes round its part.
                    const Vec3 now = fitting_place(f, session_->project().layout);
                    const Part* on = session_->project().layout.find(part);
                    f.place = on ? (is_cooler(f.kind) ? Vec3::Zero() : Vec3(now - on->place)) : now;
                    f.part = part;
                  },
                  {});
  });
  connect(material_, &QComboBox::activated, this,
          [this](int i) { change_chosen(tr("Kind of hose"), {}, [=](Hose& h) { h.material = materials[i]; }); });
  connect(bore_, &QuantityEdit::entered, this,
          [this](double si) { change_chosen(tr("Bore of the hose"), {}, [=](Hose& h) { h.bore = si; }); });
  connect(wall_, &QuantityEdit::entered, this,
          [this](double si) { change_chosen(tr("Wall of the hose"), {}, [=](Hose& h) { h.wall = si; }); });
  connect(kinked_, &QCheckBox::clicked, this,
          [this](bool on) { change_chosen(tr("Flattened hose"), {}, [=](Hose& h) { h.kinked = on; }); });
  connect(straight_, &QPushButton::clicked, this,
          [this] { change_chosen(tr("Let the hose find its way"), {}, [](Hose& h) { h.via.clear(); }); });
  const auto toggle = [this](QCheckBox* box, const QString& what, bool CoolFitting::*member) {
    connect(box, &QCheckBox::clicked, this,
            [=, this](bool on) { change_chosen(what, [=](CoolFitting& f) { f.*member = on; }, {}); });
  };
  toggle(in_wash_, tr("Place of the pickup"), &CoolFitting::in_wash);
  toggle(blocked_, tr("Blocked"), &CoolFitting::blocked);
  toggle(reversed_, tr("Way of the pump"), &CoolFitting::reversed);
  connect(remove_, &QPushButton::clicked, this, [this] {
    session_->perform(take_out_water_item(session_->project(), session_->selection()));
    session_->select(0);
  });
}

void CoolPage::add_height_test() {
  section(tr("Height test"), "section_height_test");
  note(
      tr("Pull the hose off behind the pickup, hold it up, run the boat held fast or driven at a known throttle: how "
         "high over the water does the stream just climb? Hold the boat well clear of its propeller."));
  pickup_ = choice(tr("Pickup"), {}, "test_pickup");
  throttle_ = quantity(tr("Throttle"), Dimension::ratio, "test_throttle");
  height_ = quantity(tr("Climbs to"), Dimension::length, "test_height");
  record_ = button(tr("Keep it and calibrate the pickup"), "test_record");
  tested_ = note({});
  tested_->setObjectName("tests_done");
  throttle_->set_value(0.5);
  height_->set_value(0.2);
  // What is typed stays in the field until it is kept.
  for (QuantityEdit* edit : {throttle_, height_}) connect(edit, &QuantityEdit::entered, edit, &QuantityEdit::set_value);
  connect(record_, &QPushButton::clicked, this, &CoolPage::record_height);
}

void CoolPage::change_chosen(const QString& what, const std::function<void(CoolFitting&)>& fitting,
                             const std::function<void(Hose&)>& hose) {
  const Id id = session_->selection();
  change(what, [&](CoolingCircuit& c) {
    for (CoolFitting& f : c.fittings)
      if (f.id == id && fitting) fitting(f);
    for (Hose& h : c.hoses)
      if (h.id == id && hose) hose(h);
  });
}

void CoolPage::plumb(int index) {
  if (index < 1) return;
  const Plumbing way = plumbings[index - 1];
  plumbing_->setCurrentIndex(0);
  const Assessment& a = session_->now();
  const CoolingCircuit c = plumbed(way, boat_of(a), a.project.cooling, a.project.next_id);
  if (c.empty() && way != Plumbing::none)
    return session_->refuse(tr("There is neither an ESC nor a motor with a still can in the boat to cool."));
  session_->select(0);
  session_->perform({as_said(tr("Plumbing: %1").arg(term(plumbing_name(way)))), ChangeCooling{c}});
  refresh();
}

void CoolPage::add_fitting(FittingKind kind) {
  const Assessment& a = session_->now();
  CoolFitting f{.name = written(fitting_name(kind)), .kind = kind};
  f.in_wash = usual_fitting(kind).in_wash;
  const Box3& box = a.hull->model.box;
  const PartKind wanted = kind == FittingKind::esc_cooler ? PartKind::esc : PartKind::motor;
  if (is_cooler(kind))
    for (const Part& p : a.project.layout.parts)
      if (p.kind == wanted && f.part == 0) f.part = p.id;
  if (f.part == 0) {
    const double x = is_pickup(kind) ? box.low.x() - 0.01 : box.low.x() + 0.3 * box.size().x();
    const double floor = a.hull->model.bottom_height(std::max(x, box.low.x()), 0.0);
    f.place = {x, 0.01,
               is_pickup(kind)               ? floor
               : kind == FittingKind::outlet ? box.low.z() + 0.7 * box.size().z()
                                             : floor + 0.02};
  }
  change(tr("Add %1").arg(term(fitting_name(kind)).toLower()), [&](CoolingCircuit& c) { c.fittings.push_back(f); });
  if (!session_->project().cooling.fittings.empty()) session_->select(session_->project().cooling.fittings.back().id);
}

void CoolPage::record_height() {
  const Assessment& a = session_->now();
  const Id pickup = pickup_->currentData().toUInt();
  const CoolFitting* f = a.project.cooling.find(pickup);
  if (!f) return session_->refuse(tr("There is no pickup to test."));
  const double u = throttle_->value(), h = height_->value();
  if (!(u > 0.0 && u <= 1.0)) return session_->refuse(tr("The throttle must be more than 0 and at most 100 %."));
  try {
    const PoweredBoat powered(boat_of(a), a.power.curve);
    const RunningState s = powered.at(u);
    if (!s.runs())
      return session_->refuse(tr("The boat does not run at this throttle: %1.").arg(session_->said(s.message)));
    const Stream stream = stream_of(boat_of(a), s);
    const double found = recovery_from_height(h, f->in_wash ? stream.race : stream.speed);
    change(tr("Height test of %1").arg(QString::fromStdString(f->name)), [&](CoolingCircuit& c) {
      for (CoolFitting& g : c.fittings)
        if (g.id == pickup) g.calibration = found / filled(g).recovery;
      c.tests.push_back({.pickup = pickup, .throttle = u, .height = h, .recovery = found, .date = today()});
    });
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
}

QString CoolPage::state_words(const CoolFitting& f) const {
  const CircuitFlow& w = session_->seen().water;
  const auto flow = [&](double q) { return session_->shown({q, Dimension::flow}); };
  if (!w.solved) return dash;
  if (const CoolerFlow* k = w.cooler(f.id)) return flow(k->flow);
  for (const PickupFlow& p : w.pickups)
    if (p.fitting == f.id) return p.wet ? flow(p.flow) : tr("dry");
  for (const OutletFlow& o : w.outlets)
    if (o.fitting == f.id) return o.flow > some_flow ? flow(o.flow) : tr("still");
  return {};
}

void CoolPage::fill_facts() {
  const Assessment& a = session_->seen();
  const auto shown = [this](double si, Dimension d) { return session_->shown({si, d}); };
  const CoolingCircuit& c = a.project.cooling;
  const QString taken = tr("%1, full after %2 s")
                            .arg(shown(a.water.taken(), Dimension::flow))
                            .arg(a.water.fill_time, 0, 'f', a.water.fill_time < 10.0 ? 1 : 0);
  flow_->setText(c.empty()         ? tr("nothing: no circuit")
                 : !a.water.solved ? session_->said(a.water.message)
                 : a.water.stale   ? tr("as it was, %1; now none: %2").arg(taken, session_->said(a.water.message))
                                   : taken);
  QStringList starts;
  for (const OutletFlow& o : a.water.outlets) {
    const std::optional<double> v = start_speed(a.water_sweep, o.fitting);
    starts << tr("%1 %2").arg(QString::fromStdString(c.find(o.fitting)->name),
                              v ? shown(*v, Dimension::speed) : tr("never"));
  }
  starts_->setText(starts.isEmpty() ? dash : starts.join(", "));
  const auto warm = [&](PartKind kind) {
    for (const PartHeat& p : a.heat.parts) {
      const Part* part = a.project.layout.find(p.part);
      if (!part || part->kind != kind) continue;
      const QString end = warmth_words(*session_, p.end), calm = warmth_words(*session_, p.duty_end);
      return p.cooled ? tr("%1 at the end, %2 with cruising, %3 without water")
                            .arg(end, calm, warmth_words(*session_, p.dry_end))
                      : tr("%1 at the end, %2 with cruising, no water").arg(end, calm);
    }
    return dash;
  };
  motor_->setText(warm(PartKind::motor));
  esc_->setText(warm(PartKind::esc));
  battery_->setText(warm(PartKind::battery));
  QStringList dry;
  for (const HeatReport::DryRun& r : a.heat.dry)
    if (std::abs(r.throttle - a.fitted_drive.cruise_throttle) < 0.026 || &r == &a.heat.dry.back())
      dry << tr("%1 at %2")
                 .arg(r.time ? shown(*r.time, Dimension::duration) : tr("a whole run"),
                      shown(r.throttle, Dimension::ratio));
  dry_->setText(dry.isEmpty() ? dash : dry.join(", "));
  weight_->setText(c.empty()
                       ? dash
                       : tr("%1, of it %2 of hose %3")
                             .arg(shown(a.plumbing.mass, Dimension::mass), shown(a.plumbing.length, Dimension::length),
                                  shown(a.plumbing.hoses, Dimension::mass)));
}

void CoolPage::fill_items() {
  const Assessment& a = session_->seen();
  const CoolingCircuit& c = a.project.cooling;
  items_->clear();
  const auto add = [&](Id id, const QString& name, const QString& flow) {
    auto* item = new QTreeWidgetItem(items_, {name, flow});
    item->setData(0, Qt::UserRole, id);
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    item->setToolTip(0, name);
    if (session_->is_selected(id)) item->setSelected(true);
  };
  for (const CoolFitting& f : c.fittings) add(f.id, QString::fromStdString(f.name), state_words(f));
  for (const Hose& h : c.hoses) {
    const HoseFlow* f = a.water.hose(h.id);
    add(h.id,
        QString::fromUtf8("%1 \u2192 %2")
            .arg(QString::fromStdString(c.find(h.from)->name), QString::fromStdString(c.find(h.to)->name)),
        f ? session_->shown({std::abs(f->flow), Dimension::flow}) : dash);
  }
  for (const Lane& l : c.lanes) add(l.id, QString::fromStdString(l.name), {});
}

void CoolPage::fill_chosen() {
  const Assessment& a = session_->now();
  const CoolingCircuit& c = a.project.cooling;
  const CoolFitting* f = c.find(session_->selection());
  const Hose* h = c.find_hose(session_->selection());
  const Lane* lane = nullptr;
  for (const Lane& l : c.lanes)
    if (l.id == session_->selection()) lane = &l;
  chosen_title_->setVisible(f || h || lane);
  chosen_title_->setText(f ? QString::fromStdString(f->name) : lane ? QString::fromStdString(lane->name) : tr("Hose"));
  for (QuantityEdit* edit : lane_) set_row_visible(edit, lane != nullptr);
  if (lane) {
    const double ends[] = {lane->from, lane->to, lane->y, lane->z};
    for (int i = 0; i < 4; ++i) lane_[i]->set_value(ends[i]);
  }
  for (QWidget* w : std::initializer_list<QWidget*>{material_, bore_, wall_, path_, kinked_})
    set_row_visible(w, h != nullptr);
  straight_->setVisible(h && !h->via.empty());
  remove_->setVisible(f || h || lane);
  set_row_visible(kind_, f != nullptr);
  set_row_visible(sits_on_, f != nullptr);
  blocked_->setVisible(f != nullptr);
  in_wash_->setVisible(f && is_pickup(f->kind) && f->kind != FittingKind::pump);
  reversed_->setVisible(f && f->kind == FittingKind::pump);
  for (const NumberField& n : numbers_) {
    set_row_visible(n.edit, f && matters(f->kind, *n.number));
    if (!f) continue;
    // What the builder has not told shows its usual number as a hint.
    const double told = f->*n.number->member, usual = usual_fitting(f->kind).*n.number->member;
    if (told != 0.0 || n.number->dimension == Dimension::angle)
      n.edit->set_value(told);
    else
      n.edit->set_nothing(usual != 0.0 ? tr("usual %1").arg(session_->shown({usual, n.number->dimension}))
                                       : tr("by its part"));
  }
  if (f) {
    kind_->setCurrentIndex(static_cast<int>(f->kind));
    sits_on_->clear();
    sits_on_->addItem(tr("the hull"), 0U);
    for (const Part& p : a.project.layout.parts) sits_on_->addItem(QString::fromStdString(p.name), p.id);
    sits_on_->setCurrentIndex(std::max(0, sits_on_->findData(f->part)));
    blocked_->setChecked(f->blocked);
    in_wash_->setChecked(f->in_wash);
    reversed_->setChecked(f->reversed);
  }
  if (!h) return;
  material_->setCurrentIndex(static_cast<int>(h->material));
  bore_->set_value(h->bore);
  wall_->set_value(h->wall);
  kinked_->setChecked(h->kinked);
  for (const HosePath& p : a.hoses)
    if (p.hose == h->id)
      path_->setText(tr("%1 long, %2, up to %3%4")
                         .arg(session_->shown(length_quantity(p.length)), session_->shown({p.mass, Dimension::mass}),
                              session_->shown(length_quantity(p.highest.z())),
                              p.turn > radians(5.0)
                                  ? tr(", tightest bend %1").arg(session_->shown(length_quantity(p.least_radius)))
                                  : QString()));
}

void CoolPage::refresh() {
  filling_ = true;
  const QSignalBlocker quiet(items_);
  const CoolingCircuit& c = session_->project().cooling;
  fill_facts();
  fill_items();
  fill_chosen();
  water_->set_value(c.water);
  air_->set_value(c.air);
  seen_from_->setCurrentIndex(c.seen_from == DrivingSide::port ? 0 : 1);
  const QVariant pickup = pickup_->currentData();
  pickup_->clear();
  for (const CoolFitting& f : c.fittings)
    if (is_pickup(f.kind) && f.kind != FittingKind::pump) pickup_->addItem(QString::fromStdString(f.name), f.id);
  pickup_->setCurrentIndex(std::max(0, pickup_->findData(pickup)));
  record_->setEnabled(pickup_->count() > 0);
  QStringList tests;
  for (const HeightTest& t : c.tests) {
    const CoolFitting* f = c.find(t.pickup);
    tests << tr("%1: %2 climbed %3 at %4, so it takes %5 of the stream's head.")
                 .arg(QString::fromStdString(t.date),
                      f ? QString::fromStdString(f->name) : tr("a pickup since removed"),
                      session_->shown(length_quantity(t.height)), session_->shown({t.throttle, Dimension::ratio}),
                      session_->shown({t.recovery, Dimension::ratio}));
  }
  tested_->setText(tests.join("\n"));
  tested_->setVisible(!tests.isEmpty());
  filling_ = false;
}

}  // namespace plucky::app
