// The PDF sheet of the stage Seal.
#include <cmath>

#include "report/sheet.h"
#include "stages/seal/seal_stage.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

void openings(Sheet& s) {
  const SealReport& r = s.a().seal;
  const auto flow = [&](double q) { return s.session().shown({q, Dimension::flow}); };
  const auto over = [&](double m) { return s.session().in_words(length_quantity(m)); };
  s.heading(QObject::tr("Water ingress points"));
  const std::vector<double> at{Sheet::left,       Sheet::left + 200, Sheet::left + 370,
                               Sheet::left + 450, Sheet::left + 530, Sheet::left + 615};
  s.table_row({QObject::tr("Ingress point"), QObject::tr("Sealed by"), QObject::tr("at rest"), QObject::tr("driven"),
               QObject::tr("seal failed"), QObject::tr("over the water")},
              at, ui_font(8, QFont::DemiBold), look().muted);
  int number = 0;
  for (const SealOpening& o : r.openings) {
    QString sealed = term(method_name(o.method));
    if (o.condition != SealCondition::sound) sealed += ", " + term(condition_name(o.condition)).toLower();
    s.table_row({QString("%1  %2").arg(++number).arg(s.session().said(o.name)), sealed, flow(o.expected),
                 flow(o.running), flow(o.worst), over(o.over_standing)},
                at, ui_font(8.5), look().ink);
  }
  s.y() += 6;
  const auto danger = [&](const FloodCourse& c) {
    return c.danger() ? QObject::tr("in danger after %1").arg(s.session().shown(c.danger(), Dimension::duration))
                      : QObject::tr("nothing in danger within two hours");
  };
  s.y() +=
      s.paragraph(Sheet::left,
                  QObject::tr("Together %1 at rest, %2; %3 driven, %4. Leaks go with the third power of a gap: read "
                              "them as sizes.")
                      .arg(flow(r.expected), danger(r.course), flow(r.running), danger(r.driven)),
                  ui_font(9), look().ink, Sheet::right - Sheet::left) +
      4;
}

}  // namespace

void draw_seal_sheet(Sheet& s) {
  s.head(QObject::tr("Keeping it dry"));
  s.picture(Stage::seal);
  openings(s);
}

}  // namespace plucky::app
