// The boat book: everything about the boat on paper, to keep beside the bench. In: a boat, chapters. Out: one PDF, or a
// folder of pages with a list of the work to tick for the tablet.
#pragma once

#include <QString>
#include <QStringList>
#include <vector>

#include "report/sheet.h"

namespace plucky::app {

struct BookChapter {
  const char* key;   ///< e.g. "work"
  const char* name;  ///< for people
  void (*draw)(Sheet&);
  bool (*has)(const Assessment&);  ///< null: every boat has it
};
/// In their order; the cover is none of them, it is always there.
[[nodiscard]] const std::vector<BookChapter>& book_chapters();

/// Chapters by their keys, all of them where none is named; those that the boat does not have are left out. Throws
/// InvalidInput for a key that names none, and when the file cannot be written.
void write_book(const Project& project, UnitSystem units, const QString& path, const QStringList& chapters);

/// The same as a folder: index.html, a picture a page, and the order of work as a list to tick, kept by the tablet's
/// browser.
void write_book_folder(const Project& project, UnitSystem units, const QString& folder, const QStringList& chapters);

}  // namespace plucky::app
