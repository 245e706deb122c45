// What comes from a bench scale's line, whole or in pieces.
#include "io/scale_line.h"
#include "reader.h"

PLUCKY_FUZZ(text) {
  plucky::ScaleListener whole, pieces;
  whole.feed(text);
  for (const char c : text) pieces.feed(std::string(1, c));
  plucky::fuzz::demand(whole.settled() == pieces.settled(), "pieces do not matter");
  plucky::fuzz::demand(whole.nonsense() == pieces.nonsense(), "nor for what made no sense");
}
