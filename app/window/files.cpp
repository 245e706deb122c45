// Opening, saving, importing and exporting.
#include <QCheckBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QLabel>
#include <QMenu>
#include <QMessageBox>
#include <QVBoxLayout>

#include "base/error.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/project_file.h"
#include "report/book.h"
#include "report/launch_card.h"
#include "session/ask_where.h"
#include "settings/settings.h"
#include "window/main_window.h"

namespace plucky::app {

void MainWindow::put_on_bench(const Project& project) {
  if (!may_leave()) return;
  try {
    session_->adopt(project, {});
  } catch (const InvalidInput& e) {
    say(session_->said(e.sentence()), true);
  }
}

void MainWindow::open_boat(const QString& path) {
  // A newer autosave beside the file is what a crash left: it comes up, the file itself stays. A damaged one is set
  // aside.
  for (const Leftover& l : autosave_.leftovers({QFileInfo(path).absoluteFilePath()}))
    if (!l.belongs_to.isEmpty() && l.when >= QFileInfo(path).lastModified() && autosave_.recover(l)) {
      settings::add_recent(path);
      return say(
          tr("Recovered newer work of %1 from its autosave; the saved file is as it was. Undo is not possible across "
             "this: open the file again without saving to drop it.")
              .arg(QFileInfo(path).fileName()),
          false);
    }
  if (session_->open(path)) settings::add_recent(path);
}

void MainWindow::open_dialog() {
  if (!may_leave()) return;
  const QString path = QFileDialog::getOpenFileName(this, tr("Open a boat"), {}, boat_filter());
  if (!path.isEmpty()) open_boat(path);
}

bool MainWindow::save() {
  if (session_->path().isEmpty()) return save_as();
  if (session_->changed_on_disk()) {
    const auto answer = QMessageBox::question(
        this, tr("Changed by another program"),
        tr("%1 was written by another program since it was opened here. Saving replaces what that one wrote.")
            .arg(QFileInfo(session_->path()).fileName()),
        QMessageBox::Save | QMessageBox::Cancel, QMessageBox::Cancel);
    if (answer != QMessageBox::Save) return false;
  }
  const bool saved = session_->save(session_->path());
  if (saved) settings::add_recent(session_->path());
  return saved;
}

bool MainWindow::save_as() {
  const QString path = ask_where(this, tr("Save the boat"), QString::fromStdString(session_->project().name),
                                 boat_filter(), project_suffix);
  if (path.isEmpty()) return false;
  const bool saved = session_->save(path);
  if (saved) settings::add_recent(path);
  return saved;
}

void MainWindow::import_dialog() {
  const QString path = QFileDialog::getOpenFileName(this, tr("Import a hull"), {},
                                                    tr("Meshes and offsets (*.stl *.obj *.3mf *.csv *.tsv)"));
  if (!path.isEmpty()) import_hull(path);
}

void MainWindow::import_hull(const QString& path) {
  import_job_->read(path);
}

void MainWindow::export_stl() {
  const QString path = ask_where(this, tr("Export the skin"), QString::fromStdString(session_->project().name),
                                 tr("STL (*.stl)"), ".stl");
  if (path.isEmpty()) return;
  try {
    write_file_atomically(path.toStdString(), write_stl(session_->now().hull->model.skin));
    say(tr("The outer skin is in %1, in millimetres.").arg(path), false);
  } catch (const InvalidInput& e) {
    say(session_->said(e.sentence()), true);
  }
}

bool MainWindow::write_card(const QString& path) {
  try {
    write_launch_card(session_->project(), session_->units(), path);
    say(tr("The launch card is in %1.").arg(path), false);
    return true;
  } catch (const InvalidInput& e) {
    say(session_->said(e.sentence()), true);
    return false;
  }
}

bool MainWindow::write_boat_book(const QString& path, const QStringList& chapters) {
  try {
    (path.endsWith(".pdf", Qt::CaseInsensitive) ? &write_book : &write_book_folder)(session_->project(),
                                                                                    session_->units(), path, chapters);
    say(tr("The boat book is in %1.").arg(path), false);
    return true;
  } catch (const InvalidInput& e) {
    say(session_->said(e.sentence()), true);
    return false;
  }
}

bool MainWindow::write_sheets(const QString& path) {
  try {
    write_water_sheets(session_->project(), session_->units(), path);
    say(tr("The water sheets are in %1.").arg(path), false);
    return true;
  } catch (const InvalidInput& e) {
    say(session_->said(e.sentence()), true);
    return false;
  }
}

void MainWindow::card_dialog() {
  if (const QString path = ask_for_pdf(this, *session_, tr("Launch card")); !path.isEmpty()) write_card(path);
}

void MainWindow::book_dialog() {
  QDialog dialog(this);
  dialog.setObjectName("book_dialog");
  dialog.setWindowTitle(tr("Boat book"));
  auto* column = new QVBoxLayout(&dialog);
  column->addWidget(new QLabel(tr("Chapters"), &dialog));
  std::vector<QCheckBox*> boxes;
  for (const BookChapter& c : book_chapters()) {
    auto* box = new QCheckBox(term(c.name), &dialog);
    box->setObjectName(QString("chapter_") + c.key);
    const bool has = !c.has || c.has(session_->now());
    box->setEnabled(has);
    box->setChecked(has);
    column->addWidget(box);
    boxes.push_back(box);
  }
  auto* folder = new QCheckBox(tr("As a folder of pages for a tablet, its list of work to tick"), &dialog);
  folder->setObjectName("book_folder");
  column->addSpacing(8);
  column->addWidget(folder);
  auto* buttons = new QDialogButtonBox(QDialogButtonBox::Save | QDialogButtonBox::Cancel, &dialog);
  column->addWidget(buttons);
  connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
  connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
  if (dialog.exec() != QDialog::Accepted) return;
  QStringList keys;
  for (std::size_t i = 0; i < boxes.size(); ++i)
    if (boxes[i]->isChecked()) keys << book_chapters()[i].key;
  if (keys.isEmpty()) return say(tr("Choose a chapter at least."), false);
  const QString path = folder->isChecked() ? QFileDialog::getExistingDirectory(this, tr("Folder for the book"))
                                           : ask_for_pdf(this, *session_, tr("Boat book"));
  if (!path.isEmpty()) write_boat_book(path, keys);
}

void MainWindow::sheets_dialog() {
  if (const QString path = ask_for_pdf(this, *session_, tr("Water sheets")); !path.isEmpty()) write_sheets(path);
}

void MainWindow::fill_recent(QMenu* menu) {
  menu->clear();
  for (const QString& path : settings::recent_boats())
    menu->addAction(QFileInfo(path).completeBaseName(), this, [this, path] {
      if (may_leave()) open_boat(path);
    });
  if (menu->isEmpty()) menu->addAction(tr("none yet"))->setEnabled(false);
}

}  // namespace plucky::app
