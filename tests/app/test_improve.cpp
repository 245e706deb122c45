// Improve, through the window: a goal typed, ways found, one chosen by its point, taken, taken back.
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <cmath>

#include "bench.h"
#include "stages/drive/improve_view.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class ImproveBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    take_demo("Stickleback");
    window->choose_stage(Stage::drive);
    QTest::keyClick(window.get(), Qt::Key_G, Qt::ShiftModifier);
    settle();
    view = window->findChild<ImproveView*>();
    ASSERT_TRUE(view && view->isVisible());
    QObject::connect(&session, &Session::refused, &session, [this](const QString& why) { refused = why; });
  }
  void want(const char* key, const QString& words) {
    auto* box = find<QComboBox>("improve_number");
    const int i = box->findData(QString(key));
    ASSERT_GE(i, 0) << key;
    box->setCurrentIndex(i);
    emit box->activated(i);
    auto* field = find<QLineEdit>("improve_value");
    field->setFocus();
    field->selectAll();
    QTest::keyClicks(field, words);
  }
  QString refused;
  ImproveView* view = nullptr;
};

}  // namespace

TEST_F(ImproveBench, AWayIsChosenByItsPointAndTakenAsOneEdit) {
  want("speed", "22 km/h");
  QTest::keyClick(find<QLineEdit>("improve_value"), Qt::Key_Return);
  EXPECT_TRUE(view->at_work());
  ASSERT_TRUE(wait_for([this] { return !view->at_work(); }, 120000));
  settle();
  auto* table = find<QTableWidget>("improve_ways");
  ASSERT_GE(table->rowCount(), 2) << view->words().toStdString();
  ASSERT_TRUE(view->found().ways.front().reaches);
  const Project before = session.project();
  table->setCurrentCell(1, 0);
  QTest::mouseClick(find<QWidget>("improve_plot"), Qt::LeftButton, {}, view->place_of(0).toPoint());
  settle();
  EXPECT_EQ(table->item(table->currentRow(), 0)->data(Qt::UserRole).toUInt(), 0u);
  // The same ways over other numbers: the one on the farthest right is the heaviest.
  auto* across = find<QComboBox>("improve_across");
  across->setCurrentIndex(across->findData(QString("mass")));
  emit across->activated(across->currentIndex());
  settle();
  for (std::size_t i = 0; i < view->found().ways.size(); ++i)
    for (std::size_t k = 0; k < i; ++k) {
      const double by = view->found().ways[i].assessed->mass.total - view->found().ways[k].assessed->mass.total;
      if (std::abs(by) < 1e-3) continue;
      EXPECT_EQ(view->place_of(i).x() > view->place_of(k).x(), by > 0.0);
    }
  QTest::mouseClick(find<QWidget>("improve_plot"), Qt::LeftButton, {}, view->place_of(0).toPoint());
  click("improve_take");
  settle();
  EXPECT_GE(session.now().power.full.speed, 22.0 / 3.6 - 1e-6);
  EXPECT_EQ(session.now().count(Severity::stop), 0);
  EXPECT_FALSE(find<QPushButton>("improve_take")->isEnabled()) << "the ways are another boat's now";
  session.undo();
  settle();
  EXPECT_EQ(session.project(), before);
}

TEST_F(ImproveBench, NonsenseIsRefusedAndWhatIsThereIsSaid) {
  want("speed", "soon");
  click("improve_work");
  EXPECT_FALSE(refused.isEmpty());
  EXPECT_FALSE(view->at_work());
  want("speed", "1 km/h");
  click("improve_work");
  ASSERT_TRUE(wait_for([this] { return !view->at_work(); }, 60000));
  settle();
  EXPECT_TRUE(view->words().contains("already")) << view->words().toStdString();
  EXPECT_FALSE(find<QPushButton>("improve_take")->isEnabled());
}
