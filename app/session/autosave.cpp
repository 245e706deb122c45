#include "session/autosave.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QUuid>

#include "base/error.h"
#include "io/project_file.h"
#include "session/kept_file.h"

namespace plucky::app {

namespace {
const char* const suffix = ".autosave";

/// Is the autosave held by a program that still runs?
bool held(const QString& file) {
  QLockFile lock(file + ".lock");
  lock.setStaleLockTime(0);
  return !lock.tryLock(0);
}
}  // namespace

QString autosave_beside(const QString& boat) {
  const QFileInfo info(boat);
  QString name = info.fileName();
  // A name is at most 255 bytes long on any usual disk, its lock's five more than the autosave's.
  if (const QByteArray bytes = name.toUtf8(); bytes.size() > 235)
    name = QCryptographicHash::hash(bytes, QCryptographicHash::Sha1).toHex();
  return info.absolutePath() + "/." + name + suffix;
}

Autosave::Autosave(Session* session, const QString& folder, QObject* parent)
    : QObject(parent), session_(session), folder_(folder.isEmpty() ? kept_path("unsaved") : folder) {
  timer_.setSingleShot(true);
  timer_.setInterval(2000);
  connect(&timer_, &QTimer::timeout, this, &Autosave::keep);
  connect(session_, &Session::changed, this, &Autosave::follow);
  connect(session_, &Session::boat_replaced, this, &Autosave::discard);
}

Autosave::~Autosave() = default;

bool Autosave::claim(const QString& file) {
  QDir().mkpath(QFileInfo(file).path());
  auto lock = std::make_unique<QLockFile>(file + ".lock");
  lock->setStaleLockTime(0);
  if (!lock->tryLock(0)) return false;
  file_ = file;
  lock_ = std::move(lock);
  return true;
}

void Autosave::follow() {
  if (!session_->modified())
    discard();
  else if (!session_->dragging())
    timer_.start();
}

void Autosave::keep() {
  timer_.stop();
  if (!session_->modified()) return;
  if (file_.isEmpty() || boat_ != session_->path()) {
    discard();
    boat_ = session_->path();
    // Where another program has the same boat open, or the folder may only be read, it goes among the unsaved ones.
    if (boat_.isEmpty() || !claim(autosave_beside(boat_)))
      claim(folder_ + "/" + QUuid::createUuid().toString(QUuid::WithoutBraces) + suffix);
  }
  if (file_.isEmpty())
    return session_->refuse(tr("No autosave can be kept in %1. Save the boat yourself.").arg(folder_));
  try {
    save_project(session_->project(), file_.toStdString());
    emit kept();
  } catch (const InvalidInput& e) {
    session_->refuse(tr("The autosave could not be written: %1. Save the boat yourself.").arg(e.what()));
  }
}

void Autosave::discard() {
  timer_.stop();
  if (file_.isEmpty()) return;
  QFile::remove(file_);
  lock_.reset();
  file_.clear();
}

std::vector<Leftover> Autosave::leftovers(const QStringList& boats) const {
  std::vector<Leftover> found;
  const auto add = [&](const QString& file, const QString& boat) {
    const QFileInfo info(file);
    if (info.exists() && file != file_ && !held(file)) found.push_back({file, boat, info.lastModified()});
  };
  for (const QString& boat : boats) add(autosave_beside(boat), boat);
  for (const QFileInfo& info :
       QDir(folder_).entryInfoList({QString("*") + suffix}, QDir::Files | QDir::Hidden, QDir::Time))
    add(info.absoluteFilePath(), {});
  return found;
}

bool Autosave::recover(const Leftover& leftover) {
  try {
    const Project project = load_project(leftover.file.toStdString());
    session_->adopt_recovered(project, leftover.belongs_to);
    keep();  // kept anew before the old one goes
    if (leftover.file != file_) QFile::remove(leftover.file);
    return true;
  } catch (const InvalidInput& e) {
    QFile::rename(leftover.file, leftover.file + ".damaged");
    session_->refuse(leftover.belongs_to.isEmpty()
                         ? tr("The autosave is damaged and was set aside: %1").arg(e.what())
                         : tr("The autosave is damaged and was set aside (%1). Your saved file %2 is untouched.")
                               .arg(e.what(), leftover.belongs_to));
    return false;
  }
}

}  // namespace plucky::app
