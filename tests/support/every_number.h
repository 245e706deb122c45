// Every number of a boat under one hand, for tests that try what each may be.
#pragma once

#include <functional>

#include "project/project_fields.h"

namespace plucky::test {

/// A visitor of project_fields.h that hands out numbers with their range, and nothing else.
class EveryNumber {
 public:
  explicit EveryNumber(std::function<void(double&, Allowed)> take) : take_(std::move(take)) {}
  void operator()(const char*, double& value, Allowed allowed = {}) { take_(value, allowed); }
  void operator()(const char*, bool&) {}
  void operator()(const char*, std::string&) {}
  void operator()(const char*, Id&) {}
  void operator()(const char*, Vec3& value, Allowed allowed = {}) {
    for (double& v : value) take_(v, allowed);
  }
  void operator()(const char*, std::optional<double>& value, Allowed allowed = {}) {
    if (value) take_(*value, allowed);
  }
  void operator()(const char* key, std::vector<Vec3>& values, Allowed allowed = {}) {
    for (Vec3& v : values) (*this)(key, v, allowed);
  }
  void operator()(const char*, std::vector<Id>&) {}
  template <class T>
  void maybe(const char*, const bool& present, T& value) {
    if (present) describe(*this, value);
  }
  template <class E>
  void choice(const char*, E&, const char* (*)(E), E (*)(const std::string&)) {}
  template <class T>
  void object(const char*, T& value) {
    describe(*this, value);
  }
  template <class T>
  void object(const char*, std::optional<T>& value) {
    if (value) describe(*this, *value);
  }
  template <class T>
  void list(const char*, std::vector<T>& values) {
    for (T& value : values) describe(*this, value);
  }

 private:
  std::function<void(double&, Allowed)> take_;
};

/// Calls `take(number, range)` for every number of the project, always in the same order.
inline void for_each_number(Project& project, std::function<void(double&, Allowed)> take) {
  EveryNumber visitor(std::move(take));
  describe(visitor, project);
}

}  // namespace plucky::test
