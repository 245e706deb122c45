#include "stages/drive/wiring_picture.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "layout/lead_run.h"
#include "parts/part_look.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double box_height = 40.0;

/// Copper drawn to scale of its root, so that a square millimetre can still be seen.
double pen_of(double copper) {
  return std::clamp(1.4 * std::sqrt(copper * 1e6), 1.2, 8.0);
}

QColor warm_colour(const LeadRun& run) {
  if (!run.temperature || *run.temperature > lead_spoilt) return severity_colour(Severity::stop);
  return *run.temperature > lead_limit ? severity_colour(Severity::watch) : look().ink;
}

void write(QPainter& p, const QRectF& room, int how, const QString& words) {
  p.drawText(room, how, QFontMetricsF(p.font()).elidedText(words, Qt::ElideRight, room.width()));
}

}  // namespace

WiringPicture::WiringPicture(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("wiring_picture");
  setAccessibleName(tr("Diagram of the leads"));
  setMinimumSize(250, 140);
}

void WiringPicture::show_boat(std::shared_ptr<const Assessment> boat) {
  boat_ = std::move(boat);
  lay_out();
  update();
}

void WiringPicture::lay_out() {
  chain_.clear();
  fed_.clear();
  if (!boat_) return;
  const Layout& layout = boat_->project.layout;
  const auto add = [&](std::vector<Box>& list, const Part& part) {
    list.push_back({part.id, {}, QString::fromStdString(part.name)});
  };
  const DriveStands& s = boat_->fitted_drive.stands;
  for (const Id id : {s.battery, s.esc, s.motor ? s.motor : s.propulsor})
    if (const Part* part = layout.find(id)) add(chain_, *part);
  if (const Part* receiver = layout.first(PartKind::receiver)) add(fed_, *receiver);
  for (const Part& part : layout.parts)
    if (taken_from_receiver(part) > 0.0 && (fed_.empty() || part.id != fed_.front().component)) add(fed_, part);
  const double n = static_cast<double>(std::max<std::size_t>(chain_.size(), 1));
  // As much room for a lead's words as for a box.
  const double box = std::min(130.0, (width() - 16.0) / (n + 1.05 * (n - 1.0)));
  const double gap = n > 1.0 ? (width() - 16.0 - n * box) / (n - 1.0) : 0.0;
  for (std::size_t i = 0; i < chain_.size(); ++i)
    chain_[i].place = {8.0 + static_cast<double>(i) * (box + gap), 18.0, box, box_height};
  const double m = static_cast<double>(std::max<std::size_t>(fed_.size(), 1));
  const double fed = std::min(110.0, 0.8 * (width() - 16.0) / m - 8.0);
  for (std::size_t i = 0; i < fed_.size(); ++i)
    fed_[i].place = {8.0 + static_cast<double>(i) * (fed + 8.0), std::max(96.0, height() - box_height - 5.0), fed,
                     box_height};
}

void WiringPicture::draw_box(QPainter& p, const Box& box) const {
  const Part* part = boat_->project.layout.find(box.component);
  if (!part) return;
  const Look& l = look();
  p.setPen(QPen(session_->is_selected(part->id) ? l.brass : l.line, session_->is_selected(part->id) ? 2.0 : 1.0));
  p.setBrush(l.card);
  p.drawRoundedRect(box.place, 5, 5);
  const QRectF room = box.place.adjusted(6.0, 4.0, -6.0, -17.0);
  const double scale = std::min(room.width() / part->size.x(), room.height() / part->size.z());
  const QSizeF size(std::max(4.0, scale * part->size.x()), std::max(3.0, scale * part->size.z()));
  p.setPen(QPen(l.ink, 1.2));
  p.setBrush(l.part);
  draw_silhouette(p, *part, QRectF(room.center() - QPointF(0.5 * size.width(), 0.5 * size.height()), size),
                  Side::profile);
  p.setFont(ui_font(8.3));
  p.setPen(l.ink);
  write(p, box.place.adjusted(4.0, 0.0, -4.0, -2.0), Qt::AlignBottom | Qt::AlignHCenter, box.name);
}

void WiringPicture::draw_run(QPainter& p, const LeadRun& run) const {
  const QRectF from = box_of(run.from), to = box_of(run.to);
  if (from.isEmpty() || to.isEmpty()) return;
  const Look& l = look();
  const double wide = pen_of(run.copper), apart = std::max(6.0, wide + 3.0);
  const double middle = from.center().y(), first = middle - 0.5 * apart * static_cast<double>(run.leads - 1);
  p.setPen(QPen(warm_colour(run), wide, Qt::SolidLine, Qt::FlatCap));
  for (std::size_t i = 0; i < run.leads; ++i) {
    const double y = first + apart * static_cast<double>(i);
    p.drawLine(QPointF(from.right(), y), QPointF(to.left(), y));
  }
  const WiringReport& w = boat_->wiring;
  const bool battery = run.leads == 2;
  const double x = from.right() + 0.5 * (to.left() - from.right());
  if (battery) {
    p.setPen(QPen(l.ink, 1.2));
    p.setBrush(l.paper);
    const QRectF plug(x - 5.0, middle - 0.5 * apart - 0.5 * wide - 3.0, 10.0, apart + wide + 6.0);
    p.drawRoundedRect(plug, 2, 2);
    if (w.leads.fuse > 0.0) p.drawRect(QRectF(x + 14.0, first - 4.0, 16.0, 8.0));
  }
  const auto shown = [&](double si, Dimension d) { return session_->shown(Quantity{si, d}); };
  const QString dot = QString::fromUtf8(" \u00b7 ");
  // Over and under the boxes there is room from middle to middle.
  const QRectF room(from.center().x() + 3.0, from.top() - 17.0, to.center().x() - from.center().x() - 6.0,
                    from.height() + 43.0);
  p.setFont(ui_font(8.3));
  p.setPen(l.ink);
  const QString much = run.leads == 2 ? shown(run.current, Dimension::current)
                                      : tr("%1 in each").arg(shown(run.current, Dimension::current));
  write(p, room, Qt::AlignTop | Qt::AlignHCenter, much);
  p.setPen(l.muted);
  const QString warm = run.temperature ? shown(*run.temperature, Dimension::temperature)
                                       : tr("over %1").arg(shown(lead_gone, Dimension::temperature));
  write(p, room.adjusted(0, 0, 0, -13.0), Qt::AlignBottom | Qt::AlignHCenter,
        shown(run.copper, Dimension::copper) + dot + shown(run.length, Dimension::length));
  const double share = run.drop / boat_->fitted_drive.battery.voltage();
  write(p, room, Qt::AlignBottom | Qt::AlignHCenter, warm + dot + tr("loses %1").arg(shown(share, Dimension::ratio)));
}

void WiringPicture::draw_supply(QPainter& p) const {
  if (fed_.empty() || chain_.size() < 2) return;
  const Look& l = look();
  const Assessment& a = *boat_;
  const QRectF esc = box_of(a.fitted_drive.stands.esc);
  if (esc.isEmpty()) return;
  const double rail = fed_.front().place.top() - 9.0, x = esc.center().x();
  const bool enough = a.fitted_drive.esc.bec_current >= a.wiring.receiver_current;
  p.setPen(QPen(enough ? l.reed : severity_colour(Severity::watch), 1.6));
  p.drawLine(QPointF(x, esc.bottom()), QPointF(x, rail));
  double left = x, right = x;
  for (const Box& box : fed_) {
    const QPointF foot(box.place.center().x(), rail);
    p.drawLine(foot, QPointF(foot.x(), box.place.top()));
    left = std::min(left, foot.x());
    right = std::max(right, foot.x());
  }
  p.drawLine(QPointF(left, rail), QPointF(right, rail));
  p.setFont(ui_font(8.3));
  p.setPen(l.muted);
  const QString words = a.fitted_drive.esc.bec_current > 0.0
                            ? tr("BEC %1, asked up to %2")
                                  .arg(session_->shown({a.fitted_drive.esc.bec_current, Dimension::current}),
                                       session_->shown({a.wiring.receiver_current, Dimension::current}))
                            : tr("no BEC: a supply of its own for %1")
                                  .arg(session_->shown({a.wiring.receiver_current, Dimension::current}));
  const double after = fed_.back().place.right() + 8.0;
  const QRectF beside(after, fed_.back().place.top(), width() - after - 6.0, box_height);
  if (beside.width() > 60.0) p.drawText(beside, Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap, words);
}

void WiringPicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.fillRect(rect(), look().paper);
  if (!boat_) return;
  if (chain_.size() < 2) {
    p.setPen(look().muted);
    p.drawText(rect(), Qt::AlignCenter | Qt::TextWordWrap, tr("No battery and ESC stand in the boat yet."));
    return;
  }
  const WiringReport& w = boat_->wiring;
  for (const std::optional<LeadRun>* run : {&w.battery, &w.motor})
    if (*run) draw_run(p, **run);
  if (!w.battery && !w.motor) {
    p.setPen(QPen(look().muted, 1.2, Qt::DashLine));
    for (std::size_t i = 1; i < chain_.size(); ++i)
      p.drawLine(QPointF(chain_[i - 1].place.right(), chain_[i].place.center().y()),
                 QPointF(chain_[i].place.left(), chain_[i].place.center().y()));
  }
  draw_supply(p);
  for (const auto* list : {&chain_, &fed_})
    for (const Box& box : *list) draw_box(p, box);
  if (boat_->fitted_drive.count > 1 && !chain_.empty()) {
    p.setFont(ui_font(9, QFont::DemiBold));
    p.setPen(look().ink);
    p.drawText(QRectF(chain_.back().place.left(), 4.0, chain_.back().place.width(), 16.0), Qt::AlignRight,
               tr("%1 times").arg(boat_->fitted_drive.count));
  }
}

QRectF WiringPicture::box_of(Id component) const {
  for (const auto* list : {&chain_, &fed_})
    for (const Box& box : *list)
      if (box.component == component && component != 0) return box.place;
  return {};
}

void WiringPicture::resizeEvent(QResizeEvent*) {
  lay_out();
}

void WiringPicture::mousePressEvent(QMouseEvent* event) {
  for (const auto* list : {&chain_, &fed_})
    for (const Box& box : *list)
      if (box.place.contains(event->position())) session_->select(box.component);
}

}  // namespace plucky::app
