#include "words/language.h"

#include <QCoreApplication>
#include <QDir>
#include <QLocale>
#include <QTranslator>
#include <memory>

#include "base/written.h"
#include "words/words.h"

namespace plucky::app {

namespace {

constexpr const char* folder = ":/languages";

class Stretched : public QTranslator {
 public:
  [[nodiscard]] bool isEmpty() const override { return false; }
  [[nodiscard]] QString translate(const char*, const char* english, const char*, int) const override {
    return stretched(QString::fromUtf8(english));
  }
};

struct Spoken {
  QString code = "en";
  std::shared_ptr<QTranslator> translator;
};

Spoken& now() {
  static Spoken spoken;
  return spoken;
}

QChar accented(QChar c) {
  static const QString plain = "aeiouyAEIOUYcnszCNSZ", with = QString::fromUtf8("áéíóúýÁÉÍÓÚÝçñšžÇÑŠŽ");
  const auto at = plain.indexOf(c);
  return at < 0 ? c : with[at];
}

/// How many characters from `i` on are a place or a tag that must stay.
qsizetype kept(const QString& s, qsizetype i) {
  const QChar c = s[i];
  if (c == '{' || c == '<') {
    const auto end = s.indexOf(c == '{' ? '}' : '>', i);
    return end < 0 || end - i > 60 ? 0 : end - i + 1;
  }
  if (c == '&') {
    const auto end = s.indexOf(';', i);
    return end > i && end - i < 7 ? end - i + 1 : 2;
  }
  if (c != '%') return 0;
  qsizetype n = 1;
  while (i + n < s.size() && (s[i + n] == 'L' || s[i + n] == 'n' || s[i + n].isDigit())) ++n;
  return n;
}

}  // namespace

std::vector<Language> languages() {
  std::vector<Language> out{{"en", "English"}};
  for (const QString& file : QDir(folder).entryList({"*.qm"}, QDir::Files, QDir::Name)) {
    const QString code = file.chopped(3);
    out.push_back({code, QLocale(code).nativeLanguageName()});
  }
  out.push_back({stretched_language, stretched("English, stretched")});
  return out;
}

void speak(const QString& code) {
  Spoken& spoken = now();
  if (spoken.translator) QCoreApplication::removeTranslator(spoken.translator.get());
  spoken = {};
  write_names_in({});
  std::shared_ptr<QTranslator> next;
  if (code == stretched_language) {
    next = std::make_shared<Stretched>();
  } else {
    next = std::make_shared<QTranslator>();
    if (code == "en" || !next->load(QString("%1/%2.qm").arg(folder, code))) return;
  }
  QCoreApplication::installTranslator(next.get());
  // Names are said by this very catalogue: a job in the background may write one while the window takes another.
  write_names_in({code.toStdString(),
                  [by = next](const Text& name) { return said(name, UnitSystem::metric, by.get()).toStdString(); }});
  spoken = {code, std::move(next)};
}

QString spoken() {
  return now().code;
}

QString stretched(const QString& english) {
  QString out;
  int vowels = 0;
  for (qsizetype i = 0; i < english.size(); ++i) {
    if (const qsizetype keep = kept(english, i); keep > 0) {
      out += english.mid(i, keep);
      i += keep - 1;
      continue;
    }
    const QChar c = english[i], now_c = accented(c);
    out += now_c;
    // Every vowel twice but each fourth: about a third longer.
    if (now_c != c && QString("aeiouyAEIOUY").contains(c) && ++vowels % 4 != 0) out += now_c.toLower();
  }
  return out;
}

}  // namespace plucky::app
