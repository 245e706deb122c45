// The PDF sheet of the stage Cool.
#include <cmath>

#include "report/sheet.h"
#include "stages/cool/cool_stage.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

void circuit(Sheet& s) {
  const auto flow = [&](double q) { return s.session().shown({q, Dimension::flow}); };
  const CoolingCircuit& c = s.a().project.cooling;
  s.heading(QObject::tr("Hoses"));
  if (c.empty()) {
    s.text(Sheet::left, QObject::tr("No cooling circuit."), ui_font(9), look().ink);
    s.y() += 18;
  }
  const std::vector<double> at{Sheet::left,       Sheet::left + 260, Sheet::left + 400,
                               Sheet::left + 480, Sheet::left + 560, Sheet::left + 630};
  for (std::size_t i = 0; i < c.hoses.size(); ++i) {
    const Hose& h = c.hoses[i];
    const HoseFlow* f = s.a().water.hose(h.id);
    s.table_row({QString::fromUtf8("%1 \u2192 %2")
                     .arg(QString::fromStdString(c.find(h.from)->name), QString::fromStdString(c.find(h.to)->name)),
                 term(hose_name(h.material)), s.session().shown(length_quantity(h.bore)),
                 s.session().shown(length_quantity(s.a().hoses[i].length)),
                 s.session().shown({s.a().hoses[i].mass, Dimension::mass}), f ? flow(std::abs(f->flow)) : QString()},
                at, ui_font(8.5), look().ink);
  }
  s.heading(QObject::tr("Temperatures at the end of a run at the throttle limit"));
  for (const PartHeat& p : s.a().heat.parts)
    s.table_row({QString::fromStdString(p.name), p.cooled ? QObject::tr("with water") : QObject::tr("in air"),
                 s.session().shown({p.end, Dimension::temperature}),
                 QObject::tr("dry %1").arg(s.session().shown({p.dry_end, Dimension::temperature})),
                 QObject::tr("limit %1").arg(s.session().shown({p.limit, Dimension::temperature})),
                 s.session().shown({p.loss, Dimension::power})},
                at, ui_font(8.5), look().ink);
}

}  // namespace

void draw_cool_sheet(Sheet& s) {
  s.head(QObject::tr("Keeping it cool"));
  s.picture(Stage::cool);
  circuit(s);
}

}  // namespace plucky::app
