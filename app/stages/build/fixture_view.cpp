#include "stages/build/fixture_view.h"

#include <QComboBox>
#include <QDir>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSplitter>
#include <algorithm>

#include "assessment/fixtures.h"
#include "base/error.h"
#include "build/plates.h"
#include "inspector/quantity_edit.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "stages/build/made_state.h"
#include "tables/items.h"
#include "view3d/turning_picture.h"

namespace plucky::app {

namespace {

constexpr FixtureMaterial material_choices[] = {FixtureMaterial::print, FixtureMaterial::ply,
                                                FixtureMaterial::aluminium};

QColor colour_of(FixtureMaterial material, std::size_t body) {
  const bool dark = look().dark;
  QColor c = material == FixtureMaterial::aluminium ? QColor(dark ? "#8FA3AB" : "#B9C4C8")
             : material == FixtureMaterial::ply     ? QColor(dark ? "#A98F62" : "#D9BE8B")
                                                    : QColor(dark ? "#7FA08C" : "#A9C4B0");
  return body % 2 == 0 ? c : c.darker(112);
}

}  // namespace

FixtureView::FixtureView(Session* session, QWidget* parent) : ShelfPage(session, tr("Mounts and jigs"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  auto* left = new QVBoxLayout;
  table_ = make_table(this, "fixture_table", title(),
                      {tr("Name"), tr("Of"), tr("Mass"), tr("State"), tr("Length"), tr("Width"), tr("Height")});
  table_->setSortingEnabled(false);
  table_->setSelectionMode(QAbstractItemView::SingleSelection);
  table_->setMinimumWidth(120);
  left->addWidget(table_, 1);
  auto* buttons = new QHBoxLayout;
  auto* add = new QPushButton(tr("Add"), this);
  add->setObjectName("fixture_add");
  menu_ = new QMenu(add);
  menu_->setObjectName("fixture_menu");
  add->setMenu(menu_);
  connect(menu_, &QMenu::aboutToShow, this, &FixtureView::fill_menu);
  drop_ = new QPushButton(tr("Remove"), this);
  drop_->setObjectName("fixture_drop");
  write_ = new QPushButton(tr("Write\u2026"), this);
  write_->setObjectName("fixture_write");
  write_->setToolTip(
      tr("All prints side by side on the printer's plate, a 3MF file each; what is cut from sheet is with the flat "
         "patterns"));
  for (QPushButton* b : {add, drop_, write_}) {
    b->setMinimumWidth(b->sizeHint().width());
    buttons->addWidget(b);
  }
  buttons->addStretch(1);
  left->addLayout(buttons);
  row->addLayout(left, 3);
  picture_ = new TurningPicture("fixture_picture", tr("3D view of the chosen one"), this);
  picture_->setMinimumWidth(60);
  row->addWidget(picture_, 2);
  auto* side = new QWidget(this);
  side->setFixedWidth(226);
  auto* grid = new QGridLayout(side);
  grid->setContentsMargins(4, 0, 4, 0);
  grid->setVerticalSpacing(3);
  add_fields(grid);
  row->addWidget(side);
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (!filling_) show_chosen();
  });
  connect(table_, &QTableWidget::itemChanged, this, [this](QTableWidgetItem* item) {
    if (filling_ || item->column() != 0) return;
    const std::string key = "fixture." + std::to_string(item->data(Qt::UserRole).toUInt());
    if (!tick_made(*session_, key, item->checkState() == Qt::Checked))
      refresh();  // what cannot be made cannot be ticked
  });
  connect(drop_, &QPushButton::clicked, this, [this] {
    BuildDesign b = session_->project().build;
    const Id id = chosen();
    std::erase_if(b.fixtures, [&](const Fixture& f) { return f.id == id; });
    session_->perform({"Take out a mount or jig", ChangeBuild{b}});
  });
  connect(write_, &QPushButton::clicked, this, [this] {
    const QString folder = QFileDialog::getExistingDirectory(this, tr("Folder for the files"));
    if (!folder.isEmpty()) write_plates(folder);
  });
}

void FixtureView::add_fields(QGridLayout* grid) {
  material_label_ = new QLabel(tr("Made of"), this);
  material_ = new QComboBox(this);
  material_->setObjectName("fixture_material");
  material_label_->setBuddy(material_);
  for (const FixtureMaterial m : material_choices) material_->addItem(term(fixture_material_name(m)));
  connect(material_, &QComboBox::activated, this,
          [this](int i) { change(tr("Made of"), [i](Fixture& f) { f.material = material_choices[i]; }); });
  grid->addWidget(material_label_, 0, 0);
  grid->addWidget(material_, 0, 1);
  int line = 1;
  const auto field = [&](const char* name, double Fixture::*member, FixtureNumber FixtureType::*number, Dimension d) {
    auto* label = new QLabel(this);
    label->setWordWrap(true);
    auto* edit = new QuantityEdit(session_, d, tr("Measure of the chosen one"), this);
    edit->setObjectName(name);
    edit->setFixedWidth(92);
    label->setBuddy(edit);
    grid->addWidget(label, line, 0);
    grid->addWidget(edit, line++, 1);
    fields_.push_back({label, edit, member, number, d});
    connect(edit, &QuantityEdit::entered, this, [=, this](double si) {
      const Fixture* f = chosen_fixture();
      if (!f) return;
      const FixtureNumber& n = type_of(f->kind).*number;
      if (si < n.low || si > n.high) {
        session_->refuse(tr("%1: should lie between %2 and %3. The old value stays.")
                             .arg(term(n.label), session_->in_words({n.low, d}), session_->in_words({n.high, d})));
        return show_chosen();
      }
      change(term(n.label), [&](Fixture& x) { x.*member = si; });
    });
  };
  field("fixture_wall", &Fixture::wall, &FixtureType::wall, Dimension::length);
  field("fixture_play", &Fixture::play, &FixtureType::play, Dimension::length);
  field("fixture_reach", &Fixture::reach, &FixtureType::reach, Dimension::length);
  field("fixture_at", &Fixture::at, &FixtureType::at, Dimension::length);
  field("fixture_share", &Fixture::at, &FixtureType::at, Dimension::ratio);
  infill_label_ = new QLabel(tr("Filled inside"), this);
  infill_ = new QuantityEdit(session_, Dimension::ratio, tr("Filled inside"), this);
  infill_->setObjectName("fixture_infill");
  infill_->setFixedWidth(92);
  infill_label_->setBuddy(infill_);
  grid->addWidget(infill_label_, line, 0);
  grid->addWidget(infill_, line++, 1);
  connect(infill_, &QuantityEdit::entered, this, [this](double si) {
    change(tr("Filled inside"), [si](Fixture& f) { f.infill = std::clamp(si, 0.0, 1.0); });
  });
  // Last: where there is little height the words are cut before the fields are.
  help_ = new QLabel(this);
  help_->setWordWrap(true);
  help_->setFont(ui_font(8.4));
  help_->setAlignment(Qt::AlignTop);
  help_->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Ignored);
  grid->addWidget(help_, line, 0, 1, 2);
  grid->setRowStretch(line, 1);
}

Id FixtureView::chosen() const {
  const QTableWidgetItem* item = table_->currentRow() >= 0 ? table_->item(table_->currentRow(), 0) : nullptr;
  return item ? item->data(Qt::UserRole).toUInt() : 0;
}

const Fixture* FixtureView::chosen_fixture() const {
  return find_fixture(session_->now(), chosen());
}

void FixtureView::change(const QString& what, const std::function<void(Fixture&)>& how) {
  if (filling_) return;
  BuildDesign b = session_->project().build;
  for (Fixture& f : b.fixtures)
    if (f.id == chosen()) how(f);
  if (!(b == session_->project().build)) session_->perform({as_said(what), ChangeBuild{b}});
}

/// What the boat has something for; each kind with what it would hold.
void FixtureView::fill_menu() {
  menu_->clear();
  const Assessment& a = session_->now();
  const FixtureSite site = fixture_site(a, a.power.line);
  const auto offer = [&](FixtureKind kind, Id id, const QString& words) {
    QAction* action = menu_->addAction(words);
    action->setObjectName(QString("fixture_add_%1").arg(fixture_key(kind)));
    connect(action, &QAction::triggered, this, [=, this] {
      const BuildDesign b = with_fixture(session_->now(), kind, id);
      session_->perform({Text("Add: {0}", type_of(kind).name), ChangeBuild{b}});
      if (!session_->project().build.fixtures.empty()) fresh_ = session_->project().build.fixtures.back().id;
      refresh();
    });
  };
  bool bench = false;
  for (const FixtureType& t : fixture_types()) {
    if (!t.aboard && !bench) menu_->addSeparator(), bench = true;
    if (t.held == Held::hull) {
      offer(t.value, 0, term(t.name));
      continue;
    }
    for (const Id id : could_hold(t.value, site, a.project.build.fixtures)) {
      QString of;
      if (const Part* p = a.project.layout.component(id)) of = QString::fromStdString(p->name);
      if (const Hatch* h = site.hatch(id)) of = QString::fromStdString(h->name);
      for (std::size_t i = 0; i < a.hoses.size(); ++i)
        if (a.hoses[i].hose == id) of = tr("hose %1").arg(i + 1);
      offer(t.value, id, tr("%1 for %2").arg(term(t.name), of));
    }
  }
}

void FixtureView::refresh() {
  if (session_->dragging()) return;
  fill_table();
  show_chosen();
}

void FixtureView::fill_table() {
  filling_ = true;
  const Assessment& a = session_->seen();
  const BuildDesign& b = a.project.build;
  const Id before = fresh_ != 0 ? fresh_ : chosen();
  fresh_ = 0;
  const std::vector<Makeable> makeables = makeables_of(a.build);
  table_->setRowCount(static_cast<int>(a.fixtures.size()));
  double mass = 0.0;
  std::size_t prints = 0;
  int again = a.fixtures.empty() ? -1 : 0;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    const Fixture& f = b.fixtures[i];
    const FixtureSolids& s = a.fixtures[i];
    const int row = static_cast<int>(i);
    if (f.id == before) again = row;
    const std::string key = "fixture." + std::to_string(f.id);
    const MadeState made = made_state(*session_, key, makeables);
    auto* name = text_item(QString::fromStdString(f.name), f.id);
    name->setFlags(name->flags() | Qt::ItemIsUserCheckable);
    name->setCheckState(made.made ? Qt::Checked : Qt::Unchecked);
    name->setToolTip(tr("Ticked: it is made as it is drawn now"));
    table_->setItem(row, 0, name);
    table_->setItem(row, 1, text_item(term(fixture_material_name(f.material))));
    const bool is = !s.bodies.empty();
    const Vec3 size = s.box.size();
    for (int k = 0; k < 3; ++k) set_number(table_, *session_, row, 4 + k, is, is ? size[k] : 0.0, Dimension::length);
    const double own = is ? own_mass(a, f, s) : 0.0;
    set_number(table_, *session_, row, 2, is, own, Dimension::mass);
    mass += fixture_mass(a, f, s);
    if (is && f.material == FixtureMaterial::print)
      for (const FixtureBody& body : s.bodies) prints += body.count();
    QString state = is ? made.words : session_->said(s.none);
    const bool off = !is || made.off;
    if (is && !type_of(f.kind).aboard) state = tr("%1; for the bench").arg(state);
    table_->setItem(row, 3, text_item(state));
    table_->item(row, 3)->setToolTip(state);
    if (off) table_->item(row, 3)->setForeground(look().buoy_text);
  }
  if (again >= 0) table_->setCurrentCell(again, 0);
  drop_->setEnabled(again >= 0);
  write_->setEnabled(prints > 0);
  tell(a.fixtures.empty() ? tr("Nothing yet: \"Add\" offers what this boat has something for. Each is made to the "
                               "measures of what it holds.")
                          : tr("%1 come aboard with them, mass and CG follow; %2 pieces to print.")
                                .arg(session_->shown({mass, Dimension::mass}))
                                .arg(prints));
  filling_ = false;
}

void FixtureView::show_chosen() {
  const Fixture* f = chosen_fixture();
  std::vector<TurningPicture::Body> bodies;
  if (f)
    for (const FixtureSolids& s : session_->seen().fixtures)
      if (s.id == f->id)
        for (std::size_t k = 0; k < s.bodies.size(); ++k) {
          const TriangleMesh one = mesh_of(s.bodies[k].stack);
          TriangleMesh all = one;
          for (const Vec3& by : s.bodies[k].more) {
            TriangleMesh next = one;
            for (Vec3& v : next.vertices) v += by;
            append(all, next);
          }
          bodies.push_back({all, colour_of(f->material, k)});
        }
  picture_->show_bodies(std::move(bodies));
  help_->setText(f ? term(type_of(f->kind).help) : QString());
  picture_->setToolTip(help_->text());
  material_->setVisible(f != nullptr);
  material_label_->setVisible(f != nullptr);
  const QSignalBlocker quiet(material_);
  for (std::size_t i = 0; f && i < std::size(material_choices); ++i)
    if (material_choices[i] == f->material) material_->setCurrentIndex(static_cast<int>(i));
  const bool printed = f && f->material == FixtureMaterial::print;
  infill_->setVisible(printed);
  infill_label_->setVisible(printed);
  if (printed) infill_->set_value(f->infill);
  for (const Field& field : fields_) {
    const FixtureNumber n = f ? type_of(f->kind).*field.number : FixtureNumber{};
    // A place is a length or a share: its range tells.
    // A plate of sheet has no gussets.
    const bool bare = f && f->kind == FixtureKind::motor_mount && f->material != FixtureMaterial::print &&
                      field.member == &Fixture::reach;
    const bool share = n.key && field.member == &Fixture::at && n.high == 1.0;
    const bool shown =
        n.key && !bare && (field.member != &Fixture::at || share == (field.dimension == Dimension::ratio));
    field.label->setVisible(shown);
    field.edit->setVisible(shown);
    if (!shown) continue;
    field.label->setText(term(n.label));
    field.edit->set_value(f->*field.member);
    field.edit->setAccessibleName(term(n.label));
  }
}

int FixtureView::write_plates(const QString& folder) {
  const Assessment& a = session_->now();
  std::vector<FixtureSolids> prints;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i)
    if (a.project.build.fixtures[i].material == FixtureMaterial::print) prints.push_back(a.fixtures[i]);
  try {
    const Plates plates = arranged(prints, a.project.build.printer);
    for (std::size_t k = 0; k < plates.count; ++k) {
      std::vector<NamedMesh> bodies;
      for (const PlacedPrint& p : plates.prints)
        if (p.plate == k)
          bodies.push_back(
              {session_->said(prints[p.of].bodies[p.body].name).toStdString(), p.mesh, a.project.hull.skin.material});
      write_file_atomically(QDir(folder).filePath(QString("plate-%1.3mf").arg(k + 1)).toStdString(), write_3mf(bodies));
    }
    if (!plates.left.empty())
      session_->refuse(
          tr("%1 finds no room on the bed; the others are written.").arg(session_->said(plates.left.front())));
    return static_cast<int>(plates.count);
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  return 0;
}

TableRows FixtureView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
