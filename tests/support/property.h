// Properties: a body that draws its boat and says what must hold of it, tried on many draws; the smallest draw that
// fails is shown. Rapidcheck draws and shrinks, behind this header: its templates are so
// compiled once instead of at some three hundred places.
#pragma once

#include <gtest/gtest.h>

#include <concepts>
#include <functional>
#include <initializer_list>
#include <string>
#include <vector>

namespace plucky::test {

/// Tries a property on as many draws as RC_PARAMS says, usually a hundred, and fails the running test by a draw that it
/// does not hold for.
void try_property(const std::function<void()>& property);
/// The same on this many draws at most, for a property that takes a whole boat each time.
void try_on(int cases, const std::function<void()>& property);

/// Ends this draw: as one that fails, or as one that the property says nothing of.
[[noreturn]] void fails(const char* what, const char* file, int line);
[[noreturn]] void says_nothing();

/// Draws, for use in a property.
namespace any {

[[nodiscard]] long long integer(long long low, long long high);
/// From low to high, without high.
template <std::integral T>
[[nodiscard]] T whole(T low, T high) {
  return static_cast<T>(integer(static_cast<long long>(low), static_cast<long long>(high)));
}
[[nodiscard]] bool either();
/// From low to high in a thousand even steps.
[[nodiscard]] inline double between(double low, double high) {
  return low + (high - low) * static_cast<double>(integer(0, 1001)) / 1000.0;
}
/// Any bytes, often none.
[[nodiscard]] std::string text();
template <class T>
[[nodiscard]] T one_of(const std::vector<T>& choices) {
  return choices[whole<std::size_t>(0, choices.size())];
}
template <class T>
[[nodiscard]] T one_of(std::initializer_list<T> choices) {
  return one_of(std::vector<T>(choices));
}

}  // namespace any
}  // namespace plucky::test

#define PROPERTY(suite, name)                             \
  static void suite##_##name##_holds();                   \
  TEST(suite, name) {                                     \
    ::plucky::test::try_property(suite##_##name##_holds); \
  }                                                       \
  static void suite##_##name##_holds()

#define HOLDS(...)                                                               \
  do {                                                                           \
    if (!(__VA_ARGS__)) ::plucky::test::fails(#__VA_ARGS__, __FILE__, __LINE__); \
  } while (false)

#define ONLY_IF(...)                                    \
  do {                                                  \
    if (!(__VA_ARGS__)) ::plucky::test::says_nothing(); \
  } while (false)
