// A property that takes a whole boat each time is tried on fewer cases than the usual hundred.
#pragma once

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <algorithm>
#include <sstream>

namespace plucky::test {

template <class Property>
void try_on(int cases, Property property) {
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

}  // namespace plucky::test
