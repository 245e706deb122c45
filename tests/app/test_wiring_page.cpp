// The electric system through the window: the diagram, a part chosen in it, leads put aboard and given a fuse.
#include <QPushButton>
#include <QTableWidget>

#include "bench.h"
#include "stages/drive/wiring_picture.h"
#include "stages/drive/wiring_view.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class WiringBench : public Bench {
 protected:
  void open_wiring() {
    window->choose_stage(Stage::drive);
    QTest::keyClick(window.get(), Qt::Key_E, Qt::ShiftModifier);
    settle();
    view = window->findChild<WiringView*>();
    ASSERT_TRUE(view && view->isVisible());
  }
  [[nodiscard]] QString cell(const QString& row, int column) const {
    auto* t = find<QTableWidget>("wiring_numbers");
    for (int r = 0; r < t->rowCount(); ++r)
      if (t->item(r, 0)->text() == row) return t->item(r, column)->text();
    return {};
  }
  WiringView* view = nullptr;
};

}  // namespace

TEST_F(WiringBench, LeadsThatSuitAreTakenAsOneEditAndTheirWeightCounts) {
  open_wiring();
  const Project before = session.project();
  ASSERT_FALSE(session.now().wiring.told);
  const double mass = session.now().mass.total;
  EXPECT_TRUE(view->words().contains("lists no leads")) << view->words().toStdString();
  click("wiring_take");
  settle();
  const Assessment& a = session.now();
  EXPECT_TRUE(a.wiring.told);
  EXPECT_TRUE(session.project().drive().has_extra(DriveGroup::leads));
  EXPECT_GT(a.mass.total, mass + 0.005);
  EXPECT_LE(a.wiring.battery->current, a.wiring.battery->carries);
  EXPECT_FALSE(find<QPushButton>("wiring_take")->isVisible()) << "they are there now";
  EXPECT_EQ(cell("Plugs", 1), session.shown({a.wiring.fuse_current, Dimension::current}));
  // A dash, not nought, for the fuse that is not there.
  EXPECT_EQ(cell("Fuse", 2), QString::fromUtf8("\u2013"));
  session.undo();
  EXPECT_EQ(session.project(), before);
}

TEST_F(WiringBench, AClickInTheDiagramChoosesTheComponent) {
  open_wiring();
  auto* picture = find<WiringPicture>("wiring_picture");
  const Id esc = session.now().fitted_drive.stands.esc;
  ASSERT_FALSE(picture->box_of(esc).isEmpty());
  QTest::mouseClick(picture, Qt::LeftButton, {}, picture->box_of(esc).center().toPoint());
  settle();
  EXPECT_EQ(session.selection(), esc);
  // Boxes neither lie on each other nor out of the picture.
  std::vector<QRectF> boxes;
  for (const Part& part : session.project().layout.parts)
    if (const QRectF box = picture->box_of(part.id); !box.isEmpty()) boxes.push_back(box);
  EXPECT_GE(boxes.size(), 4u);
  for (std::size_t i = 0; i < boxes.size(); ++i) {
    EXPECT_TRUE(QRectF(picture->rect()).contains(boxes[i]));
    for (std::size_t k = i + 1; k < boxes.size(); ++k) EXPECT_FALSE(boxes[i].intersects(boxes[k]));
  }
}

TEST_F(WiringBench, TheTableGoesIntoACsvAndABoatWithoutADriveSaysWhy) {
  open_wiring();
  EXPECT_GE(view->table().size(), 8u);
  Drive none;
  session.perform({"", ChangeDrive{none}});
  settle();
  EXPECT_FALSE(find<QPushButton>("wiring_take")->isVisible());
  EXPECT_TRUE(view->words().contains("steady run")) << view->words().toStdString();
}
