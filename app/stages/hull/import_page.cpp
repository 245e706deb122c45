#include "stages/hull/import_page.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "base/error.h"

namespace plucky::app {

namespace {
constexpr LengthUnit units[] = {LengthUnit::millimetre, LengthUnit::metre, LengthUnit::inch};
}

ImportPage::ImportPage(Session* session, ImportJob* job, QWidget* parent) : Page(session, parent), job_(job) {
  heading(tr("Hull from a file"));
  file_ = note({});
  report_ = new QLabel(this);
  report_->setObjectName("import_report");
  report_->setWordWrap(true);
  wide(report_);
  told_ = note({});
  told_->setObjectName("import_told");
  unit_ = choice(tr("File unit"), {tr("millimetre"), tr("metre"), tr("inch")}, "import_unit");
  const QStringList axes{"+x", "\u2212x", "+y", "\u2212y", "+z", "\u2212z"};
  forward_ = choice(tr("Bow points to"), axes, "import_forward");
  up_ = choice(tr("Deck looks to"), axes, "import_up");
  size_ = fact(tr("Then it is"));
  unsure_ = note({});
  unsure_->setObjectName("import_unsure");
  lies_right_ = check(tr("Bow and deck lie right"), "import_lies_right");
  heading(tr("Repairs"));
  weld_ = check(tr("Join corners that almost meet"), "repair_weld");
  duplicates_ = check(tr("Drop doubled faces"), "repair_duplicates");
  orient_ = check(tr("Turn all faces outward"), "repair_orient");
  small_holes_ = check(tr("Close small holes"), "repair_small");
  large_holes_ = check(tr("Deck over large openings"), "repair_large");
  hollow_ = check(tr("Take the inner surface out"), "repair_hollow");
  hollow_->setToolTip(tr("Of a hollow, print-ready skin: what floats is its outer surface; its wall is measured"));
  connect(hollow_, &QCheckBox::toggled, this, &ImportPage::refresh);
  repair_ = new QPushButton(tr("Repair"), this);
  repair_->setObjectName("import_repair");
  wide(repair_);
  auto* row = new QHBoxLayout;
  use_ = new QPushButton(tr("Use this hull"), this);
  use_->setObjectName("import_use");
  use_->setProperty("strong", true);
  auto* dismiss = new QPushButton(tr("Leave it"), this);
  dismiss->setObjectName("import_dismiss");
  row->addWidget(use_);
  row->addWidget(dismiss);
  wide(row);
  connect(repair_, &QPushButton::clicked, this, &ImportPage::repair);
  connect(use_, &QPushButton::clicked, this, &ImportPage::use);
  connect(dismiss, &QPushButton::clicked, this, [this] {
    mesh_.reset();
    emit done();
  });
  connect(lies_right_, &QCheckBox::toggled, this, &ImportPage::refresh);
  for (QComboBox* box : {unit_, forward_, up_}) connect(box, &QComboBox::activated, this, &ImportPage::refresh);
}

MeshPlacement ImportPage::placement() const {
  MeshPlacement p;
  p.metres_per_unit = metres_per(units[unit_->currentIndex()]);
  p.forward_axis = forward_->currentIndex() / 2;
  p.forward_positive = forward_->currentIndex() % 2 == 0;
  p.up_axis = up_->currentIndex() / 2;
  p.up_positive = up_->currentIndex() % 2 == 0;
  return p;
}

void ImportPage::show_mesh(std::shared_ptr<const ImportedMesh> mesh) {
  const bool fresh = !mesh_ || mesh_->path != mesh->path;
  mesh_ = std::move(mesh);
  if (fresh) {
    const PlacementGuess guess = guess_placement(mesh_->file.mesh, mesh_->file.metres_per_unit.value_or(0.0));
    const MeshPlacement& p = guess.placement;
    QStringList open;
    if (!guess.sure_of_bow()) open << tr("which end is the bow");
    if (!guess.sure_of_up()) open << tr("which side is the deck");
    unsure_->setText(tr("The shape does not tell %1. Look at it, turn it if need be, then say that it lies right.")
                         .arg(open.join(tr(" and "))));
    set_row_visible(unsure_, !open.isEmpty());
    lies_right_->setChecked(open.isEmpty());
    set_row_visible(lies_right_, !open.isEmpty());
    unit_->setCurrentIndex(p.metres_per_unit > 0.5 ? 1 : p.metres_per_unit > 0.02 ? 2 : 0);
    forward_->setCurrentIndex(2 * p.forward_axis + (p.forward_positive ? 0 : 1));
    up_->setCurrentIndex(2 * p.up_axis + (p.up_positive ? 0 : 1));
  }
  const MeshReport& r = mesh_->report;
  weld_->setChecked(r.open_edges.count > 0);
  duplicates_->setChecked(r.duplicate_faces.count > 0);
  orient_->setChecked(r.flipped_faces.count > 0 || r.inside_out);
  small_holes_->setChecked(r.holes > 0);
  large_holes_->setChecked(false);
  refresh();
}

void ImportPage::refresh() {
  if (!mesh_) return;
  const MeshReport& r = mesh_->report;
  file_->setText(tr("%1: %2, %3 triangles in %4")
                     .arg(mesh_->path.section('/', -1), QString::fromStdString(mesh_->file.format))
                     .arg(r.triangles)
                     .arg(session_->said(counted("{0} shell", "{0} shells", r.shells))));
  QStringList words;
  for (const Text& s : describe(r)) words << session_->said(s);
  report_->setText(words.join("\n"));
  QStringList told;
  for (const Text& s : mesh_->told) told << session_->said(s);
  told_->setText(told.join("\n"));
  set_row_visible(told_, !told.isEmpty());
  const MeshPlacement p = placement();
  const bool valid = p.forward_axis != p.up_axis;
  if (valid) {
    const Vec3 s = r.box.size() * p.metres_per_unit;
    const int across = 3 - p.forward_axis - p.up_axis;
    size_->setText(tr("%1 long, %2 wide, %3 deep")
                       .arg(session_->shown(length_quantity(s[p.forward_axis])),
                            session_->shown(length_quantity(s[across])),
                            session_->shown(length_quantity(s[p.up_axis]))));
  } else {
    size_->setText(tr("bow and deck cannot look the same way"));
  }
  repair_->setEnabled(!r.clean() || hollow_->isChecked());
  use_->setEnabled(valid && lies_right_->isChecked());
  emit scene_changed();
}

std::optional<MeshScene> ImportPage::scene() const {
  if (!mesh_) return std::nullopt;
  MeshScene scene{.mesh = std::shared_ptr<const TriangleMesh>(mesh_, &mesh_->file.mesh), .axes = {}, .marks = {}};
  const MeshPlacement p = placement();
  if (p.forward_axis == p.up_axis) {
    scene.axes = Eigen::Matrix3d::Identity();
  } else {
    const Vec3 forward = Vec3::Unit(p.forward_axis) * (p.forward_positive ? 1.0 : -1.0);
    const Vec3 up = Vec3::Unit(p.up_axis) * (p.up_positive ? 1.0 : -1.0);
    scene.axes.row(0) = forward;
    scene.axes.row(1) = up.cross(forward);
    scene.axes.row(2) = up;
  }
  const MeshReport& r = mesh_->report;
  for (const MeshFault* fault :
       {&r.open_edges, &r.crowded_edges, &r.flipped_faces, &r.degenerate_faces, &r.duplicate_faces, &r.crossing_faces})
    scene.marks.insert(scene.marks.end(), fault->places.begin(), fault->places.end());
  return scene;
}

void ImportPage::repair() {
  if (!mesh_) return;
  RepairOptions o;
  o.weld = weld_->isChecked();
  o.duplicates = duplicates_->isChecked();
  o.orient = orient_->isChecked();
  o.close_small_holes = small_holes_->isChecked() || large_holes_->isChecked();
  o.close_large_holes = large_holes_->isChecked();
  std::optional<Vec3> up;
  if (const MeshPlacement p = placement(); hollow_->isChecked())
    up = Vec3(Vec3::Unit(p.up_axis) * (p.up_positive ? 1.0 : -1.0));
  job_->repair(mesh_, o, up);
}

void ImportPage::use() {
  if (!mesh_) return;
  try {
    HullDesign hull = with_skin(session_->project().hull,
                                std::make_shared<const TriangleMesh>(place_mesh(mesh_->file.mesh, placement())),
                                mesh_->path.section('/', -1).toStdString());
    if (mesh_->wall > 0.0)
      hull.skin.shell_thickness = hull.skin.deck_thickness = mesh_->wall * placement().metres_per_unit;
    if (!session_->perform({as_said(tr("Hull from %1").arg(mesh_->path.section('/', -1))), ChangeHull{hull}})) return;
    mesh_.reset();
    emit done();
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
}

}  // namespace plucky::app
