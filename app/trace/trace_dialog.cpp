#include "trace/trace_dialog.h"

#include <QButtonGroup>
#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QShortcut>
#include <QTableWidget>
#include <algorithm>

#include "base/error.h"
#include "hull/placement.h"
#include "inspector/quantity_edit.h"
#include "session/kept_picture.h"
#include "tables/items.h"
#include "words/words.h"

namespace plucky::app {

namespace {

constexpr std::size_t most_undone = 200;

}  // namespace

TraceDialog::TraceDialog(Session* session, QWidget* parent) : QDialog(parent), session_(session) {
  setObjectName("trace_dialog");
  setWindowTitle(tr("Sections drawn over a picture"));
  resize(980, 640);
  auto* row = new QHBoxLayout(this);
  picture_ = new TracePicture(this);
  row->addWidget(picture_, 1);
  auto* side = new QVBoxLayout;
  row->addLayout(side);
  auto* open = new QPushButton(tr("Open a picture \u2026"), this);
  open->setObjectName("trace_open");
  open->setAutoDefault(false);
  side->addWidget(open);
  tools_ = new QButtonGroup(this);
  const std::tuple<TraceTool, QString, const char*> tools[] = {
      {TraceTool::scale, tr("1  Two points whose distance is known"), "trace_scale"},
      {TraceTool::foot, tr("2  Where centre line and base line meet"), "trace_foot"},
      {TraceTool::sections, tr("3  Sections, from the keel up"), "trace_sections"}};
  for (const auto& [tool, label, key] : tools) {
    auto* button = new QPushButton(label, this);
    button->setObjectName(key);
    button->setCheckable(true);
    button->setAutoDefault(false);
    tools_->addButton(button, static_cast<int>(tool));
    side->addWidget(button);
  }
  auto* form = new QFormLayout;
  distance_ = new QuantityEdit(session, Dimension::length, tr("Distance on the boat"), this);
  distance_->setObjectName("trace_distance");
  form->addRow(tr("Distance on the boat"), distance_);
  place_ = new QuantityEdit(session, Dimension::length, tr("Section from the transom"), this);
  place_->setObjectName("trace_place");
  form->addRow(tr("From the transom"), place_);
  side->addLayout(form);
  auto* buttons = new QHBoxLayout;
  const auto button = [&](const QString& label, const char* key) {
    auto* b = new QPushButton(label, this);
    b->setObjectName(key);
    b->setAutoDefault(false);
    buttons->addWidget(b);
    return b;
  };
  auto* add = button(tr("Add section"), "trace_add");
  remove_ = button(tr("Remove"), "trace_remove");
  undo_ = button(tr("Undo"), "trace_undo");
  clear_ = button(tr("Clear"), "trace_clear");
  clear_->setToolTip(tr("Takes all marks and sections off the picture"));
  side->addLayout(buttons);
  table_ = make_table(this, "trace_table", windowTitle(), {tr("From the transom"), tr("Points"), tr("Corners")});
  table_->setSortingEnabled(false);
  side->addWidget(table_, 1);
  words_ = new QLabel(this);
  words_->setObjectName("trace_words");
  words_->setWordWrap(true);
  words_->setFixedWidth(290);
  words_->setMinimumHeight(72);
  words_->setAlignment(Qt::AlignTop);
  side->addWidget(words_);
  take_ = new QPushButton(tr("Take as the hull"), this);
  take_->setObjectName("trace_take");
  take_->setProperty("strong", true);
  take_->setAutoDefault(false);
  side->addWidget(take_);

  connect(open, &QPushButton::clicked, this, [this] {
    const QString path = QFileDialog::getOpenFileName(this, tr("Picture of a plan"), {},
                                                      tr("Pictures (*.png *.jpg *.jpeg *.bmp *.webp)"));
    if (!path.isEmpty()) open_picture(path);
  });
  connect(tools_, &QButtonGroup::idClicked, this, [this](int id) { set_tool(static_cast<TraceTool>(id)); });
  connect(picture_, &TracePicture::changed, this, &TraceDialog::take_change);
  connect(distance_, &QuantityEdit::entered, this, [this](double si) {
    Trace next = drawn_.trace;
    next.distance = si;
    take_change(next, true);
  });
  connect(place_, &QuantityEdit::entered, place_, &QuantityEdit::set_value);
  connect(add, &QPushButton::clicked, this, &TraceDialog::add_section);
  connect(remove_, &QPushButton::clicked, this, &TraceDialog::remove_section);
  connect(undo_, &QPushButton::clicked, this, &TraceDialog::undo);
  connect(clear_, &QPushButton::clicked, this, &TraceDialog::clear);
  connect(session, &Session::boat_replaced, this, &TraceDialog::load);
  connect(new QShortcut(QKeySequence::Undo, this), &QShortcut::activated, this, &TraceDialog::undo);
  connect(table_, &QTableWidget::currentCellChanged, this, [this](int to) { choose_section(to); });
  connect(take_, &QPushButton::clicked, this, &TraceDialog::take);
  set_tool(TraceTool::scale);
  refresh();
}

void TraceDialog::begin() {
  // What was drawn on since the hull was taken stays in the hand.
  const auto& drawn = session_->project().hull.drawn;
  if (drawn && !isVisible() && !(*drawn == taken_)) load();
  show();
  raise();
}

/// What the boat's hull was drawn over, nothing where it was not.
void TraceDialog::load() {
  taken_ = drawn_ = before_ = session_->project().hull.drawn.value_or(DrawnHull{});
  past_.clear();
  section_ = drawn_.trace.sections.empty() ? -1 : 0;
  picture_->set_image(QImage::fromData(QByteArray::fromStdString(drawn_.picture.bytes())));
  set_tool(drawn_.trace.sections.empty() ? TraceTool::scale : TraceTool::sections);
}

bool TraceDialog::open_picture(const QString& path) {
  try {
    constexpr int longest = 3000;  // pixels: a line of a drawing must stay one
    const KeptPicture kept = kept_picture(path, longest);
    drawn_.picture_name = before_.picture_name = QFileInfo(path).fileName().toStdString();
    drawn_.picture = before_.picture = Blob(kept.bytes.toStdString());
    picture_->set_image(kept.image);
  } catch (const InvalidInput& e) {
    words_->setText(session_->said(e.sentence()));
    return false;
  }
  refresh();
  return true;
}

void TraceDialog::set_tool(TraceTool tool) {
  tools_->button(static_cast<int>(tool))->setChecked(true);
  picture_->set_tool(tool);
  picture_->setFocus();
  refresh();
}

void TraceDialog::take_change(const Trace& trace, bool step) {
  drawn_.trace = trace;
  if (step && !(drawn_ == before_)) {
    past_.push_back(before_);
    if (past_.size() > most_undone) past_.erase(past_.begin());
    before_ = drawn_;
  }
  refresh();
}

void TraceDialog::add_section() {
  Trace next = drawn_.trace;
  const double x = place_->value();
  // The next one as far on as this one from the last.
  const double step = next.sections.empty() ? 0.1 : std::abs(x - next.sections.back().x);
  next.sections.push_back({.x = x, .points = {}});
  place_->set_value(x + step);
  section_ = static_cast<int>(next.sections.size()) - 1;
  take_change(next, true);
  set_tool(TraceTool::sections);
}

void TraceDialog::remove_section() {
  if (section_ < 0 || section_ >= static_cast<int>(drawn_.trace.sections.size())) return;
  Trace next = drawn_.trace;
  next.sections.erase(next.sections.begin() + section_);
  section_ = std::min(section_, static_cast<int>(next.sections.size()) - 1);
  take_change(next, true);
}

void TraceDialog::undo() {
  if (past_.empty()) return;
  // The sheet that lies there stays.
  drawn_.trace = past_.back().trace;
  drawn_.stretched = past_.back().stretched;
  before_ = drawn_;
  past_.pop_back();
  section_ = std::min(section_, static_cast<int>(drawn_.trace.sections.size()) - 1);
  refresh();
}

void TraceDialog::clear() {
  section_ = -1;
  drawn_.stretched = Vec3::Ones();
  take_change({}, true);
  set_tool(TraceTool::scale);
}

void TraceDialog::choose_section(int row) {
  if (row < 0 || row == section_) return;
  section_ = row;
  set_tool(TraceTool::sections);
}

void TraceDialog::fill_table() {
  const QSignalBlocker quiet(table_);
  table_->setRowCount(static_cast<int>(drawn_.trace.sections.size()));
  for (int r = 0; r < table_->rowCount(); ++r) {
    const TraceSection& s = drawn_.trace.sections[static_cast<std::size_t>(r)];
    set_number(table_, *session_, r, 0, true, s.x, Dimension::length);
    set_number(table_, *session_, r, 1, true, static_cast<double>(s.points.size()), Dimension::none);
    const auto corners = std::count_if(s.points.begin(), s.points.end(), [](const TracePoint& p) { return p.corner; });
    set_number(table_, *session_, r, 2, true, static_cast<double>(corners), Dimension::none);
  }
  if (section_ >= 0) table_->setCurrentCell(section_, 0);
}

void TraceDialog::refresh() {
  picture_->show_trace(drawn_.trace, section_);
  fill_table();
  distance_->set_value(drawn_.trace.distance);
  remove_->setEnabled(section_ >= 0);
  undo_->setEnabled(!past_.empty());
  skin_.reset();
  QString words;
  if (!picture_->has_image()) {
    words = tr("Sections over a picture become a hull like one from a table of offsets.");
  } else {
    try {
      skin_ = std::make_shared<const TriangleMesh>(skin_of(drawn_));
      const Box3 box = bounds(*skin_);
      words = tr("%1 long, %2 wide, %3 high, %4 inside.")
                  .arg(session_->in_words(length_quantity(box.size().x())),
                       session_->in_words(length_quantity(box.size().y())),
                       session_->in_words(length_quantity(box.size().z())),
                       session_->in_words({signed_volume(*skin_), Dimension::volume}));
    } catch (const InvalidInput& e) {
      words = session_->said(e.sentence());
    }
    if (skin_ && !drawn_.stretched.isApprox(Vec3::Ones(), 1e-9))
      words += "\n" + tr("Stretched since to %1 of its length, %2 of its beam, %3 of its depth.")
                          .arg(session_->in_words({drawn_.stretched.x(), Dimension::ratio}),
                               session_->in_words({drawn_.stretched.y(), Dimension::ratio}),
                               session_->in_words({drawn_.stretched.z(), Dimension::ratio}));
    if (tools_->checkedId() == static_cast<int>(TraceTool::sections))
      words +=
          "\n" + tr("A click adds a point, a drag moves it, a double click makes it a corner, Delete takes it away.");
  }
  words_->setText(words);
  take_->setEnabled(skin_ != nullptr);
}

void TraceDialog::take() {
  if (!skin_) return;
  const HullDesign& now = session_->project().hull;
  const QString name = QString::fromStdString(drawn_.picture_name);
  HullDesign hull = now;
  // A hull that is drawn on keeps what was built onto it.
  if (now.drawn)
    hull.mesh = skin_, hull.mesh_source = drawn_.picture_name;
  else
    hull = with_skin(now, skin_, drawn_.picture_name);
  hull.drawn = drawn_;
  if (!session_->perform({as_said(tr("Hull drawn over %1").arg(name)), ChangeHull{hull}})) return;
  taken_ = drawn_;
  accept();
}

}  // namespace plucky::app
