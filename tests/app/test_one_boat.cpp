// From the brief to a boat whose drive stands in it, and one battery swapped for another: all by hand.
#include <QComboBox>
#include <QListWidget>
#include <QMenu>

#include "bench.h"
#include "geometry/mesh_check.h"
#include "layout/component.h"
#include "parts/part_look.h"
#include "stages/drive/drive_cards.h"
#include "stages/drive/drive_page.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class OneBoat : public Bench {
 protected:
  void choose_in(const char* name, int index) {
    auto* box = find<QComboBox>(name);
    box->setCurrentIndex(index);
    emit box->activated(index);
    settle();
  }
  [[nodiscard]] bool aboard(PartKind kind) const {
    for (const Part& p : session.project().layout.parts)
      if (p.kind == kind) return true;
    return false;
  }
  void make_boat_from_brief() {
    window->show_chooser(true);
    settle();
    click("choose_brief");
    type(find<QLineEdit>("payload"), "200 g");
    type(find<QLineEdit>("wanted_speed"), "25 km/h");
    type(find<QLineEdit>("run_time"), "10 min");
    click("work_out");
    finish_job();
    find<QListWidget>("sizes")->setCurrentRow(0);
    click("make_boat");
    window->choose_stage(Stage::drive);
    settle();
  }
};

constexpr PartKind every_kind[] = {PartKind::battery,    PartKind::esc,       PartKind::motor,  PartKind::receiver,
                                   PartKind::servo,      PartKind::pump,      PartKind::hose,   PartKind::camera,
                                   PartKind::payload,    PartKind::ballast,   PartKind::foam,   PartKind::gearing,
                                   PartKind::coupler,    PartKind::shaft,     PartKind::pod,    PartKind::jet,
                                   PartKind::drive_line, PartKind::propeller, PartKind::rudder, PartKind::other};

}  // namespace

TEST_F(OneBoat, FromTheBriefToARunningBoatAndAnotherBattery) {
  make_boat_from_brief();
  ASSERT_TRUE(session.project().layout.parts.empty());
  choose_in("propulsor", 1);
  finish_job();
  for (const PartKind kind : {PartKind::motor, PartKind::esc, PartKind::battery, PartKind::coupler, PartKind::shaft,
                              PartKind::propeller, PartKind::rudder, PartKind::servo, PartKind::payload})
    EXPECT_TRUE(aboard(kind)) << part_kind_name(kind);
  ASSERT_TRUE(session.now().power.full.runs()) << session.now().power.message;
  EXPECT_TRUE(session.now().power.line.known);
  EXPECT_LE(session.now().power.line.coupler_offset, session.now().power.line.allowance.offset);
  EXPECT_EQ(finding("drive.gap"), nullptr);
  EXPECT_NEAR(session.now().power.full.speed, 25.0 / 3.6, 0.35 * 25.0 / 3.6);

  // Another battery, by the arrow of its card: pointing at it shows what it would do, choosing it does it.
  choose_card(static_cast<int>(DriveGroup::battery));
  const Assessment before = session.now();
  auto* cards = find<DriveCards>("drive_cards");
  const QRect card = cards->visualItemRect(cards->item(0));
  QTest::mouseClick(cards->viewport(), Qt::LeftButton, {}, QPoint(card.right() - 8, card.center().y()));
  settle();
  auto* menu = window->findChild<QMenu*>("swap_menu");
  ASSERT_NE(menu, nullptr);
  QAction* six = nullptr;
  for (QAction* a : menu->actions())
    if (a->text().startsWith("6S 5000")) six = a;
  ASSERT_NE(six, nullptr);
  emit six->hover();
  settle();
  EXPECT_TRUE(session.peeking());
  EXPECT_EQ(session.project(), before.project);
  six->trigger();
  menu->close();
  settle();
  EXPECT_FALSE(session.peeking());
  const Assessment& after = session.now();
  EXPECT_EQ(after.fitted_drive.battery.cells, 6u);
  EXPECT_GT(after.mass.total, before.mass.total + 0.3);
  EXPECT_NE(after.mass.cg.x(), before.mass.cg.x());
  EXPECT_NE(after.flotation.plane.attitude.trim, before.flotation.plane.attitude.trim);
  EXPECT_GT(after.power.full.shaft.battery_voltage, before.power.full.shaft.battery_voltage);
  EXPECT_NE(after.power.full.speed, before.power.full.speed);
  EXPECT_NE(after.power.winding, before.power.winding);
  EXPECT_NE(after.power.run_time, before.power.run_time);
  // One step takes it all back.
  session.undo();
  EXPECT_EQ(session.project(), before.project);
}

TEST_F(OneBoat, AnEscTakenOutIsAGapInTheCardsThatOneButtonFills) {
  window->choose_stage(Stage::drive);
  settle();
  const Part esc = part("ESC");
  session.perform({"Out", RemovePart{esc.id}});
  settle();
  auto* cards = find<DriveCards>("drive_cards");
  const DriveCard& card = cards->cards()[1];
  EXPECT_TRUE(card.gap);
  EXPECT_EQ(card.title, "No ESC");
  ASSERT_NE(finding("drive.gap"), nullptr);
  EXPECT_NE(plain(finding("drive.gap")->text).find("missing in the drive: ESC"), std::string::npos);
  choose_card(static_cast<int>(DriveGroup::esc));
  EXPECT_FALSE(find<QLineEdit>("drive_esc_current_limit_a")->isVisible());
  click("drive_fill");
  finish_job();
  EXPECT_EQ(finding("drive.gap"), nullptr);
  EXPECT_TRUE(aboard(PartKind::esc));
  EXPECT_FALSE(find<QPushButton>("drive_fill")->isVisible());
  // By the keyboard too: down the cards, and the menu by Return.
  cards->setFocus();
  QTest::keyClick(cards, Qt::Key_Home);
  for (int down = 0; down < 3 && cards->group() != static_cast<int>(DriveGroup::esc); ++down)
    QTest::keyClick(cards, Qt::Key_Down);
  settle();
  EXPECT_TRUE(find<QLineEdit>("drive_esc_current_limit_a")->isVisible());
  QTest::keyClick(cards, Qt::Key_Return);
  settle();
  auto* menu = window->findChild<QMenu*>("swap_menu");
  ASSERT_NE(menu, nullptr);
  QTest::keyClick(menu, Qt::Key_Down);
  QTest::keyClick(menu, Qt::Key_Return);
  settle();
  EXPECT_EQ(session.project().drive().esc.current_limit, 20.0);
}

TEST_F(OneBoat, ASecondDriveComesAndGoesByOneButton) {
  make_boat_from_brief();
  choose_in("propulsor", 1);
  finish_job();
  const double thrust = session.now().power.full.thrust;
  const std::size_t parts = session.project().layout.parts.size();
  click("drive_second");
  if (session.project().drives.size() == 1) {  // too narrow for two: told, and nothing changed
    EXPECT_TRUE(notice().contains("beam"));
    return;
  }
  ASSERT_EQ(session.project().drives.size(), 2u);
  EXPECT_GT(session.now().power.full.thrust, thrust);
  // A swap goes to both, so that they stay alike.
  choose_card(static_cast<int>(DriveGroup::screw));
  choose_in("drive_presets", 2);
  EXPECT_FALSE(session.project().drive().unlike);
  click("drive_second");
  EXPECT_EQ(session.project().drives.size(), 1u);
  EXPECT_EQ(session.project().layout.parts.size(), parts);
}

TEST(Silhouettes, EveryKindIsDrawnInsideItsBoxFromEverySide) {
  for (const PartKind kind : every_kind)
    for (const Side side : {Side::profile, Side::plan, Side::section})
      for (const QSizeF size : {QSizeF(60, 24), QSizeF(12, 90), QSizeF(5, 5), QSizeF(200, 6)}) {
        Part part;
        part.kind = kind;
        const QRectF box(QPointF(10, 20), size);
        const auto inside = [&](const Part& p) {
          const Silhouette s = silhouette(p, box, side);
          const QRectF room = box.adjusted(-0.01, -0.01, 0.01, 0.01);
          EXPECT_FALSE(s.body.isEmpty()) << part_kind_name(kind);
          EXPECT_TRUE(room.contains(s.body.boundingRect())) << part_kind_name(kind) << " " << static_cast<int>(side);
          // A level line has no height, and such a rectangle lies in none.
          const QRectF lines = s.lines.boundingRect().adjusted(-1e-3, -1e-3, 1e-3, 1e-3);
          EXPECT_TRUE(s.lines.isEmpty() || room.contains(lines)) << part_kind_name(kind);
        };
        inside(part);
        if (const auto group = group_of(kind)) {
          Drive d;
          d.battery.cells = 6;
          d.motor.outrunner = true;
          d.screw.blades = 3;
          d.screw.guard_radius = 0.03;
          part.data = data_of(d, *group);
          inside(part);
        }
      }
}

TEST(Silhouettes, KindsOfOneSizeLookDifferent) {
  const QRectF box(0, 0, 80, 40);
  std::vector<QPainterPath> seen;
  for (const PartKind kind : every_kind) {
    if (kind == PartKind::drive_line) continue;  // plain, as other
    Part part;
    part.kind = kind;
    const Silhouette s = silhouette(part, box, Side::profile);
    QPainterPath all = s.body;
    all.addPath(s.lines);
    for (const QPainterPath& other : seen) EXPECT_NE(all, other) << part_kind_name(kind);
    seen.push_back(all);
  }
}

TEST(Solids, EveryKindIsClosedAndInsideItsBoxInTheRound) {
  for (const PartKind kind : every_kind)
    for (const Vec3& size : {Vec3(0.1, 0.04, 0.03), Vec3(0.03, 0.08, 0.08), Vec3(0.02, 0.02, 0.2)}) {
      Part part;
      part.kind = kind;
      part.size = size;
      part.place = {0.3, -0.02, 0.05};
      if (kind == PartKind::propeller)
        part.data = Screw{.diameter = std::min(size.y(), size.z()), .blades = 3, .length = size.x()};
      const TriangleMesh mesh = part_solid(part);
      const MeshReport report = check_mesh(mesh);
      EXPECT_EQ(report.open_edges.count, 0u) << part_kind_name(kind);
      EXPECT_EQ(report.flipped_faces.count, 0u) << part_kind_name(kind);
      EXPECT_FALSE(report.inside_out) << part_kind_name(kind);
      const Box3 box = bounds(mesh), room = part.box();
      for (int axis = 0; axis < 3; ++axis) {
        EXPECT_GE(box.low[axis], room.low[axis] - 1e-9) << part_kind_name(kind) << " " << axis;
        EXPECT_LE(box.high[axis], room.high[axis] + 1e-9) << part_kind_name(kind) << " " << axis;
      }
    }
  const TriangleMesh bar = bar_between({0, 0, 0}, {0.1, 0.0, 0.05}, 0.008);
  EXPECT_EQ(check_mesh(bar).open_edges.count, 0u);
  EXPECT_NEAR(bounds(bar).size().x(), 0.1 + 0.008 * std::sin(std::atan2(0.05, 0.1)), 1e-4);
}
