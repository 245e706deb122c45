// Every word goes through the language's catalogue, longer words find room, another language comes in the running
// program. The stretched language serves: English with accents on every vowel, a third longer.
#include <QAbstractButton>
#include <QBuffer>
#include <QComboBox>
#include <QLabel>
#include <QProcess>
#include <QRegularExpression>
#include <QSvgGenerator>
#include <QTextBrowser>
#include <QXmlStreamReader>
#include <set>

#include "assessment/assessment.h"
#include "assessment/checklist.h"
#include "assessment/drive_edits.h"
#include "assessment/fit_out.h"
#include "assessment/reason.h"
#include "bench.h"
#include "help/guide.h"
#include "hull/family.h"
#include "preferences/preferences_page.h"
#include "project/catalogue.h"
#include "project/json.h"
#include "shelf/shelf.h"
#include "stages/stages.h"
#include "texts.h"
#include "window/window_keeper.h"
#include "words/language.h"

namespace plucky::test {

namespace {

/// All that is written in a picture of a widget, painted or set.
QStringList written_in(QWidget* widget) {
  QBuffer buffer;
  buffer.open(QIODevice::ReadWrite);
  QSvgGenerator svg;
  svg.setOutputDevice(&buffer);
  svg.setSize(widget->size());
  {
    QPainter painter(&svg);
    widget->render(&painter);
  }
  buffer.seek(0);
  QXmlStreamReader xml(&buffer);
  QStringList out;
  while (!xml.atEnd())
    if (xml.readNext() == QXmlStreamReader::StartElement && xml.name() == QString("text"))
      out << xml.readElementText(QXmlStreamReader::IncludeChildElements).trimmed();
  return out;
}

/// Takes out what nobody translates: the boat's own names and units.
class Foreign {
 public:
  explicit Foreign(const Project& boat) {
    // Every word a builder may have typed stands in the boat's file.
    learn(project_to_json(boat));
    // So do the boats to choose from and the catalogue: what is taken aboard has its maker's name.
    for (const Project& other : demo_fleet()) learn(other.name + " " + other.brief.purpose);
    for (const CatalogueEntry& e : builtin_catalogue().parts) learn(e.part.name);
    for (const char* unit : {"rpm", "oz", "in", "deg", "mAh", "min", "mph", "kn"}) known_.insert(unit);
  }
  /// Words with a plain vowel that are none of those.
  [[nodiscard]] QStringList strangers(const QString& text) const {
    static const QRegularExpression word("\\p{L}+"), shortened("\\p{L}*\u2026");
    QStringList out;
    auto it = word.globalMatch(QString(text).remove(shortened));
    while (it.hasNext()) {
      const QString w = it.next().captured();
      static const QRegularExpression plain("[aeiouAEIOU]"), other("[^A-Za-z]");
      if (w.size() > 2 && w.contains(plain) && !w.contains(other) && !known_.contains(w)) out << w;
    }
    return out;
  }

 private:
  void learn(const std::string& typed) {
    static const QRegularExpression word("[A-Za-z]+");
    auto it = word.globalMatch(QString::fromStdString(typed));
    while (it.hasNext()) known_.insert(it.next().captured());
  }

  std::set<QString> known_;
};

class InAnotherLanguage : public Bench {
 protected:
  void SetUp() override {
    speak(stretched_language);
    Bench::SetUp();
    window->resize(1024, 700);
    settle();
  }
  void TearDown() override {
    Bench::TearDown();
    speak("en");
  }
  void look(const std::string& where) {
    settle();
    const Foreign foreign(session.project());
    const auto judge = [&](const QString& text, const char* what) {
      for (const QString& w : foreign.strangers(text))
        strangers_[w].insert(where + ", " + what + ": " + text.toStdString());
    };
    for (const QString& text : written_in(window.get())) judge(text, "written");
    for (const QAction* a : window->findChildren<QAction*>()) judge(a->text(), "action");
    for (const QWidget* w : window->findChildren<QWidget*>()) {
      if (w->inherits("QCustomPlot") || !w->isVisibleTo(window.get())) continue;
      judge(w->toolTip(), "tip");
      judge(w->accessibleName(), "accessible name");
      judge(w->accessibleDescription(), "accessible description");
    }
    const QStringList cut = cut_words(*window);
    EXPECT_TRUE(cut.isEmpty()) << where << ": " << cut.join(" | ").toStdString();
  }
  void tell_strangers() const {
    for (const auto& [word, places] : strangers_)
      ADD_FAILURE() << "not translated: \"" << word.toStdString() << "\" in " << *places.begin();
  }

 private:
  std::map<QString, std::set<std::string>> strangers_;
};

TEST_F(InAnotherLanguage, EveryWordGoesThroughTheCatalogueAndFindsRoomInTheSmallestWindow) {
  for (const Project& boat : demo_fleet()) {
    session.adopt(boat, {});
    for (const StageModule& m : stage_modules()) {
      window->choose_stage(m.stage);
      look(boat.name + ", " + stage_name(m.stage));
    }
    QTest::keyClick(board(), Qt::Key_L);
    look(boat.name + ", all numbers");
  }
  for (const ShelfEntry& entry : shelf_entries()) {
    window->show_shelf(entry.offer->key);
    look(std::string("shelf ") + entry.offer->key);
  }
  window->hide_shelf();
  window->choose_stage(Stage::hull);
  settle();
  const QStringList on_board = written_in(board());
  EXPECT_TRUE(std::any_of(on_board.begin(), on_board.end(),
                          [](const QString& text) { return text.startsWith(stretched("Length") + " "); }))
      << "names of handles: " << on_board.join(" | ").toStdString();
  window->show_weighing();
  look("weighing bench");
  window->show_preferences();
  look("preferences");
  session.adopt(boat_of_family(HullFamily::flat_bottom), {});
  for (const StageModule& m : stage_modules()) {
    window->choose_stage(m.stage);
    look(std::string("empty boat, ") + stage_name(m.stage));
  }
  window->show_chooser(true);
  look("chooser");
  tell_strangers();
}

TEST_F(Bench, AnotherLanguageComesInTheRunningProgramAndTheBoatStays) {
  window.reset();
  WindowKeeper keeper(&session);
  keeper.window().resize(1280, 800);
  keeper.window().show();
  keeper.window().choose_stage(Stage::drive);
  settle();
  const Part battery = part("Battery");
  ASSERT_TRUE(session.perform({{"Move {0}", battery.name}, MovePart{battery.id, battery.place + Vec3(0.01, 0, 0)}}));
  session.select(battery.id);
  const MainWindow* before = &keeper.window();
  const auto choose = [&](const QString& name) {
    keeper.window().show_preferences();
    settle();
    auto* box = keeper.window().findChild<QComboBox*>("pref_language");
    ASSERT_NE(box, nullptr);
    box->setFocus();
    const int at = box->findText(name);
    ASSERT_GE(at, 0) << name.toStdString();
    while (box->currentIndex() != at) QTest::keyClick(box, box->currentIndex() < at ? Qt::Key_Down : Qt::Key_Up);
    settle();
    settle();
  };
  choose(languages().back().name);
  EXPECT_EQ(spoken(), stretched_language);
  EXPECT_EQ(settings::language(), stretched_language);
  EXPECT_NE(&keeper.window(), before);
  EXPECT_TRUE(keeper.window().isVisible());
  EXPECT_EQ(keeper.window().size(), QSize(1280, 800));
  EXPECT_EQ(keeper.window().stage(), Stage::drive);
  // Same boat, same selection; the step of undo is told in the new language, the builder's name for the part as it was.
  EXPECT_EQ(session.selection(), battery.id);
  EXPECT_EQ(session.undo_label(), stretched("Move ") + QString::fromStdString(battery.name));
  session.undo();
  EXPECT_EQ(part("Battery").place, battery.place);
  EXPECT_FALSE(written_in(&keeper.window()).filter(stretched("Findings"), Qt::CaseInsensitive).isEmpty() &&
               written_in(&keeper.window()).filter(stretched("Preferences")).isEmpty());
  choose("English");
  EXPECT_EQ(spoken(), "en");
  EXPECT_FALSE(written_in(&keeper.window()).filter("Preferences").isEmpty());
  keeper.window().autosave()->discard();
}

// tests/app/catalogues/eo.ts has a few words of Esperanto, put into the tests as a language is put into the program.
TEST(Languages, ACatalogueIsOneFileWithPluralForms) {
  const auto all = languages();
  ASSERT_EQ(all.size(), 3u);
  EXPECT_EQ(all[0].name, "English");
  EXPECT_EQ(all[1].code, "eo");
  EXPECT_EQ(all[1].name, QString("Esperanto").toLower());
  speak("eo");
  EXPECT_EQ(spoken(), "eo");
  EXPECT_EQ(term("Battery"), "Baterio");
  EXPECT_EQ(term("ESC"), "ESC");  // not in it: English
  const Quantity deep = length_quantity(0.012);
  EXPECT_EQ(
      said({"{1} stands {0} over the running water: it draws air.", deep, std::string("Battery")}, UnitSystem::metric),
      QString::fromUtf8("Je 12.0 mm tro alte: Battery suĉas aeron."));
  EXPECT_EQ(said(counted("{0} hole", "{0} holes", 1), UnitSystem::metric), "1 truo");
  EXPECT_EQ(said(counted("{0} hole", "{0} holes", 7), UnitSystem::metric), "7 truoj");
  EXPECT_EQ(PreferencesPage::tr("Preferences"), "Agordoj");
  // What the program names is named in it, and what a boat keeps of the catalogue stays what it is.
  const Catalogue& said_in_it = builtin_catalogue();
  EXPECT_EQ(said_in_it.find("3S 2200 lithium polymer, 30 C")->part.name, "3S 2200 litia polimero, 30 C");
  EXPECT_EQ(said_in_it.find("3S 2200 litia polimero, 30 C")->key, "3S 2200 lithium polymer, 30 C");
  EXPECT_EQ(said_in_it.find_material("PETG print")->name, "Preso el PETG");
  Project wide;
  wide.hull.family = HullFamily::deep_v;
  wide.hull.shape = default_shape(HullFamily::deep_v);
  wide.hull.shape.beam *= 1.3;
  wide = fitted_out(assess(wide), Propulsor::propeller, Mounting::shaft, builtin_catalogue());
  EXPECT_EQ(with_second_drive(assess(wide)).drives.back().name, "Dua movilo");
  show_guide(nullptr);
  const auto guide = [] {
    for (QWidget* w : QApplication::topLevelWidgets())
      if (w->objectName() == "guide") return static_cast<QTextBrowser*>(w)->toPlainText();
    return QString();
  };
  EXPECT_TRUE(guide().startsWith("Gvidilo")) << guide().left(100).toStdString();
  speak("no such language");
  show_guide(nullptr);
  EXPECT_FALSE(guide().contains("Gvidilo"));
  EXPECT_EQ(builtin_catalogue().find_material("PETG print")->name, "PETG print");
  EXPECT_EQ(spoken(), "en");
  EXPECT_EQ(term("Battery"), "Battery");
  EXPECT_EQ(said(counted("{0} hole", "{0} holes", 1), UnitSystem::metric), "1 hole");
}

TEST(Languages, TheStretchedOneKeepsPlacesAndIsAThirdLonger) {
  EXPECT_EQ(stretched("{0} of %1, %n <b>&File</b> &amp; \"{12}\""),
            QString::fromUtf8("{0} óóf %1, %n <b>&Fíílé\u00e9</b> &amp; \"{12}\""));
  const QString english = "The motor may take the current of a run at full throttle.";
  EXPECT_GT(stretched(english).size(), 1.2 * english.size());
  EXPECT_LT(stretched(english).size(), 1.6 * english.size());
}

/// Words of a text and of the texts within it.
void collect(const Text& text, std::set<std::string>& out) {
  if (text.empty()) return;
  out.insert(text.words);  // a counted pair is one message, under the words of many
  for (const Piece& p : text.values)
    if (p.text()) collect(*p.text(), out);
}

TEST(Languages, WhatTheCoreSaysIsInTheListForTranslators) {
  QProcess list;
  list.start(PLUCKY_SOURCE_DIR "/scripts/words", {"--list"});
  ASSERT_TRUE(list.waitForFinished(60000));
  const QStringList lines = QString::fromUtf8(list.readAllStandardOutput()).split('\n');
  const std::set<QString> known(lines.begin(), lines.end());
  ASSERT_GT(known.size(), 1000u);
  std::set<std::string> spoken_words;
  for (const Project& boat : demo_fleet()) {
    const Assessment a = assess(boat);
    for (const Finding& f : a.findings) {
      collect(f.text, spoken_words);
      collect(f.source, spoken_words);
      if (f.remedy) collect(f.remedy->label, spoken_words);
    }
    for (const LedgerRow& row : ledger(a)) {
      spoken_words.insert(row.label);
      spoken_words.insert(row.short_label);
      for (const ReasonLine& line : reasons(a, row.key)) collect(line.text, spoken_words);
    }
    for (const CheckLine& line : launch_checklist(a)) collect(line.text, spoken_words);
    for (const SealOpening& o : a.seal.openings) collect(o.name, spoken_words);
    for (const Part& p : boat.layout.parts) spoken_words.insert(part_kind_name(p.kind));
  }
  EXPECT_GT(spoken_words.size(), 150u);
  for (const std::string& words : spoken_words) {
    // Places alone are no words.
    if (!QString::fromStdString(words).contains(QRegularExpression("[A-Za-z]{2}"))) continue;
    EXPECT_TRUE(known.contains(QString::fromStdString(words))) << words;
  }
}

}  // namespace
}  // namespace plucky::test
