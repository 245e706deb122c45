// What a PDF says, read back by poppler.
#pragma once

#include <gtest/gtest.h>

#include <QProcess>
#include <QString>
#include <QStringList>

namespace plucky::test {

inline QString output_of(const QString& program, const QStringList& arguments) {
  QProcess p;
  p.start(program, arguments);
  EXPECT_TRUE(p.waitForFinished(30000)) << program.toStdString();
  EXPECT_EQ(p.exitCode(), 0) << p.readAllStandardError().toStdString();
  return QString::fromUtf8(p.readAllStandardOutput());
}

inline QString words_of(const QString& pdf) {
  return output_of("pdftotext", {"-layout", pdf, "-"}).simplified();
}

}  // namespace plucky::test
