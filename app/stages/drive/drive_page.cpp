#include "stages/drive/drive_page.h"

#include <QMenu>
#include <QPointer>
#include <algorithm>
#include <cmath>

#include "assessment/drive_edits.h"
#include "assessment/fit_out.h"
#include "base/error.h"
#include "drive/fit_chain.h"
#include "inspector/section_heading.h"
#include "layout/component.h"
#include "layout/kind.h"
#include "stages/drive/drive_card_words.h"

namespace plucky::app {

namespace {

/// What drives, each once, and what may carry a screw in the water.
std::vector<Propulsor> propulsors() {
  std::vector<Propulsor> all;
  for (const DriveKind& k : drive_kinds())
    if (all.empty() || all.back() != k.propulsor) all.push_back(k.propulsor);
  return all;
}
std::vector<Mounting> mountings() {
  std::vector<Mounting> all;
  for (const DriveKind& k : drive_kinds())
    if (k.open_screw) all.push_back(k.mounting);
  return all;
}
template <class T>
int place_of(T wanted, const std::vector<T>& all) {
  return static_cast<int>(std::find(all.begin(), all.end(), wanted) - all.begin());
}
constexpr CouplerKind couplers[] = {CouplerKind::rigid,       CouplerKind::collet,          CouplerKind::jaw,
                                    CouplerKind::finger,      CouplerKind::universal_joint, CouplerKind::silicone_tube,
                                    CouplerKind::flex_ferrule};
constexpr ShaftMaterial shaft_materials[] = {
    ShaftMaterial::stainless_steel, ShaftMaterial::spring_steel, ShaftMaterial::brass,      ShaftMaterial::aluminium,
    ShaftMaterial::carbon_tube,     ShaftMaterial::pla_print,    ShaftMaterial::petg_print, ShaftMaterial::nylon_print};
constexpr ShaftKind shafts[] = {ShaftKind::solid, ShaftKind::hollow, ShaftKind::flex_cable};
constexpr Turning turnings_alone[] = {Turning::right, Turning::left};
constexpr Turning turnings_together[] = {Turning::outward, Turning::inward, Turning::right, Turning::left};
constexpr BearingKind bearings[] = {BearingKind::bronze, BearingKind::ball_steel, BearingKind::ball_ceramic,
                                    BearingKind::water_lubricated};

constexpr SteeredBy steered_by[] = {SteeredBy::none,   SteeredBy::rudder,     SteeredBy::pod,
                                    SteeredBy::nozzle, SteeredBy::air_rudder, SteeredBy::differential};

/// Widgets are found by part and key: "drive_screw_pitch_m".
QString name_of(DriveGroup group, const char* key) {
  return QStringLiteral("drive_%1_%2").arg(drive_group_key(group), key);
}

}  // namespace

DrivePage::DrivePage(Session* session, OwnParts* own, QWidget* parent) : Page(session, parent), own_(own) {
  heading(tr("Drive"));
  QStringList names;
  for (const Propulsor p : propulsors()) names << term(propulsor_name(p));
  propulsor_ = choice(tr("Driven by"), names, "propulsor");
  names.clear();
  for (const Mounting m : mountings()) names << term(mounting_name(m));
  mounting_ = choice(tr("Carried by"), names, "mounting");
  at_limit_ = section(tr("At the throttle limit"), "section_at_limit");
  add_facts();
  section(tr("From battery to water"), "section_cards");
  cards_ = new DriveCards(this);
  cards_->setObjectName("drive_cards");
  cards_->setAccessibleName(tr("Components of the drive, from battery to water"));
  wide(cards_);
  fill_ = button(tr("Fit what is missing"), "drive_fill");
  second_ = button({}, "drive_second", true);
  chosen_ = heading({});
  add_catalogue();
  for (const DriveCount& c : drive_counts()) add_count(c);
  using G = DriveGroup;
  add_choice(
      G::coupler, "kind", tr("Kind"), couplers, coupler_name, +[](Drive& d) -> CouplerKind& { return d.coupler.kind; });
  add_choice(
      G::coupler, "material", tr("Made of"), shaft_materials, shaft_material_name,
      +[](Drive& d) -> ShaftMaterial& { return d.coupler.material; });
  add_choice(
      G::shaft, "kind", tr("Kind"), shafts, shaft_kind_name, +[](Drive& d) -> ShaftKind& { return d.shaft.kind; });
  add_choice(
      G::shaft, "material", tr("Made of"), shaft_materials, shaft_material_name,
      +[](Drive& d) -> ShaftMaterial& { return d.shaft.material; });
  add_choice(
      G::shaft, "bearing", tr("Bearings"), bearings, bearing_name,
      +[](Drive& d) -> BearingKind& { return d.shaft.bearing; });
  const auto turning = +[](Drive& d) -> Turning& { return d.turning; };
  add_choice(G::screw, "turns", tr("Turns, seen from astern"), turnings_alone, turning_name, turning);
  add_choice(G::screw, "turn", tr("Turn, seen from astern"), turnings_together, turning_name, turning);
  for (const DriveNumber& n : drive_numbers()) add_number(n);
  for (const DriveSwitch& s : drive_switches()) add_switch(s);
  add_steering();
  mount_ = new MountDrawing(session, this);
  wide(mount_);
  pod_ = new PodDrawing(session, this);
  wide(pod_);
  joints_ = note({});
  joints_->setObjectName("joints");
  help_ =
      note(tr("Speed and current come from the balance of thrust and drag; \"by slip\" is Kv times volts times the "
              "loaded share times pitch less slip, beside it for those who trust only that. A number left at 0 is "
              "estimated from size and rating."));
  caution_ =
      note(tr("A propeller cuts whenever the battery is in: take it off, or hold the boat fast, for bench runs; keep "
              "fingers, cables and loose sleeves away; guard an air propeller and keep out of its plane. Battery out "
              "before work on the drive."),
           true);
  connect(propulsor_, &QComboBox::activated, this,
          [this](int i) { fit_out(propulsors()[static_cast<std::size_t>(i)], session_->project().drive().mounting); });
  connect(mounting_, &QComboBox::activated, this,
          [this](int i) { fit_out(session_->project().drive().propulsor, mountings()[static_cast<std::size_t>(i)]); });
  connect(cards_, &DriveCards::chosen, this, &DrivePage::show_group);
  connect(cards_, &DriveCards::swap_wanted, this, &DrivePage::open_swaps);
  connect(fill_, &QPushButton::clicked, this, [this] {
    const Drive d = session_->project().drive();
    fit_out(d.propulsor, d.mounting);
  });
  connect(second_, &QPushButton::clicked, this, [this] {
    if (session_->project().drives.size() < 2)
      change_drives(tr("Add a second drive"), [this] { return with_second_drive(session_->now()); });
    else
      change_drives(tr("Take the second drive out"), [this] { return without_last_drive(session_->project()); });
  });
}

void DrivePage::add_facts() {
  const auto add = [this](const QString& label, const char* name, auto value) {
    QLabel* text = fact(label);
    text->setObjectName(name);
    facts_.push_back({text, value});
  };
  const auto shown = [this](bool exists, double si, Dimension d) {
    return exists ? session_->shown({si, d}) : QString::fromUtf8("\u2013");
  };
  const auto power = [this]() -> const PowerReport& { return session_->seen().power; };
  // The middle 90 % of what the boat's data leave open.
  const auto range = [=, this](Range PowerRanges::*of, Dimension d) {
    const auto& r = power().ranges;
    return r ? "; " + session_->shown((*r).*of, d) : QString();
  };
  add(tr("Speed"), "drive_speed", [=] {
    const PowerReport& p = power();
    return shown(p.full.runs(), p.full.speed, Dimension::speed) + range(&PowerRanges::speed, Dimension::speed);
  });
  add(tr("By pitch and slip"), "drive_slip_speed", [=, this] {
    const DriveReport& slip = session_->seen().drive;
    return shown(slip.fitted, slip.speed, Dimension::speed);
  });
  add(tr("Propeller"), "drive_turns", [=] {
    const RunningState& s = power().full;
    if (!s.runs()) return QString::fromUtf8("\u2013");
    const QString turns = shown(true, s.revolutions, Dimension::revolutions);
    if (s.jet_speed)
      return tr("%1, jet velocity ratio %2 (jet slip %3)")
          .arg(turns)
          .arg(s.speed / *s.jet_speed, 0, 'f', 2)
          .arg(shown(true, s.slip, Dimension::ratio));
    return tr("%1, slip %2").arg(turns, shown(true, s.slip, Dimension::ratio));
  });
  add(tr("Thrust"), "drive_thrust", [=] { return shown(power().full.runs(), power().full.thrust, Dimension::force); });
  add(tr("From the battery"), "drive_power", [=] {
    const RunningState& s = power().full;
    if (!s.runs()) return QString::fromUtf8("\u2013");
    return tr("%1 at %2, %3")
               .arg(shown(true, s.shaft.battery_current, Dimension::current),
                    shown(true, s.shaft.battery_voltage, Dimension::voltage),
                    shown(true, s.battery_power(), Dimension::power)) +
           range(&PowerRanges::battery_current, Dimension::current);
  });
  add(tr("Overall efficiency"), "drive_efficiency",
      [=] { return shown(power().full.runs(), power().full.efficiency, Dimension::ratio); });
  add(tr("Winding, can"), "drive_heat", [=, this] {
    const PowerReport& p = power();
    if (!p.full.runs()) return QString::fromUtf8("\u2013");
    const HeatCourse& course = p.water_cooled ? p.wet : p.dry;
    const QString winding = session_->shown(p.winding, Dimension::temperature);
    return tr("%1, %2 %3")
               .arg(course.burns() ? tr("over %1").arg(winding) : winding,
                    session_->shown(p.can, Dimension::temperature),
                    p.water_cooled ? tr("with water") : tr("without water")) +
           (course.burns() ? QString() : range(&PowerRanges::winding, Dimension::temperature));
  });
  add(tr("Run"), "drive_run", [=, this] {
    const PowerReport& p = power();
    QString full = session_->shown(p.run_time, Dimension::duration);
    if (!p.duty) return full;
    return tr("%1; with cruising %2, %3 m")
        .arg(full, shown(true, p.duty->run_time, Dimension::duration))
        .arg(p.duty->range, 0, 'f', 0);
  });
  add(tr("Throttle within limits"), "drive_safe", [=, this] {
    const PowerReport& p = power();
    if (!p.full.runs()) return session_->said(p.message);
    const QString up_to = tr("up to %1 of throttle").arg(session_->shown(p.safe_throttle, Dimension::ratio));
    return p.limit ? up_to + tr("; then %1").arg(term(p.limit->words)) : up_to;
  });
}

void DrivePage::fit_out(Propulsor propulsor, Mounting mounting) {
  if (propulsor == Propulsor::none) return change(tr("Kind"), [](Drive& d) { d.propulsor = Propulsor::none; });
  const QString what = tr("Fit a drive: %1").arg(term(propulsor_name(propulsor)));
  // Several boats are run before the best is taken; the boat may be changed meanwhile, and then it is not this one.
  session_->job()->start(what, [=, self = QPointer(this), state = session_->state()](const Job::Link& link) {
    const auto fitted = std::make_shared<const Project>(fitted_out(
        *state, propulsor, mounting, builtin_catalogue(),
        [&](std::size_t set, std::size_t of) { link.step(tr("%1, set %2 of %3").arg(what).arg(set).arg(of)); }));
    link.deliver([=] {
      if (!self) return;
      Session* session = self->session_;
      if (session->project() == state->project)
        session->perform({as_said(what), ReplaceBoat{fitted}});
      else
        session->refuse(tr("The boat was changed meanwhile: no drive was fitted. Choose it again."));
      self->refresh();
    });
  });
}

void DrivePage::change_drives(const QString& what, const std::function<Project()>& how) {
  try {
    session_->perform({as_said(what), ReplaceBoat{std::make_shared<const Project>(how())}});
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  refresh();
}

void DrivePage::add_catalogue() {
  presets_ = choice(tr("Swap for"), {}, "drive_presets");
  connect(presets_, &QComboBox::activated, this, [this](int index) {
    if (index >= 1) session_->perform(swap_edit(session_->now(), offered_[static_cast<std::size_t>(index) - 1]));
    refresh();
  });
  connect(own_, &OwnParts::changed, this, &DrivePage::offer_swaps);
  own_name_ = text(tr("Keep it as"), "drive_own_name");
  keep_ = button(tr("Keep among your own parts"), "drive_keep", true);
  connect(keep_, &QPushButton::clicked, this, &DrivePage::keep_part);
}

void DrivePage::offer_swaps() {
  const int chosen = cards_->group();
  offered_.clear();
  const Drive d = session_->project().drive();
  const auto shown_here = [chosen](PartKind kind) {
    const auto group = group_of(kind);
    return traits_of(kind).steers ? chosen == steering_group : group && static_cast<int>(*group) == chosen;
  };
  for (const auto* list : {&own_->list(), &builtin_catalogue().parts})
    for (const CatalogueEntry& e : *list)
      if (shown_here(e.part.kind) && swap_fits(session_->now(), e)) offered_.push_back(e);
  const QSignalBlocker quiet(presets_);
  presets_->clear();
  presets_->addItem(tr("by kind and size"));
  for (const CatalogueEntry& e : offered_) presets_->addItem(swap_words(e));
  const bool component = chosen >= 0 && chosen != steering_group && chosen != static_cast<int>(DriveGroup::drive) &&
                         chosen != static_cast<int>(DriveGroup::fittings);
  set_row_visible(presets_, !offered_.empty());
  set_row_visible(own_name_, component && !d.lacks(static_cast<DriveGroup>(chosen)));
  keep_->setVisible(component && !d.lacks(static_cast<DriveGroup>(chosen)));
}

QString DrivePage::swap_words(const CatalogueEntry& e) const {
  const QString name = QString::fromStdString(e.part.name);
  return e.part.mass > 0.0
             ? name + QString::fromUtf8(" \u00b7 ") + session_->shown(Quantity{e.part.mass, Dimension::mass})
             : name;
}

void DrivePage::open_swaps(const QPoint& at) {
  auto* menu = new QMenu(this);
  menu->setObjectName("swap_menu");
  menu->setAttribute(Qt::WA_DeleteOnClose);
  for (const CatalogueEntry& entry : offered_) {
    QAction* action = menu->addAction(swap_words(entry));
    // What it would do shows in the numbers while the pointer rests on it.
    connect(action, &QAction::hovered, this, [this, entry] { session_->peek(swap_edit(session_->now(), entry)); });
    connect(action, &QAction::triggered, this, [this, entry] {
      session_->stop_peeking();
      session_->perform(swap_edit(session_->now(), entry));
      refresh();
    });
  }
  connect(menu, &QMenu::aboutToHide, this, [this] { session_->stop_peeking(); });
  menu->popup(at);
}

void DrivePage::keep_part() {
  const std::string name = own_name_->text().trimmed().toStdString();
  if (name.empty()) return session_->refuse(tr("Give the part a name by kind and size first."));
  const auto have = components_in_role(session_->project(), static_cast<DriveGroup>(cards_->group()));
  if (have.empty()) return;
  Part part = *have.front();
  part.name = name;
  try {
    own_->keep(part);
    own_name_->clear();
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
}

void DrivePage::add_number(const DriveNumber& n) {
  QuantityEdit* edit = quantity(term(n.label), n.dimension, name_of(n.group, n.key).toUtf8().constData());
  edit->setToolTip(term(n.help));
  add_field(n.group, n.key, edit, [edit, &n](const Drive& d) { edit->set_value(n.in(d)); });
  connect(edit, &QuantityEdit::entered, this,
          [this, &n](double si) { change(term(n.label), [&](Drive& d) { n.of(d) = si; }); });
}

void DrivePage::add_count(const DriveCount& c) {
  QuantityEdit* edit = quantity(term(c.label), Dimension::none, name_of(c.group, c.key).toUtf8().constData());
  add_field(c.group, c.key, edit, [edit, &c](const Drive& d) { edit->set_value(c.in(d)); });
  connect(edit, &QuantityEdit::entered, this, [this, &c](double si) {
    if (si < c.low || si > c.high || std::abs(si - std::round(si)) > 1e-9) {
      session_->refuse(tr("%1: must be a whole number from %2 to %3. The old value stays.")
                           .arg(term(c.label))
                           .arg(c.low)
                           .arg(c.high));
      return refresh();
    }
    change(term(c.label), [&](Drive& d) { c.of(d) = static_cast<std::uint32_t>(std::lround(si)); });
  });
}

void DrivePage::add_switch(const DriveSwitch& s) {
  QCheckBox* box = check(term(s.label), name_of(s.group, s.key).toUtf8().constData());
  add_field(s.group, s.key, box, [box, &s](const Drive& d) { box->setChecked(s.in(d)); });
  connect(box, &QCheckBox::clicked, this,
          [this, &s](bool on) { change(term(s.label), [&](Drive& d) { s.of(d) = on; }); });
}

template <class E, std::size_t N>
void DrivePage::add_choice(DriveGroup group, const char* key, const QString& label, const E (&values)[N],
                           const char* (*name)(E), E& (*of)(Drive&)) {
  QStringList names;
  for (const E v : values) names << term(name(v));
  QComboBox* box = choice(label, names, name_of(group, key).toUtf8().constData());
  add_field(group, key, box, [box, &values, of](const Drive& d) {
    const E now = of(const_cast<Drive&>(d));
    const auto it = std::find(std::begin(values), std::end(values), now);
    box->setCurrentIndex(it == std::end(values) ? 0 : static_cast<int>(it - std::begin(values)));
  });
  connect(box, &QComboBox::activated, this,
          [=, this, &values](int i) { change(label, [&](Drive& d) { of(d) = values[static_cast<std::size_t>(i)]; }); });
}

void DrivePage::add_field(DriveGroup group, const char* key, QWidget* widget, std::function<void(const Drive&)> fill) {
  fields_.push_back({static_cast<int>(group), widget,
                     [=](const Drive& d, const Steering&) { return matters(d, group, key) && !d.lacks(group); },
                     [fill = std::move(fill)](const Drive& d, const Steering&) { fill(d); }});
}

void DrivePage::add_steering() {
  QStringList names;
  for (const SteeredBy by : steered_by) names << term(steered_by_name(by));
  QComboBox* by = choice(tr("Steered by"), names, "steered_by");
  fields_.push_back({steering_group, by, [](const Drive&, const Steering&) { return true; },
                     [by](const Drive&, const Steering& s) { by->setCurrentIndex(static_cast<int>(s.by)); }});
  connect(by, &QComboBox::activated, this,
          [this](int i) { change_steering(tr("Kind"), [=](Steering& s) { s.by = steered_by[i]; }); });
  add_steering_facts();
  for (const SteeringNumber& n : steering_numbers()) {
    QuantityEdit* edit =
        quantity(term(n.label), n.dimension, QStringLiteral("steering_%1").arg(n.key).toUtf8().constData());
    edit->setToolTip(term(n.help));
    fields_.push_back({steering_group, edit, [&n](const Drive&, const Steering& s) { return matters(s, n); },
                       [edit, &n](const Drive&, const Steering& s) { edit->set_value(n.in(s)); }});
    connect(edit, &QuantityEdit::entered, this, [this, &n](double si) {
      change_steering(term(n.label), [&](Steering& s) {
        n.of(s) = si;
        if (n.owner) s.lacks(*n.owner) = false;  // its data begin with what is typed
      });
    });
  }
  const auto foil = [](const Steering& s) { return needs(s.by, SteeringRole::rudder); };
  add_steering_switch(tr("In the propeller's wash"), "steering_in_wash", &Steering::in_wash, foil);
  add_steering_switch(tr("Root seals against the hull"), "steering_under_hull", &Steering::under_hull, foil);
  add_steering_switch(tr("Pull-pull cables instead of a rod"), "steering_pull_pull", &Steering::pull_pull,
                      [](const Steering& s) { return needs(s.by, SteeringRole::servo); });
}

void DrivePage::add_steering_switch(const QString& label, const char* name, bool Steering::*member,
                                    const std::function<bool(const Steering&)>& shown) {
  QCheckBox* box = check(label, name);
  fields_.push_back({steering_group, box, [shown](const Drive&, const Steering& s) { return shown(s); },
                     [box, member](const Drive&, const Steering& s) { box->setChecked(s.*member); }});
  connect(box, &QCheckBox::clicked, this,
          [=, this](bool on) { change_steering(label, [=](Steering& s) { s.*member = on; }); });
}

void DrivePage::add_steering_facts() {
  const auto add = [this](const QString& label, const char* name,
                          const std::function<QString(const SteeringReport&)>& words) {
    QLabel* text = fact(label);
    text->setObjectName(name);
    fields_.push_back(
        {steering_group, text, [](const Drive&, const Steering& s) { return s.by != SteeredBy::none; },
         [this, text, words](const Drive&, const Steering&) { text->setText(words(session_->seen().steering)); }});
  };
  const auto shown = [this](const std::optional<double>& si, Dimension d) { return session_->shown(si, d); };
  add(tr("Full angle"), "steering_angle", [=](const SteeringReport& r) {
    return r.linkage.binds_at ? tr("%1, binds at %2 of the servo")
                                    .arg(shown(r.angle, Dimension::angle), shown(*r.linkage.binds_at, Dimension::angle))
                              : shown(r.angle, Dimension::angle);
  });
  add(tr("Side force"), "steering_force", [=](const SteeringReport& r) {
    return tr("%1; throttle shut %2")
        .arg(shown(r.side_force, Dimension::force), shown(r.force_without_throttle, Dimension::force));
  });
  add(tr("Servo torque"), "steering_servo", [=](const SteeringReport& r) {
    if (!r.servo_margin) return shown(r.servo_needed, Dimension::torque);
    return tr("%1, margin %2").arg(shown(r.servo_needed, Dimension::torque)).arg(*r.servo_margin, 0, 'f', 1);
  });
  add(tr("Turning radius"), "steering_radius", [=, this](const SteeringReport& r) {
    if (!r.turning_radius) return r.message.empty() ? tr("it does not turn") : session_->said(r.message);
    QString words = tr("%1 to %2 m at full speed").arg(*r.radius_low, 0, 'f', 1).arg(*r.radius_high, 0, 'f', 1);
    if (r.cruise_radius) words += tr(", about %1 m cruising").arg(*r.cruise_radius, 0, 'f', 1);
    if (const auto& heel = session_->now().handling.turn_heel;
        heel && *heel > 0.0 && !session_->now().hull->model.planes)
      words += tr(", leaning out %1").arg(session_->shown(heel, Dimension::angle));
    return words;
  });
}

void DrivePage::change_steering(const QString& what, const std::function<void(Steering&)>& how) {
  Steering steering = session_->project().steering();
  how(steering);
  session_->perform({as_said(tr("%1 of the steering").arg(what)), ChangeSteering{steering}});
  refresh();
}

void DrivePage::change(const QString& what, const std::function<void(Drive&)>& how) {
  Drive drive = session_->project().drive();
  how(drive);
  session_->perform({as_said(tr("%1 of the drive").arg(what)), ChangeDrive{drive}});
  refresh();
}

void DrivePage::choose_part(const std::string& key) {
  refresh();
  if (key == "steering") return cards_->choose(steering_group);
  for (const DriveCard& card : cards_->cards())
    if (card.group != steering_group && key == drive_group_key(static_cast<DriveGroup>(card.group)))
      return cards_->choose(card.group);
}

void DrivePage::show_group() {
  const int chosen = cards_->group();
  for (const DriveCard& card : cards_->cards())
    if (card.group == chosen) chosen_->setText(card.title);
  offer_swaps();
  mount_->setVisible(session_->seen().power.line.known && chosen == static_cast<int>(DriveGroup::shaft));
  pod_->setVisible(chosen == static_cast<int>(DriveGroup::pod));
  const Drive d = session_->project().drive();
  const Steering steering = session_->project().steering();
  for (const Field& f : fields_) set_row_visible(f.widget, f.group == chosen && f.shown(d, steering));
}

void DrivePage::refresh() {
  const Drive d = session_->project().drive();
  propulsor_->setCurrentIndex(place_of(d.propulsor, propulsors()));
  mounting_->setCurrentIndex(place_of(d.mounting, mountings()));
  set_row_visible(mounting_, drive_kind(d).open_screw);
  const Steering steering = session_->project().steering();
  for (const Field& f : fields_) f.fill(d, steering);
  for (const Fact& f : facts_) f.label->setText(f.words());
  cards_->show_cards(drive_cards(*session_));
  fill_->setVisible(d.gaps != 0);
  at_limit_->show_section(d.propulsor != Propulsor::none);
  const std::size_t drives = session_->project().drives.size();
  second_->setVisible(drives > 0);
  second_->setText(drives > 1 ? tr("Take the second drive out") : tr("Add a second drive beside it"));
  show_group();
  QString chain;
  for (const Joint& j : fit_chain(d)) {
    if (!chain.isEmpty()) chain += "\n";
    chain += j.fit == Joint::Fit::matched ? QString::fromUtf8("\u2713 ") : QString::fromUtf8("\u2715 ");
    chain += session_->said(j.words);
    if (!j.hint.empty()) chain += " " + session_->said(j.hint) + ".";
  }
  joints_->setText(chain);
  joints_->setVisible(!chain.isEmpty());
  mount_->update();
  pod_->update();
}

}  // namespace plucky::app
