#include "cli/trial_commands.h"

#include "assessment/sea.h"
#include "base/error.h"
#include "io/log_file.h"
#include "trial/recording.h"
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
  double way = 0.0, top = 0.0;
  for (std::size_t i = 1; i < log.samples.size(); ++i) {
    way += (log.samples[i].place - log.samples[i - 1].place).norm();
    top = std::max(top, log.samples[i].speed);
  }
  const SeaSample& end = log.samples.back();
  j["course"] = course_key(course);
  j["pond"] = pond.name;
  j["duration_s"] = end.time;
  j["distance_m"] = way;
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
  if (!o.log.empty()) {
    write_file_atomically(o.log, write_log(recording_of(log.samples, pond)));
    j["file"] = o.log;
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
}

}  // namespace plucky::cli
