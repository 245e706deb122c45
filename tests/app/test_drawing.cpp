// What lies under the pictures: labels that never meet, the depth buffer, and nothing cut off in the smallest window.
#include <gtest/gtest.h>

#include <QAbstractButton>
#include <QCheckBox>
#include <QPainter>
#include <cmath>
#include <set>

#include "bench.h"
#include "board/grips.h"
#include "board/label_placer.h"
#include "hull/family.h"
#include "property.h"
#include "shelf/shelf.h"
#include "stages/stages.h"
#include "theme/theme.h"
#include "view3d/raster.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// An upright square facing the camera, `half` from middle to side, at a nearness.
TriangleMesh square(double half, double nearness, const Vec2& middle = Vec2::Zero()) {
  TriangleMesh m;
  for (const auto& [u, v] : {std::pair{-1, -1}, {1, -1}, {1, 1}, {-1, 1}})
    m.vertices.emplace_back(middle.x() + half * u, middle.y() + half * v, nearness);
  m.triangles = {{0, 1, 2}, {0, 2, 3}};
  return m;
}

Camera straight_camera() {
  Camera c;
  c.scale = 1000.0;
  c.size = {200, 200};
  return c;
}

int marked(const Raster& r, std::uint32_t mark) {
  int n = 0;
  for (int y = 0; y < 200; ++y)
    for (int x = 0; x < 200; ++x) n += r.mark_at({x, y}) == mark;
  return n;
}

}  // namespace

PROPERTY(Labels, NeverMeetEachOtherNorABlockedPlaceNorLeaveTheBoard) {
  QImage paper(600, 400, QImage::Format_RGB32);
  QPainter painter(&paper);
  const QRectF bounds(10, 10, 580, 380);
  LabelPlacer placer(bounds);
  const auto somewhere = [] { return QPointF(any::whole(0, 600), any::whole(0, 400)); };
  std::vector<QRectF> taken;
  for (int i = any::whole(0, 4); i > 0; --i) {
    taken.emplace_back(somewhere(), QSizeF(any::whole(5, 150), any::whole(5, 90)));
    placer.block(taken.back());
  }
  for (int i = any::whole(1, 30); i > 0; --i) {
    const QString text(any::whole(1, 24), 'm');
    const QRectF r = placer.place(painter, somewhere(), text, {{0, -12}, {0, 12}, {40, 0}});
    if (r.isNull()) continue;
    HOLDS(bounds.contains(r));
    for (const QRectF& t : taken) HOLDS(!t.intersects(r));
    taken.push_back(r);
  }
}

TEST(Labels, KeepOffAvoidedPlacesWhileThereIsRoomElsewhere) {
  QImage paper(400, 200, QImage::Format_RGB32);
  QPainter painter(&paper);
  LabelPlacer placer(QRectF(0, 0, 400, 200));
  const QRectF body(150, 80, 100, 20);
  placer.avoid(body);
  const std::vector<QPointF> offsets{{0, 0}, {0, -30}};
  EXPECT_FALSE(body.intersects(placer.place(painter, body.center(), "Motor", offsets)));
  EXPECT_TRUE(body.intersects(placer.place(painter, body.center(), "ESC", offsets, true)));
}

TEST(Raster, ASquareCoversItsOwnAreaAndNoMore) {
  Raster r(straight_camera(), Qt::black);
  r.solid(square(0.03, 0.0), Qt::white, 7);
  EXPECT_NEAR(marked(r, 7), 60 * 60, 130);
  EXPECT_EQ(r.mark_at({100, 100}), 7u);
  EXPECT_EQ(r.mark_at({66, 100}), 0u);
}

TEST(Raster, TheNearerHidesTheFartherInWhateverOrderTheyAreDrawn) {
  for (const bool near_first : {true, false}) {
    Raster r(straight_camera(), Qt::black);
    const auto draw = [&](bool near) {
      r.solid(near ? square(0.02, 0.05) : square(0.04, -0.05), Qt::white, near ? 1 : 2);
    };
    draw(near_first);
    draw(!near_first);
    EXPECT_NEAR(marked(r, 1), 40 * 40, 90);
    EXPECT_NEAR(marked(r, 2), 80 * 80 - 40 * 40, 180);
  }
}

PROPERTY(Raster, TwoPlanesThatCrossShowWhatIsNearerAtEachPixel) {
  // One square level, one tilted about the y axis: the border between them runs where their depths agree, at x = x0.
  const double slope = any::whole(2, 9) / 10.0 * (any::either() ? 1 : -1), x0 = any::whole(-20, 21) / 1000.0;
  TriangleMesh tilted = square(0.05, 0.0);
  for (Vec3& v : tilted.vertices) v.z() = slope * (v.x() - x0);
  Raster r(straight_camera(), Qt::black);
  r.solid(square(0.05, 0.0), Qt::white, 1);
  r.solid(tilted, Qt::white, 2);
  for (int x = -40; x <= 40; ++x) {
    if (std::abs(x - 1000.0 * x0) < 2.0) continue;
    const bool tilted_nearer = slope * (0.001 * (x + 0.5) - x0) > 0.0;
    HOLDS(r.mark_at({100 + x, 100}) == (tilted_nearer ? 2u : 1u));
  }
}

TEST(Raster, CamerasTurnWithoutStretching) {
  for (double bearing : {0.0, 0.7, 2.5, -1.9})
    for (double height : {-0.4, 0.0, 0.6, 1.4}) {
      const Eigen::Matrix3d t = camera_turn(bearing, height);
      EXPECT_LT((t * t.transpose() - Eigen::Matrix3d::Identity()).norm(), 1e-12);
      EXPECT_NEAR(t.determinant(), 1.0, 1e-12);
      if (height > 0.1) {
        EXPECT_GT((t * Vec3::UnitZ()).y(), 0.0);  // up stays up
      }
    }
}

TEST_F(Bench, AFontShrinksUntilItsWordsHaveRoomAndStaysReadable) {
  const QString words = "Motor within its limits at this throttle and any lower one";
  EXPECT_EQ(fitted(ui_font(9.5), "Float", {200, 30}).pointSizeF(), 9.5);
  for (const double width : {330.0, 300.0, 270.0}) {
    const QFont font = fitted(ui_font(9.5), words, {width, 30});
    EXPECT_LE(QFontMetricsF(font).horizontalAdvance(words), width + 1.0);
    EXPECT_LE(font.pointSizeF(), fitted(ui_font(9.5), words, {width + 30.0, 30}).pointSizeF());
  }
  EXPECT_EQ(fitted(ui_font(9.5), words, {20, 30}).pointSizeF(), 6.5);
  // Two lines need half the width.
  EXPECT_GT(fitted(ui_font(9.5), words, {200, 40}, Lines::wrapped).pointSizeF(),
            fitted(ui_font(9.5), words, {200, 40}).pointSizeF());
}

TEST_F(Bench, NothingIsCutOffInTheSmallestWindow) {
  window->resize(1024, 700);
  settle();
  const auto look_for_cuts = [&](const std::string& where) {
    const QStringList cut = cut_words(*window);
    EXPECT_TRUE(cut.isEmpty()) << where << ": " << cut.join(" | ").toStdString();
  };
  for (const Project& boat : demo_fleet()) {
    session.adopt(boat, {});
    for (int n = 1; n <= 9; ++n) {
      window->choose_stage(static_cast<Stage>(n));
      settle();
      look_for_cuts(boat.name + ", stage " + std::to_string(n));
    }
  }
  for (const ShelfEntry& entry : shelf_entries()) {
    window->show_shelf(entry.offer->key);
    settle();
    look_for_cuts(std::string("shelf ") + entry.offer->key);
    // The ruler stays in sight over it.
    EXPECT_LE(board()->map().ruler_area().bottom(), window->shelf()->geometry().top() + 1.0);
  }
  window->hide_shelf();
  window->show_weighing();
  settle();
  look_for_cuts("weighing bench");
  window->show_preferences();
  settle();
  look_for_cuts("preferences");
}

TEST_F(Bench, HandlesOfEveryFamilyTurnOnlyTheirOwnMeasures) {
  window->choose_stage(Stage::hull);
  HullDesign coaster = usual_hull(HullFamily::round_bilge);
  coaster.shape = started(HullFamily::round_bilge, 2);
  ASSERT_GT(coaster.shape.bulb_length, 0.0);
  const HullDesign hulls[] = {usual_hull(HullFamily::flat_bottom), usual_hull(HullFamily::round_bilge), coaster,
                              usual_hull(HullFamily::folded)};
  std::set<std::string> tried;
  for (const HullDesign& hull : hulls) {
    Project p = session.project();
    p.hull = hull;
    p.hull.fineness = 0.5;
    p.layout = {};
    session.adopt(p, {});
    settle();
    const auto handles = hull_handles(session.now().hull->model, hull);
    EXPECT_GE(handles.size(), 6u);
    for (const HullHandle& h : handles) {
      const BoardMap& m = board()->map();
      const QPointF at =
          h.plane == BoardPlane::profile ? m.profile(h.place.x(), h.place.z()) : m.plan(h.place.x(), h.place.y());
      const HullShape before = session.project().hull.shape;
      drag(at.toPoint(),
           h.axis == 0                            ? QPoint(-8, 0)
           : std::string(h.key) == "skeg_depth_m" ? QPoint(0, 8)  // it grows downward
           : h.plane == BoardPlane::profile       ? QPoint(0, -8)
                                                  : QPoint(0, 8),
           Qt::AltModifier);
      const HullShape after = session.project().hull.shape;
      int turned = 0;
      for (const HullParameter& q : all_hull_parameters()) {
        if (before.*q.member == after.*q.member) continue;
        ++turned;
        EXPECT_TRUE(std::string(q.key) == h.key || (h.key_x && std::string(q.key) == h.key_x))
            << h.key << " turned " << q.key;
      }
      EXPECT_GE(turned, 1) << h.key;
      tried.insert(h.key);
      session.undo();
      settle();
    }
  }
  EXPECT_TRUE(tried.count("bulb_length_m") && tried.count("bow_rake_m"));
}
