#include "stages/build/build_page.h"

#include <QCheckBox>
#include <QFileDialog>
#include <QHeaderView>
#include <QPointer>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTreeWidget>
#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "inspector/section_heading.h"
#include "stages/build/make_files.h"
#include "stages/build/templates.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr JointKind joint_choices[] = {JointKind::butt, JointKind::pins, JointKind::pegs,
                                       JointKind::lap,  JointKind::tabs, JointKind::keys};

}  // namespace

BuildPage::BuildPage(Session* session, QWidget* parent) : Page(session, parent), solids_(SolidsAtHand::of(session)) {
  connect(solids_, &SolidsAtHand::changed, this, &BuildPage::refresh);
  setObjectName("build_page");
  heading(tr("To be made"));
  words_ = note({});
  words_->setObjectName("build_words");
  add_sections();
  add_panels();
  section(tr("Order of work"), "section_work");
  add_work();
  add_wishes();
  section(tr("Mixed batches"), "section_clocks");
  add_clocks();
  cuts_section_ = section(tr("Cuts and joints"), "section_cuts");
  add_cuts();
  printer_section_ = section(tr("Printer"), "section_printer");
  add_printer();
  mould_section_ = section(tr("Plug and mould"), "section_mould");
  add_mould();
  sheets_section_ = section(tr("Sheets at hand"), "section_sheets");
  add_sheets();
  end_section();
  note(tr("Hot nozzle, bed and iron burn; molten plastic gives off fumes: fresh air. Sanding dust of prints, ply and "
          "glass "
          "harms lungs: mask. Cut sheet has sharp edges: gloves. Resin, glue and solvents: gloves, fresh air, the "
          "maker's "
          "data."),
       true);
}

void BuildPage::change(const QString& what, const std::function<void(BuildDesign&)>& how) {
  if (filling_) return;
  BuildDesign b = session_->project().build;
  how(b);
  if (!(b == session_->project().build)) session_->perform({as_said(what), ChangeBuild{b}});
  refresh();
}

QuantityEdit* BuildPage::number(const QString& label, const char* name, Dimension dimension,
                                const std::function<double&(BuildDesign&)>& of) {
  QuantityEdit* edit = quantity(label, dimension, name);
  numbers_.push_back({edit, of});
  connect(edit, &QuantityEdit::entered, this,
          [=, this](double si) { change(label, [&](BuildDesign& b) { of(b) = si; }); });
  return edit;
}

void BuildPage::add_sections() {
  sections_ = table(tr("Sections"), {tr("Section"), tr("Length"), tr("Mass"), tr("Time")}, "build_sections", 96);
  sections_->setMaximumHeight(150);
  column_width(sections_, 1, 62);
  column_width(sections_, 2, 62);
  column_width(sections_, 3, 56);
  printed_only_.push_back(sections_);
  work_ = button(tr("Work out the solids"), "work_out_solids");
  printed_only_.push_back(work_);
  connect(work_, &QPushButton::clicked, solids_, &SolidsAtHand::work_out);
  auto* tests = button(tr("Write test pieces\u2026"), "build_tests", true);
  tests->setToolTip(
      tr("Leak cups of two, three and four lines, a gauge for pins, a block for inserts; with the solids "
         "the widest ring of the hull"));
  printed_only_.push_back(tests);
  connect(tests, &QPushButton::clicked, this, [this] {
    const QString folder = QFileDialog::getExistingDirectory(this, tr("Folder for the files"));
    if (!folder.isEmpty()) export_tests(folder, format_->currentText().toLower());
  });
  state_ = note({});
  state_->setObjectName("build_state");
  printed_only_.push_back(state_);
}

void BuildPage::add_panels() {
  panels_ = table(tr("Panels"), {tr("Panel"), tr("Size"), tr("Strain")}, "build_panels", 120);
  panels_->setMaximumHeight(150);
  column_width(panels_, 1, 104);
  column_width(panels_, 2, 50);
  format_ = choice(tr("Files as"), {}, "build_format");
  paper_ = choice(tr("Paper"), paper_names(), "build_paper");
  export_ = button(tr("Write the files\u2026"), "build_export");
  connect(export_, &QPushButton::clicked, this, &BuildPage::ask_and_export);
  auto* outlines = button(tr("Write outlines\u2026"), "build_outlines", true);
  outlines->setToolTip(
      tr("Profile, plan, hatch openings, transom with its holes and sections at full size: PDF on the "
         "paper, or DXF and SVG"));
  connect(outlines, &QPushButton::clicked, this, [this] {
    const QString folder = QFileDialog::getExistingDirectory(this, tr("Folder for the files"));
    if (!folder.isEmpty()) export_outlines(folder, format_->currentText().toLower());
  });
}

void BuildPage::add_cuts() {
  way_ = choice(tr("Cuts"), {tr("proposed"), tr("by hand")}, "build_cuts");
  connect(way_, &QComboBox::activated, this, [this](int i) {
    const std::vector<double> now = session_->now().build.cuts;
    change(tr("Cuts"), [&](BuildDesign& b) {
      if (i == 1)
        b = with_cuts_by_hand(b, now);
      else
        b.cuts_by_hand = false, b.cuts.clear();
    });
  });
  cut_ = quantity(tr("Chosen section ends at"), Dimension::length, "build_cut");
  connect(cut_, &QuantityEdit::entered, this, [this](double si) {
    const std::vector<double> now = session_->now().build.cuts;
    const int i = chosen_cut();
    change(tr("Cut"), [&](BuildDesign& b) {
      b = with_cuts_by_hand(b, now);
      if (i >= 0 && i < static_cast<int>(b.cuts.size())) b.cuts[static_cast<std::size_t>(i)].x = si;
    });
  });
  add_cut_ = button(tr("Part the chosen section in two"), "build_add_cut", true);
  connect(add_cut_, &QPushButton::clicked, this, [this] {
    const BuildReport& r = session_->now().build;
    if (r.sections.empty()) return;
    const int i = std::max(0, sections_->indexOfTopLevelItem(sections_->currentItem()));
    const SectionPlan& s =
        r.sections[static_cast<std::size_t>(std::min<std::ptrdiff_t>(i, std::ssize(r.sections) - 1))];
    change(tr("Add a cut"), [&](BuildDesign& b) {
      b = with_cuts_by_hand(b, r.cuts);
      b.cuts.push_back({.x = 0.5 * (s.from + s.to)});
    });
  });
  drop_cut_ = button(tr("Join it to the next"), "build_drop_cut", true);
  connect(drop_cut_, &QPushButton::clicked, this, [this] {
    const std::vector<double> now = session_->now().build.cuts;
    const int i = chosen_cut();
    if (i < 0) return;
    change(tr("Take out a cut"), [&](BuildDesign& b) {
      b = with_cuts_by_hand(b, now);
      b.cuts.erase(b.cuts.begin() + i);
    });
  });
  connect(sections_, &QTreeWidget::currentItemChanged, this, [this] {
    if (!filling_) fill_sections();
  });
  least_support_ = check(tr("Lie with least support"), "least_support");
  least_support_->setToolTip(
      tr("Sections stand so that least hangs over the air; else they lie, their layers along the hull"));
  connect(least_support_, &QCheckBox::clicked, this,
          [this](bool on) { change(tr("Lie with least support"), [on](BuildDesign& b) { b.least_support = on; }); });
  QStringList names;
  for (const JointKind k : joint_choices) names << term(joint_name(k));
  joint_ = choice(tr("Joint"), names, "build_joint");
  connect(joint_, &QComboBox::activated, this,
          [this](int i) { change(tr("Joint"), [=](BuildDesign& b) { b.joints.kind = joint_choices[i]; }); });
  number(tr("Rim over the wall"), "build_rim", Dimension::length, [](BuildDesign& b) -> double& {
    return b.joints.rim;
  })->setToolTip(tr("By so much the wall is thicker inside at a joint, for glue and pins"));
  number(tr("Depth on each side"), "build_depth", Dimension::length,
         [](BuildDesign& b) -> double& { return b.joints.depth; });
  number(tr("Pins or pegs, diameter"), "build_pin", Dimension::length,
         [](BuildDesign& b) -> double& { return b.joints.pin; });
}

void BuildPage::add_sheets() {
  sheets_ = table(tr("Sheets at hand"), {tr("Sheet"), tr("Size")}, "build_sheets", 70);
  sheets_->setMaximumHeight(110);
  column_width(sheets_, 1, 130);
  const auto chosen = [this] { return sheets_->indexOfTopLevelItem(sheets_->currentItem()); };
  const auto field = [&](const QString& label, const char* name, double StockSheet::*member) {
    QuantityEdit* edit = quantity(label, Dimension::length, name);
    connect(edit, &QuantityEdit::entered, this, [=, this](double si) {
      const int i = chosen();
      change(label, [&](BuildDesign& b) {
        if (i >= 0 && i < static_cast<int>(b.sheets.size())) b.sheets[static_cast<std::size_t>(i)].*member = si;
      });
    });
    return edit;
  };
  sheet_length_ = field(tr("Length, grain"), "sheet_length", &StockSheet::length);
  sheet_width_ = field(tr("Width"), "sheet_width", &StockSheet::width);
  sheet_thickness_ = field(tr("Thickness"), "sheet_thickness", &StockSheet::thickness);
  add_sheet_ = button(tr("Add a sheet"), "sheet_add", true);
  connect(add_sheet_, &QPushButton::clicked, this, [this] {
    change(tr("Add a sheet"), [this](BuildDesign& b) {
      StockSheet s;
      s.name = tr("Sheet %1").arg(b.sheets.size() + 1).toStdString();
      s.thickness = std::max(1e-4, session_->project().hull.skin.shell_thickness);
      b.sheets.push_back(s);
    });
    if (auto* last = sheets_->topLevelItem(sheets_->topLevelItemCount() - 1)) sheets_->setCurrentItem(last);
  });
  sheet_count_ = quantity(tr("How many"), Dimension::none, "sheet_count");
  connect(sheet_count_, &QuantityEdit::entered, this, [=, this](double v) {
    const int i = chosen();
    change(tr("How many sheets"), [&](BuildDesign& b) {
      if (i >= 0 && i < static_cast<int>(b.sheets.size()))
        b.sheets[static_cast<std::size_t>(i)].count = static_cast<std::uint32_t>(std::clamp(std::round(v), 0.0, 999.0));
    });
  });
  number(tr("Gap of pieces"), "sheet_gap", Dimension::length, [](BuildDesign& b) -> double& { return b.piece_gap; });
  number(tr("Play of slots"), "slot_play", Dimension::length, [](BuildDesign& b) -> double& { return b.slot_play; });
  one_sheet_ = check(tr("Folded from one sheet"), "one_sheet");
  connect(one_sheet_, &QCheckBox::clicked, this,
          [this](bool on) { change(tr("Folded from one sheet"), [on](BuildDesign& b) { b.one_sheet = on; }); });
  corners_ = check(tr("Corners at the bow folded, not cut"), "folded_corners");
  connect(corners_, &QCheckBox::clicked, this, [this](bool on) {
    change(tr("Corners at the bow folded, not cut"), [on](BuildDesign& b) { b.folded_corners = on; });
  });
  strips_ = check(tr("Strips riveted inside the seams"), "riveted_strips");
  connect(strips_, &QCheckBox::clicked, this,
          [this](bool on) { change(tr("Strips riveted inside the seams"), [on](BuildDesign& b) { b.strips = on; }); });
  fold_only_ = {one_sheet_, corners_, strips_,
                number(tr("Bend radius"), "fold_radius", Dimension::length,
                       [](BuildDesign& b) -> double& { return b.fold_radius; }),
                number(tr("Rim turned in"), "rim_flange", Dimension::length,
                       [](BuildDesign& b) -> double& { return b.rim_flange; })};
  lay_out_ = button(tr("Lay the pieces out"), "lay_out");
  lay_out_->setToolTip(tr("On the sheets at hand; in the picture of the sheets they are moved by hand"));
  connect(lay_out_, &QPushButton::clicked, this, &BuildPage::lay_out_pieces);
  drop_sheet_ = button(tr("Take it out"), "sheet_drop", true);
  connect(drop_sheet_, &QPushButton::clicked, this, [=, this] {
    const int i = chosen();
    change(tr("Take out a sheet"), [&](BuildDesign& b) {
      if (i >= 0 && i < static_cast<int>(b.sheets.size())) b.sheets.erase(b.sheets.begin() + i);
    });
  });
  connect(sheets_, &QTreeWidget::currentItemChanged, this, [this] {
    if (!filling_) fill_sheets();
  });
}

int BuildPage::chosen_cut() const {
  const int i = sections_->indexOfTopLevelItem(sections_->currentItem());
  return i >= 0 && i < static_cast<int>(session_->now().build.cuts.size()) ? i : -1;
}

void BuildPage::refresh() {
  if (session_->dragging()) return;
  filling_ = true;
  const Assessment& a = session_->now();
  const BuildDesign& b = a.project.build;
  const BuildReport& r = a.build;
  words_->setText(r.printed ? session_->said(r.no_sections.empty()
                                                 ? counted("A hull printed in one piece.",
                                                           "A hull printed in {0} sections.", r.sections.size())
                                                 : r.no_sections)
                  : !r.panels.empty()
                      ? session_->said(counted("A hull of {0} panel, made: {1}.", "A hull of {0} panels, made: {1}.",
                                               r.panels.size(), build_method_name(a.project.brief.method)))
                      : session_->said(r.no_panels));
  for (QWidget* w : printed_only_) w->setVisible(r.printed);
  panels_->setVisible(!r.panels.empty());
  cuts_section_->show_section(r.printed);
  printer_section_->show_section(r.printed);
  mould_section_->show_section(a.project.brief.method == BuildMethod::moulded);
  sheets_section_->show_section(!r.printed || !r.pieces.empty());
  const QSignalBlocker quiet_format(format_);
  const QStringList formats = r.printed ? QStringList{"STL", "3MF"} : QStringList{"PDF", "DXF", "SVG"};
  if (format_->count() != formats.size()) {
    format_->clear();
    format_->addItems(formats);
  }
  const bool something = r.printed ? !r.sections.empty() : !r.panels.empty();
  export_->setEnabled(something);
  export_->setToolTip(r.printed ? tr("One file a section, turned as it lies on the bed")
                                : tr("At full size; PDF on pages to be glued together"));
  way_->setCurrentIndex(b.cuts_by_hand ? 1 : 0);
  for (std::size_t i = 0; i < std::size(joint_choices); ++i)
    if (joint_choices[i] == b.joints.kind) joint_->setCurrentIndex(static_cast<int>(i));
  BuildDesign copy = b;
  for (const Number& n : numbers_) n.edit->set_value(n.of(copy));
  const bool metal = a.project.brief.method == BuildMethod::sheet_metal;
  for (QWidget* w : fold_only_) set_row_visible(w, metal);
  one_sheet_->setChecked(b.one_sheet);
  corners_->setChecked(b.folded_corners);
  least_support_->setChecked(b.least_support);
  strips_->setChecked(b.strips);
  fill_sections();
  fill_panels();
  fill_sheets();
  fill_solids();
  fill_work();
  filling_ = false;
}

void BuildPage::fill_sections() {
  const bool was = filling_;
  filling_ = true;
  const Assessment& a = session_->now();
  const BuildReport& r = a.build;
  const int row = sections_->indexOfTopLevelItem(sections_->currentItem());
  const MadeSolids* fresh = solids_->fresh(a);
  sections_->clear();
  for (std::size_t i = 0; i < r.sections.size(); ++i) {
    const SectionPlan& s = r.sections[i];
    auto* item = new QTreeWidgetItem(sections_);
    item->setText(0, tr("%1: %2").arg(i + 1).arg(s.stance.fits ? term(stance_name(s.stance.stance)) : tr("no room")));
    item->setText(1, session_->in_words(length_quantity(s.to - s.from)));
    const double density = a.project.hull.skin.density;
    item->setText(2, session_->in_words(
                         {fresh ? fresh->hull.sections[i].volume * density : s.material * density, Dimension::mass}));
    item->setText(
        3, fresh ? session_->in_words({fresh->prints[i].time, Dimension::duration}) : QString::fromUtf8("\u2013"));
    item->setToolTip(2, fresh ? tr("of the solid") : tr("walls only"));
    item->setToolTip(3, fresh ? tr("from its layers") : tr("known when the solids are worked out"));
    for (int c = 1; c < 4; ++c) item->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
    if (!s.stance.fits) item->setForeground(0, severity_text_colour(Severity::stop));
  }
  if (auto* again = sections_->topLevelItem(std::max(0, row))) sections_->setCurrentItem(again);
  const int cut = chosen_cut();
  cut_->setEnabled(cut >= 0);
  if (cut >= 0)
    cut_->set_value(r.cuts[static_cast<std::size_t>(cut)]);
  else
    cut_->set_nothing(tr("the bow"));
  drop_cut_->setEnabled(cut >= 0);
  const SectionPlan* s = chosen_section();
  for (QuantityEdit* edit : {real_time_, real_mass_}) edit->setEnabled(s != nullptr);
  if (s) {
    const Printer& printer = a.project.build.printer;
    real_time_->set_value(printer.time_for(s->material));
    real_mass_->set_value(s->material * a.project.hull.skin.density * printer.mass_factor);
  }
  filling_ = was;
}

/// "543 x 172 mm"
QString BuildPage::size_words(double length, double width) const {
  const Shown first = show_in_words(length_quantity(length), session_->units());
  const Shown second = show_in_words(length_quantity(width), session_->units());
  return QString::fromUtf8("%1 \u00d7 %2 %3")
      .arg(QString::fromStdString(first.unit == second.unit ? first.number : first.joined()),
           QString::fromStdString(second.number), QString::fromStdString(second.unit));
}

void BuildPage::fill_panels() {
  panels_->clear();
  for (const Panel& p : session_->now().build.panels) {
    auto* item = new QTreeWidgetItem(panels_);
    item->setText(0, p.count == 2 ? tr("%1 %2, two").arg(p.number).arg(term(panel_role_name(p.role)))
                                  : tr("%1 %2").arg(p.number).arg(term(panel_role_name(p.role))));
    item->setText(1, size_words(p.size().x(), p.size().y()));
    item->setText(2, session_->in_words({p.strain, Dimension::ratio}));
    for (int c = 1; c < 3; ++c) item->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
  }
}

void BuildPage::fill_sheets() {
  const bool was = filling_;
  filling_ = true;
  const std::vector<StockSheet>& all = session_->project().build.sheets;
  const int row = std::max(0, sheets_->indexOfTopLevelItem(sheets_->currentItem()));
  sheets_->clear();
  for (const StockSheet& s : all) {
    auto* item = new QTreeWidgetItem(sheets_);
    item->setText(0, QString::fromStdString(s.name));
    item->setText(1, size_words(s.length, s.width));
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
  }
  auto* again = sheets_->topLevelItem(std::min(row, sheets_->topLevelItemCount() - 1));
  if (again) sheets_->setCurrentItem(again);
  sheets_->setVisible(again != nullptr);
  for (QuantityEdit* edit : {sheet_length_, sheet_width_, sheet_thickness_, sheet_count_})
    set_row_visible(edit, again != nullptr);
  drop_sheet_->setVisible(again != nullptr);
  lay_out_->setEnabled(again != nullptr && !session_->now().build.pieces.empty());
  if (again) {
    const StockSheet& s = all[static_cast<std::size_t>(sheets_->indexOfTopLevelItem(again))];
    sheet_length_->set_value(s.length);
    sheet_width_->set_value(s.width);
    sheet_thickness_->set_value(s.thickness);
    sheet_count_->set_value(s.count);
  }
  filling_ = was;
}

void BuildPage::fill_solids() {
  const MadeSolids* made = solids_->get();
  if (!made) {
    state_->setText(tr("Mass is of the walls. The solids, with rims, pins and openings, tell mass and time."));
    return;
  }
  double mass = 0.0, time = 0.0, filament = 0.0;
  for (const PrintEstimate& p : made->prints) mass += p.mass, time += p.time, filament += p.filament;
  QString told = tr("%1 of plastic, %2 of filament, %3 of printing.")
                     .arg(session_->in_words({mass, Dimension::mass}), session_->in_words(length_quantity(filament)),
                          session_->in_words({time, Dimension::duration}));
  std::size_t islands = 0;
  double thin = 0.0;
  for (const SolidOnBed& s : made->on_bed) islands += s.islands, thin += s.thin.area;
  if (islands > 0)
    told += " " + session_->said(counted("{0} place begins in the air: supports there.",
                                         "{0} places begin in the air: supports there.", islands));
  constexpr double worth_telling = 1e-5;  // m2
  if (thin > worth_telling)
    told += " " + tr("%1 of it is thinner than two lines.").arg(session_->in_words({thin, Dimension::area}));
  state_->setText(solids_->fresh(session_->now())
                      ? told
                      : tr("The boat has changed since the solids were worked out. Then: %1").arg(told));
}

void BuildPage::lay_out_pieces() {
  const std::shared_ptr<const Assessment> of = session_->state();
  const QString what = tr("Laying the pieces out");
  session_->job()->start(what, [self = QPointer(this), of, what](const Job::Link& link) {
    const bool grain = of->project.brief.method == BuildMethod::ply;
    const LaidOut laid = lay_out(of->build.pieces, of->project.build, grain, [&](std::size_t left) {
      link.step(tr("%1: %2 left").arg(what).arg(left));
      return true;
    });
    link.deliver([self, laid] {
      if (!self) return;
      self->change(tr("Lay the pieces out"), [&](BuildDesign& b) { b.laid = laid.laid; });
    });
  });
}

void BuildPage::ask_and_export() {
  const QString folder = QFileDialog::getExistingDirectory(this, tr("Folder for the files"));
  if (!folder.isEmpty()) export_to(folder, format_->currentText().toLower());
}

int BuildPage::export_to(const QString& folder, const QString& format) {
  try {
    return session_->now().build.printed ? export_sections(folder, format) : export_panels(folder, format);
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  return 0;
}

int BuildPage::export_outlines(const QString& folder, const QString& format) {
  const bool flat = format == "dxf" || format == "svg";
  try {
    return write_outlines(*session_, folder, flat ? format : "pdf", paper_->currentText());
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  return 0;
}

int BuildPage::export_tests(const QString& folder, const QString& format) {
  const MadeSolids* fresh = solids_->fresh(session_->now());
  try {
    return write_coupons(session_->project(), session_->now().hull->model, fresh ? &fresh->hull : nullptr, folder,
                         format);
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  return 0;
}

int BuildPage::export_sections(const QString& folder, const QString& format) {
  const MadeSolids* fresh = solids_->fresh(session_->now());
  if (!fresh) {
    session_->refuse(tr("Work out the solids first: the files are made from them."));
    return 0;
  }
  return write_sections(session_->project(), fresh->hull, folder, format);
}

int BuildPage::export_panels(const QString& folder, const QString& format) {
  return write_pieces(*session_, folder, format, paper_->currentText());
}

}  // namespace plucky::app
