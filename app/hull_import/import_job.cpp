#include "hull_import/import_job.h"

#include <QElapsedTimer>
#include <QPointer>
#include <QThreadPool>

#include "base/error.h"

namespace plucky::app {

namespace {
/// Thrown between steps when nobody waits for the answer any more.
struct Unwanted {};

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

ImportJob::~ImportJob() {
  if (token_) *token_ = true;
}

void ImportJob::cancel() {
  if (!token_) return;
  *token_ = true;
  token_.reset();
  emit stopped();
}

void ImportJob::run(
    const QString& step,
    std::function<std::shared_ptr<const ImportedMesh>(const std::function<void(QString, double)>&)> work) {
  if (token_) *token_ = true;
  token_ = std::make_shared<std::atomic<bool>>(false);
  const auto token = token_;
  const QPointer<ImportJob> self(this);
  emit progress(step, -1.0);
  // Answers come back through the event loop and count only while their token is the current one.
  const auto answer = [self, token](auto deliver) {
    if (!self) return;
    QMetaObject::invokeMethod(
        self,
        [self, token, deliver] {
          if (self && !*token && self->token_ == token) deliver(self.data());
        },
        Qt::QueuedConnection);
  };
  QThreadPool::globalInstance()->start([=, work = std::move(work)] {
    try {
      const auto mesh = work([&](const QString& next, double left) {
        if (*token) throw Unwanted{};
        answer([next, left](ImportJob* job) { emit job->progress(next, left); });
      });
      answer([mesh](ImportJob* job) {
        job->token_.reset();
        emit job->finished(mesh);
      });
    } catch (const Unwanted&) {
    } catch (const std::exception& e) {
      const QString why = QString::fromStdString(e.what());
      answer([why](ImportJob* job) {
        job->token_.reset();
        emit job->failed(why);
      });
    }
  });
}

void ImportJob::read(const QString& path) {
  run(tr("Reading %1").arg(path.section('/', -1)), [path](const auto& step) {
    auto mesh = std::make_shared<ImportedMesh>();
    mesh->path = path;
    QElapsedTimer clock;
    clock.start();
    mesh->file = read_mesh_file(path.toStdString());
    step(tr("Checking %1 triangles").arg(mesh->file.mesh.triangles.size()),
         check_over_read * 1e-3 * static_cast<double>(clock.elapsed()));
    check(*mesh);
    return std::shared_ptr<const ImportedMesh>(mesh);
  });
}

void ImportJob::repair(std::shared_ptr<const ImportedMesh> mesh, const RepairOptions& options) {
  run(tr("Repairing %1").arg(mesh->path.section('/', -1)), [mesh, options](const auto& step) {
    auto better = std::make_shared<ImportedMesh>(*mesh);
    const auto told = plucky::repair(better->file.mesh, options);
    better->told.insert(better->told.end(), told.begin(), told.end());
    if (told.empty()) better->told.emplace_back("Nothing to repair in what was asked.");
    step(tr("Checking the result"), mesh->check_seconds);
    check(*better);
    return std::shared_ptr<const ImportedMesh>(better);
  });
}

}  // namespace plucky::app
