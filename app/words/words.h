// What the core says, in the language of the window. The core's words are English literals; a language's catalogue
// (a Qt message file) holds them in the context "words". In: literals and texts. Out: strings for people.
#pragma once

#include <QString>

#include "base/text.h"
#include "io/units.h"

class QTranslator;

namespace plucky::app {

/// A name or label of the core: "Battery", "Deadrise".
[[nodiscard]] QString term(const char* english);
/// A sentence of the core, its numbers in the builder's units; by one catalogue, or by the window's.
[[nodiscard]] QString said(const Text& text, UnitSystem units, const QTranslator* by = nullptr);
/// Words that were said already, as a text that stays as it is.
[[nodiscard]] inline Text as_said(const QString& words) {
  return Text(words.toStdString());
}

}  // namespace plucky::app
