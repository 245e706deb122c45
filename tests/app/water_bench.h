// The bench at the stages Cool and Seal: ports, rows and lists under the hand.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QTreeWidget>

#include "bench.h"
#include "board/water_grips.h"
#include "shelf/shelf.h"

namespace plucky::test {

class WaterBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    window->choose_stage(Stage::cool);
    settle();
  }
  [[nodiscard]] const CoolFitting& fitting(FittingKind kind) const {
    for (const CoolFitting& f : session.project().cooling.fittings)
      if (f.kind == kind) return f;
    throw std::runtime_error("no such fitting");
  }
  [[nodiscard]] QPoint port(FittingKind kind, std::uint32_t which) const {
    return port_on_board(board()->map(), BoardPlane::plan, session.project(), {fitting(kind).id, which, false})
        .toPoint();
  }
  /// Only a pickup, two coolers and an outlet, nothing joined.
  void leave_loose_ends() {
    CoolingCircuit c = session.project().cooling;
    c.hoses.clear();
    std::erase_if(c.fittings,
                  [](const CoolFitting& f) { return f.kind == FittingKind::tee || f.name == "ESC outlet"; });
    ASSERT_TRUE(session.perform({"Loose ends", ChangeCooling{c}}));
    settle();
  }
  void draw(FittingKind from, std::uint32_t from_port, FittingKind to, std::uint32_t to_port) {
    drag(port(from, from_port), port(to, to_port) - port(from, from_port));
  }
  void choose_in(const char* name, int index) {
    auto* box = find<QComboBox>(name);
    box->setCurrentIndex(index);
    emit box->activated(index);
    settle();
  }
  void choose_row(const char* tree, const QString& text) {
    auto* t = find<QTreeWidget>(tree);
    for (int i = 0; i < t->topLevelItemCount(); ++i)
      if (t->topLevelItem(i)->text(0).contains(text)) {
        t->clearSelection();
        t->topLevelItem(i)->setSelected(true);
        settle();
        return;
      }
    ADD_FAILURE() << text.toStdString();
  }
  /// Clicks a check box where it can be hit.
  void tick(const char* name) {
    auto* box = find<QCheckBox>(name);
    QTest::mouseClick(box, Qt::LeftButton, {}, QPoint(9, box->height() / 2));
    settle();
  }
  template <class P>
  P* shelf_page(const char* tab) {
    window->show_shelf(tab);
    settle();
    return dynamic_cast<P*>(window->shelf()->page(tab));
  }
};

}  // namespace plucky::test
