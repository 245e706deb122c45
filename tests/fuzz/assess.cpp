// A boat of the fleet with a few numbers changed to anything that may stand in a file: assessed or refused.
#include <fuzzer/FuzzedDataProvider.h>

#include <cmath>
#include <fstream>
#include <sstream>

#include "assessment/assessment.h"
#include "every_number.h"
#include "project/json.h"
#include "reader.h"
#include "texts.h"

using namespace plucky;

namespace {

Project boat(int which) {
  static constexpr const char* names[] = {"dabchick", "sedge", "stickleback", "mudwren"};
  std::ifstream file(std::string(PLUCKY_FLEET) + "/" + names[which] + ".json");
  std::stringstream text;
  text << file.rdbuf();
  return project_from_json(text.str());
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  FuzzedDataProvider hand(data, size);
  static const Project fleet[] = {boat(0), boat(1), boat(2), boat(3)};
  Project p = fleet[hand.ConsumeIntegralInRange(0, 3)];
  p.hull.fineness = 0.3;
  const int changes = hand.ConsumeIntegralInRange(1, 4);
  for (int i = 0; i < changes; ++i) {
    // Near the low end as often as far up: boats are small and the ranges wide.
    const double share = std::pow(hand.ConsumeProbability<double>(), 4.0);
    auto left = hand.ConsumeIntegralInRange<int>(0, 800);
    test::for_each_number(p, [&](double& value, Allowed a) {
      if (left-- == 0) value = a.low + share * (a.high - a.low);
    });
  }
  p.hull.fineness = std::min(p.hull.fineness, 0.5);
  fuzz::read_or_refuse([&] {
    check_project(p);
    const Assessment a = assess(p);
    fuzz::demand(std::isfinite(a.mass.total), "a mass is a number");
    for (const Finding& f : a.findings) {
      fuzz::demand(std::isfinite(f.number.si), "a finding's number is one");
      for (const Quantity& q : test::quantities(f.text))
        fuzz::demand(std::isfinite(q.si), "a finding's values are numbers");
    }
  });
  return 0;
}
