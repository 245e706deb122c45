#include "stages/float/hydrostatics_chart.h"

#include <qcustomplot.h>

#include <array>

#include "io/hydrostatic_cells.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double gram = 1e-3, ounce = 0.028349523125;  // kg
constexpr std::array trims{0.0, radians(-2.0), radians(2.0)};

std::vector<HydrostaticRow> rows_of_boat(const Assessment& a, std::size_t draughts) {
  return hydrostatic_table(a.hull->model, a.hull->body, a.density(), usual_draughts(a.hull->model, draughts), trims);
}

}  // namespace

HydrostaticsChart::HydrostaticsChart(Session* session, QWidget* parent)
    : ChartPage(session, tr("Hydrostatics"), "hydrostatics_plot", parent),
      down_(plot_->addGraph()),
      up_(plot_->addGraph()) {}

void HydrostaticsChart::refresh() {
  if (session_->dragging()) return;
  restyle();
  const Assessment& a = session_->now();
  const bool metric = session_->units() == UnitSystem::metric;
  const double unit = length_unit(), mass_unit = metric ? gram : ounce;
  constexpr std::size_t count = 40;
  const std::vector<HydrostaticRow> rows = rows_of_boat(a, count);
  QCPGraph* graphs[] = {curve_, down_, up_};
  for (std::size_t t = 0; t < trims.size(); ++t) {
    QVector<double> x, y;
    for (std::size_t i = 0; i < count; ++i) {
      const HydrostaticRow& r = rows[t * count + i];
      x << r.draught / unit;
      y << r.mass / mass_unit;
    }
    graphs[t]->setData(x, y);
    if (t > 0) graphs[t]->setPen(QPen(look().muted, 1.2, t == 1 ? Qt::DashLine : Qt::DotLine));
  }
  names_.name(curve_, tr("level"));
  names_.name(down_, tr("bow 2\u00b0 down"));
  names_.name(up_, tr("bow 2\u00b0 up"));
  const double middle = a.hull->model.box.low.x() + 0.5 * a.hull->model.length();
  const QPointF boat = a.flotation.upright() ? QPointF(a.flotation.plane.z_at(middle) / unit, a.mass.total / mass_unit)
                                             : QPointF(qQNaN(), qQNaN());
  tell(
      tr("Draught over the base line amidships. Export the table for water plane, centres, metacentres and moment to "
         "trim at every draught, level and trimmed."));
  finish(tr("draught amidships, %1").arg(length_name()), metric ? tr("displaces, g") : tr("displaces, oz"), boat);
}

QString HydrostaticsChart::value_words(double x, double y) const {
  const bool metric = session_->units() == UnitSystem::metric;
  const Assessment& a = session_->now();
  const double draught = x * length_unit(), level = 0.0;
  const HydrostaticRow r =
      hydrostatic_table(a.hull->model, a.hull->body, a.density(), {&draught, 1}, {&level, 1}).front();
  QString words = tr("%1 of draught carries %2")
                      .arg(session_->shown(length_quantity(draught)),
                           session_->shown({y * (metric ? gram : ounce), Dimension::mass}));
  if (r.km_transverse && r.lcb)
    words += tr(", metacentre %1 over the base line, centre of buoyancy %2 from the transom")
                 .arg(session_->shown(length_quantity(*r.km_transverse)), session_->shown(length_quantity(*r.lcb)));
  return words;
}

TableRows HydrostaticsChart::table() const {
  constexpr std::size_t count = 20;
  return hydrostatic_cells(rows_of_boat(session_->now(), count));
}

}  // namespace plucky::app
