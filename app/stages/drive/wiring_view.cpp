#include "stages/drive/wiring_view.h"

#include <QPushButton>
#include <QTableWidget>

#include "assessment/places.h"
#include "layout/lead_run.h"
#include "stages/drive/wiring_picture.h"
#include "tables/items.h"
#include "words/words.h"

namespace plucky::app {

WiringView::WiringView(Session* session, QWidget* parent) : ShelfPage(session, tr("Wiring"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  picture_ = new WiringPicture(session, this);
  row->addWidget(picture_, 5);
  auto* side = new QVBoxLayout;
  table_ = make_table(this, "wiring_numbers", title(), {tr("What"), tr("Is"), tr("Bears")});
  table_->setSortingEnabled(false);
  table_->setMinimumWidth(200);
  table_->horizontalHeader()->setStretchLastSection(false);
  table_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
  side->addWidget(table_, 1);
  take_ = new QPushButton(tr("Put leads that suit aboard"), this);
  take_->setObjectName("wiring_take");
  take_->setProperty("strong", true);
  side->addWidget(take_);
  row->addLayout(side, 3);
  connect(take_, &QPushButton::clicked, this, &WiringView::take);
  connect(session, &Session::selection_changed, picture_, qOverload<>(&QWidget::update));
}

void WiringView::refresh() {
  if (session_->dragging()) return;
  picture_->show_boat(session_->state());
  fill_table();
  const WiringReport& w = session_->now().wiring;
  const bool runs = w.battery || w.motor;
  take_->setVisible(!w.told && runs);
  if (!runs)
    tell(tr("What flows in the leads is known once the boat has a steady run at full throttle."));
  else if (w.told)
    tell(tr("At full throttle, warm as at the end of a run. Lines are as thick as their copper."));
  else
    tell(tr("The boat lists no leads: shown are usual ones for its ESC, whose %1 are not counted.")
             .arg(session_->in_words({w.mass, Dimension::mass})));
}

void WiringView::fill_table() {
  const Assessment& a = session_->now();
  const WiringReport& w = a.wiring;
  table_->setRowCount(0);
  const auto add = [&](const QString& name, std::optional<double> is, std::optional<double> bears, Dimension d) {
    const int r = table_->rowCount();
    table_->insertRow(r);
    table_->setItem(r, 0, text_item(name));
    set_number(table_, *session_, r, 1, is.has_value(), is.value_or(0.0), d);
    set_number(table_, *session_, r, 2, bears.has_value(), bears.value_or(0.0), d);
  };
  const auto add_run = [&](const QString& name, const std::optional<LeadRun>& run) {
    if (!run) return;
    add(name, run->current, run->carries, Dimension::current);
    add(tr("Temperature"), run->temperature, lead_limit, Dimension::temperature);
    add(tr("Loss"), run->heat, {}, Dimension::power);
  };
  add_run(tr("Battery leads"), w.battery);
  add_run(tr("Motor leads"), w.motor);
  if (w.battery || w.motor) {
    add(tr("Plugs"), w.fuse_current, w.plug_carries, Dimension::current);
    add(tr("Fuse"), w.fuse_current, w.leads.fuse > 0.0 ? std::optional<double>(w.leads.fuse) : std::nullopt,
        Dimension::current);
    const Battery& b = a.fitted_drive.battery;
    add(tr("Charge when it stops"), w.cut_out.value_or(0.0), 1.0 - b.usable, Dimension::ratio);
  }
  add(tr("Short at the ESC"), w.short_current, {}, Dimension::current);
  add(tr("Receiver's supply"), w.receiver_current, a.fitted_drive.esc.bec_current, Dimension::current);
  if (a.power.fitted)
    add(tr("Battery at a standing start"), a.power.start.battery_voltage, w.bec_needs, Dimension::voltage);
  add(tr("Aerial over the water"), w.aerial_height, {}, Dimension::length);
  for (const LampLead& lamp : w.lamps) {
    const Part* part = a.project.layout.find(lamp.lamp);
    if (!part) continue;
    add(tr("Resistor of %1").arg(QString::fromStdString(part->name)),
        lamp.resistor ? std::optional<double>(lamp.resistor->resistance) : std::nullopt, {}, Dimension::resistance);
  }
}

void WiringView::take() {
  const Assessment& a = session_->now();
  const std::optional<LeadRun>& battery = a.wiring.battery;
  if (a.wiring.told || !battery) return;
  session_->perform(
      put_aboard(a, leads_for(battery->current, a.power.full.shaft.motor_current, a.fitted_drive.lead_lengths)));
}

TableRows WiringView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
