#include "stages/trial/track_picture.h"

#include <QPainter>
#include <cmath>

#include "session/session.h"
#include "theme/theme.h"
#include "trial/geodesy.h"
#include "trial/log_numbers.h"

namespace plucky::app {

namespace {

/// From slow to fast: from the water's colour over brass to the buoy's.
QColor colour_at(double share) {
  const Look& l = look();
  const auto mix = [](const QColor& a, const QColor& b, double t) {
    return QColor::fromRgbF(static_cast<float>(a.redF() + t * (b.redF() - a.redF())),
                            static_cast<float>(a.greenF() + t * (b.greenF() - a.greenF())),
                            static_cast<float>(a.blueF() + t * (b.blueF() - a.blueF())));
  };
  return share < 0.5 ? mix(l.water_line, l.brass, 2.0 * share) : mix(l.brass, l.buoy, 2.0 * share - 1.0);
}

/// 1, 2 or 5 times a power of ten, not above.
double round_step(double most) {
  const double power = std::pow(10.0, std::floor(std::log10(most)));
  return most >= 5.0 * power ? 5.0 * power : most >= 2.0 * power ? 2.0 * power : power;
}

}  // namespace

TrackPicture::TrackPicture(const Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("track_picture");
  setAccessibleName(tr("Track of the run, north up"));
  setMinimumSize(120, 80);
}

void TrackPicture::show_run(const Recording& recording, Channel colour) {
  places_.clear();
  values_.clear();
  colour_ = colour;
  const Series *latitude = recording.find(Channel::latitude), *longitude = recording.find(Channel::longitude);
  const Series* by = recording.find(colour);
  if (latitude && longitude) {
    std::optional<GeoPlace> origin;
    for (std::size_t i = 0; i < recording.time.size(); ++i) {
      const GeoPlace at{latitude->values[i], longitude->values[i]};
      const bool known = std::isfinite(at.latitude) && std::isfinite(at.longitude);
      if (known && !origin) origin = at;
      places_.push_back(known ? local_place(at, *origin) : Vec2::Constant(unmeasured));
      values_.push_back(by ? by->values[i] : unmeasured);
    }
  }
  update();
}

void TrackPicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.fillRect(rect(), look().card);
  Vec2 low = Vec2::Constant(1e12), high = -low;
  for (const Vec2& at : places_)
    if (at.allFinite()) low = low.cwiseMin(at), high = high.cwiseMax(at);
  p.setFont(ui_font(8.5));
  if (!(low.x() <= high.x())) {
    p.setPen(look().muted);
    p.drawText(rect().adjusted(8, 8, -8, -8), Qt::AlignCenter | Qt::TextWordWrap, tr("This log has no places."));
    return;
  }
  const QRectF field = QRectF(rect()).adjusted(16, 16, -16, -30);
  const double scale =
      std::min(field.width() / std::max(5.0, high.x() - low.x()), field.height() / std::max(5.0, high.y() - low.y()));
  const Vec2 middle = 0.5 * (low + high);
  const auto on_screen = [&](const Vec2& at) {
    return QPointF(field.center().x() + scale * (at.x() - middle.x()),
                   field.center().y() - scale * (at.y() - middle.y()));
  };
  const auto [least, most] = span_of(values_);
  for (std::size_t i = 1; i < places_.size(); ++i) {
    if (!places_[i].allFinite() || !places_[i - 1].allFinite()) continue;
    const double share = most > least && std::isfinite(values_[i]) ? (values_[i] - least) / (most - least) : 0.0;
    p.setPen(QPen(colour_at(share), 2.2, Qt::SolidLine, Qt::RoundCap));
    p.drawLine(on_screen(places_[i - 1]), on_screen(places_[i]));
  }
  // Begin, north, a length to measure by, what the colours mean.
  for (const Vec2& at : places_)
    if (at.allFinite()) {
      p.setPen(QPen(look().ink, 1.2));
      p.setBrush(look().card);
      p.drawEllipse(on_screen(at), 4, 4);
      break;
    }
  p.setPen(look().ink);
  p.drawLine(QPointF(width() - 14, 30), QPointF(width() - 14, 14));
  p.drawText(QRectF(width() - 24, 0, 20, 13), Qt::AlignCenter, tr("N"));
  const double metres = round_step(0.35 * width() / scale);
  const double y = height() - 10;
  p.drawLine(QPointF(12, y), QPointF(12 + metres * scale, y));
  p.drawText(QPointF(16 + metres * scale, y + 4), tr("%1 m").arg(metres));
  if (most > least) {
    const auto said = [&](double si) { return session_->in_words({si, channel_dimension(colour_)}); };
    p.drawText(QRectF(0, height() - 20, width() - 8, 16), Qt::AlignRight | Qt::AlignVCenter,
               tr("%1: %2 to %3").arg(term(channel_name(colour_)), said(least), said(most)));
  }
}

}  // namespace plucky::app
