#include "stages/seal/seal_page.h"

#include <QPushButton>
#include <QSignalBlocker>
#include <QTreeWidget>
#include <cmath>

#include "stages/seal/leak_bath.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr SealCondition conditions[] = {SealCondition::sound, SealCondition::worn, SealCondition::missing};
constexpr Shield shields[] = {Shield::none,    Shield::coated, Shield::dipped,
                              Shield::greased, Shield::boxed,  Shield::sealed};

}  // namespace

SealPage::SealPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Water that gets in"));
  add_facts();
  section(tr("Water ingress points"), "section_ingress");
  add_register();
  add_choice();
  add_walls_and_bilge();
  add_shields();
  section(tr("Leak test"), "section_leak_test");
  bath_ = new LeakBath(session, this);
  wide(bath_);
  note(tr("Electronics and lithium batteries in the bath: battery out for the first round; with it in, stay within "
          "reach "
          "of the switch. A boat held under thrust has a turning propeller in the tub: guard it or keep every hand and "
          "cable clear. Sealing coats, resin and solvents: gloves, fresh air, the maker's data."),
       true);
}

void SealPage::change(const QString& what, const std::function<void(Sealing&)>& how) {
  if (filling_) return;
  Sealing s = session_->project().sealing;
  how(s);
  if (!(s == session_->project().sealing)) session_->perform({as_said(what), ChangeSealing{s}});
  refresh();
}

void SealPage::change_choice(const QString& what, const std::function<void(SealChoice&)>& how) {
  const SealOpening* o = chosen();
  if (!o) return;
  const SealOpening opening = *o;
  change(tr("%1: %2").arg(session_->said(opening.name), what), [&](Sealing& s) { how(choice_for(s, opening)); });
}

void SealPage::add_facts() {
  budget_ = fact(tr("At rest, running"));
  budget_->setObjectName("seal_budget");
  time_ = fact(tr("In danger after"));
  time_->setObjectName("seal_time");
  pump_ = fact(tr("Bilge pump"));
  pump_->setObjectName("seal_pump");
}

void SealPage::add_register() {
  register_ = table(tr("Water ingress points"), {tr("Ingress point"), tr("Sealed by"), tr("ml/min")}, "openings", 190);
  column_width(register_, 1, 92);
  register_->setFixedHeight(216);
  // Queued: the answer fills the list anew, which must not happen while it is still at its own selection.
  const auto choose = [this] {
    if (filling_ || register_->selectedItems().isEmpty()) return;
    choose_opening(register_->selectedItems().front()->data(0, Qt::UserRole).toString().toStdString());
  };
  connect(register_, &QTreeWidget::itemSelectionChanged, this, choose, Qt::QueuedConnection);
}

void SealPage::add_choice() {
  title_ = heading({});
  title_->setObjectName("seal_chosen");
  heights_ = fact(tr("Over the water"));
  heights_->setObjectName("seal_heights");
  method_ = choice(tr("Sealed by"), {}, "seal_method");
  QStringList names;
  for (const SealCondition c : conditions) names << term(condition_name(c));
  condition_ = choice(tr("Condition"), names, "seal_condition");
  const auto number = [this](const QString& label, const char* name, double SealChoice::*member,
                             Dimension dimension = Dimension::length) {
    QuantityEdit* edit = quantity(label, dimension, name);
    if (dimension == Dimension::length) edit->setToolTip(tr("0: from drive, steering and hull, or usual"));
    connect(edit, &QuantityEdit::entered, this,
            [=, this](double si) { change_choice(label, [=](SealChoice& c) { c.*member = si; }); });
    return edit;
  };
  clearance_ = number(tr("Clearance, radial"), "seal_clearance", &SealChoice::clearance);
  length_ = number(tr("Sealed length"), "seal_length", &SealChoice::length);
  ring_ = number(tr("Ring section"), "seal_ring", &SealChoice::ring_section);
  depth_ = number(tr("Groove depth"), "seal_groove_depth", &SealChoice::groove_depth);
  width_ = number(tr("Groove width"), "seal_groove_width", &SealChoice::groove_width);
  screws_ = number(tr("Screws apart"), "seal_screws", &SealChoice::screw_spacing);
  grease_ = number(tr("Grease it again after"), "seal_grease", &SealChoice::grease_interval, Dimension::duration);
  grease_->setToolTip(tr("of running; stands on the launch checklist"));
  spring_ = check(tr("Spring side toward the water"), "seal_spring");
  pair_ = check(tr("Two seals, grease between"), "seal_pair");
  needs_ = note({});
  fails_ = note({});
  other_ = note({});
  connect(method_, &QComboBox::activated, this, [this](int i) {
    const SealMethod m = methods_for(chosen()->kind)[static_cast<std::size_t>(i)];
    change_choice(term(method_name(m)), [=](SealChoice& c) { c.method = m; });
  });
  connect(condition_, &QComboBox::activated, this, [this](int i) {
    change_choice(term(condition_name(conditions[i])), [=](SealChoice& c) { c.condition = conditions[i]; });
  });
  connect(spring_, &QCheckBox::clicked, this,
          [this](bool on) { change_choice(tr("spring side"), [=](SealChoice& c) { c.spring_to_water = on; }); });
  connect(pair_, &QCheckBox::clicked, this,
          [this](bool on) { change_choice(tr("pair of seals"), [=](SealChoice& c) { c.pair = on; }); });
}

void SealPage::add_walls_and_bilge() {
  section(tr("Walls and bilge"), "section_walls");
  perimeters_ = quantity(tr("Perimeters"), Dimension::none, "seal_perimeters");
  perimeters_->setToolTip(tr("Of a printed wall; 0: from the skin's thickness. Two seep, four hold for an hour."));
  inside_ = check(tr("Sealing coat inside"), "seal_inside");
  outside_ = check(tr("Sealing coat outside"), "seal_outside");
  trigger_ = quantity(tr("Pump starts at"), Dimension::length, "bilge_trigger");
  bilge_flow_ = quantity(tr("Pump's flow"), Dimension::flow, "bilge_flow");
  bilge_head_ = quantity(tr("Shut-off head"), Dimension::length, "bilge_head");
  connect(perimeters_, &QuantityEdit::entered, this, [this](double n) {
    if (n < 0.0 || n > 20.0 || std::abs(n - std::round(n)) > 1e-9) {
      session_->refuse(tr("Perimeters: must be a whole number from 0 to 20. The old value stays."));
      return refresh();
    }
    change(tr("Perimeters"), [=](Sealing& s) { s.perimeters = static_cast<std::uint32_t>(std::lround(n)); });
  });
  connect(perimeters_, &QuantityEdit::cleared, this,
          [this] { change(tr("Perimeters"), [](Sealing& s) { s.perimeters = 0; }); });
  connect(inside_, &QCheckBox::clicked, this,
          [this](bool on) { change(tr("Coat inside"), [=](Sealing& s) { s.coat_inside = on; }); });
  connect(outside_, &QCheckBox::clicked, this,
          [this](bool on) { change(tr("Coat outside"), [=](Sealing& s) { s.coat_outside = on; }); });
  const auto bilge = [this](QuantityEdit* edit, const QString& what, double Bilge::*member) {
    connect(edit, &QuantityEdit::entered, this,
            [=, this](double si) { change(what, [=](Sealing& s) { s.bilge.*member = si; }); });
  };
  bilge(trigger_, tr("Pump's trigger"), &Bilge::trigger);
  bilge(bilge_flow_, tr("Pump's flow"), &Bilge::flow);
  bilge(bilge_head_, tr("Pump's head"), &Bilge::head);
}

void SealPage::add_shields() {
  section(tr("Electronics"), "section_electronics");
  shields_ = table(tr("What shields the electronics"), {tr("Part"), tr("Sits"), tr("Shield")}, "shields", 96);
  column_width(shields_, 2, 110);
  shields_->setFixedHeight(118);
  QStringList names;
  for (const Shield s : shields) names << term(shield_name(s));
  shield_ = choice(tr("Shielded by"), names, "shield");
  shield_note_ = note({});
  shield_note_->setObjectName("shield_note");
  connect(shields_, &QTreeWidget::itemSelectionChanged, this, [this] {
    if (filling_ || shields_->selectedItems().isEmpty()) return;
    const Id part = shields_->selectedItems().front()->data(0, Qt::UserRole).toUInt();
    shield_->setCurrentIndex(static_cast<int>(session_->project().sealing.shield(part)));
    tell_shield();
  });
  connect(shield_, &QComboBox::activated, this, [this](int i) {
    if (shields_->selectedItems().isEmpty()) return session_->refuse(tr("Choose a part in the list first."));
    const Id part = shields_->selectedItems().front()->data(0, Qt::UserRole).toUInt();
    change(tr("Shield: %1").arg(term(shield_name(shields[i]))), [=](Sealing& s) {
      std::erase_if(s.shields, [=](const PartShield& p) { return p.part == part; });
      if (shields[i] != Shield::none) s.shields.push_back({.part = part, .shield = shields[i]});
    });
  });
}

void SealPage::tell_shield() {
  const bool any = !shields_->selectedItems().isEmpty();
  shield_note_->setVisible(any);
  if (any) shield_note_->setText(term(shield_advice(shields[shield_->currentIndex()])));
}

const SealOpening* SealPage::chosen() const {
  return session_->now().seal.find(key_);
}

void SealPage::choose_opening(const std::string& key) {
  key_ = session_->now().seal.find(key) ? key : std::string();
  emit opening_chosen(key_);
  refresh();
}

void SealPage::fill_facts() {
  const SealReport& r = session_->seen().seal;
  const auto flow = [this](double q) { return session_->shown({q, Dimension::flow}); };
  budget_->setText(tr("%1, %2").arg(flow(r.expected), flow(r.running)));
  const auto after = [&](const FloodCourse& c) {
    const std::optional<double> when = c.danger();
    if (!c.message.empty()) return session_->said(c.message);
    if (!when) return tr("not within two hours");
    const Part* part = when == c.to_part ? session_->seen().project.layout.find(c.first_part) : nullptr;
    return session_->shown(when, Dimension::duration) +
           (part ? tr(" (%1 wet)").arg(QString::fromStdString(part->name)) : QString());
  };
  QString words = tr("at rest %1; driven %2").arg(after(r.course), after(r.driven));
  if (session_->dragging()) words = tr("a moment behind the drag: %1").arg(words);
  time_->setText(words);
  QStringList pumps;
  for (const PumpPlace& p : r.pumps)
    pumps << tr("starts with %1 aboard, lifts %2")
                 .arg(session_->shown({p.before_trigger, Dimension::volume}), flow(p.flow));
  pump_->setText(pumps.isEmpty() ? tr("none in the layout") : pumps.join("\n"));
}

void SealPage::fill_register() {
  const SealReport& r = session_->seen().seal;
  register_->clear();
  int number = 0;
  for (const SealOpening& o : r.openings) {
    const double ml = std::max(o.expected, o.running) / ml_min;
    QString sealed = term(method_name(o.method));
    if (o.condition != SealCondition::sound) sealed += ", " + term(condition_name(o.condition)).toLower();
    auto* item =
        new QTreeWidgetItem(register_, {QString("%1  %2").arg(++number).arg(session_->said(o.name)), sealed,
                                        ml < 0.05 ? QString("0") : QString::number(ml, 'f', ml < 10.0 ? 1 : 0)});
    item->setData(0, Qt::UserRole, QString::fromStdString(o.key));
    item->setToolTip(0, session_->said(o.name));
    item->setToolTip(1, sealed);
    item->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
    if (ml > 5.0) item->setForeground(2, look().buoy_text);
    if (o.key == key_) item->setSelected(true);
  }
}

void SealPage::fill_choice() {
  const SealOpening* o = chosen();
  const bool is = o != nullptr;
  title_->setVisible(is);
  for (QWidget* w : std::initializer_list<QWidget*>{heights_, method_, condition_, clearance_, length_, ring_, depth_,
                                                    width_, screws_, grease_})
    set_row_visible(w, is);
  for (QWidget* w : std::initializer_list<QWidget*>{spring_, pair_, needs_, fails_, other_}) w->setVisible(is);
  if (!is) return;
  title_->setText(session_->said(o->name));
  const auto over = [this](double m) { return session_->shown(length_quantity(m)); };
  heights_->setText(tr("%1 at rest, %2 running, %3 at 30\u00b0 of heel, %4 swamped")
                        .arg(over(o->over_standing),
                             o->over_running < 1.0 ? over(o->over_running) : QString::fromUtf8("\u2013"),
                             over(o->over_heeled), over(o->over_swamped)));
  const std::vector<SealMethod>& methods = methods_for(o->kind);
  method_->clear();
  for (std::size_t i = 0; i < methods.size(); ++i) {
    method_->addItem(term(method_name(methods[i])));
    if (methods[i] == o->method) method_->setCurrentIndex(static_cast<int>(i));
  }
  condition_->setCurrentIndex(static_cast<int>(o->condition));
  using S = SealMethod;
  const S m = o->method;
  const bool runs = o->kind == OpeningKind::shaft_tube || o->kind == OpeningKind::jet_shaft ||
                    o->kind == OpeningKind::pushrod || o->kind == OpeningKind::rudder_post;
  set_row_visible(clearance_, runs && m != S::bellows);
  set_row_visible(length_, runs && m != S::bellows);
  set_row_visible(ring_, m == S::o_ring);
  set_row_visible(depth_, m == S::o_ring);
  set_row_visible(width_, m == S::o_ring);
  set_row_visible(screws_, m == S::flat_gasket);
  set_row_visible(grease_, m == S::greased_tube);
  spring_->setVisible(m == S::lip_seals);
  pair_->setVisible(m == S::lip_seals);
  set_row_visible(condition_, m != S::nothing && o->kind != OpeningKind::wall);
  const SealChoice& n = o->numbers;
  for (const auto& [edit, value] : {std::pair{clearance_, n.clearance},
                                    {length_, n.length},
                                    {ring_, n.ring_section},
                                    {depth_, n.groove_depth},
                                    {width_, n.groove_width},
                                    {screws_, n.screw_spacing},
                                    {grease_, n.grease_interval}})
    edit->set_value(value);
  spring_->setChecked(n.spring_to_water);
  pair_->setChecked(n.pair);
  const MethodAdvice a = advice(o->kind, m);
  needs_->setText(tr("Needs: %1").arg(tr(a.needs)) + boot_words(*o));
  fails_->setText(tr("Fails: %1").arg(tr(a.fails)));
  other_->setText(term(a.other_school));
  other_->setVisible(*a.other_school != '\0');
}

QString SealPage::boot_words(const SealOpening& o) const {
  const Assessment& a = session_->seen();
  if (o.method != SealMethod::bellows || o.kind != OpeningKind::pushrod || !a.steering.fitted) return {};
  const auto length = [this](double m) { return session_->shown(length_quantity(m)); };
  return tr(" Here: a rod of %1 that strokes %2 and sweeps a hole of %3.")
      .arg(length(a.project.steering_use.linkage.rod_diameter), length(a.steering.linkage.stroke),
           length(a.steering.linkage.hole));
}

void SealPage::fill_shields() {
  const auto now = shields_->selectedItems();
  const Id chosen_part = now.isEmpty() ? 0 : now.front()->data(0, Qt::UserRole).toUInt();
  shields_->clear();
  for (const PartNeed& n : session_->seen().seal.needs) {
    auto* item = new QTreeWidgetItem(shields_, {QString::fromStdString(n.name), term(wetness_name(n.where)),
                                                term(shield_name(n.has)) + (n.enough ? QString() : tr(" !"))});
    item->setData(0, Qt::UserRole, n.part);
    item->setToolTip(0, QString::fromStdString(n.name));
    if (!n.enough) item->setForeground(2, look().buoy_text);
    if (n.part == chosen_part) item->setSelected(true);
  }
  tell_shield();
}

void SealPage::refresh() {
  filling_ = true;
  const QSignalBlocker quiet(register_), silent(shields_);
  fill_facts();
  fill_register();
  fill_choice();
  fill_shields();
  const Sealing& s = session_->project().sealing;
  if (s.perimeters > 0)
    perimeters_->set_value(s.perimeters);
  else
    perimeters_->set_nothing(tr("%1, by the skin").arg(perimeters_of(session_->project().hull.skin.shell_thickness)));
  inside_->setChecked(s.coat_inside);
  outside_->setChecked(s.coat_outside);
  trigger_->set_value(s.bilge.trigger);
  bilge_flow_->set_value(s.bilge.flow);
  bilge_head_->set_value(s.bilge.head);
  bath_->refresh();
  filling_ = false;
}

}  // namespace plucky::app
