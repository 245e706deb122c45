#include "property.h"

#include <rapidcheck.h>

#include <algorithm>
#include <limits>
#include <sstream>

namespace plucky::test {

void try_property(const std::function<void()>& property) {
  try_on(std::numeric_limits<int>::max(), property);
}

void try_on(int cases, const std::function<void()>& property) {
  const testing::TestInfo* test = testing::UnitTest::GetInstance()->current_test_info();
  rc::detail::TestMetadata about;
  about.description = test->name();
  about.id = std::string(test->test_suite_name()) + "/" + test->name();
  rc::detail::TestParams params = rc::detail::configuration().testParams;
  params.maxSuccess = std::min(params.maxSuccess, cases);
  const rc::detail::TestResult result = rc::detail::checkTestable(property, about, params);
  std::ostringstream told;
  rc::detail::printResultMessage(result, told);
  EXPECT_TRUE(result.is<rc::detail::SuccessResult>()) << told.str();
}

void fails(const char* what, const char* file, int line) {
  std::ostringstream where;
  where << file << ":" << line << ": does not hold: " << what;
  throw rc::detail::CaseResult(rc::detail::CaseResult::Type::Failure, where.str());
}

void says_nothing() {
  throw rc::detail::CaseResult(rc::detail::CaseResult::Type::Discard, "says nothing of it");
}

namespace any {

long long integer(long long low, long long high) {
  return *rc::gen::inRange(low, high);
}
bool either() {
  return *rc::gen::arbitrary<bool>();
}
std::string text() {
  return *rc::gen::arbitrary<std::string>();
}

}  // namespace any
}  // namespace plucky::test
