// Reads and checks a mesh off the interface thread. The latest request wins; a cancelled one is forgotten.
#pragma once

#include <QObject>
#include <QString>
#include <atomic>
#include <memory>

#include "geometry/mesh_check.h"
#include "geometry/mesh_repair.h"
#include "hull/placement.h"
#include "io/mesh_file.h"

namespace plucky::app {

/// A mesh on its way in: as read or repaired, with its report.
struct ImportedMesh {
  QString path;
  MeshFile file;
  MeshReport report;
  std::vector<std::string> told;  ///< what repairs did
  double check_seconds = -1.0;    ///< what the last check took: the next one's will be about the same
};

class ImportJob : public QObject {
  Q_OBJECT

 public:
  explicit ImportJob(QObject* parent = nullptr) : QObject(parent) {}
  ~ImportJob() override;

  void read(const QString& path);
  void repair(std::shared_ptr<const ImportedMesh> mesh, const RepairOptions& options);
  void cancel();
  [[nodiscard]] bool running() const { return token_ != nullptr; }

 signals:
  /// `seconds_left` is below zero while nothing is known.
  void progress(const QString& step, double seconds_left);
  void finished(std::shared_ptr<const plucky::app::ImportedMesh> mesh);
  void failed(const QString& why);
  void stopped();  ///< cancelled

 private:
  void run(const QString& step,
           std::function<std::shared_ptr<const ImportedMesh>(const std::function<void(QString, double)>&)> work);

  /// Shared with the worker; set when its answer is no longer wanted.
  std::shared_ptr<std::atomic<bool>> token_;
};

}  // namespace plucky::app
