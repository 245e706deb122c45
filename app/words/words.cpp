#include "words/words.h"

#include <QCoreApplication>
#include <cmath>

namespace plucky::app {

namespace {

constexpr const char* context = "words";

std::string translated(const char* english, const char* one, double count) {
  if (!one) return QCoreApplication::translate(context, english).toStdString();
  const QString found =
      QCoreApplication::translate(context, english, nullptr, static_cast<int>(std::lround(std::min(count, 1e9))));
  // Without a catalogue the English forms are told apart here.
  return found == QString::fromUtf8(english) && count == 1.0 ? std::string(one) : found.toStdString();
}

}  // namespace

QString term(const char* english) {
  return english && *english ? QCoreApplication::translate(context, english) : QString();
}

QString said(const Text& text, UnitSystem units) {
  return QString::fromStdString(say(
      text, {translated, [units](const std::vector<Quantity>& values) { return numbers_in_words(values, units); }}));
}

}  // namespace plucky::app
