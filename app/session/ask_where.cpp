#include "session/ask_where.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>

#include "session/session.h"

namespace plucky::app {

QString boat_filter() {
  return QObject::tr("Boats (*.plucky)");
}

QString ask_where(QWidget* parent, const QString& title, const QString& name, const QString& filter,
                  const QString& suffix) {
  const QString path = QFileDialog::getSaveFileName(parent, title, name + suffix, filter);
  if (path.isEmpty() || path.endsWith(suffix, Qt::CaseInsensitive)) return path;  // the dialog has asked
  const QString whole = path + suffix;
  if (!QFileInfo::exists(whole)) return whole;
  const auto answer = QMessageBox::question(parent, title, QObject::tr("%1 exists. Replace it?").arg(whole),
                                            QMessageBox::Yes | QMessageBox::Cancel, QMessageBox::Cancel);
  return answer == QMessageBox::Yes ? whole : QString();
}

QString ask_for_pdf(QWidget* parent, const Session& session, const QString& what) {
  return ask_where(parent, what, QString::fromStdString(session.project().name) + " " + what.toLower(),
                   QObject::tr("PDF (*.pdf)"), ".pdf");
}

}  // namespace plucky::app
