#include "report/book_chapters.h"

#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <map>

#include "assessment/fixtures.h"
#include "assessment/stages/build/bill.h"
#include "session/today.h"
#include "stages/build/work_dates.h"
#include "stages/stages.h"
#include "theme/theme.h"
#include "view3d/raster.h"

namespace plucky::app::chapters {

namespace {

QString plain(const std::string& text) {
  return QString::fromStdString(text);
}

void tick_box(Sheet& s, bool done) {
  const QRectF box(Sheet::left, s.y() + 2, 10, 10);
  s.painter().setPen(QPen(look().ink, 1.2));
  s.painter().setBrush(Qt::NoBrush);
  s.painter().drawRect(box);
  if (done)
    s.painter().drawPolyline(
        QPolygonF({box.topLeft() + QPointF(2, 5), box.topLeft() + QPointF(4, 8), box.topRight() + QPointF(-1, 2)}));
}

/// A solid from the quarter in a box of its own; the sheet does not move on.
void solid_picture(Sheet& s, const TriangleMesh& solid, const QRectF& box, const QColor& colour) {
  constexpr int sharp = 3;
  Camera c{.turn = camera_turn(radians(140.0), radians(24.0)), .size = box.size().toSize() * sharp};
  Vec3 low = Vec3::Constant(1e9), high = -low;
  for (const Vec3& v : solid.vertices) low = low.cwiseMin(c.turn * v), high = high.cwiseMax(c.turn * v);
  c.middle = c.turn.transpose() * (0.5 * (low + high));
  c.scale = 0.94 * std::min(c.size.width() / (high.x() - low.x()), c.size.height() / (high.y() - low.y()));
  Raster r(c, Qt::white);
  r.solid(solid, colour);
  r.finish();
  s.painter().setRenderHint(QPainter::SmoothPixmapTransform);
  s.painter().drawImage(box, r.image());
}

}  // namespace

void fact(Sheet& s, const QString& label, const QString& value) {
  s.room(18);
  s.text(Sheet::left, label, ui_font(9.5), look().muted, 0.4 * book_width);
  const double height =
      s.paragraph(Sheet::left + 0.4 * book_width, value, ui_font(9.5, QFont::Medium), look().ink, 0.6 * book_width);
  s.y() += std::max(17.0, height + 2);
}

void blank_lines(Sheet& s, const QStringList& columns, int rows) {
  const double step = book_width / static_cast<double>(columns.size());
  s.room(40 + 20 * rows);
  for (int c = 0; c < columns.size(); ++c)
    s.text(Sheet::left + step * c, columns[c], ui_font(8, QFont::DemiBold), look().muted, step - 6);
  s.y() += 16;
  s.painter().setPen(QPen(look().line, 1));
  for (int r = 0; r < rows; ++r) {
    s.y() += 20;
    s.painter().drawLine(QPointF(Sheet::left, s.y()), QPointF(Sheet::right, s.y()));
  }
  s.y() += 12;
}

void hull_picture(Sheet& s, double height) {
  solid_picture(s, s.a().hull->model.skin, {Sheet::left, s.y(), book_width, height}, QColor("#DAD6C8"));
  s.y() += height + 10;
}

void fixtures(Sheet& s) {
  s.heading(QObject::tr("Mounts and jigs"));
  for (std::size_t i = 0; i < s.a().fixtures.size(); ++i) {
    const Fixture& f = s.a().project.build.fixtures[i];
    const FixtureSolids& solids = s.a().fixtures[i];
    constexpr double picture = 110.0, words = Sheet::left + 170.0, width = book_width - 170.0;
    s.room(picture + 12);
    const double top = s.y();
    s.text(words, plain(f.name), ui_font(10, QFont::DemiBold), look().ink);
    s.y() += 17;
    if (solids.bodies.empty()) {
      s.y() += s.paragraph(words, s.session().said(solids.none), ui_font(9), look().buoy_text, width) + 8;
      continue;
    }
    TriangleMesh all;
    for (const FixtureBody& b : solids.bodies) append(all, mesh_of(b.stack));
    solid_picture(s, all, {Sheet::left, top, 150.0, picture}, QColor("#C9D3CB"));
    const Vec3 size = solids.box.size();
    const auto length = [&](double m) { return s.session().in_words(length_quantity(m)); };
    s.text(words,
           QObject::tr("%1 by %2 by %3, %4, %5")
               .arg(length(size.x()), length(size.y()), length(size.z()),
                    s.session().in_words({own_mass(s.a(), f, solids), Dimension::mass}),
                    term(fixture_material_name(f.material))),
           ui_font(9), look().ink);
    s.y() += 15;
    for (const Text& n : solids.notes)
      s.y() += s.paragraph(words, s.session().said(n), ui_font(9), look().ink, width) + 2;
    s.y() = std::max(s.y(), top + picture) + 10;
  }
}

void brief(Sheet& s) {
  const Brief& b = s.a().project.brief;
  const auto in_words = [&](double si, Dimension d) { return s.session().in_words({si, d}); };
  const auto wish = [&](const QString& label, double si, Dimension d) {
    fact(s, label, si > 0.0 ? in_words(si, d) : QObject::tr("not asked for"));
  };
  s.heading(QObject::tr("Brief"));
  fact(s, QObject::tr("Purpose"), plain(b.purpose));
  fact(s, QObject::tr("Kind of boat"), term(boat_type_name(b.type)));
  fact(s, QObject::tr("Water"),
       b.salt_water ? QObject::tr("%1, salt").arg(term(water_kind_name(b.water))) : term(water_kind_name(b.water)));
  fact(s, QObject::tr("Made"), term(build_method_name(b.method)));
  wish(QObject::tr("Payload"), b.payload, Dimension::mass);
  wish(QObject::tr("Speed"), b.wanted_speed, Dimension::speed);
  wish(QObject::tr("Run time at full throttle"), b.run_time, Dimension::duration);
  wish(QObject::tr("Freeboard"), b.wanted_freeboard, Dimension::length);
  wish(QObject::tr("Longest boat"), b.most_length, Dimension::length);
  fact(s, QObject::tr("Trim at rest"), s.session().shown(Range{b.trim_low, b.trim_high}, Dimension::angle));
  const HullDesign& h = s.a().project.hull;
  s.heading(QObject::tr("Hull"));
  fact(s, QObject::tr("Family"), term(family_name(h.family)));
  for (const HullParameter& p : hull_parameters(h.family))
    fact(s, term(p.label), in_words(h.shape.*p.member, p.dimension));
  fact(s, QObject::tr("Material"), plain(h.skin.material));
  fact(s, QObject::tr("Shell, deck, frames"),
       QObject::tr("%1, %2, %3")
           .arg(in_words(h.skin.shell_thickness, Dimension::length), in_words(h.skin.deck_thickness, Dimension::length),
                in_words(h.skin.frame_thickness, Dimension::length)));
  if (!s.a().project.notes.empty()) {
    s.heading(QObject::tr("Notes"));
    s.y() += s.paragraph(Sheet::left, plain(s.a().project.notes), ui_font(9.5), look().ink, book_width) + 4;
  }
}

namespace {

/// Outline of a section in a body plan: after stations on the left, forward ones on the right.
void body_plan(Sheet& s, const QRectF& area) {
  const HullModel& hull = s.a().hull->model;
  const Vec3 size = hull.box.size();
  const double scale = std::min(area.width() / size.y(), area.height() / size.z());
  const QPointF foot(area.center().x(), area.bottom());
  QPainter& p = s.painter();
  constexpr int stations = 10;
  for (int i = 0; i <= stations; ++i) {
    const double share = std::clamp(static_cast<double>(i) / stations, 0.004, 0.996);
    const bool fore = 2 * i >= stations;
    p.setPen(QPen(2 * i == stations ? look().ink : look().water_line, 2 * i == stations ? 1.2 : 0.8));
    for (const SectionLoop& loop : hull.section_near(hull.box.low.x() + share * size.x()).loops) {
      QPolygonF half;
      for (std::size_t k = 0; k <= loop.points.size(); ++k) {
        const Vec2& v = loop.points[k % loop.points.size()];
        // Port alone, drawn on its side of the plan.
        if (v.x() < -1e-6) {
          if (half.size() > 1) p.drawPolyline(half);
          half.clear();
          continue;
        }
        half << foot + QPointF((fore ? 1.0 : -1.0) * scale * v.x(), -scale * (v.y() - hull.box.low.z()));
      }
      if (half.size() > 1) p.drawPolyline(half);
    }
  }
  p.setPen(QPen(look().muted, 0.6, Qt::DashLine));
  p.drawLine(foot, foot - QPointF(0, scale * size.z()));
}

}  // namespace

/// Profile with its stations over a plan with four water lines, to one scale.
void lines_plan(Sheet& s) {
  s.heading(QObject::tr("Lines"));
  const HullModel& hull = s.a().hull->model;
  const Vec3 low = hull.box.low, size = hull.box.size();
  const double scale = book_width / size.x();
  QPainter& p = s.painter();
  const auto x_of = [&](double x) { return Sheet::left + scale * (x - low.x()); };
  const double keel = s.y() + 20 + scale * size.z();
  const auto side = [&](double x, double z) { return QPointF(x_of(x), keel - scale * (z - low.z())); };
  s.text(Sheet::left, QObject::tr("Profile"), ui_font(8.5), look().muted);
  for (int i = 0; i <= 10; ++i) {
    const double x = low.x() + 0.1 * i * size.x();
    p.setPen(QPen(look().line, 0.8));
    p.drawLine(side(x, low.z()), side(x, hull.box.high.z()));
  }
  QPolygonF profile;
  const Outline& o = hull.outline;
  for (std::size_t i = 0; i < o.x.size(); ++i) profile << side(o.x[i], o.keel[i]);
  for (std::size_t i = o.x.size(); i-- > 0;) profile << side(o.x[i], o.top[i]);
  p.setPen(QPen(look().ink, 1.3));
  p.setBrush(Qt::NoBrush);
  p.drawPolygon(profile);
  const auto water = s.a().flotation.status == FloatStatus::afloat;
  if (water) {
    p.setPen(QPen(look().water_line, 1.0, Qt::DashLine));
    const WaterPlane& w = s.a().flotation.plane;
    p.drawLine(side(low.x(), w.z_at(low.x())), side(hull.box.high.x(), w.z_at(hull.box.high.x())));
  }
  s.y() = keel + 14;
  s.text(Sheet::left, QObject::tr("Plan: deck edge, and the sides at a quarter, half and three quarters of the depth"),
         ui_font(8.5), look().muted);
  const double middle = s.y() + 20 + 0.5 * scale * size.y();
  const auto plan = [&](double x, double y) { return QPointF(x_of(x), middle - scale * y); };
  const auto half_lines = [&](const std::vector<double>& half, const QPen& pen) {
    QPolygonF port, starboard;
    for (std::size_t i = 0; i < o.x.size(); ++i)
      if (half[i] > 0.0) port << plan(o.x[i], half[i]), starboard << plan(o.x[i], -half[i]);
    p.setPen(pen);
    p.drawPolyline(port);
    p.drawPolyline(starboard);
  };
  half_lines(o.half_port, QPen(look().ink, 1.3));
  for (const double share : {0.25, 0.5, 0.75}) {
    std::vector<double> half;
    for (const double x : o.x) {
      const std::vector<Span> spans = hull.section_near(x).spans(1, low.z() + share * size.z());
      half.push_back(spans.empty() ? 0.0 : spans.back().high);
    }
    half_lines(half, QPen(look().water_line, 0.9));
  }
  p.setPen(QPen(look().muted, 0.6, Qt::DashLine));
  p.drawLine(plan(low.x(), 0.0), plan(hull.box.high.x(), 0.0));
  s.y() = middle + 0.5 * scale * size.y() + 16;
  s.text(Sheet::left,
         QObject::tr("Sections at tenths of the length: after ones on the left, forward ones on the right"),
         ui_font(8.5), look().muted);
  s.y() += 20;
  const double high = std::min(220.0, Sheet::bottom - 30 - s.y());
  body_plan(s, QRectF(Sheet::left + 0.15 * book_width, s.y(), 0.7 * book_width, high));
  s.y() += high + 8;
  s.text(Sheet::left,
         QObject::tr("Length %1, beam %2, depth %3; scale of profile and plan 1 to %4")
             .arg(s.session().in_words(length_quantity(size.x())), s.session().in_words(length_quantity(size.y())),
                  s.session().in_words(length_quantity(size.z())))
             .arg(size.x() / (book_width * 0.0254 / 96.0), 0, 'f', 1),
         ui_font(8.5), look().ink);
  s.y() += 18;
}

void layout(Sheet& s) {
  s.heading(QObject::tr("Layout"));
  s.picture(Stage::layout);
  const std::vector<double> at{Sheet::left,       Sheet::left + 220, Sheet::left + 370,
                               Sheet::left + 450, Sheet::left + 530, Sheet::left + 610};
  s.table_row({QObject::tr("Part"), QObject::tr("Kind"), QObject::tr("from transom"), QObject::tr("off centre"),
               QObject::tr("over keel"), QObject::tr("mass")},
              at, ui_font(8, QFont::DemiBold), look().muted);
  const Box3& box = s.a().hull->model.box;
  const auto length = [&](double m) { return s.session().in_words(length_quantity(m)); };
  for (const Part& part : s.a().project.layout.parts)
    s.table_row({plain(part.name), term(part_kind_name(part.kind)), length(part.place.x() - box.low.x()),
                 length(part.place.y()), length(part.place.z() - box.low.z()),
                 s.session().in_words({part.effective_mass(), Dimension::mass})},
                at, ui_font(8.5), look().ink);
  s.y() += 4;
  s.text(Sheet::left,
         QObject::tr("All told %1, CG %2 from the transom and %3 over the keel")
             .arg(s.session().in_words({s.a().mass.total, Dimension::mass}), length(s.a().mass.cg.x() - box.low.x()),
                  length(s.a().mass.cg.z() - box.low.z())),
         ui_font(9, QFont::DemiBold), look().ink);
  s.y() += 20;
}

void drive(Sheet& s) {
  s.heading(QObject::tr("Drive"));
  s.picture(Stage::drive);
  const Project& project = s.a().project;
  for (const DriveUnit& d : project.drives) {
    QStringList chain;
    for (const Id id : d.components)
      if (const Part* part = project.layout.find(id)) chain << plain(part->name);
    fact(s, plain(d.name), chain.join(QString::fromUtf8(" \u2192 ")));
  }
  for (const LedgerRow& row : plucky::ledger(s.a())) {
    static const std::vector<std::string> of_drive{"speed", "current", "winding", "run_time", "slip_speed"};
    if (row.value && std::find(of_drive.begin(), of_drive.end(), row.key) != of_drive.end())
      fact(s, term(row.label), s.session().shown(*row.value));
  }
  s.y() += s.paragraph(Sheet::left,
                       QObject::tr("Propeller and dog are the last things on the shaft and the first off it. Battery "
                                   "out before a hand goes near the propeller."),
                       ui_font(9), look().buoy_text, book_width) +
           4;
}

namespace {

void stage_sheet(Sheet& s, Stage stage) {
  for (const StageModule& module : stage_modules())
    if (module.stage == stage && module.sheet) module.sheet(s);
}

}  // namespace

void openings(Sheet& s) {
  stage_sheet(s, Stage::seal);
}
void cooling(Sheet& s) {
  stage_sheet(s, Stage::cool);
}
void pieces(Sheet& s) {
  stage_sheet(s, Stage::build);
}

void parts(Sheet& s) {
  s.heading(QObject::tr("Parts, lengths, what is used up"));
  std::optional<BillGroup> group;
  for (const BillLine& l : bill_of(s.a())) {
    if (group != l.group) {
      s.room(60);
      s.y() += 4;
      s.text(Sheet::left, term(bill_group_name(l.group)), ui_font(9.5, QFont::DemiBold), look().ink);
      s.y() += 17;
      group = l.group;
    }
    s.room(32);
    const BillMark* mark = mark_of(s.a().project.build, l);
    tick_box(s, mark && mark->got);
    s.text(Sheet::left + 18, QString::number(l.count), ui_font(8.5), look().ink, 26, Qt::AlignRight);
    const double item =
        s.paragraph(Sheet::left + 54, s.session().said(l.item), ui_font(8.5, QFont::Medium), look().ink, 226);
    const double size = l.size.empty() ? 0.0
                                       : s.paragraph(Sheet::left + 290, s.session().said(l.size), ui_font(8.5),
                                                     look().ink, book_width - 290 - 70);
    s.text(Sheet::left, s.session().shown(l.mass, Dimension::mass), ui_font(8.5), look().muted, book_width,
           Qt::AlignRight);
    s.y() += std::max({15.0, item + 2, size + 2});
  }
}

namespace {

/// The dates of the work; where there are none the page tells why.
std::optional<WorkCalendar> dates_or_why(Sheet& s) {
  QString why;
  auto dates = work_calendar(s.session(), s.a(), &why);
  if (!dates) s.y() += s.paragraph(Sheet::left, why, ui_font(9.5), look().ink, book_width);
  return dates;
}

}  // namespace

void work(Sheet& s) {
  s.heading(QObject::tr("Order of work"));
  const WorkPlan& plan = s.a().build.work;
  const auto calendar = dates_or_why(s);
  if (!calendar) return;
  int step = 0;
  for (const std::size_t i : by_date(*calendar)) {
    const WorkTask& t = plan.tasks[i];
    QStringList about{moment_words(moment(*calendar, calendar->dates[i].begin)),
                      QObject::tr("hands %1").arg(s.session().in_words({t.hands, Dimension::duration}))};
    for (const Text& x : t.takes) about << s.session().said(x);
    s.room((t.caution.empty() ? 40 : 56) + 13 * static_cast<int>(t.hints.size()));
    tick_box(s, calendar->dates[i].done);
    s.text(Sheet::left + 16, QString::number(++step), ui_font(9, QFont::DemiBold), look().ink, 22, Qt::AlignRight);
    const double in = Sheet::left + 46;
    s.y() += s.paragraph(in, s.session().said(t.text), ui_font(9.5, QFont::Medium), look().ink, book_width - 46);
    s.y() += s.paragraph(in, about.join(QString::fromUtf8(" \u00b7 ")), ui_font(8), look().muted, book_width - 46);
    for (const Text& x : t.hints)
      s.y() += s.paragraph(in, s.session().said(x), ui_font(8), look().ink, book_width - 46);
    if (!t.caution.empty())
      s.y() += s.paragraph(in, s.session().said(t.caution), ui_font(8), look().buoy_text, book_width - 46);
    s.y() += 5;
  }
}

void calendar(Sheet& s) {
  s.heading(QObject::tr("Calendar"));
  const WorkPlan& plan = s.a().build.work;
  const auto dates = dates_or_why(s);
  if (!dates) return;
  std::map<QDate, std::vector<std::pair<std::size_t, double>>> days;  // task, s of hands that day
  for (std::size_t i = 0; i < plan.tasks.size(); ++i)
    for (const Stretch& h : dates->dates[i].hands) days[moment(*dates, h.from).date()].emplace_back(i, h.to - h.from);
  for (const auto& [day, tasks] : days) {
    QStringList words;
    double hands = 0.0;
    for (const auto& [i, seconds] : tasks) words << s.session().said(plan.tasks[i].text), hands += seconds;
    s.room(34);
    s.text(Sheet::left, day.toString(Qt::ISODate), ui_font(9, QFont::DemiBold), look().ink, 90);
    s.text(Sheet::left + 84, s.session().in_words({hands, Dimension::duration}), ui_font(8.5), look().muted, 70,
           Qt::AlignRight);
    s.y() +=
        std::max(15.0, s.paragraph(Sheet::left + 170, words.join(' '), ui_font(8.5), look().ink, book_width - 170)) + 4;
  }
  s.y() += 4;
  s.text(Sheet::left, QObject::tr("Everything is done and holds on %1.").arg(moment_words(moment(*dates, dates->end))),
         ui_font(9, QFont::DemiBold), look().ink);
  s.y() += 18;
}

/// What was measured, then lines for what will be.
void tests(Sheet& s) {
  const Project& p = s.a().project;
  const auto grams = [&](double kg) { return s.session().in_words({kg, Dimension::mass}); };
  s.heading(QObject::tr("Flotation tests and weighings"));
  for (const BathTest& t : p.trial.bath_tests)
    fact(s, plain(t.date),
         QObject::tr("%1 found, planned %2. %3").arg(grams(t.found.mass), grams(t.found.planned_mass), plain(t.note)));
  for (const BoatWeighing& w : p.trial.weighings)
    fact(s, plain(w.date),
         QObject::tr("%1 on the scales, planned %2").arg(grams(w.found.mass), grams(w.found.planned_mass)));
  blank_lines(s,
              {QObject::tr("Date"), QObject::tr("Mass"), QObject::tr("Freeboard bow"), QObject::tr("Freeboard stern"),
               QObject::tr("Note")},
              4);
  s.heading(QObject::tr("Leak tests"));
  for (const LeakTest& t : p.sealing.tests) {
    const auto wet = std::count_if(t.results.begin(), t.results.end(), [](const LeakResult& r) { return !r.passed; });
    fact(s, plain(t.date),
         QObject::tr("%1 in the bath, %2 of water taken, %3 openings wet")
             .arg(s.session().in_words({t.duration, Dimension::duration}), grams(t.intake()))
             .arg(wet));
  }
  blank_lines(s,
              {QObject::tr("Date"), QObject::tr("Minutes"), QObject::tr("Mass before"), QObject::tr("Mass after"),
               QObject::tr("Where it was wet")},
              4);
}

}  // namespace plucky::app::chapters
