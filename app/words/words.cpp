#include "words/words.h"

#include <QCoreApplication>
#include <QTranslator>
#include <cmath>

namespace plucky::app {

namespace {

constexpr const char* context = "words";

QString looked_up(const QTranslator* by, const char* english, int count) {
  if (!by) return QCoreApplication::translate(context, english, nullptr, count);
  const QString found = by->translate(context, english, nullptr, count);
  return found.isNull() ? QString::fromUtf8(english) : found;
}

std::string translated(const QTranslator* by, const char* english, const char* one, double count) {
  constexpr int no_count = -1;
  if (!one) return looked_up(by, english, no_count).toStdString();
  const QString found = looked_up(by, english, static_cast<int>(std::lround(std::min(count, 1e9))));
  // Without a catalogue the English forms are told apart here.
  return found == QString::fromUtf8(english) && count == 1.0 ? std::string(one) : found.toStdString();
}

}  // namespace

QString term(const char* english) {
  return english && *english ? QCoreApplication::translate(context, english) : QString();
}

QString said(const Text& text, UnitSystem units, const QTranslator* by) {
  return QString::fromStdString(say(
      text, {[by](const char* english, const char* one, double count) { return translated(by, english, one, count); },
             [units](const std::vector<Quantity>& values) { return numbers_in_words(values, units); }}));
}

}  // namespace plucky::app
