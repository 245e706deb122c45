#include "stages/brief/brief_page.h"

#include <QListWidget>
#include <QPointer>
#include <QPushButton>

#include "base/error.h"
#include "hull/family.h"
#include "project/catalogue.h"
#include "theme/theme.h"

namespace plucky::app {

BriefPage::BriefPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Brief"));
  name_ = text(tr("Boat"), "boat_name");
  purpose_ = text(tr("Purpose"), "boat_purpose");
  const auto names = [](auto name, auto... values) { return QStringList{term(name(values))...}; };
  type_ =
      choice(tr("Type"),
             names(boat_type_name, BoatType::shaft_monohull, BoatType::air_sled, BoatType::jet, BoatType::displacement),
             "boat_type");
  type_->setToolTip(tr("Decides where the centre of gravity should be."));
  water_ = choice(tr("Water"),
                  names(water_kind_name, WaterKind::sheltered, WaterKind::choppy, WaterKind::weedy, WaterKind::shallow),
                  "water_kind");
  salt_ = choice(tr("Salt"), {tr("fresh, 20 \u00b0C"), tr("sea, 15 \u00b0C")}, "boat_water");
  depth_ = quantity(tr("Depth"), Dimension::length, "water_depth");
  depth_->setToolTip(tr("Of the water where it is shallowest on the way; nothing: deep"));
  method_ = choice(tr("Made"),
                   names(build_method_name, BuildMethod::printed, BuildMethod::sheet_metal, BuildMethod::ply,
                         BuildMethod::foam_board, BuildMethod::moulded),
                   "build_method");
  payload_ = quantity(tr("Payload"), Dimension::mass, "payload");
  speed_ = quantity(tr("Required speed"), Dimension::speed, "wanted_speed");
  run_time_ = quantity(tr("Run time"), Dimension::duration, "run_time");
  most_length_ = quantity(tr("Longest boat"), Dimension::length, "most_length");
  piece_ = quantity(tr("Longest piece"), Dimension::length, "longest_piece");
  piece_->setToolTip(tr("Printer bed or sheet: how long one piece of the hull can be"));
  freeboard_ = quantity(tr("Least freeboard"), Dimension::length, "wanted_freeboard");
  trim_low_ = quantity(tr("Trim, lowest"), Dimension::angle, "trim_low");
  trim_high_ = quantity(tr("Trim, highest"), Dimension::angle, "trim_high");
  reserve_ = quantity(tr("Swamped reserve"), Dimension::ratio, "swamped_reserve");
  note(
      tr("Trim is positive bow up, at rest. The reserve is the share of its mass that the swamped boat should support "
         "beyond itself."));

  section(tr("The smallest hull that carries it"), "section_sizes");
  load_ = quantity(tr("All but the hull"), Dimension::mass, "size_load");
  load_->setToolTip(tr("Battery, motor, payload and all the rest; at first what is aboard now"));
  auto* work = new QPushButton(tr("Work out sizes"), this);
  work->setObjectName("work_out");
  wide(work);
  sizes_ = new QListWidget(this);
  sizes_->setObjectName("sizes");
  sizes_->setAccessibleName(tr("Smallest hull of each family"));
  sizes_->setWordWrap(true);
  sizes_->setFont(ui_font(9));
  sizes_->setMinimumHeight(130);
  sizes_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  wide(sizes_);
  sizes_->hide();
  make_ = new QPushButton(tr("Make this boat"), this);
  make_->setObjectName("make_boat");
  make_->setProperty("strong", true);
  make_->setEnabled(false);
  wide(make_);
  recommended_ = note({});
  recommended_->setObjectName("recommended");
  advice_ = note({});
  advice_->setObjectName("advice");
  note(tr("Cold water kills: no wading or swimming after a dead boat. Keep clear of people and wildlife; local rules "
          "on radio and waters come first."),
       true);

  connect(name_, &QLineEdit::editingFinished, this, [this] {
    if (name_->isModified()) session_->perform({as_said(tr("Name of the boat")), Rename{name_->text().toStdString()}});
    refresh();
  });
  connect(purpose_, &QLineEdit::editingFinished, this, [this] {
    if (purpose_->isModified()) change(tr("Purpose"), [this](Brief& b) { b.purpose = purpose_->text().toStdString(); });
  });
  connect(type_, &QComboBox::activated, this,
          [this](int i) { change(tr("Type of boat"), [=](Brief& b) { b.type = static_cast<BoatType>(i); }); });
  connect(water_, &QComboBox::activated, this,
          [this](int i) { change(tr("Water"), [=](Brief& b) { b.water = static_cast<WaterKind>(i); }); });
  connect(method_, &QComboBox::activated, this,
          [this](int i) { change(tr("How it is made"), [=](Brief& b) { b.method = static_cast<BuildMethod>(i); }); });
  connect(salt_, &QComboBox::activated, this,
          [this](int i) { change(tr("Water"), [=](Brief& b) { b.salt_water = i == 1; }); });
  const auto number = [this](QuantityEdit* edit, const QString& what, double Brief::*member) {
    connect(edit, &QuantityEdit::entered, this,
            [this, what, member](double v) { change(what, [=](Brief& b) { b.*member = v; }); });
    connect(edit, &QuantityEdit::cleared, this,
            [this, what, member] { change(what, [=](Brief& b) { b.*member = 0.0; }); });
  };
  number(depth_, tr("Depth of the water"), &Brief::depth);
  number(payload_, tr("Payload"), &Brief::payload);
  number(speed_, tr("Required speed"), &Brief::wanted_speed);
  number(run_time_, tr("Run time"), &Brief::run_time);
  number(most_length_, tr("Longest boat"), &Brief::most_length);
  number(piece_, tr("Longest piece"), &Brief::longest_piece);
  number(freeboard_, tr("Required freeboard"), &Brief::wanted_freeboard);
  number(trim_low_, tr("Required trim"), &Brief::trim_low);
  number(trim_high_, tr("Required trim"), &Brief::trim_high);
  number(reserve_, tr("Reserve"), &Brief::swamped_reserve);
  connect(load_, &QuantityEdit::entered, this, [this](double v) {
    load_->set_value(v);
    load_typed_ = true;
  });
  connect(session_, &Session::boat_replaced, this, [this] {
    load_typed_ = false;
    sizes_->clear();
    sizes_->hide();  // an empty list says nothing
    answers_.clear();
    make_->setEnabled(false);
  });
  connect(work, &QPushButton::clicked, this, &BriefPage::work_out);
  connect(make_, &QPushButton::clicked, this, &BriefPage::make_boat);
  connect(sizes_, &QListWidget::itemActivated, this, &BriefPage::make_boat);
  connect(sizes_, &QListWidget::currentRowChanged, this,
          [this](int row) { make_->setEnabled(row >= 0 && answers_[static_cast<std::size_t>(row)].solved); });
}

void BriefPage::change(const QString& what, const std::function<void(Brief&)>& how) {
  Brief brief = session_->project().brief;
  how(brief);
  const bool negative = brief.wanted_freeboard < 0.0 || brief.swamped_reserve < 0.0 || brief.payload < 0.0 ||
                        brief.depth < 0.0 || brief.wanted_speed < 0.0 || brief.run_time < 0.0 ||
                        brief.most_length < 0.0 || brief.longest_piece < 0.0;
  if (!(brief.trim_high > brief.trim_low))
    session_->refuse(tr("The highest trim must be above the lowest; the old value stays."));
  else if (negative)
    session_->refuse(tr("Wants zero or more; the old value stays."));
  else
    session_->perform({as_said(what), ChangeBrief{brief}});
  refresh();
}

void BriefPage::work_out() {
  const Project& p = session_->project();
  const SizeWish wish{.load = load_->value(),
                      .freeboard = p.brief.wanted_freeboard,
                      .density = p.brief.water_density(),
                      .most_length = p.brief.most_length,
                      .longest_piece = p.brief.longest_piece,
                      .skin = p.hull.skin};
  sizes_->clear();
  answers_.clear();
  session_->job()->start(tr("Smallest hulls"), [self = QPointer(this), wish, brief = p.brief](const Job::Link& link) {
    std::vector<SizeAnswer> answers;
    for (const Family& family : hull_families()) {
      if (!family.loft) continue;
      link.step(tr("Smallest hull: %1").arg(term(family.name)));
      answers.push_back(smallest_hull(family.id, wish));
    }
    link.deliver([self, answers, best = recommend(brief).family] {
      if (self) self->show_answers(answers, best);
    });
  });
}

void BriefPage::show_answers(const std::vector<SizeAnswer>& answers, HullFamily best) {
  answers_ = answers;
  for (const SizeAnswer& a : answers_) {
    QString words = term(family_name(a.family));
    words = words.left(1).toUpper() + words.mid(1);
    if (a.solved)
      words +=
          tr(": %1 long, %2 wide, %3 with its hull of %4, draught %5, GM %6")
              .arg(session_->in_words(length_quantity(a.shape.length)),
                   session_->in_words(length_quantity(a.shape.beam)), session_->in_words({a.mass, Dimension::mass}),
                   session_->in_words({a.structure, Dimension::mass}), session_->in_words(length_quantity(a.draught)),
                   session_->in_words(length_quantity(a.gm)));
    if (a.pieces > 1) words += tr(", %1 pieces").arg(a.pieces);
    if (!a.message.empty()) words += ". " + session_->said(a.message);
    if (a.family == best) words += tr("  \u2190 suits the brief");
    auto* item = new QListWidgetItem(words, sizes_);
    if (a.family != best) continue;
    item->setFont(ui_font(9, QFont::DemiBold));
    sizes_->setCurrentItem(item);
  }
  sizes_->show();
  advise();
}

void BriefPage::make_boat() {
  const int row = sizes_->currentRow();
  if (row < 0 || !answers_[static_cast<std::size_t>(row)].solved) return;
  const SizeAnswer& a = answers_[static_cast<std::size_t>(row)];
  Project boat;
  boat.name = session_->project().name;
  boat.brief = session_->project().brief;
  if (!family_of(a.family).planes) boat.brief.type = BoatType::displacement;
  boat.hull = design_of(a, session_->project().hull.skin);
  emit boat_wanted(boat);
}

void BriefPage::advise() {
  const Project& p = session_->project();
  recommended_->setText(session_->said(recommend(p.brief).reason));
  const int row = sizes_->currentRow();
  const double length = row >= 0 && answers_[static_cast<std::size_t>(row)].solved
                            ? answers_[static_cast<std::size_t>(row)].shape.length
                            : session_->now().hull->model.length();
  QStringList lines;
  for (const Advice& a : sizing_advice(length)) lines << tr("%1: %2").arg(term(a.topic), session_->said(a.text));
  advice_->setText(tr("Rules of thumb, common practice without a source:") + "\n" + lines.join("\n"));
}

void BriefPage::refresh() {
  const Project& p = session_->project();
  const Brief& b = p.brief;
  if (!name_->hasFocus()) name_->setText(QString::fromStdString(p.name));
  if (!purpose_->hasFocus()) {
    purpose_->setText(QString::fromStdString(b.purpose));
    purpose_->setCursorPosition(0);
  }
  type_->setCurrentIndex(static_cast<int>(b.type));
  water_->setCurrentIndex(static_cast<int>(b.water));
  method_->setCurrentIndex(static_cast<int>(b.method));
  salt_->setCurrentIndex(b.salt_water ? 1 : 0);
  const auto optional = [](QuantityEdit* edit, double value, const QString& hint) {
    if (value > 0.0) {
      edit->setPlaceholderText(hint);
      edit->set_value(value);
    } else {
      edit->set_nothing(hint);
    }
  };
  optional(depth_, b.depth, tr("deep"));
  optional(payload_, b.payload, tr("none"));
  optional(speed_, b.wanted_speed, tr("any"));
  optional(run_time_, b.run_time, tr("any"));
  optional(most_length_, b.most_length, tr("no limit"));
  optional(piece_, b.longest_piece, tr("no limit"));
  freeboard_->set_value(b.wanted_freeboard);
  trim_low_->set_value(b.trim_low);
  trim_high_->set_value(b.trim_high);
  reserve_->set_value(b.swamped_reserve);
  if (!load_typed_) {
    double aboard = 0.0;
    for (const Part& part : p.layout.parts) aboard += part.effective_mass();
    load_->set_value(aboard > 0.0 ? aboard : std::max(1.0, b.payload));
  }
  advise();
}

}  // namespace plucky::app
