// Files of the user's data folder that the program keeps for itself, across boats. In: a name, how it is read. Out: its
// contents; a damaged one is set aside under another name and told, never lost.
#pragma once

#include <QString>
#include <functional>
#include <string>

namespace plucky::app {

/// Its path; the folder need not be there yet.
[[nodiscard]] QString kept_path(const QString& name);
/// Calls `take` with the text where there is a file; when it throws InvalidInput the file is renamed ".damaged" and
/// what the builder should hear of it comes back, else nothing. `what` begins the sentence, e.g. "Your own parts".
[[nodiscard]] QString take_kept(const QString& path, const QString& what,
                                const std::function<void(const std::string& text)>& take);
/// Throws InvalidInput with path and reason; the file is then as it was.
void write_kept(const QString& path, const std::string& text);

}  // namespace plucky::app
