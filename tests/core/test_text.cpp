// Sentences as values: places are filled in the order a language wants, counts take their form, names stay.
#include "base/text.h"

#include <gtest/gtest.h>

#include <map>

#include "base/error.h"
#include "property.h"
#include "texts.h"

namespace plucky {
namespace {

/// A language of a few words that turns its sentences round.
Speech backwards() {
  static const std::map<std::string, std::string> words{
      {"{0} stands {1} too low", "Zu tief um {1}: {0}"}, {"Battery", "Akku"}, {"{0} hole", "{0} Loch"}};
  Speech s;
  s.translate = [](const char* english, const char* one, double count) {
    const auto found = words.find(one && count == 1.0 ? one : english);
    return found == words.end() ? std::string(english) : found->second;
  };
  s.show = [](const std::vector<Quantity>& q) {
    std::vector<std::string> out;
    for (const Quantity& x : q) out.push_back(std::to_string(static_cast<long>(1e3 * x.si)) + "!");
    return out;
  };
  return s;
}

TEST(Text, FillsPlacesInTheOrderTheLanguageWants) {
  const Text t("{0} stands {1} too low", "Battery", length_quantity(0.012));
  EXPECT_EQ(plain(t), "Battery stands 0.012 m too low");
  EXPECT_EQ(say(t, backwards()), "Zu tief um 12!: Akku");
  // A name that a builder typed is no word of the program, even if it is spelt like one.
  EXPECT_EQ(say({"{0} stands {1} too low", std::string("Battery"), length_quantity(0.012)}, backwards()),
            "Zu tief um 12!: Battery");
}

TEST(Text, CountsTakeTheirForm) {
  EXPECT_EQ(plain(counted("{0} hole", "{0} holes", 1)), "1 hole");
  EXPECT_EQ(plain(counted("{0} hole", "{0} holes", 0)), "0 holes");
  EXPECT_EQ(plain(counted("{0} hole", "{0} holes", 1234567)), "1234567 holes");
  EXPECT_EQ(say(counted("{0} hole", "{0} holes", 1), backwards()), "1000! Loch");
}

TEST(Text, SaysNothingWhereNothingIs) {
  EXPECT_TRUE(Text().empty());
  EXPECT_TRUE(Text("").empty());
  EXPECT_TRUE(Text(std::string()).empty());
  EXPECT_EQ(Text(), Text(""));
  EXPECT_EQ(plain(then("One.", Text())), "One.");
  EXPECT_EQ(plain(then(Text(), "Two.")), "Two.");
  EXPECT_EQ(plain(then("One.", {"{0}.", 2})), "One. 2.");
  EXPECT_EQ(plain(listed({"ESC", "Motor", std::string("x") == "x" ? Text("Shaft") : Text()})), "ESC, Motor, Shaft");
}

TEST(Text, BracesAndPlacesWithoutAValueStay) {
  EXPECT_EQ(plain({"{0} {1} {x} {", 7}), "7 {1} {x} {");
  // What a builder typed is not looked through for places.
  EXPECT_EQ(plain({"{0} and {1}", std::string("{1}"), 5}), "{1} and 5");
}

TEST(Text, ARefusalKeepsPlaceAndReasonApart) {
  const InvalidInput e("Length", {"is {0}; allowed: up to {1}", length_quantity(9.0), length_quantity(3.0)});
  EXPECT_STREQ(e.what(), "Length: is 9 m; allowed: up to 3 m");
  EXPECT_EQ(std::string(e.within("boat.json").what()), "boat.json: Length: is 9 m; allowed: up to 3 m");
  EXPECT_EQ(e.within("boat.json").reason(), e.reason());
  EXPECT_STREQ(InvalidInput("", "is empty").what(), "is empty");
}

PROPERTY(Text, EqualWhenAllOfItIs) {
  const auto name = test::any::text();
  const auto number = test::any::whole(-1000, 1000);
  const Text a("{0}: {1}", name, number), b("{0}: {1}", std::string(name), number);
  HOLDS(a == b);
  HOLDS(!(a == Text("{0}: {1}", name, number + 1)));
  HOLDS(!(a == Text("{1}: {0}", name, number)));
  HOLDS(plain(a).find(name) != std::string::npos);
}

}  // namespace
}  // namespace plucky
