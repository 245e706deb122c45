#include "devices/weigh_page.h"

#include <QPushButton>
#include <QSerialPortInfo>
#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "base/numbered.h"
#include "session/today.h"
#include "stages/trial/adopt.h"
#include "theme/theme.h"
#include "trial/weighing.h"

namespace plucky::app {

namespace {
constexpr double scale_sigma = 0.0005, support_sigma = 0.001;  // kg and m
}

WeighPage::WeighPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Weighing bench"));
  port_ = choice(tr("Scale on"), {tr("practice scale")}, "scale_port");
  port_->setEditable(true);
  for (const QSerialPortInfo& p : QSerialPortInfo::availablePorts()) port_->addItem(p.systemLocation());
  baud_ = choice(tr("Speed, baud"), {"9600", "4800", "2400", "19200", "38400", "115200"}, "scale_baud");
  connect_ = new QPushButton(tr("Connect"), this);
  connect_->setObjectName("scale_connect");
  wide(connect_);
  state_ = note({});
  state_->setObjectName("scale_state");
  reading_ = new QLabel(this);
  reading_->setObjectName("scale_reading");
  reading_->setFont(ui_font(20, QFont::DemiBold));
  reading_->setAlignment(Qt::AlignRight);
  wide(reading_);
  put_ = quantity(tr("Put on it (practice)"), Dimension::mass, "scale_put");
  tare_ = new QPushButton(tr("Tare"), this);
  tare_->setObjectName("scale_tare");
  tare_->setProperty("quiet", true);
  wide(tare_);

  section(tr("A part"), "section_weigh_part");
  part_ = choice(tr("On the scale"), {}, "weigh_part");
  by_itself_ = check(tr("Take it when steady, then the next"), "weigh_by_itself");
  take_ = new QPushButton(this);
  take_->setObjectName("weigh_take");
  take_->setProperty("strong", true);
  wide(take_);

  section(tr("The whole boat on supports"), "section_weigh_boat");
  note(
      tr("Level on two supports along the boat, or three for the sideways balance too. One scale will do: move it from "
         "support to support, with blocks of the same height under the others."));
  const auto follow = [this](QuantityEdit* e) {
    connect(e, &QuantityEdit::entered, this, [this, e](double si) {
      e->set_value(si);
      show_whole();
    });
  };
  for (std::size_t i = 0; i < supports_.size(); ++i) {
    Support& s = supports_[i];
    s.x = quantity(tr("%1: from transom").arg(i + 1), Dimension::length,
                   QString("support_x_%1").arg(i).toUtf8().constData());
    s.y =
        quantity(tr("%1: to port").arg(i + 1), Dimension::length, QString("support_y_%1").arg(i).toUtf8().constData());
    s.mass =
        quantity(tr("%1: shows").arg(i + 1), Dimension::mass, QString("support_mass_%1").arg(i).toUtf8().constData());
    s.mass->set_nothing(i == 2 ? tr("not used") : tr("not read"));
    s.take = new QPushButton(tr("Take reading %1").arg(i + 1), this);
    s.take->setObjectName(QString("support_take_%1").arg(i));
    s.take->setProperty("quiet", true);
    wide(s.take);
    connect(s.take, &QPushButton::clicked, this, [this, i] { take_support(i); });
    for (QuantityEdit* e : {s.x, s.y, s.mass}) follow(e);
    connect(s.mass, &QuantityEdit::cleared, this, &WeighPage::show_whole);
  }
  section(tr("Or hung from one point"), "section_weigh_hung");
  note(
      tr("A cord round the hull and a hanging scale. How far the bow hangs up or down tells where along it the CG is; "
         "hung a second time from another point, how high it is too."));
  for (std::size_t i = 0; i < hooks_.size(); ++i) {
    Hook& h = hooks_[i];
    const auto field = [&](const QString& words, Dimension d, const char* name) {
      QuantityEdit* e = quantity(words.arg(i + 1), d, QString(name).arg(i).toUtf8().constData());
      follow(e);
      return e;
    };
    h.x = field(tr("%1: from transom"), Dimension::length, "hook_x_%1");
    h.z = field(tr("%1: over the keel"), Dimension::length, "hook_z_%1");
    h.tilt = field(tr("%1: bow up by"), Dimension::angle, "hook_tilt_%1");
    h.mass = field(tr("%1: shows"), Dimension::mass, "hook_mass_%1");
    for (QuantityEdit* e : {h.tilt, h.mass}) {
      e->set_nothing(i == 1 ? tr("not used") : tr("not read"));
      connect(e, &QuantityEdit::cleared, this, &WeighPage::show_whole);
    }
  }
  end_section();
  whole_ = note({});
  whole_->setObjectName("whole_boat");
  auto* row = new QHBoxLayout;
  keep_ = new QPushButton(tr("Keep in the log"), this);
  keep_->setObjectName("whole_keep");
  adopt_ = new QPushButton(tr("Keep and adopt"), this);
  adopt_->setObjectName("whole_adopt");
  row->addWidget(keep_);
  row->addWidget(adopt_);
  wide(row);
  auto* back = new QPushButton(tr("Back to the boat"), this);
  back->setObjectName("weigh_back");
  back->setProperty("quiet", true);
  wide(back);

  connect(connect_, &QPushButton::clicked, this, &WeighPage::connect_or_not);
  connect(tare_, &QPushButton::clicked, &link_, &ScaleLink::tare);
  connect(&practice_, &PracticeDevice::ready, this, [this](const QString& port) { link_.open(port, 9600); });
  connect(&practice_, &PracticeDevice::failed, session_, &Session::refuse);
  connect(&link_, &ScaleLink::heard, this, &WeighPage::hear);
  connect(&link_, &ScaleLink::state_changed, this, &WeighPage::show_state);
  connect(put_, &QuantityEdit::entered, this, [this](double kg) {
    put_->set_value(kg);
    practice_.say(QString("put %1").arg(1000.0 * kg, 0, 'f', 2));
  });
  connect(take_, &QPushButton::clicked, this, [this] {
    if (const auto kg = link_.listener().settled())
      take_part(*kg);
    else
      session_->refuse(tr("The scale is not steady yet."));
  });
  connect(keep_, &QPushButton::clicked, this, [this] { keep_whole(false); });
  connect(adopt_, &QPushButton::clicked, this, [this] { keep_whole(true); });
  connect(back, &QPushButton::clicked, this, &WeighPage::done);
  const Box3& box = session_->now().hull->model.box;
  supports_[0].x->set_value(0.1 * box.size().x());
  supports_[1].x->set_value(0.8 * box.size().x());
  supports_[2].x->set_value(0.1 * box.size().x());
  for (const Support& s : supports_) s.y->set_value(0.0);
  show_state();
}

void WeighPage::begin_practice() {
  port_->setCurrentText(tr("practice scale"));
  if (!link_.is_open()) connect_or_not();
}

void WeighPage::connect_or_not() {
  if (link_.is_open() || practice_.running()) {
    link_.close();
    practice_.stop();
    return show_state();
  }
  if (port_->currentText() == tr("practice scale"))
    practice_.start();
  else
    link_.open(port_->currentText(), baud_->currentText().toInt());
}

void WeighPage::show_state() {
  const bool open = link_.is_open();
  state_->setText(link_.words());
  state_->setProperty("caution", link_.trouble());
  state_->setProperty("muted", !link_.trouble());
  state_->setStyleSheet(link_.trouble() ? QString("color:%1").arg(look().buoy_text.name()) : QString());
  connect_->setText(open ? tr("Disconnect") : tr("Connect"));
  if (!open) reading_->setText(QString::fromUtf8("\u2013"));
  for (QPushButton* b : {tare_, take_}) b->setEnabled(open);
  for (const Support& s : supports_) s.take->setEnabled(open);
  set_row_visible(put_, open && practice_.running());
}

void WeighPage::hear() {
  const auto& last = link_.listener().last();
  if (!last) return;
  const auto settled = link_.listener().settled();
  // Between two things the pan moves or shows something else; a busy machine may miss the moving.
  if (!last->stable || std::abs(last->mass - taken_) > 0.002) armed_ = true;
  reading_->setText(last->overload ? tr("too heavy")
                                   : tr("%1 %2").arg(session_->shown({settled.value_or(last->mass), Dimension::mass}),
                                                     settled ? tr("steady") : tr("moving")));
  reading_->setAccessibleName(reading_->text());
  if (settled && armed_ && by_itself_->isChecked() && *settled > 0.001) take_part(*settled);
}

void WeighPage::take_part(double kg) {
  const Part* found = session_->project().layout.find(part_->currentData().toUInt());
  if (!found) return session_->refuse(tr("Choose the part that is on the scale."));
  if (!(kg > 0.0)) return session_->refuse(tr("The scale shows nothing on it."));
  Part part = *found;
  part.measured_mass = kg;
  part.measured_sigma = scale_sigma;
  armed_ = false;
  taken_ = kg;
  link_.next();
  const Id weighed = part.id;
  session_->perform(
      {as_said(tr("Weigh %1: %2").arg(QString::fromStdString(part.name), session_->in_words({kg, Dimension::mass}))),
       ChangePart{part}});
  // On to the next part that has not been weighed.
  const auto& parts = session_->project().layout.parts;
  const auto at = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == weighed; });
  for (auto it = at; it != parts.end(); ++it)
    if (!it->measured_mass) return part_->setCurrentIndex(part_->findData(it->id));
}

void WeighPage::take_support(std::size_t index) {
  const auto kg = link_.listener().settled();
  if (!kg) return session_->refuse(tr("The scale is not steady yet."));
  supports_[index].mass->set_value(*kg);
  link_.next();
  show_whole();
}

std::vector<SupportReading> WeighPage::standing() const {
  std::vector<SupportReading> read;
  const Box3& box = session_->now().hull->model.box;
  for (const Support& s : supports_)
    if (s.mass->has_value())
      read.push_back(
          {.id = fresh_id(read), .place = {box.low.x() + s.x->value(), s.y->value(), 0.0}, .mass = s.mass->value()});
  return read;
}

std::vector<SupportReading> WeighPage::hanging() const {
  std::vector<SupportReading> read;
  const Box3& box = session_->now().hull->model.box;
  for (const Hook& h : hooks_)
    if (h.mass->has_value() && h.tilt->has_value())
      read.push_back({.id = fresh_id(read),
                      .place = {box.low.x() + h.x->value(), 0.0, box.low.z() + h.z->value()},
                      .mass = h.mass->value(),
                      .tilt = h.tilt->value()});
  return read;
}

std::optional<FoundMass> WeighPage::whole() const {
  constexpr double tilt_sigma = 0.5 * pi / 180.0;  // read off with a card: common practice, no source
  const std::vector<SupportReading> hung = hanging(), stood = standing();
  const double z = session_->now().mass.cg.z();
  if (hung.empty() && stood.size() < 2) return std::nullopt;
  FoundMass found =
      hung.empty() ? weigh_boat(stood, scale_sigma, support_sigma, z) : weigh_hung(hung, scale_sigma, tilt_sigma, z);
  found.planned_mass = session_->now().mass.total;
  found.planned_cg = session_->now().mass.cg;
  return found;
}

void WeighPage::show_whole() {
  QString words = tr("Two readings on supports, or one of a boat that hangs.");
  bool good = false;
  try {
    if (const auto f = whole()) {
      good = true;
      const double transom = session_->now().hull->model.box.low.x();
      words = tr("%1 \u00b1 %2, CG %3 \u00b1 %4 from the transom, %5 to port. Drawn: %6, CG %7.")
                  .arg(session_->shown({f->mass, Dimension::mass}), session_->shown({f->mass_sigma, Dimension::mass}),
                       session_->shown(length_quantity(f->cg.x() - transom)),
                       session_->shown(length_quantity(f->cg_sigma.x())), session_->shown(length_quantity(f->cg.y())),
                       session_->shown({f->planned_mass, Dimension::mass}),
                       session_->shown(length_quantity(f->planned_cg.x() - transom)));
    }
  } catch (const InvalidInput& e) {
    words = session_->said(e.sentence());
  }
  whole_->setText(words);
  keep_->setEnabled(good);
  adopt_->setEnabled(good);
}

void WeighPage::keep_whole(bool adopt) {
  const auto found = whole();
  if (!found) return;
  TrialLog log = session_->project().trial;
  const std::vector<SupportReading> hung = hanging();
  const BoatWeighing w{
      .id = fresh_id(log.weighings), .date = today(), .supports = hung.empty() ? standing() : hung, .found = *found};
  log.weighings.push_back(w);
  if (!session_->perform({as_said(tr("Weigh the whole boat")), ChangeTrial{log}}) || !adopt) return;
  adopt_found(*session_, *found, tr("weighing of %1").arg(QString::fromStdString(w.date)));
}

void WeighPage::refresh() {
  const QVariant chosen = part_->currentData();
  part_->blockSignals(true);
  part_->clear();
  for (const Part& p : session_->project().layout.parts)
    part_->addItem(
        QString::fromStdString(p.name) +
            (p.measured_mass ? tr(", %1").arg(session_->shown({*p.measured_mass, Dimension::mass})) : QString()),
        p.id);
  const Id wanted = session_->selected_part() ? session_->selection() : chosen.toUInt();
  part_->setCurrentIndex(std::max(0, part_->findData(wanted)));
  part_->blockSignals(false);
  take_->setText(tr("Take as its measured mass"));
  show_whole();
}

}  // namespace plucky::app
