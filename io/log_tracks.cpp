#include <algorithm>
#include <charconv>
#include <cmath>
#include <map>
#include <optional>
#include <pugixml.hpp>

#include "base/error.h"
#include "io/log_file.h"
#include "io/log_text.h"

namespace plucky {

namespace {

/// A place in time, with what was told about it.
struct Fix {
  double time = unread;                          ///< s of the day or of 1970
  double latitude = unread, longitude = unread;  ///< degrees
  double speed = unread, course = unread;        ///< m/s, rad
  double accuracy = unread, satellites = unread;
};

ReadLog as_recording(const std::vector<Fix>& fixes, std::vector<Text> notes) {
  ReadLog out;
  out.notes = std::move(notes);
  Recording& r = out.recording;
  const auto add = [&](Channel channel, double Fix::*of) {
    Series s{.channel = channel, .label = channel_key(channel), .values = {}};
    double last = -1e300;
    for (const Fix& f : fixes) {
      if (!(f.time > last)) continue;
      last = f.time;
      s.values.push_back(f.*of);
    }
    if (std::any_of(s.values.begin(), s.values.end(), [](double v) { return !std::isnan(v); }))
      r.series.push_back(std::move(s));
  };
  double last = -1e300;
  std::size_t back = 0;
  for (const Fix& f : fixes) {
    if (!(f.time > last)) {
      ++back;
      continue;
    }
    r.time.push_back(f.time - fixes.front().time);
    last = f.time;
  }
  if (r.time.size() < 2) throw InvalidInput("log", "has fewer than two places with a time");
  if (back > 0) out.notes.push_back({"{0} places are not later than the one before: left out.", back});
  r.begin = fixes.front().time;
  add(Channel::latitude, &Fix::latitude);
  add(Channel::longitude, &Fix::longitude);
  add(Channel::speed, &Fix::speed);
  add(Channel::course, &Fix::course);
  add(Channel::accuracy, &Fix::accuracy);
  add(Channel::satellites, &Fix::satellites);
  fill_speed(r);
  return out;
}

double plain_number(std::string_view s) {
  double v = unread;
  const auto [end, error] = std::from_chars(s.data(), s.data() + s.size(), v);
  return error == std::errc() && end == s.data() + s.size() && !s.empty() ? v : unread;
}

/// ddmm.mmmm and its hemisphere in degrees.
double nmea_degrees(std::string_view value, std::string_view side) {
  const double v = plain_number(value);
  if (std::isnan(v) || side.empty()) return unread;
  const double degrees = std::floor(v / 100.0), minutes = v - 100.0 * degrees;
  return (side == "S" || side == "W" ? -1.0 : 1.0) * (degrees + minutes / 60.0);
}

double nmea_time(std::string_view s) {
  const double v = plain_number(s);
  if (std::isnan(v)) return unread;
  const double hours = std::floor(v / 10000.0), minutes = std::floor(v / 100.0) - 100.0 * hours;
  return 3600.0 * hours + 60.0 * minutes + (v - 10000.0 * hours - 100.0 * minutes);
}

}  // namespace

void fill_speed(Recording& r) {
  if (r.find(Channel::speed)) return;
  const Series *latitude = r.find(Channel::latitude), *longitude = r.find(Channel::longitude);
  if (!latitude || !longitude || r.time.size() < 3) return;
  Series s{.channel = Channel::speed, .label = "from places", .values = {}};
  s.values.assign(r.time.size(), unread);
  // Over a second round each moment: a receiver's places jump about.
  std::size_t a = 0, b = 0;
  for (std::size_t i = 0; i < r.time.size(); ++i) {
    while (r.time[i] - r.time[a] > 0.5) ++a;
    while (b + 1 < r.time.size() && r.time[b] - r.time[i] < 0.5) ++b;
    const std::size_t from = a == i && i > 0 ? i - 1 : a, to = b == i && i + 1 < r.time.size() ? i + 1 : b;
    const double dt = r.time[to] - r.time[from];
    if (dt > 0.0 && dt < 5.0)
      s.values[i] = geo_distance({latitude->values[from], longitude->values[from]},
                                 {latitude->values[to], longitude->values[to]}) /
                    dt;
  }
  r.series.push_back(std::move(s));
}

ReadLog read_gpx(std::string_view text) {
  pugi::xml_document doc;
  // Declarations of entities are skipped, not followed.
  const pugi::xml_parse_result parsed = doc.load_buffer(text.data(), text.size(), pugi::parse_minimal);
  if (!parsed)
    throw InvalidInput("GPX", Text("breaks off at byte {0}: {1}", static_cast<std::size_t>(parsed.offset),
                                   std::string(parsed.description())));
  std::vector<Fix> fixes;
  std::size_t without = 0;
  for (const pugi::xpath_node& node : doc.select_nodes("//trkpt")) {
    const pugi::xml_node p = node.node();
    Fix f;
    f.latitude = p.attribute("lat").as_double(unread);
    f.longitude = p.attribute("lon").as_double(unread);
    f.time = date_time(p.child_value("time"));
    if (const pugi::xml_node speed = p.child("speed")) f.speed = speed.text().as_double(unread);
    if (const pugi::xml_node course = p.child("course")) f.course = course.text().as_double(unread) * pi / 180.0;
    if (const pugi::xml_node hdop = p.child("hdop")) f.accuracy = hdop.text().as_double(unread);
    if (const pugi::xml_node sat = p.child("sat")) f.satellites = sat.text().as_double(unread);
    if (std::isnan(f.time) || !(std::abs(f.latitude) <= 90.0) || !(std::abs(f.longitude) <= 180.0))
      ++without;
    else
      fixes.push_back(f);
  }
  std::vector<Text> notes;
  if (without > 0) notes.push_back({"{0} points have no time or no place: left out.", without});
  return as_recording(fixes, std::move(notes));
}

unsigned nmea_checksum(std::string_view body) {
  unsigned sum = 0;
  for (const char c : body) sum ^= static_cast<unsigned char>(c);
  return sum;
}

bool nmea_sound(std::string_view s) {
  while (!s.empty() && (s.back() == '\r' || s.back() == '\n' || s.back() == ' ')) s.remove_suffix(1);
  if (s.empty() || s.front() != '$') return false;
  const std::size_t star = s.find('*');
  if (star == std::string_view::npos) return true;
  unsigned said = 0;
  const std::string_view hex = s.substr(star + 1);
  const auto [end, error] = std::from_chars(hex.data(), hex.data() + hex.size(), said, 16);
  return error == std::errc() && hex.size() == 2 && nmea_checksum(s.substr(1, star - 1)) == said;
}

ReadLog read_nmea(std::string_view text) {
  std::vector<Fix> fixes;
  std::size_t wrong = 0, silent = 0;
  double midnight = 0.0, before = -1.0;
  const auto fix_at = [&](double time) -> Fix& {
    // Past midnight the clock begins anew.
    if (before >= 0.0 && time < before - 43200.0) midnight += 86400.0;
    before = time;
    if (fixes.empty() || fixes.back().time != time + midnight) fixes.push_back({.time = time + midnight});
    return fixes.back();
  };
  for (std::size_t at = 0; at < text.size();) {
    std::string_view line = next_line(text, at);
    const std::size_t dollar = line.find('$');
    if (dollar == std::string_view::npos) continue;
    line = line.substr(dollar);
    if (!nmea_sound(line)) {
      ++wrong;
      continue;
    }
    const auto f = cells_of(line.substr(0, line.find('*')), ',');
    if (f.empty() || f[0].size() < 6) continue;
    const std::string_view kind = f[0].substr(3);
    if (kind == "RMC" && f.size() >= 9) {
      if (f[2] != "A") {
        ++silent;
        continue;
      }
      const double time = nmea_time(f[1]);
      if (std::isnan(time)) continue;
      Fix& fix = fix_at(time);
      fix.latitude = nmea_degrees(f[3], f[4]), fix.longitude = nmea_degrees(f[5], f[6]);
      fix.speed = plain_number(f[7]) * 1852.0 / 3600.0;
      fix.course = plain_number(f[8]) * pi / 180.0;
    } else if (kind == "GGA" && f.size() >= 9) {
      const double time = nmea_time(f[1]);
      if (std::isnan(time) || f[6] == "0") continue;
      Fix& fix = fix_at(time);
      fix.latitude = nmea_degrees(f[2], f[3]), fix.longitude = nmea_degrees(f[4], f[5]);
      fix.satellites = plain_number(f[7]), fix.accuracy = plain_number(f[8]);
    } else if (kind == "VTG" && f.size() >= 8 && !fixes.empty()) {
      // It has no time of its own: it belongs to the fix before.
      if (std::isnan(fixes.back().speed)) fixes.back().speed = plain_number(f[7]) / 3.6;
      if (std::isnan(fixes.back().course)) fixes.back().course = plain_number(f[1]) * pi / 180.0;
    }
  }
  std::vector<Text> notes;
  if (wrong > 0) notes.push_back({"{0} sentences have a wrong checksum: left out.", wrong});
  if (silent > 0) notes.push_back({"The receiver had no fix {0} times.", silent});
  return as_recording(fixes, std::move(notes));
}

}  // namespace plucky
