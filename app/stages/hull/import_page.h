// A hull from a file before it is used: report, unit and axes, repairs.
#pragma once

#include "inspector/form.h"
#include "stages/hull/import_job.h"
#include "view3d/view3d.h"

class QPushButton;

namespace plucky::app {

class ImportPage : public Page {
  Q_OBJECT

 public:
  ImportPage(Session* session, ImportJob* job, QWidget* parent = nullptr);
  void refresh() override;
  /// Shows what was read. A repaired mesh keeps the unit and axes chosen so far.
  void show_mesh(std::shared_ptr<const ImportedMesh> mesh);
  /// The mesh with its faulty places, turned as chosen; empty when there is none.
  [[nodiscard]] std::optional<MeshScene> scene() const;

 signals:
  void done();           ///< used or dismissed
  void scene_changed();  ///< another mesh, or other axes

 private:
  void use();
  void repair();
  [[nodiscard]] MeshPlacement placement() const;

  ImportJob* job_;
  std::shared_ptr<const ImportedMesh> mesh_;
  QLabel *file_, *report_, *told_, *size_, *unsure_;
  QComboBox *unit_, *forward_, *up_;
  QCheckBox *weld_, *duplicates_, *orient_, *small_holes_, *large_holes_, *hollow_, *lies_right_;
  QPushButton *repair_, *use_;
};

}  // namespace plucky::app
