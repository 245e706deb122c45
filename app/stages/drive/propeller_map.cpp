#include "stages/drive/propeller_map.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr int steps = 20;
constexpr std::pair<Aim, const char*> aims[] = {{Aim::speed, QT_TRANSLATE_NOOP("words", "Best by speed")},
                                                {Aim::run_time, QT_TRANSLATE_NOOP("words", "Best by run time")},
                                                {Aim::efficiency, QT_TRANSLATE_NOOP("words", "Best by efficiency")},
                                                {Aim::coolness, QT_TRANSLATE_NOOP("words", "Best by coolness")}};

}  // namespace

/// The grid itself: pitch to the right, diameter upward.
class PropellerMap::Field : public QWidget {
 public:
  explicit Field(PropellerMap* page) : QWidget(page), page_(page) {
    setObjectName("propeller_field");
    setAccessibleName(PropellerMap::tr("Propellers by diameter and pitch"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
  }

  [[nodiscard]] QRectF grid() const { return QRectF(rect()).adjusted(56, 6, -12, -34); }
  [[nodiscard]] QRectF cell(std::size_t i, std::size_t j) const {
    const SearchMap& m = page_->map_;
    const QRectF g = grid();
    const double w = g.width() / static_cast<double>(std::max<std::size_t>(1, m.pitches.size())),
                 h = g.height() / static_cast<double>(std::max<std::size_t>(1, m.diameters.size()));
    return {g.left() + static_cast<double>(j) * w, g.bottom() - static_cast<double>(i + 1) * h, w, h};
  }

 protected:
  void paintEvent(QPaintEvent*) override {
    QPainter p(this);
    const Look& l = look();
    p.fillRect(rect(), l.paper);
    const SearchMap& m = page_->map_;
    if (m.cells.empty()) return;
    const Aim aim = page_->aim();
    double low = 1e300, high = -1e300;
    for (const SearchCell& c : m.cells)
      if (c.allowed()) low = std::min(low, worth(c, aim)), high = std::max(high, worth(c, aim));
    const SearchCell* best = m.best(aim);
    for (std::size_t n = 0; n < m.cells.size(); ++n) {
      const SearchCell& c = m.cells[n];
      const QRectF r = cell(n / m.pitches.size(), n % m.pitches.size()).adjusted(0.5, 0.5, -0.5, -0.5);
      if (c.allowed()) {
        QColor fill = l.water_line;
        fill.setAlphaF(high > low ? 0.12f + 0.78f * static_cast<float>((worth(c, aim) - low) / (high - low)) : 0.5f);
        p.fillRect(r, fill);
      } else {
        mark_broken(p, r, c);
      }
      if (&c == best) {
        p.setPen(QPen(l.brass, 2.4));
        p.setBrush(Qt::NoBrush);
        p.drawRect(r.adjusted(1, 1, -1, -1));
      }
    }
    paint_own(p);
    paint_axes(p);
    if (under_ < m.cells.size()) {
      p.setPen(QPen(l.ink, 1.4));
      p.setBrush(Qt::NoBrush);
      p.drawRect(cell(under_ / m.pitches.size(), under_ % m.pitches.size()));
    }
  }

  void mouseMoveEvent(QMouseEvent* event) override { look_at(at(event->position())); }
  void leaveEvent(QEvent*) override { look_at(page_->map_.cells.size()); }
  void mousePressEvent(QMouseEvent* event) override {
    if (event->button() == Qt::LeftButton) take(at(event->position()));
  }
  void keyPressEvent(QKeyEvent* event) override {
    const std::size_t columns = page_->map_.pitches.size(), all = page_->map_.cells.size();
    if (all == 0) return QWidget::keyPressEvent(event);
    std::size_t next = under_ < all ? under_ : 0;
    switch (event->key()) {
      case Qt::Key_Right:
        if (next % columns + 1 < columns) ++next;
        break;
      case Qt::Key_Left:
        if (next % columns > 0) --next;
        break;
      case Qt::Key_Up:
        if (next + columns < all) next += columns;
        break;
      case Qt::Key_Down:
        if (next >= columns) next -= columns;
        break;
      case Qt::Key_Return:
      case Qt::Key_Enter:
      case Qt::Key_Space:
        return take(next);
      default:
        return QWidget::keyPressEvent(event);
    }
    look_at(next);
  }

 private:
  /// Shape as well as colour: a cell that breaks a limit is crossed, one without an answer is empty with a dot.
  static void mark_broken(QPainter& p, const QRectF& r, const SearchCell& c) {
    const Look& l = look();
    p.fillRect(r, l.panel);
    p.setPen(QPen(c.full.runs() ? l.buoy : l.muted, 1.2));
    if (!c.full.runs())
      p.drawPoint(r.center());
    else
      p.drawLine(r.bottomLeft() + QPointF(2, -2), r.topRight() + QPointF(-2, 2));
  }

  /// Where the boat's own propeller lies.
  void paint_own(QPainter& p) const {
    const SearchMap& m = page_->map_;
    const Screw& s = page_->session_->now().fitted_drive.screw;
    const QRectF g = grid();
    const auto share = [](const std::vector<double>& v, double x) {
      return v.size() < 2 ? 0.5 : (x - v.front()) / (v.back() - v.front());
    };
    const double w = g.width() / static_cast<double>(m.pitches.size()),
                 h = g.height() / static_cast<double>(m.diameters.size());
    const QPointF at(g.left() + 0.5 * w + share(m.pitches, s.pitch) * (g.width() - w),
                     g.bottom() - 0.5 * h - share(m.diameters, s.diameter) * (g.height() - h));
    if (!g.contains(at)) return;
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(look().buoy, 2.2));
    p.setBrush(look().card);
    p.drawEllipse(at, 5, 5);
    p.setRenderHint(QPainter::Antialiasing, false);
  }

  void paint_axes(QPainter& p) const {
    const Look& l = look();
    const SearchMap& m = page_->map_;
    const QRectF g = grid();
    p.setFont(ui_font(8.5));
    p.setPen(l.ink);
    const auto words = [&](double metres) { return page_->session_->shown(length_quantity(metres)); };
    for (std::size_t j = 0; j < m.pitches.size(); j += 5) {
      const double x = cell(0, j).center().x();
      p.drawText(QRectF(x - 40, g.bottom() + 1, 80, 15), Qt::AlignCenter, words(m.pitches[j]));
    }
    for (std::size_t i = 0; i < m.diameters.size(); i += 5)
      p.drawText(QRectF(0, cell(i, 0).center().y() - 8, g.left() - 6, 16), Qt::AlignRight | Qt::AlignVCenter,
                 words(m.diameters[i]));
    p.setPen(l.muted);
    p.drawText(QRectF(g.left(), g.bottom() + 16, g.width(), 15), Qt::AlignCenter,
               PropellerMap::tr("pitch to the right, diameter upward"));
  }

  [[nodiscard]] std::size_t at(const QPointF& pos) const {
    const SearchMap& m = page_->map_;
    const QRectF g = grid();
    if (!g.contains(pos) || m.cells.empty()) return m.cells.size();
    const auto j = static_cast<std::size_t>((pos.x() - g.left()) / g.width() * static_cast<double>(m.pitches.size()));
    const auto i =
        static_cast<std::size_t>((g.bottom() - pos.y()) / g.height() * static_cast<double>(m.diameters.size()));
    return std::min(i, m.diameters.size() - 1) * m.pitches.size() + std::min(j, m.pitches.size() - 1);
  }
  void look_at(std::size_t n) {
    if (n == under_) return;
    under_ = n;
    if (n < page_->map_.cells.size())
      page_->tell(page_->words_of(page_->map_.cells[n]));
    else
      page_->tell_best();
    update();
  }
  void take(std::size_t n) {
    const SearchMap& m = page_->map_;
    if (n < m.cells.size()) page_->adopt(n / m.pitches.size(), n % m.pitches.size());
  }

  PropellerMap* page_;
  std::size_t under_ = static_cast<std::size_t>(-1);
};

PropellerMap::PropellerMap(Session* session, QWidget* parent) : ShelfPage(session, tr("Props"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  field_ = new Field(this);
  row->addWidget(field_, 1);
  auto* side = new QVBoxLayout;
  aim_ = new QComboBox(this);
  aim_->setObjectName("propeller_aim");
  aim_->setAccessibleName(tr("Best by"));
  for (const auto& [aim, name] : aims) aim_->addItem(term(name));
  auto* best = new QPushButton(tr("Take the best"), this);
  best->setObjectName("propeller_best");
  auto* legend = new QLabel(tr("Darker is better, brass best. Struck out breaks a limit, a dot does not run. Ring: the "
                               "boat's own. A click takes one."),
                            this);
  legend->setWordWrap(true);
  legend->setFixedWidth(150);
  legend->setFont(ui_font(8.5));
  legend->setProperty("muted", true);
  side->addWidget(aim_);
  side->addWidget(best);
  side->addWidget(legend);
  side->addStretch();
  row->addLayout(side);
  connect(aim_, &QComboBox::currentIndexChanged, this, [this] {
    tell_best();
    field_->update();
  });
  connect(best, &QPushButton::clicked, this, [this] {
    if (const SearchCell* c = map_.best(aim())) {
      const auto n = static_cast<std::size_t>(c - map_.cells.data());
      adopt(n / map_.pitches.size(), n % map_.pitches.size());
    }
  });
  connect(&job_, &Job::ended, this, [this] {
    tell_best();
    field_->update();
  });
}

Aim PropellerMap::aim() const {
  return aims[std::max(0, aim_->currentIndex())].first;
}

void PropellerMap::refresh() {
  // A propeller of the map that was taken aboard leaves the map as it is: only its ring moves.
  const auto same_waters = [](const Project& a, const Project& b) {
    Drive d = a.drive();
    d.screw.diameter = b.drive().screw.diameter;
    d.screw.pitch = b.drive().screw.pitch;
    Layout layout = a.layout;
    for (auto* list : {&layout.parts, &layout.unplaced})
      for (Part& p : *list)
        if (const Part* same = b.layout.component(p.id); same && p.kind == PartKind::propeller)
          p.size = same->size, p.data = same->data;
    return d == b.drive() && a.hull == b.hull && layout == b.layout && a.brief == b.brief;
  };
  if (session_->dragging()) return;
  if (searched_ && same_waters(searched_->project, session_->now().project)) {
    if (!at_work()) tell_best();
    field_->update();
    return;
  }
  start();
}

void PropellerMap::start() {
  stop();
  map_ = {};
  searched_ = session_->state();
  const Assessment& a = *searched_;
  if (!a.power.fitted) {
    tell(tr("Nothing to try: %1.").arg(session_->said(a.power.message)));
    return field_->update();
  }
  const Screw& s = a.fitted_drive.screw;
  const QString trying = tr("Trying %1 propellers \u2026").arg(steps * steps);
  tell(trying);
  // The job is this page's own: what it delivers finds the page alive.
  job_.start(trying, [this, state = searched_, s](const Job::Link& link) {
    SearchMap map = search_propellers(
        boat_of(*state), steps_between(0.7 * s.diameter, 1.4 * s.diameter, steps),
        steps_between(0.6 * s.pitch, 1.6 * s.pitch, steps), [&](double done) {
          link.deliver([this, done] { tell(tr("Trying propellers: %1 %").arg(100.0 * done, 0, 'f', 0)); });
          return link.wanted();
        });
    link.deliver([this, map = std::move(map)]() mutable { map_ = std::move(map); });
  });
}

void PropellerMap::stop() {
  if (at_work()) searched_.reset();  // begins anew when it is looked at again
  job_.stop();
}

QString PropellerMap::words_of(const SearchCell& c) const {
  const QString size =
      tr("%1 by %2: ").arg(session_->shown(length_quantity(c.diameter)), session_->shown(length_quantity(c.pitch)));
  if (!c.full.runs()) return size + session_->said(c.full.message);
  QString words = size + tr("%1, %2, winding %3, %4 at the throttle limit")
                             .arg(session_->shown({c.full.speed, Dimension::speed}),
                                  session_->shown({c.full.shaft.battery_current, Dimension::current}),
                                  session_->shown(c.winding, Dimension::temperature),
                                  session_->shown(c.run_time, Dimension::duration));
  if (c.broken)
    words += tr("; breaks %1 (%2, limit %3)")
                 .arg(term(c.broken->words), session_->shown(c.broken->number), session_->shown(c.broken->limit));
  else if (!c.full.message.empty())
    words += "; " + session_->said(c.full.message);
  return words;
}

void PropellerMap::tell_best() {
  if (map_.cells.empty()) return;
  const SearchCell* c = map_.best(aim());
  tell(c ? aim_->currentText() + ": " + words_of(*c) : tr("None of these propellers keeps every limit."));
}

QRectF PropellerMap::cell_rect(std::size_t diameter, std::size_t pitch) const {
  return field_->cell(diameter, pitch);
}

void PropellerMap::adopt(std::size_t diameter, std::size_t pitch) {
  const SearchCell& c = map_.at(diameter, pitch);
  Drive drive = session_->project().drive();
  drive.screw.diameter = c.diameter;
  drive.screw.pitch = c.pitch;
  session_->perform(
      {as_said(tr("Propeller %1 by %2")
                   .arg(session_->shown(length_quantity(c.diameter)), session_->shown(length_quantity(c.pitch)))),
       ChangeDrive{drive}});
}

TableRows PropellerMap::table() const {
  TableRows rows{{"diameter, m", "pitch, m", "speed, m/s", "battery, A", "winding, degC", "run time, s", "efficiency",
                  "breaks", "note", "confidence"}};
  const auto number = [](double v) { return QString::number(v, 'g', 6).toStdString(); };
  for (const SearchCell& c : map_.cells) {
    const bool runs = c.full.runs();
    rows.push_back({number(c.diameter), number(c.pitch), runs ? number(c.full.speed) : "",
                    runs ? number(c.full.shaft.battery_current) : "", c.winding ? number(*c.winding) : "",
                    c.run_time ? number(*c.run_time) : "", runs ? number(c.full.efficiency) : "",
                    c.broken ? term(c.broken->words).toStdString() : "", session_->said(c.full.message).toStdString(),
                    (c.doubt.empty() ? tr("within published ranges") : session_->said(c.doubt)).toStdString()});
  }
  return rows;
}

}  // namespace plucky::app
