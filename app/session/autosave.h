// Keeps the last seconds of work safe: an autosave beside the boat's file, or in the user's data folder while it has
// none. The saved file itself is never touched.
#pragma once

#include <QDateTime>
#include <QLockFile>
#include <QObject>
#include <QTimer>
#include <memory>

#include "session/session.h"

namespace plucky::app {

/// Work that a crash left behind.
struct Leftover {
  QString file;        ///< the autosave
  QString belongs_to;  ///< the boat's own file; empty when it was never saved
  QDateTime when;
};

class Autosave : public QObject {
  Q_OBJECT

 public:
  /// `folder`: where boats without a file are kept; empty takes the user's data folder.
  explicit Autosave(Session* session, const QString& folder = {}, QObject* parent = nullptr);
  ~Autosave() override;

  /// Seconds of quiet after an edit before it is kept.
  void set_delay(double seconds) { timer_.setInterval(static_cast<int>(1000 * seconds)); }
  /// Keeps the state at hand now.
  void keep();
  /// The work is safe elsewhere or not wanted: takes the autosave away.
  void discard();
  [[nodiscard]] QString file() const { return file_; }
  [[nodiscard]] QString folder() const { return folder_; }

  /// Autosaves that no running program holds: of boats never saved, and beside the given boat files.
  [[nodiscard]] std::vector<Leftover> leftovers(const QStringList& boats) const;
  /// Puts a leftover on the bench. A damaged one is set aside, told by Session::refuse(), and returns false; the boat's
  /// own file stays what it is.
  bool recover(const Leftover& leftover);

 signals:
  void kept();

 private:
  void follow();
  /// Takes a file for this program's autosave; false where another one holds it or it cannot be made.
  bool claim(const QString& file);

  Session* session_;
  QString folder_, file_, boat_;
  QTimer timer_;
  std::unique_ptr<QLockFile> lock_;
};

/// Where a boat file's autosave lies.
[[nodiscard]] QString autosave_beside(const QString& boat);

}  // namespace plucky::app
