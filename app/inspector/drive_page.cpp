#include "inspector/drive_page.h"

#include <cmath>

namespace plucky::app {

namespace {
constexpr Propulsor propulsors[] = {Propulsor::none, Propulsor::propeller, Propulsor::jet, Propulsor::air_propeller};
}

DrivePage::DrivePage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Drive, by pitch and slip"));
  QStringList names;
  for (const Propulsor p : propulsors) names << tr(propulsor_name(p));
  propulsor_ = choice(tr("Driven by"), names, "propulsor");
  count(tr("Drives"), "drive_count", &Drive::count);
  number(tr("Motor Kv"), Dimension::speed_constant, "drive_kv", &Drive::kv);
  number(tr("No-load current"), Dimension::current, "drive_no_load", &Drive::no_load_current);
  number(tr("ESC, continuous"), Dimension::current, "drive_esc", &Drive::current_limit);
  count(tr("Cells in series"), "drive_cells", &Drive::cells);
  number(tr("Volts a cell"), Dimension::voltage, "drive_cell_voltage", &Drive::cell_voltage);
  number(tr("Capacity"), Dimension::charge, "drive_capacity", &Drive::capacity);
  number(tr("Battery C rating"), Dimension::none, "drive_c_rating", &Drive::discharge_rate);
  number(tr("Used of it"), Dimension::ratio, "drive_usable", &Drive::usable);
  number(tr("Propeller diameter"), Dimension::length, "drive_diameter", &Drive::diameter);
  number(tr("Pitch"), Dimension::length, "drive_pitch", &Drive::pitch);
  count(tr("Blades"), "drive_blades", &Drive::blades);
  number(tr("Blade area of disc"), Dimension::ratio, "drive_blade_area", &Drive::blade_area);
  number(tr("Slip"), Dimension::ratio, "drive_slip", &Drive::slip);
  number(tr("Loaded revolutions"), Dimension::ratio, "drive_loaded", &Drive::loaded);
  heading(tr("At full throttle"));
  speed_ = fact(tr("Speed"));
  revolutions_ = fact(tr("Revolutions"));
  thrust_ = fact(tr("Thrust"));
  current_ = fact(tr("Current"));
  power_ = fact(tr("Power"));
  run_time_ = fact(tr("Run time"));
  note(tr(
      "Revolutions are Kv times volts times the loaded share, about 80 %; speed is revolutions times pitch less slip, "
      "10 to 20 % at speed (common practice, no source). Torque is a blade element's, good to about a third; jets and "
      "air propellers less. The boat's resistance is not in it yet."));
  caution_ =
      note(tr("A propeller cuts whenever the battery is in: take it off, or hold the boat fast, for bench runs; guard "
              "an air propeller and keep out of its plane."),
           true);
  connect(propulsor_, &QComboBox::activated, this, [this](int i) {
    change(tr("Drive"), [=](Drive& d) {
      d.propulsor = propulsors[i];
      d.slip = usual_slip(d.propulsor);
    });
  });
}

void DrivePage::number(const QString& label, Dimension dimension, const char* name, double Drive::*member) {
  QuantityEdit* edit = quantity(label, dimension, name);
  numbers_.push_back({member, edit});
  connect(edit, &QuantityEdit::entered, this,
          [this, label, member](double si) { change(label, [=](Drive& d) { d.*member = si; }); });
}

void DrivePage::count(const QString& label, const char* name, std::uint32_t Drive::*member) {
  QuantityEdit* edit = quantity(label, Dimension::none, name);
  counts_.push_back({member, edit});
  connect(edit, &QuantityEdit::entered, this, [this, label, member](double si) {
    if (si < 0.5 || si > 100.0 || std::abs(si - std::round(si)) > 1e-9) {
      session_->refuse(tr("%1: wants a whole number of one or more. The old value stays.").arg(label));
      return refresh();
    }
    change(label, [=](Drive& d) { d.*member = static_cast<std::uint32_t>(std::lround(si)); });
  });
}

void DrivePage::change(const QString& what, const std::function<void(Drive&)>& how) {
  Drive drive = session_->project().drive;
  how(drive);
  session_->perform({tr("%1 of the drive").arg(what).toStdString(), ChangeDrive{drive}});
  refresh();
}

void DrivePage::refresh() {
  const Drive& d = session_->project().drive;
  const DriveReport& r = session_->now().drive;
  propulsor_->setCurrentIndex(static_cast<int>(d.propulsor));
  const bool fitted = d.propulsor != Propulsor::none;
  for (const Number& n : numbers_) {
    n.edit->set_value(d.*n.member);
    set_row_visible(n.edit, fitted);
  }
  for (const Count& c : counts_) {
    c.edit->set_value(d.*c.member);
    set_row_visible(c.edit, fitted);
  }
  const auto fact_of = [&](QLabel* label, double si, Dimension dimension) {
    label->setText(r.fitted ? session_->shown({si, dimension}) : QString::fromUtf8("\u2013"));
  };
  fact_of(speed_, r.speed, Dimension::speed);
  fact_of(revolutions_, r.revolutions, Dimension::revolutions);
  fact_of(thrust_, r.thrust, Dimension::force);
  fact_of(current_, r.current, Dimension::current);
  fact_of(power_, r.power, Dimension::power);
  fact_of(run_time_, r.run_time, Dimension::duration);
}

}  // namespace plucky::app
