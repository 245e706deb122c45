// Reads, checks and repairs a mesh by the session's job.
#pragma once

#include <QObject>
#include <QString>
#include <functional>
#include <memory>
#include <optional>

#include "geometry/mesh_check.h"
#include "geometry/mesh_repair.h"
#include "hull/placement.h"
#include "io/mesh_file.h"
#include "session/job.h"

namespace plucky::app {

/// A mesh on its way in: as read or repaired, with its report.
struct ImportedMesh {
  QString path;
  MeshFile file;
  MeshReport report;
  std::vector<Text> told;       ///< what repairs did
  double wall = 0.0;            ///< of a hollow skin whose inner surface was taken out, in the mesh's unit; 0: not told
  double check_seconds = -1.0;  ///< what the last check took: the next one's will be about the same
};

class ImportJob : public QObject {
  Q_OBJECT

 public:
  explicit ImportJob(Job* job, QObject* parent = nullptr) : QObject(parent), job_(job) {}

  void read(const QString& path);
  /// `hollow_up`: take the inner surface of a hollow skin out as well; which way is up.
  void repair(std::shared_ptr<const ImportedMesh> mesh, const RepairOptions& options,
              const std::optional<Vec3>& hollow_up = {});

 signals:
  void finished(std::shared_ptr<const plucky::app::ImportedMesh> mesh);

 private:
  void run(const QString& step, std::function<std::shared_ptr<const ImportedMesh>(const Job::Link&)> work);
  Job* job_;
};

}  // namespace plucky::app
