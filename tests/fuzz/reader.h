// What every fuzz target shares. A reader either reads or refuses with a reason; anything else ends the run.
#pragma once

#include <cstddef>
#include <cstdint>
#include <cstdlib>
#include <iostream>
#include <string>

#include "base/error.h"

namespace plucky::fuzz {

inline std::string text_of(const std::uint8_t* data, std::size_t size) {
  return {reinterpret_cast<const char*>(data), size};
}

inline void demand(bool holds, const char* what) {
  if (holds) return;
  std::cerr << "does not hold: " << what << std::endl;
  std::abort();
}

template <class F>
void read_or_refuse(F read) {
  try {
    read();
  } catch (const InvalidInput& e) {
    demand(!e.reason().empty(), "a refusal has a reason");
  }
}

}  // namespace plucky::fuzz

#define PLUCKY_FUZZ(text)                                                               \
  static void try_text(const std::string& text);                                        \
  extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {   \
    plucky::fuzz::read_or_refuse([&] { try_text(plucky::fuzz::text_of(data, size)); }); \
    return 0;                                                                           \
  }                                                                                     \
  static void try_text(const std::string& text)
