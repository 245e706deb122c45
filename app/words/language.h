// The language of the window. In: the code of a language. Out: its words wherever the interface or the core speaks.
//
// A language is one file, app/languages/<code>.ts, compiled into the program; nothing else knows how many there are.
// "stretched" is English with accents and longer words, made on the spot: it shows what would not be translated and
// what has no room for longer words.
#pragma once

#include <QString>
#include <vector>

namespace plucky::app {

struct Language {
  QString code;  ///< "en", "de", ... or "stretched"
  QString name;  ///< as its speakers call it
};

inline constexpr const char* stretched_language = "stretched";

/// English first, the stretched one last.
[[nodiscard]] std::vector<Language> languages();

/// From now on the program speaks it; windows that stand already keep their words, see window_keeper.h. An unknown code
/// is English.
void speak(const QString& code);
/// Code of the language that is spoken.
[[nodiscard]] QString spoken();

/// English words with accents and a third longer; places such as {0}, %1, %n, &, tags stay.
[[nodiscard]] QString stretched(const QString& english);

}  // namespace plucky::app
