#include "stages/build/make_files.h"

#include <QDir>

#include "io/drawing_file.h"
#include "io/mesh_file.h"
#include "stages/build/flat_view.h"
#include "stages/build/templates.h"

namespace plucky::app {

int write_sections(const Project& project, const PrintedHull& hull, const QString& folder, const QString& format) {
  int written_files = 0;
  for (const HullSection& s : hull.sections) {
    const QString name = QString("section-%1").arg(++written_files);
    const TriangleMesh placed = on_bed(s.mesh, s.stance, project.build.printer);
    const std::string path = QDir(folder).filePath(name + "." + format).toStdString();
    write_file_atomically(
        path, format == "3mf"
                  ? write_3mf({{project.name + ", " + name.toStdString(), placed, project.hull.skin.material}})
                  : write_stl(placed));
  }
  return written_files;
}

int write_pieces(const Session& session, const QString& folder, const QString& format) {
  const BuildReport& r = session.now().build;
  const QDir into(folder);
  if (format == "pdf") {
    write_templates(piece_drawings(r), session, into.filePath("templates.pdf"));
    return 1;
  }
  const Sayer say = [&session](const Text& text) { return session.said(text).toStdString(); };
  int written_files = 0;
  const auto write = [&](const QString& name, const Drawing& d) {
    write_file_atomically(into.filePath(name + "." + format).toStdString(),
                          format == "svg" ? write_svg(d, say) : write_dxf(d, say));
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
