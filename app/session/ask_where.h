// Where a file is to be written. In: a name, a kind of file. Out: a path with its suffix, or nothing.
#pragma once

#include <QString>

class QWidget;

namespace plucky::app {

class Session;

/// The files that are boats, for dialogs.
[[nodiscard]] QString boat_filter();

/// Asks for a file to write, `name` without suffix being offered. A file of the name that the suffix makes is only
/// replaced after a question. Empty when the builder thinks better of it.
[[nodiscard]] QString ask_where(QWidget* parent, const QString& title, const QString& name, const QString& filter,
                                const QString& suffix);

/// A PDF to write, named after the boat and what it is.
[[nodiscard]] QString ask_for_pdf(QWidget* parent, const Session& session, const QString& what);

}  // namespace plucky::app
