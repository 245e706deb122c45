#include "cli/trial_commands.h"

#include <utility>

#include "assessment/diary.h"
#include "assessment/sea.h"
#include "base/error.h"
#include "cli/words.h"
#include "io/file.h"
#include "io/log_lines.h"
#include "io/log_presets.h"
#include "io/log_units.h"
#include "io/project_file.h"
#include "trial/calibrate.h"
#include "trial/log_reading.h"
#include "trial/standard_trials.h"

namespace plucky::cli {

namespace {

Json happenings_of(const std::vector<Happening>& all) {
  Json out = Json::array();
  for (const Happening& h : all)
    out.push_back({{"time_s", h.time},
                   {"event", sea_event_key(h.event)},
                   {"words", h.text},
                   {"place_m", {h.place.x(), h.place.y()}}});
  return out;
}

Json standard_of(const SeaBoat& boat) {
  Json out = Json::array();
  for (const TrialResult& r : standard_trials(boat).results) {
    Json numbers = Json::array();
    for (const TrialNumber& n : r.numbers)
      numbers.push_back({{"name", n.name},
                         {"si", n.value ? Json(n.value->si) : Json()},
                         {"words", n.value ? Json(Text("{0}", *n.value)) : Json(n.why_not)}});
    out.push_back({{"trial", r.name}, {"numbers", numbers}, {"happenings", happenings_of(r.happenings)}});
  }
  return out;
}

/// "heading=channel" or "heading=channel:unit".
LogFormat with_typed_column(const LogFormat& format, const std::string& typed) {
  const std::size_t equals = typed.rfind('='), colon = typed.find(':', equals == std::string::npos ? 0 : equals);
  if (equals == std::string::npos)
    throw InvalidInput("--column", Text("\"{0}\" should be heading=channel:unit", typed));
  const std::string heading = typed.substr(0, equals);
  const Channel channel =
      channel_from_key(typed.substr(equals + 1, colon == std::string::npos ? colon : colon - equals - 1));
  std::size_t unit = 0;
  if (colon != std::string::npos) {
    const auto units = log_units(channel);
    const std::string name = typed.substr(colon + 1);
    while (unit < units.size() && name != units[unit].name) ++unit;
    std::string names;
    for (const LogUnit& u : units) names += (names.empty() ? "" : ", ") + std::string(u.name);
    if (unit == units.size()) throw InvalidInput("--column", Text("\"{0}\" is not one of {1}", name, names));
  }
  for (std::size_t i = 0; i < format.columns.size(); ++i)
    if (format.columns[i].label == heading) return with_column(format, i, channel, unit);
  throw InvalidInput("--column", Text("the table has no column \"{0}\"", heading));
}

}  // namespace

Json trial_run(const TrialRunOptions& o) {
  if (!(o.throttle > 0.0 && o.throttle <= 1.0)) throw InvalidInput("--throttle", "should be above 0 and up to 1");
  if (!(o.duration >= 1.0 && o.duration <= 7200.0)) throw InvalidInput("--duration", "should be 1 to 7200 seconds");
  const Course course = course_from_key(o.course);
  const Assessment a = assess(load_project(o.boat));
  const SeaReady ready = sea_boat_of(a);
  if (!ready.boat) throw InvalidInput(o.boat, ready.missing);
  Json j{{"name", a.project.name}};
  if (o.standard) {
    j["trials"] = standard_of(*ready.boat);
    return j;
  }
  SeaWeather weather;
  if (!o.wind.empty()) weather.wind.x() = parse_quantity(o.wind, Dimension::speed, UnitSystem::metric);
  if (!o.waves.empty()) weather.wave_height = parse_quantity(o.waves, Dimension::length, UnitSystem::metric);
  if (!(weather.wave_height >= 0.0 && weather.wave_height <= 0.5))
    throw InvalidInput("--waves", "should be 0 to 500 mm");
  const bool open = course == Course::out_of_range || course == Course::stop;
  const Pond pond = open ? open_water() : withy_mere();
  check_course(course_points(course, pond), pond, pond.start);
  SeaTrial trial(*ready.boat, pond, weather);
  const SeaLog log = sail(trial, pilot_of(course, pond, o.throttle), o.duration);
  const SeaTrial::Audit audit = trial.audit();
  double top = 0.0;
  for (const SeaSample& s : log.samples) top = std::max(top, s.speed);
  const SeaSample& end = log.samples.back();
  j["course"] = course_key(course);
  j["pond"] = pond.name;
  j["duration_s"] = end.time;
  j["distance_m"] = distance_sailed(log.samples);
  j["top_speed_m_s"] = top;
  j["charge_ah"] = end.used / 3600.0;
  j["winding_c"] = end.winding;
  j["esc_c"] = end.esc;
  j["battery_c"] = end.battery;
  j["aboard_m3"] = end.aboard;
  j["ended"] = log.ended.empty() ? Json() : Json(log.ended);
  j["happenings"] = happenings_of(log.happenings);
  j["energy_error"] =
      audit.turnover > 0.0 ? Json(std::max(std::abs(audit.electric), std::abs(audit.motion)) / audit.turnover) : Json();
  // What the diary keeps of a run.
  const Recording recording = recording_of(log.samples, pond);
  const BoatSettings made_with = set_up_of(a);
  for (const Setting& s : settings()) j["set_up"][s.key] = known(made_with.*s.member);
  const RunNumbers gave = numbers_of(recording, log_boat_of(a));
  for (const RunNumber& n : run_numbers()) j["numbers"][n.key] = known(gave.*n.member);
  if (!o.log.empty()) {
    write_file_atomically(o.log, write_log(recording));
    j["file"] = o.log;
  }
  return j;
}

Json log_of_run(const LogOptions& o) {
  Json columns = Json::array();
  ReadLog read;
  if (const std::string head = log_head(o.file); log_kind(head) == LogKind::table) {
    LogFormat format = guess_log(head);
    for (const std::string& typed : o.columns) format = with_typed_column(format, typed);
    for (std::size_t i = 0; i < format.columns.size(); ++i) {
      const LogColumn& c = format.columns[i];
      columns.push_back(
          {{"heading", c.label}, {"is", format.is_time(i) ? "time" : channel_key(c.channel)}, {"guessed", c.doubtful}});
    }
    read = read_log_file(o.file, format);
  } else {
    read = read_log_file(o.file);
  }
  if (!o.join.empty()) read = joined(std::move(read), read_log_file(o.join));
  LogBoat about;
  if (!o.boat.empty()) about = log_boat_of(assess(load_project(o.boat)));
  const LogReport r = read_off(read.recording, about);
  Json j{{"duration_s", read.recording.duration()},
         {"moments", read.recording.time.size()},
         {"columns", columns},
         {"channels", Json::array()},
         {"readings", Json::array()},
         {"segments", Json::array()},
         {"notes", Json::array()}};
  for (const Series& s : read.recording.series)
    j["channels"].push_back({{"channel", channel_key(s.channel)}, {"label", s.label}});
  const auto lag = [](const Lag& l) {
    return Json{{"seconds", l.known ? Json(l.seconds) : Json()},
                {"correlation", l.correlation},
                {"why_not", l.known ? Json() : Json(l.doubt)}};
  };
  j["speed_lag"] = lag(r.speed_lag);
  j["current_lag"] = lag(r.current_lag);
  for (const Reading& x : r.readings)
    j["readings"].push_back({{"key", x.key},
                             {"name", x.name},
                             {"si", x.value.si},
                             {"low", x.low},
                             {"high", x.high},
                             {"words", Text("{0}", x.value)}});
  for (const Segment& s : r.segments)
    j["segments"].push_back(
        {{"kind", segment_key(s.kind)}, {"from_s", s.from}, {"to_s", s.to}, {"speed_m_s", s.speed}});
  for (const std::vector<Text>* notes : {&std::as_const(read).notes, &r.notes})
    for (const Text& n : *notes) j["notes"].push_back(Json(n));
  return j;
}

Json calibrate_boat(const std::string& boat, const std::vector<std::string>& logs) {
  const Assessment a = assess(load_project(boat));
  const SeaReady ready = sea_boat_of(a);
  if (!ready.boat) throw InvalidInput(boat, ready.missing);
  const LogBoat about = log_boat_of(a);
  std::vector<SteadyMoment> moments;
  for (const std::string& path : logs) {
    const Recording recording = read_log_file(path).recording;
    const std::vector<SteadyMoment> more =
        steady_moments(cleaned(recording, read_off(recording, about)), ready.boat->drive());
    moments.insert(moments.end(), more.begin(), more.end());
  }
  const Calibration c = calibrate(ready.boat->powered(), moments);
  if (!c.done) throw InvalidInput(logs.empty() ? boat : logs.front(), c.message);
  Json j{{"name", a.project.name},
         {"moments", c.moments.size()},
         {"error_before", c.before},
         {"error_after", c.after},
         {"factors", Json::array()}};
  for (const TunedFactor& f : c.factors)
    j["factors"].push_back(
        {{"key", f.key}, {"name", f.name}, {"factor", f.factor}, {"sigma", f.sigma}, {"told_by_the_runs", f.known}});
  j["causes"] = Json::array();
  for (const LoneCause& cause : lone_causes(ready.boat->powered(), moments)) {
    Json look_at = Json::array();
    for (const auto& l : cause.look_at) look_at.push_back({{"what", l.what}, {"next", l.next}});
    j["causes"].push_back(
        {{"key", cause.key}, {"factor_alone", cause.factor}, {"explains", cause.explains}, {"look_at", look_at}});
  }
  return j;
}

void TrialCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* sea = app.add_subcommand("trial-run", "The boat driven round a pond before it is built");
  sea->add_option("boat", run_.boat, "boat file")->required();
  sea->add_option("--course", run_.course, "lap, speed-run, survey, figure-of-eight, stop, out-of-range or cut-out")
      ->capture_default_str();
  sea->add_option("--throttle", run_.throttle, "share of the stick")->capture_default_str();
  sea->add_option("--duration", run_.duration, "seconds")->capture_default_str();
  sea->add_option("--wind", run_.wind, "towards east, e.g. 3m/s");
  sea->add_option("--waves", run_.waves, "height, e.g. 40mm");
  sea->add_flag("--standard", run_.standard, "the standard trials instead of a course");
  sea->add_option("-o,--log", run_.log, "log to write (CSV)");
  sea->callback([&] { run = [this] { return trial_run(run_); }; });

  CLI::App* log = app.add_subcommand("log", "What the log of a run tells: lags, knees, slip, temperatures");
  log->add_option("file", log_.file, "CSV, TSV, GPX or NMEA")->required();
  log->add_option("--boat", log_.boat, "boat file: its propeller, gear and mass");
  log->add_option("--join", log_.join, "another log of the same run, from another device");
  log->add_option("--column", log_.columns, "what a column is: heading=channel:unit, e.g. \"V1=voltage:mV\"");
  log->callback([&] { run = [this] { return log_of_run(log_); }; });

  CLI::App* fit = app.add_subcommand("calibrate", "Drag, screw, Kv and resistance brought to what runs measured");
  fit->add_option("boat", boat_, "boat file")->required();
  fit->add_option("--log", logs_, "log of a run; several are taken together")->required();
  fit->callback([&] { run = [this] { return calibrate_boat(boat_, logs_); }; });
}

}  // namespace plucky::cli
