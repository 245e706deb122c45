// Fittings and other inspector pages, field by field.
#include <QCheckBox>
#include <QComboBox>
#include <QMenu>
#include <QScrollArea>
#include <QStackedWidget>

#include "bench.h"
#include "inspector/quantity_edit.h"
#include "project/catalogue.h"
#include "stages/hull/fitting_page.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr Fitting all_fittings[] = {Fitting::hatch, Fitting::rail,          Fitting::bulkhead,
                                    Fitting::cabin, Fitting::flood_chamber, Fitting::opening};

std::vector<Fitting> with_float() {
  std::vector<Fitting> all(std::begin(all_fittings), std::end(all_fittings));
  all.push_back(Fitting::shell);
  all.push_back(Fitting::rim);
  return all;
}

/// Visible number fields of the page that is open.
std::vector<QuantityEdit*> fields(const MainWindow& window) {
  std::vector<QuantityEdit*> out;
  for (QuantityEdit* e : window.findChild<QStackedWidget*>("inspector")->currentWidget()->findChildren<QuantityEdit*>())
    if (e->isVisible()) out.push_back(e);
  return out;
}

}  // namespace

TEST_F(Bench, EveryKindOfFittingFitsWhereItIsPutOnEveryBoat) {
  // One of each way a hull is made up: a V, a flat bottom, two bodies, three points.
  for (const char* name : {"Dabchick", "Sedge", "Grebe", "Whirligig"})
    for (const Fitting kind : with_float()) {
      const Project& boat = *demo_boat(name);
      session.adopt(boat, {});
      const std::size_t before = fittings(session.project()).size();
      ASSERT_TRUE(session.perform(add_fitting(session.now(), kind))) << boat.name << fitting_name(kind).toStdString();
      ASSERT_EQ(fittings(session.project()).size(), before + 1);
      // And goes again without a trace.
      Id added = 0;
      for (const FittingEntry& f : fittings(session.project())) added = std::max(added, f.id);
      ASSERT_TRUE(session.perform(remove_fitting(session.project(), added)));
      EXPECT_EQ(session.project().hull, boat.hull);
      EXPECT_EQ(session.project().layout.rails, boat.layout.rails);
      // Rails hold their parts anew, which may round a place in its last bit.
      for (const Part& p : boat.layout.parts)
        EXPECT_LT((session.project().layout.find(p.id)->place - p.place).norm(), 1e-12);
    }
}

TEST_F(Bench, EveryFieldOfEveryFittingTakesAValueAndShowsIt) {
  for (const Fitting kind : all_fittings) {
    session.adopt(demo_fleet().front(), {});
    session.perform(add_fitting(session.now(), kind));
    session.select(session.project().next_id - 1);
    settle();
    const auto edits = fields(*window);
    EXPECT_EQ(edits.empty(), kind == Fitting::opening);
    for (QuantityEdit* e : edits) {
      const double old = e->value();
      const double wanted = old == 0.0 ? 0.002 : 1.02 * old;
      const bool share = e->accessibleName().startsWith("Lean");
      type(e, qPrintable(
                  QString("%1 %2").arg(share ? 100.0 * wanted : 1000.0 * wanted, 0, 'f', 3).arg(share ? "%" : "mm")));
      EXPECT_NEAR(e->value(), wanted, 1e-5)
          << fitting_name(kind).toStdString() << " " << e->accessibleName().toStdString();
      EXPECT_TRUE(notice().isEmpty()) << notice().toStdString();
    }
  }
}

TEST_F(Bench, FloatsBesideTheHullCarryWithIt) {
  const double gm = session.now().flotation.gm_transverse;
  ASSERT_TRUE(session.now().power.fitted);
  session.perform(add_fitting(session.now(), Fitting::shell));
  session.select(session.project().hull.further.at(0).id);
  settle();
  const auto field = [&](const char* name) -> QuantityEdit* {
    for (QuantityEdit* e : fields(*window))
      if (e->accessibleName() == name) return e;
    ADD_FAILURE() << name;
    return nullptr;
  };
  type(field("Off centre"), "240 mm");
  type(field("Keel at height"), "0 mm");
  const Shell& shell = session.project().hull.further.at(0);
  EXPECT_NEAR(shell.place.y(), 0.24, 1e-12);
  ASSERT_EQ(session.now().hull->model.shells.size(), 3U);
  EXPECT_GT(session.now().flotation.gm_transverse, 2.0 * gm);
  EXPECT_FALSE(session.now().power.fitted) << "no method takes three hulls together, and none is pretended";
  EXPECT_NE(plain(session.now().power.message).find("pieces side by side"), std::string::npos);

  // Into the hull's own side it does not go.
  const Project before = session.project();
  type(field("Off centre"), "60 mm");
  EXPECT_TRUE(notice().contains("meet one another")) << notice().toStdString();
  EXPECT_EQ(session.project(), before);

  auto* family = find<QComboBox>("fitting_family");
  ASSERT_TRUE(family->isVisible());
  family->setCurrentIndex(family->findData(static_cast<int>(HullFamily::flat_bottom)));
  emit family->activated(family->currentIndex());
  settle();
  EXPECT_EQ(session.project().hull.further.at(0).family, HullFamily::flat_bottom);
  EXPECT_NEAR(session.project().hull.further.at(0).shape.length, before.hull.further.at(0).shape.length, 1e-12);

  auto* both = find<QCheckBox>("fitting_both_sides");
  ASSERT_TRUE(both->isVisible() && both->isChecked());
  QTest::mouseClick(both, Qt::LeftButton, {}, QPoint(8, both->height() / 2));
  settle();
  EXPECT_EQ(session.now().hull->model.shells.size(), 2U);
  EXPECT_GT(session.now().flotation.plane.attitude.heel, 0.01) << "held up on its port side";
  session.undo();
  settle();
  EXPECT_EQ(session.now().hull->model.shells.size(), 3U);
}

TEST_F(Bench, AFittingOutsideTheHullIsRefusedInWords) {
  session.select(session.project().hull.bulkheads[0].id);
  settle();
  const Project before = session.project();
  type(fields(*window).front(), "900 mm");
  EXPECT_TRUE(notice().contains("outside the hull")) << notice().toStdString();
  EXPECT_EQ(session.project(), before);
  EXPECT_NEAR(fields(*window).front()->value(), 0.51, 1e-12);
}

TEST_F(Bench, SealingTheHatchEndsItsDownflooding) {
  ASSERT_TRUE(session.now().freeboard.downflood_heel.has_value());
  session.select(session.project().hull.hatches[0].id);
  settle();
  auto* sealed = find<QCheckBox>("fitting_sealed");
  EXPECT_TRUE(sealed->isVisible());
  QTest::mouseClick(sealed, Qt::LeftButton, {}, QPoint(8, sealed->height() / 2));
  settle();
  EXPECT_TRUE(session.project().hull.hatches[0].sealed);
  EXPECT_FALSE(session.now().freeboard.downflood_heel.has_value());
}

TEST_F(Bench, TheChambersSideTurnsTheHeel) {
  session.perform(add_fitting(session.now(), Fitting::flood_chamber));
  session.select(session.project().next_id - 1);
  settle();
  const double port = session.now().flotation.plane.attitude.heel;
  auto* side = find<QCheckBox>("fitting_port");
  ASSERT_TRUE(side->isVisible() && side->isChecked());
  QTest::mouseClick(side, Qt::LeftButton, {}, QPoint(8, side->height() / 2));
  settle();
  const double starboard = session.now().flotation.plane.attitude.heel;
  EXPECT_LT(port, starboard);
}

TEST_F(Bench, AMaterialBringsItsDensityAndThickness) {
  window->choose_stage(Stage::hull);
  settle();
  const double mass = session.now().mass.total;
  auto* material = find<QComboBox>("hull_material");
  const int i = material->findText("Glass and epoxy laminate");
  ASSERT_GE(i, 0);
  material->setCurrentIndex(i);
  emit material->activated(i);
  settle();
  const Material* m = builtin_catalogue().find_material("Glass and epoxy laminate");
  EXPECT_EQ(session.project().hull.skin.density, m->density);
  EXPECT_EQ(session.project().hull.skin.shell_thickness, m->shell_thickness);
  EXPECT_NE(session.now().mass.total, mass);
  type(find<QLineEdit>("shell_thickness"), "2.4");
  EXPECT_NEAR(session.project().hull.skin.shell_thickness, 0.0024, 1e-12);
  type(find<QLineEdit>("shell_thickness"), "-1");
  EXPECT_TRUE(notice().contains("must be 0 to 100 mm"));
  EXPECT_NEAR(session.project().hull.skin.shell_thickness, 0.0024, 1e-12);
}

TEST_F(Bench, APartTakenOffItsRailMovesFreely) {
  session.select(part("Battery").id);
  settle();
  auto* rail = find<QComboBox>("part_rail");
  EXPECT_EQ(rail->currentText(), "Battery tray");
  EXPECT_FALSE(find<QLineEdit>("part_y")->isEnabled());
  rail->setCurrentIndex(0);
  emit rail->activated(0);
  settle();
  EXPECT_EQ(part("Battery").rail, 0u);
  EXPECT_TRUE(find<QLineEdit>("part_y")->isEnabled());
  type(find<QLineEdit>("part_y"), "5");
  EXPECT_NEAR(part("Battery").place.y(), 0.005, 1e-12);
  type(find<QLineEdit>("part_z"), "30");
  EXPECT_NEAR(part("Battery").box().low.z(), 0.030, 1e-12);
}

TEST_F(Bench, EscapeInAFieldBringsTheOldTextBack) {
  session.select(part("Servo").id);
  settle();
  auto* x = find<QLineEdit>("part_x");
  const QString before = x->text();
  x->setFocus();
  x->selectAll();
  QTest::keyClicks(x, "99");
  QTest::keyClick(x, Qt::Key_Escape);
  EXPECT_EQ(x->text(), before);
  EXPECT_FALSE(session.can_undo());
}
