#include "stages/hull/import_job.h"

#include "geometry/outer_skin.h"

#include <QElapsedTimer>
#include <QPointer>

namespace plucky::app {

namespace {
/// A check takes about this many times as long as reading the same STL file did, whatever the machine: see
/// docs/performance.md.
constexpr double check_over_read = 40.0;

void check(ImportedMesh& mesh) {
  QElapsedTimer clock;
  clock.start();
  mesh.report = check_mesh(mesh.file.mesh, true);
  mesh.check_seconds = 1e-3 * static_cast<double>(clock.elapsed());
}
}  // namespace

void ImportJob::run(const QString& step, std::function<std::shared_ptr<const ImportedMesh>(const Job::Link&)> work) {
  job_->start(step, [self = QPointer(this), work = std::move(work)](const Job::Link& link) {
    const auto mesh = work(link);
    link.deliver([self, mesh] {
      if (self) emit self->finished(mesh);
    });
  });
}

void ImportJob::read(const QString& path) {
  run(tr("Reading %1").arg(path.section('/', -1)), [path](const Job::Link& link) {
    auto mesh = std::make_shared<ImportedMesh>();
    mesh->path = path;
    QElapsedTimer clock;
    clock.start();
    mesh->file = read_mesh_file(path.toStdString());
    link.step(tr("Checking %1 triangles").arg(mesh->file.mesh.triangles.size()),
              check_over_read * 1e-3 * static_cast<double>(clock.elapsed()));
    check(*mesh);
    return std::shared_ptr<const ImportedMesh>(mesh);
  });
}

void ImportJob::repair(std::shared_ptr<const ImportedMesh> mesh, const RepairOptions& options,
                       const std::optional<Vec3>& hollow_up) {
  run(tr("Repairing %1").arg(mesh->path.section('/', -1)), [mesh, options, hollow_up](const Job::Link& link) {
    auto better = std::make_shared<ImportedMesh>(*mesh);
    const auto told = plucky::repair(better->file.mesh, options);
    better->told.insert(better->told.end(), told.begin(), told.end());
    if (hollow_up) {
      link.step(tr("Looking for an inner surface"));
      OuterSkin skin = outer_skin(better->file.mesh, *hollow_up);
      better->told.push_back(skin.told);
      if (skin.hollow) {
        better->file.mesh = std::move(skin.mesh);
        better->wall = skin.wall;
      }
    }
    if (told.empty() && !hollow_up) better->told.emplace_back("Nothing to repair in what was asked.");
    link.step(tr("Checking the result"), mesh->check_seconds);
    check(*better);
    return std::shared_ptr<const ImportedMesh>(better);
  });
}

}  // namespace plucky::app
