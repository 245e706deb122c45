#include "stages/float/float_page.h"

#include <QPushButton>

#include "assessment/rules.h"

namespace plucky::app {

FloatPage::FloatPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Afloat"));
  state_ = note({});
  trim_ = fact(tr("Trim, 90 % range"));
  heel_ = fact(tr("Heel, 90 % range"));
  freeboard_ = fact(tr("Freeboard range"));
  kb_ = fact(tr("KB / BM"));
  gm_ = fact(tr("GM transverse"));
  gml_ = fact(tr("GM longitudinal"));
  arm_ = fact(tr("Maximum GZ"));
  area_ = fact(tr("Area under it"));
  vanishing_ = fact(tr("Vanishing stability at"));
  righting_ = fact(tr("Inverted"));
  downflood_ = fact(tr("Downflooding angle"));
  swamped_ = fact(tr("When swamped"));
  section(tr("Slide for a trim"), "section_slide");
  wanted_trim_ = quantity(tr("Required trim"), Dimension::angle, "wanted_trim");
  wanted_trim_->set_value(radians(1.0));
  auto* slide_button = new QPushButton(tr("Slide the battery"), this);
  slide_button->setObjectName("slide_for_trim");
  wide(slide_button);
  section(tr("Ballast for a water line"), "section_ballast");
  waterline_ = quantity(tr("Water above keel"), Dimension::length, "wanted_waterline");
  ballast_height_ = quantity(tr("Ballast above keel"), Dimension::length, "ballast_height");
  waterline_->set_value(0.05);
  ballast_height_->set_value(0.008);
  auto* ballast_button = new QPushButton(tr("Put ballast aboard"), this);
  ballast_button->setObjectName("add_ballast");
  wide(ballast_button);
  // What was typed here is a question, not part of the boat: it stays until the next one.
  for (QuantityEdit* e : {wanted_trim_, waterline_, ballast_height_})
    connect(e, &QuantityEdit::entered, e, &QuantityEdit::set_value);
  connect(slide_button, &QPushButton::clicked, this, &FloatPage::slide);
  connect(ballast_button, &QPushButton::clicked, this, &FloatPage::ballast);
}

QString FloatPage::range(const Range& r, Dimension d) const {
  return tr("%1 to %2").arg(session_->shown(Quantity{r.low, d}), session_->shown(Quantity{r.high, d}));
}

void FloatPage::slide() {
  const auto edit = slide_edit(session_->now(), wanted_trim_->value());
  if (!edit) return session_->refuse(tr("No battery or part on a rail can slide to that trim."));
  Edit named = *edit;
  const auto& move = std::get<MovePart>(edit->change);
  named.label = as_said(tr("Slide %1 for %2 of trim")
                            .arg(QString::fromStdString(session_->project().layout.find(move.part)->name),
                                 session_->shown(angle_quantity(wanted_trim_->value()))));
  session_->perform(named);
  const double got = session_->now().flotation.plane.attitude.trim;
  if (std::abs(got - wanted_trim_->value()) > radians(0.05))
    session_->refuse(
        tr("The way ends there: trim is now %1 instead of %2.")
            .arg(session_->shown(angle_quantity(got)), session_->shown(angle_quantity(wanted_trim_->value()))));
}

void FloatPage::ballast() {
  const Assessment& a = session_->now();
  const double keel = a.hull->model.box.low.z();
  const BallastAnswer answer = ballast_for_waterline(a.hull->body, a.loading(), a.density(), keel + waterline_->value(),
                                                     keel + ballast_height_->value());
  if (!answer.solved) return session_->refuse(tr("No ballast does that: %1.").arg(session_->said(answer.message)));
  Part part;
  part.name = tr("Ballast for the water line").toStdString();
  part.kind = PartKind::ballast;
  part.mass = answer.mass;
  part.mass_sigma = 0.001;
  part.may_get_wet = true;
  // A lead slab twice as long as wide and a seventh as thick: lead is 11340 kg/m3.
  const double width = std::cbrt(answer.mass / 11340.0 / (2.0 / 7.0));
  part.size = Vec3(2.0 * width, width, width / 7.0);
  part.place = answer.place;
  const Id id = session_->project().next_id;
  if (session_->perform(
          {as_said(tr("%1 of ballast for the water line").arg(session_->shown(Quantity{answer.mass, Dimension::mass}))),
           AddPart{part}}))
    session_->select(id);
}

void FloatPage::refresh() {
  const Assessment& a = session_->now();
  const bool afloat = a.flotation.status == FloatStatus::afloat;
  const auto length = [&](double v) { return session_->shown(length_quantity(v)); };
  state_->setText(
      !afloat ? (a.flotation.status == FloatStatus::sinks
                     ? tr("It sinks: %1 of volume is missing.")
                           .arg(session_->shown(Quantity{a.flotation.missing_volume, Dimension::volume}))
                     : session_->said(a.flotation.message))
      : a.flotation.upright_stable
          ? tr("Floats upright in %1.").arg(a.project.brief.salt_water ? tr("sea water") : tr("fresh water"))
          : tr("Floats, but %1.").arg(session_->said(a.flotation.message)));
  for (QLabel* l : {trim_, heel_, freeboard_, kb_, gm_, gml_, arm_, area_, vanishing_, righting_, downflood_})
    set_row_visible(l, afloat);
  swamped_->setText(
      a.swamped.foam_volume > 0.0
          ? tr("needs %1 of foam").arg(session_->shown(Quantity{a.swamped.foam_volume, Dimension::volume}))
          : tr("stays afloat"));
  if (!afloat) return;
  const double kb = a.flotation.immersion.centre_of_buoyancy().z() - a.hull->model.box.low.z();
  trim_->setText(range(a.spread.trim, Dimension::angle));
  heel_->setText(range(a.spread.heel, Dimension::angle));
  freeboard_->setText(range(a.spread.least_freeboard, Dimension::length));
  kb_->setText(tr("%1 / %2").arg(
      length(kb), length(a.flotation.gm_transverse -
                         a.flotation.plane.attitude.up().dot(a.flotation.immersion.centre_of_buoyancy() - a.mass.cg))));
  gm_->setText(length(a.flotation.gm_transverse));
  gml_->setText(length(a.flotation.gm_longitudinal));
  arm_->setText(
      tr("%1 at %2").arg(length(a.stability.max_arm), session_->shown(angle_quantity(a.stability.max_arm_heel))));
  // The work that heeling it over takes, per weight: arm times angle.
  area_->setText(tr("%1 \u00b7 rad").arg(length(a.stability.area)));
  vanishing_->setText(a.stability.vanishing_angle ? session_->shown(angle_quantity(*a.stability.vanishing_angle))
                                                  : tr("never"));
  righting_->setText(a.stability.self_righting
                         ? tr("rights itself")
                         : tr("equilibrium at %1").arg(session_->shown(angle_quantity(a.stability.rests_at))));
  downflood_->setText(a.freeboard.downflood_heel
                          ? tr("at %1 of heel").arg(session_->shown(angle_quantity(*a.freeboard.downflood_heel)))
                          : tr("none dips under"));
}

}  // namespace plucky::app
