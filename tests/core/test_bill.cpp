// What the boat takes: everything that weighs is in it once, lengths are those of the model.
#include <gtest/gtest.h>

#include <algorithm>
#include <set>

#include "assessment/stages/build/bill.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

std::size_t count_in(const std::vector<BillLine>& bill, BillGroup group) {
  return static_cast<std::size_t>(
      std::count_if(bill.begin(), bill.end(), [&](const BillLine& l) { return l.group == group; }));
}

}  // namespace

TEST(Bill, HasEveryPartOnceWithItsMassAndEverySectionOfTheHull) {
  Project p = sample_boat();
  p.layout.parts.front().measured_mass = 0.5;
  const Assessment a = assess(p);
  const std::vector<BillLine> bill = bill_of(a);
  double bought = 0.0, sections = 0.0;
  for (const Part& part : p.layout.parts)
    EXPECT_EQ(std::count_if(bill.begin(), bill.end(),
                            [&](const BillLine& l) { return l.group == BillGroup::bought && l.subject == part.id; }),
              1)
        << part.name;
  for (const BillLine& l : bill) {
    if (l.group == BillGroup::bought) bought += l.mass.value_or(0.0);
    if (l.group == BillGroup::made && l.item.words == std::string("Section {0} of the hull")) sections += *l.mass;
  }
  double parts = 0.0;
  for (const Part& part : p.layout.parts) parts += part.effective_mass();
  EXPECT_NEAR(bought, parts, 1e-12);
  // The walls together are the skin of the mass budget.
  double skin = 0.0;
  for (const SectionPlan& s : a.build.sections) skin += s.material * p.hull.skin.density;
  EXPECT_NEAR(sections, skin, 1e-12);
  // A tenth more filament than walls: 1.75 mm round.
  const auto filament = std::find_if(bill.begin(), bill.end(),
                                     [](const BillLine& l) { return l.item.words == std::string("Filament: {0}"); });
  ASSERT_NE(filament, bill.end());
  EXPECT_NEAR(*filament->mass, 1.1 * skin, 1e-12);
  EXPECT_NEAR(quantities(filament->size).front().si, 1.1 * skin / p.hull.skin.density / (pi * 0.875e-3 * 0.875e-3),
              1e-6);
  EXPECT_TRUE(std::is_sorted(bill.begin(), bill.end(), [](const auto& l, const auto& r) { return l.group < r.group; }));
}

TEST(Bill, FoamBoardTakesClothAndResinAndPanelsInsteadOfSections) {
  Project p;
  p.hull.family = HullFamily::flat_bottom;
  p.hull.shape = default_shape(HullFamily::flat_bottom);
  p.brief.method = BuildMethod::foam_board;
  const Assessment a = assess(p);
  const std::vector<BillLine> bill = bill_of(a);
  EXPECT_EQ(count_in(bill, BillGroup::made), a.build.panels.size());
  double sheet = 0.0;
  for (const Panel& panel : a.build.panels) sheet += panel.count * panel.area;
  const auto cloth = std::find_if(bill.begin(), bill.end(),
                                  [](const BillLine& l) { return l.item.words == std::string("Glass cloth"); });
  ASSERT_NE(cloth, bill.end());
  EXPECT_NEAR(quantities(cloth->size).front().si, 1.15 * sheet, 1e-12);
  p.brief.method = BuildMethod::ply;
  for (const BillLine& l : bill_of(assess(p))) EXPECT_NE(l.item.words, std::string("Glass cloth"));
}

TEST(Bill, MarksStayWithTheirLineWhateverItIsCalledAndTellWhatIsMissing) {
  Project p = sample_boat();
  const std::vector<BillLine> bill = bill_of(assess(p));
  std::set<std::string> keys;
  for (const BillLine& l : bill) EXPECT_TRUE(keys.insert(l.key).second) << l.key;
  const BillLine& battery = *std::find_if(bill.begin(), bill.end(),
                                          [&](const BillLine& l) { return l.subject == p.layout.parts.front().id; });
  p.build = with_mark(p.build, battery, true, 34.5);
  p.layout.parts.front().name = "Another name";
  const Assessment a = assess(p);
  const std::vector<BillLine> now = bill_of(a);
  const auto again = std::find_if(now.begin(), now.end(), [&](const BillLine& l) { return l.key == battery.key; });
  ASSERT_NE(again, now.end());
  const BillMark* mark = mark_of(a.project.build, *again);
  ASSERT_TRUE(mark);
  EXPECT_TRUE(mark->got);
  EXPECT_EQ(mark->price, 34.5);
  // Its task misses what else it takes, but not the battery itself; ticked off, nothing.
  const WorkTask* fit = a.build.work.find(fit_task(p.layout.parts.front().id));
  ASSERT_TRUE(fit);
  BuildDesign design = a.project.build;
  for (const BillLine& l : missing_for(*fit, now, design)) EXPECT_NE(l.key, battery.key);
  for (const BillLine& l : now) design = with_mark(design, l, true, 0.0);
  EXPECT_TRUE(missing_for(*fit, now, design).empty());
  EXPECT_TRUE(with_mark(design, *again, false, 0.0).bill.size() + 1 == design.bill.size());
}
