#include "stages/build/make_files.h"

#include <QDir>

#include "build/coupons.h"
#include "io/drawing_file.h"
#include "io/mesh_file.h"
#include "stages/build/flat_view.h"
#include "stages/build/templates.h"

namespace plucky::app {

namespace {

std::string solid_file(const std::string& name, const TriangleMesh& mesh, const std::string& material, bool threemf) {
  return threemf ? write_3mf({{name, mesh, material}}) : write_stl(mesh);
}

/// By the file's suffix: "svg", else DXF.
void write_drawing(const Session& session, const QString& path, const Drawing& d) {
  const Sayer say = [&session](const Text& text) { return session.said(text).toStdString(); };
  write_file_atomically(path.toStdString(), path.endsWith(".svg") ? write_svg(d, say) : write_dxf(d, say));
}

}  // namespace

int write_coupons(const Project& project, const HullModel& model, const PrintedHull* hull, const QString& folder,
                  const QString& format) {
  std::vector<Coupon> all = coupons_of(project.build.printer, project.build.joints);
  if (hull)
    if (auto ring = ring_of(*hull, model)) all.push_back(std::move(*ring));
  for (const Coupon& c : all) {
    const QString name = "test-" + QString::fromStdString(c.key).replace('.', '-') + "." + format;
    write_file_atomically(
        QDir(folder).filePath(name).toStdString(),
        solid_file(project.name + ", test piece " + c.key, c.mesh, project.hull.skin.material, format == "3mf"));
  }
  return static_cast<int>(all.size());
}

int write_sections(const Project& project, const PrintedHull& hull, const QString& folder, const QString& format) {
  int written_files = 0;
  const auto write = [&](const QString& name, const TriangleMesh& placed) {
    const std::string path = QDir(folder).filePath(name + "." + format).toStdString();
    write_file_atomically(path, solid_file(project.name + ", " + name.toStdString(), placed, project.hull.skin.material,
                                           format == "3mf"));
    ++written_files;
  };
  for (std::size_t i = 0; i < hull.sections.size(); ++i)
    write(QString("section-%1").arg(i + 1),
          on_bed(hull.sections[i].mesh, hull.sections[i].stance, project.build.printer));
  if (!hull.key.triangles.empty()) write("key", hull.key);
  return written_files;
}

int write_outlines(const Session& session, const QString& folder, const QString& format, const QString& paper) {
  const std::vector<Drawing> all = outlines_of(session.now());
  const QDir into(folder);
  if (format == "pdf") {
    write_templates(all, session, into.filePath("outlines.pdf"), paper);
    return 1;
  }
  int written_files = 0;
  for (const Drawing& d : all)
    write_drawing(session, into.filePath(QString("outline-%1.%2").arg(++written_files, 2, 10, QChar('0')).arg(format)),
                  d);
  return written_files;
}

int write_pieces(const Session& session, const QString& folder, const QString& format, const QString& paper) {
  const BuildReport& r = session.now().build;
  const QDir into(folder);
  if (format == "pdf") {
    write_templates(piece_drawings(r), session, into.filePath("templates.pdf"), paper);
    return 1;
  }
  int written_files = 0;
  const auto write = [&](const QString& name, const Drawing& d) {
    write_drawing(session, into.filePath(name + "." + format), d);
    ++written_files;
  };
  for (const FlatPiece& p : r.pieces)
    write(QString("%1-%2").arg(p.number, 2, 10, QChar('0')).arg(QString::fromStdString(p.key).replace('.', '-')),
          p.drawing);
  int sheet = 0;
  for (const SheetUse& use : r.layout.sheets)
    for (const StockSheet& s : session.project().build.sheets)
      if (s.id == use.sheet) write(QString("sheet-%1").arg(++sheet), sheet_drawing(r.pieces, r.layout, s, use.copy));
  return written_files;
}

}  // namespace plucky::app
