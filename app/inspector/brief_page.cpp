#include "inspector/brief_page.h"

namespace plucky::app {

BriefPage::BriefPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Brief"));
  name_ = text(tr("Boat"), "boat_name");
  purpose_ = text(tr("Purpose"), "boat_purpose");
  QStringList types;
  for (const BoatType t : {BoatType::shaft_monohull, BoatType::air_sled, BoatType::jet, BoatType::displacement})
    types << tr(boat_type_name(t));
  type_ = choice(tr("Type"), types, "boat_type");
  type_->setToolTip(tr("Decides where the centre of gravity is wanted."));
  water_ = choice(tr("Water"), {tr("fresh, 20 \u00b0C"), tr("sea, 15 \u00b0C")}, "boat_water");
  freeboard_ = quantity(tr("Least freeboard"), Dimension::length, "wanted_freeboard");
  trim_low_ = quantity(tr("Trim, lowest"), Dimension::angle, "trim_low");
  trim_high_ = quantity(tr("Trim, highest"), Dimension::angle, "trim_high");
  reserve_ = quantity(tr("Reserve when swamped"), Dimension::ratio, "swamped_reserve");
  note(
      tr("Trim is positive bow up, at rest. The reserve is the share of its mass that the flooded boat should carry "
         "beyond itself."));
  note(tr("Cold water kills: no wading or swimming after a dead boat. Keep clear of people and wildlife; local rules "
          "on radio and waters come first."),
       true);

  connect(name_, &QLineEdit::editingFinished, this, [this] {
    if (name_->isModified())
      session_->perform({tr("Name of the boat").toStdString(), Rename{name_->text().toStdString()}});
    refresh();
  });
  connect(purpose_, &QLineEdit::editingFinished, this, [this] {
    if (purpose_->isModified()) change(tr("Purpose"), [this](Brief& b) { b.purpose = purpose_->text().toStdString(); });
  });
  connect(type_, &QComboBox::activated, this,
          [this](int i) { change(tr("Type of boat"), [=](Brief& b) { b.type = static_cast<BoatType>(i); }); });
  connect(water_, &QComboBox::activated, this,
          [this](int i) { change(tr("Water"), [=](Brief& b) { b.salt_water = i == 1; }); });
  connect(freeboard_, &QuantityEdit::entered, this,
          [this](double v) { change(tr("Wanted freeboard"), [=](Brief& b) { b.wanted_freeboard = v; }); });
  connect(trim_low_, &QuantityEdit::entered, this,
          [this](double v) { change(tr("Wanted trim"), [=](Brief& b) { b.trim_low = v; }); });
  connect(trim_high_, &QuantityEdit::entered, this,
          [this](double v) { change(tr("Wanted trim"), [=](Brief& b) { b.trim_high = v; }); });
  connect(reserve_, &QuantityEdit::entered, this,
          [this](double v) { change(tr("Reserve"), [=](Brief& b) { b.swamped_reserve = v; }); });
}

void BriefPage::change(const QString& what, const std::function<void(Brief&)>& how) {
  Brief brief = session_->project().brief;
  how(brief);
  if (!(brief.trim_high > brief.trim_low))
    session_->refuse(tr("The highest trim must be above the lowest; the old value stays."));
  else if (!(brief.wanted_freeboard >= 0.0 && brief.swamped_reserve >= 0.0))
    session_->refuse(tr("Wants zero or more; the old value stays."));
  else
    session_->perform({what.toStdString(), ChangeBrief{brief}});
  refresh();
}

void BriefPage::refresh() {
  const Project& p = session_->project();
  if (!name_->hasFocus()) name_->setText(QString::fromStdString(p.name));
  if (!purpose_->hasFocus()) {
    purpose_->setText(QString::fromStdString(p.brief.purpose));
    purpose_->setCursorPosition(0);
  }
  type_->setCurrentIndex(static_cast<int>(p.brief.type));
  water_->setCurrentIndex(p.brief.salt_water ? 1 : 0);
  freeboard_->set_value(p.brief.wanted_freeboard);
  trim_low_->set_value(p.brief.trim_low);
  trim_high_->set_value(p.brief.trim_high);
  reserve_->set_value(p.brief.swamped_reserve);
}

}  // namespace plucky::app
