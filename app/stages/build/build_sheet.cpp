// The PDF sheet of the stage Build.
#include <algorithm>

#include "report/sheet.h"
#include "stages/build/build_stage.h"
#include "stages/build/flat_view.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

void sections(Sheet& s) {
  const BuildReport& r = s.a().build;
  s.heading(QObject::tr("Sections of the printed hull"));
  const std::vector<double> at{Sheet::left,       Sheet::left + 120, Sheet::left + 330,
                               Sheet::left + 430, Sheet::left + 530, Sheet::left + 615};
  s.table_row({QObject::tr("Section"), QObject::tr("On the bed"), QObject::tr("length"), QObject::tr("width"),
               QObject::tr("height"), QObject::tr("mass of walls")},
              at, ui_font(8, QFont::DemiBold), look().muted);
  const auto length = [&](double m) { return s.session().in_words(length_quantity(m)); };
  int number = 0;
  for (const SectionPlan& p : r.sections)
    s.table_row({QString::number(++number), p.stance.fits ? term(stance_name(p.stance.stance)) : QObject::tr("no room"),
                 length(p.size.x()), length(p.size.y()), length(p.size.z()),
                 s.session().in_words({p.material * s.a().project.hull.skin.density, Dimension::mass})},
                at, ui_font(8.5), look().ink);
}

void flat_pieces(Sheet& s) {
  s.heading(QObject::tr("Flat pieces, panels with their outer face up"));
  const double gap = 14.0;
  for (const Drawing& d : piece_drawings(s.a().build)) {
    const Vec2 size = d.bounds().size();
    const double scale = std::min((Sheet::right - Sheet::left) / size.x(), 200.0 / size.y());
    s.room(scale * size.y() + gap + 16.0);
    s.text(Sheet::left, s.session().said(d.title), ui_font(8.5, QFont::DemiBold), look().ink);
    s.y() += 16.0;
    paint_drawing(s.painter(), d, {Sheet::left, s.y() + scale * size.y()}, scale, s.session(), 0.8, 5.0);
    s.y() += scale * size.y() + gap;
  }
}

}  // namespace

void draw_build_sheet(Sheet& s) {
  s.head(QObject::tr("What it is made of"));
  s.picture(Stage::build);
  if (s.a().build.printed)
    sections(s);
  else
    flat_pieces(s);
}

}  // namespace plucky::app
