#include "report/book.h"

#include <QBuffer>
#include <QDir>
#include <QLocale>
#include <QPainter>
#include <QSvgGenerator>
#include <algorithm>

#include "base/error.h"
#include "io/file.h"
#include "report/book_chapters.h"
#include "report/launch_card.h"
#include "session/today.h"
#include "stages/build/work_dates.h"
#include "stages/stages.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double book_width = Sheet::right - Sheet::left;

QString plain(const std::string& text) {
  return QString::fromStdString(text);
}

bool is_driven(const Assessment& a) {
  return !a.project.drives.empty();
}
bool is_cooled(const Assessment& a) {
  return !a.project.cooling.hoses.empty();
}

bool has_outings(const Assessment& a) {
  return !a.project.trial.diary.outings.empty();
}
bool has_fixtures(const Assessment& a) {
  return !a.project.build.fixtures.empty();
}

struct Place {
  const BookChapter* chapter;
  int page;
};

std::vector<const BookChapter*> chosen(const Assessment& a, const QStringList& keys) {
  for (const QString& key : keys)
    if (std::none_of(book_chapters().begin(), book_chapters().end(),
                     [&](const BookChapter& c) { return key == c.key; })) {
      QStringList all;
      for (const BookChapter& c : book_chapters()) all << c.key;
      throw InvalidInput("chapters", Text(QObject::tr("%1 is none of %2").arg(key, all.join(", ")).toStdString()));
    }
  std::vector<const BookChapter*> out;
  for (const BookChapter& c : book_chapters())
    if ((keys.isEmpty() || keys.contains(c.key)) && (!c.has || c.has(a))) out.push_back(&c);
  return out;
}

/// The whole book; tells on which page each chapter begins. `contents`: what an earlier pass told, empty in the first.
std::vector<Place> draw_book(Sheet& s, const QStringList& keys, const std::vector<Place>& contents) {
  s.y() = 110;
  s.y() += s.paragraph(Sheet::left, plain(s.a().project.name), ui_font(34, QFont::Bold), look().ink, book_width) + 6;
  s.text(Sheet::left, QObject::tr("Boat book, %1").arg(plain(today())), ui_font(12), look().muted);
  s.y() += 24;
  s.y() += s.paragraph(Sheet::left, plain(s.a().project.brief.purpose), ui_font(12), look().ink, book_width) + 16;
  chapters::hull_picture(s, 330);
  s.heading(QObject::tr("Contents"));
  const std::vector<const BookChapter*> all = chosen(s.a(), keys);
  for (std::size_t i = 0; i < all.size(); ++i) {
    s.text(Sheet::left, term(all[i]->name), ui_font(10), look().ink);
    if (i < contents.size())
      s.text(Sheet::left, QString::number(contents[i].page), ui_font(10), look().ink, book_width, Qt::AlignRight);
    s.y() += 18;
  }
  std::vector<Place> out;
  for (const BookChapter* chapter : all) {
    s.new_page();
    out.push_back({chapter, s.page()});
    chapter->draw(s);
  }
  s.foot();
  return out;
}

}  // namespace

const std::vector<BookChapter>& book_chapters() {
  static const std::vector<BookChapter> all{
      {"brief", QT_TRANSLATE_NOOP("words", "Brief and hull"), &chapters::brief, nullptr},
      {"lines", QT_TRANSLATE_NOOP("words", "Lines"), &chapters::lines_plan, nullptr},
      {"layout", QT_TRANSLATE_NOOP("words", "Layout"), &chapters::layout, nullptr},
      {"drive", QT_TRANSLATE_NOOP("words", "Drive"), &chapters::drive, &is_driven},
      {"openings", QT_TRANSLATE_NOOP("words", "Openings and seals"), &chapters::openings, nullptr},
      {"cooling", QT_TRANSLATE_NOOP("words", "Cooling circuit"), &chapters::cooling, &is_cooled},
      {"pieces", QT_TRANSLATE_NOOP("words", "Sections and pieces"), &chapters::pieces, nullptr},
      {"fixtures", QT_TRANSLATE_NOOP("words", "Mounts and jigs"), &chapters::fixtures, &has_fixtures},
      {"parts", QT_TRANSLATE_NOOP("words", "Parts and lengths"), &chapters::parts, nullptr},
      {"work", QT_TRANSLATE_NOOP("words", "Order of work"), &chapters::work, nullptr},
      {"calendar", QT_TRANSLATE_NOOP("words", "Calendar"), &chapters::calendar, nullptr},
      {"launch", QT_TRANSLATE_NOOP("words", "Launch card"), &draw_launch_card, nullptr},
      {"tests", QT_TRANSLATE_NOOP("words", "Test records"), &chapters::tests, nullptr},
      {"diary", QT_TRANSLATE_NOOP("words", "Days at the water"), &chapters::diary, &has_outings},
      {"run_sheet", QT_TRANSLATE_NOOP("words", "Run sheet"), &chapters::run_sheet, nullptr}};
  return all;
}

void write_book(const Project& project, UnitSystem units, const QString& path, const QStringList& chapters) {
  std::vector<Place> contents;
  // Drawn twice: only then is it known on which page a chapter begins.
  (void)pdf_of(project, units, path, {}, [&](Sheet& s) { contents = draw_book(s, chapters, {}); });
  const QByteArray pdf =
      pdf_of(project, units, path, QObject::tr("boat book"), [&](Sheet& s) { (void)draw_book(s, chapters, contents); });
  write_file_atomically(path.toStdString(), pdf.toStdString());
}

namespace {

QString escaped(const QString& words) {
  return words.toHtmlEscaped();
}

/// The order of work as a list whose ticks the browser keeps.
QString ticks(const Session& session) {
  QString out;
  const auto dates = work_calendar(session, session.now());
  if (!dates) return out;
  for (const std::size_t i : by_date(*dates)) {
    const WorkTask& t = session.now().build.work.tasks[i];
    out += QString("<li><label><input type=\"checkbox\" id=\"%1\"%2> %3</label> <small>%4</small>%5</li>\n")
               .arg(escaped(plain(t.key)), dates->dates[i].done ? " checked" : "", escaped(session.said(t.text)),
                    escaped(moment_words(moment(*dates, dates->dates[i].begin))),
                    t.caution.empty() ? QString() : "<br><em>" + escaped(session.said(t.caution)) + "</em>");
  }
  return out;
}

}  // namespace

void write_book_folder(const Project& project, UnitSystem units, const QString& folder, const QStringList& chapters) {
  if (!QDir().mkpath(folder)) throw InvalidInput(folder.toStdString(), "is no folder and cannot be made one");
  const DayLook day;
  Session session;
  session.set_units(units);
  session.adopt(project, {});
  const QDir into(folder);
  std::optional<QSvgGenerator> page;  // one is good for one picture
  QPainter painter;
  int count = 0;
  QByteArray drawn;
  QBuffer buffer(&drawn);
  const auto begin = [&] {
    drawn.clear();
    buffer.open(QIODevice::WriteOnly);
    page.emplace();
    page->setOutputDevice(&buffer);
    page->setResolution(96);
    page->setSize(QSize(794, 1123));
    page->setViewBox(QRect(0, 0, 794, 1123));
    painter.begin(&*page);
    painter.setRenderHint(QPainter::Antialiasing);
    ++count;
  };
  const auto end = [&] {
    painter.end();
    buffer.close();
    write_file_atomically(into.filePath(QString("page-%1.svg").arg(count, 2, 10, QChar('0'))).toStdString(),
                          drawn.toStdString());
  };
  begin();
  std::vector<Place> places;
  {
    Sheet sheet(
        [&] {
          end();
          begin();
        },
        painter, session);
    places = draw_book(sheet, chapters, {});
  }
  end();
  QString html = QString(
                     "<!doctype html>\n<html lang=\"%1\"><head><meta charset=\"utf-8\">"
                     "<meta name=\"viewport\" content=\"width=device-width\"><title>%2</title>\n"
                     "<style>body{font:16px sans-serif;color:#14232B;background:#F4F1EA;max-width:820px;margin:auto;"
                     "padding:8px}img{width:100%;background:#fff;margin:6px 0}em{color:#B03A12}"
                     "li{margin:8px 0}input{transform:scale(1.5);margin-right:8px}</style></head><body>\n")
                     .arg(QLocale().bcp47Name(), escaped(plain(project.name)));
  html += "<h1>" + escaped(plain(project.name)) + "</h1>\n<ul>\n";
  for (const Place& p : places)
    html += QString("<li><a href=\"#page%1\">%2</a></li>\n").arg(p.page).arg(escaped(term(p.chapter->name)));
  html += "</ul>\n";
  const bool with_work =
      std::any_of(places.begin(), places.end(), [](const Place& p) { return std::string(p.chapter->key) == "work"; });
  if (with_work) html += "<h2>" + escaped(QObject::tr("Order of work")) + "</h2>\n<ol>\n" + ticks(session) + "</ol>\n";
  for (int i = 1; i <= count; ++i)
    html += QString("<img id=\"page%1\" src=\"page-%2.svg\" alt=\"%3\">\n")
                .arg(i)
                .arg(i, 2, 10, QChar('0'))
                .arg(escaped(QObject::tr("Page %1").arg(i)));
  // Ticks stay on the tablet.
  html +=
      "<script>for(const b of document.querySelectorAll('input')){const k='plucky:'+document.title+':'+b.id;"
      "const v=localStorage.getItem(k);if(v!==null)b.checked=v==='1';"
      "b.onchange=()=>localStorage.setItem(k,b.checked?'1':'0');}</script>\n</body></html>\n";
  write_file_atomically(into.filePath("index.html").toStdString(), html.toStdString());
}

}  // namespace plucky::app
