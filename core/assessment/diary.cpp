#include "assessment/diary.h"

#include <algorithm>
#include <cmath>

#include "drive/kind.h"
#include "trial/log_numbers.h"

namespace plucky {

BoatSettings set_up_of(const Assessment& a) {
  const Drive& d = a.fitted_drive;
  const DriveKind& kind = drive_kind(d);
  const double transom = a.hull->model.box.low.x();
  BoatSettings s;
  s.mass = a.mass.total;
  s.cg_x = a.mass.cg.x() - transom;
  s.cg_y = a.mass.cg.y();
  if (d.propulsor == Propulsor::none) return s;
  s.throttle_limit = d.throttle;
  if (!d.lacks(DriveGroup::battery)) s.cells = d.battery.cells;
  if (!d.lacks(DriveGroup::motor)) s.kv = d.motor.kv;
  if (!d.lacks(DriveGroup::screw)) {
    s.screw_diameter = d.screw.diameter;
    s.screw_pitch = d.screw.pitch;
  }
  if (d.propulsor == Propulsor::jet && !d.lacks(DriveGroup::jet)) s.nozzle = d.jet.nozzle;
  if (kind.strut) s.strut_angle = d.shaft.strut_angle;
  if (d.fittings.tab_chord > 0.0) s.tab_angle = d.fittings.tab_angle;
  if (d.fittings.fins > 0) s.fin_angle = d.fittings.fin_toe;
  if (a.fitted_steering.by != SteeredBy::none) s.crooked = a.fitted_steering.set_crooked;
  if (a.power.working) {
    s.thrust_height = a.power.working->place.z() - a.power.keel;
    s.thrust_angle = a.power.working->thrust_angle;
  }
  return s;
}

std::vector<SettingChange> changed_since_last_run(const Assessment& a) {
  const TrialRun* last = a.project.trial.diary.last_run();
  return last ? changes(last->set_up, set_up_of(a)) : std::vector<SettingChange>{};
}

RunNumbers numbers_of(const Recording& log, const LogBoat& boat) {
  const LogReport report = read_off(log, boat);
  const Recording clean = cleaned(log, report);
  RunNumbers out;
  const auto read = [&](std::optional<double> RunNumbers::*member, const char* key) {
    if (const Reading* r = report.find(key)) out.*member = r->value.si;
  };
  read(&RunNumbers::duration, "duration");
  read(&RunNumbers::distance, "distance");
  read(&RunNumbers::top_speed, "top_speed");
  read(&RunNumbers::used, "charge");
  read(&RunNumbers::motor, "motor_temperature");
  read(&RunNumbers::esc, "esc_temperature");
  read(&RunNumbers::battery, "battery_temperature");
  if (!out.duration && !log.time.empty()) out.duration = log.duration();
  if (const Series* s = clean.find(Channel::throttle))
    if (const double most = span_of(s->values).second; std::isfinite(most)) out.throttle = std::clamp(most, 0.0, 1.0);
  if (const Series* s = clean.find(Channel::voltage))
    if (const double least = quantile_of(s->values, 0.01); std::isfinite(least)) out.least_voltage = least;
  const Series* turns = clean.find(Channel::revolutions);
  const double gear = turns ? 1.0 : boat.gear;
  if (!turns) turns = clean.find(Channel::motor_revolutions);
  if (!turns || gear <= 0.0) return out;
  const double hardest = quantile_of(turns->values, 0.95);
  if (!std::isfinite(hardest) || hardest <= 0.0) return out;
  out.revolutions = hardest / gear;
  const Series* current = clean.find(Channel::current);
  if (!current) return out;
  std::vector<double> then;
  for (std::size_t i = 0; i < std::min(turns->values.size(), current->values.size()); ++i)
    if (std::abs(turns->values[i] / hardest - 1.0) < 0.03) then.push_back(current->values[i]);
  if (const double at = median_of(then); std::isfinite(at)) out.current = at;
  return out;
}

namespace {

bool same_load(const BoatSettings& x, const BoatSettings& y) {
  return x.cells == y.cells && x.kv == y.kv && x.screw_diameter == y.screw_diameter && x.screw_pitch == y.screw_pitch &&
         x.nozzle == y.nozzle;
}

std::optional<double> load_of(const TrialRun& r) {
  if (!r.numbers.current || !r.numbers.revolutions || *r.numbers.revolutions <= 0.0) return std::nullopt;
  return *r.numbers.current / (*r.numbers.revolutions * *r.numbers.revolutions);
}

}  // namespace

std::optional<Creep> creeping_current(const Diary& diary) {
  const TrialRun* last = nullptr;
  std::vector<double> before;
  const auto runs = diary.runs();
  for (auto it = runs.rbegin(); it != runs.rend(); ++it) {
    const auto load = load_of(**it);
    if (!load) continue;
    if (!last)
      last = *it;
    else if (same_load((*it)->set_up, last->set_up))
      before.push_back(*load);
  }
  if (before.size() < 3) return std::nullopt;
  const double median = median_of(before);
  if (median <= 0.0) return std::nullopt;
  return Creep{last->id, *load_of(*last) / median - 1.0, before.size()};
}

double most_wind(double length) {
  return 2.5 + 5.0 * std::clamp(length, 0.1, 1.5);
}

namespace {

/// Can someone be hurt by it?
bool hurts(const Trouble& t) {
  return t.symptom == "runs-away" || t.symptom == "wrong-way" || t.symptom == "radio-lost" ||
         t.symptom == "battery-hot";
}

}  // namespace

LaunchAnswer may_launch(const Assessment& a, const std::vector<CheckLine>& lines, const LaunchDay& day,
                        const std::string& today) {
  LaunchAnswer out;
  for (const Finding& f : a.findings)
    if (f.severity == Severity::stop && f.ignored.empty()) out.against.push_back(f.text);
  std::size_t open = 0;
  for (const CheckLine& l : lines) {
    if (!l.done.empty() || l.from_finding) continue;
    if (l.caution)
      out.against.push_back({"Not ticked: {0}", l.text});
    else
      ++open;
  }
  if (open > 0)
    out.mind.push_back(counted("A line of the checklist is open.", "{0} lines of the checklist are open.", open));
  for (const Trouble& t : a.project.trial.diary.troubles) {
    if (!t.open()) continue;
    const bool tried = std::any_of(t.tries.begin(), t.tries.end(), [](const Try& x) { return x.run == 0; });
    if (hurts(t) && !tried)
      out.against.push_back({"Nothing has been done yet about: {0}", t.words});
    else
      out.mind.push_back({"Open trouble: {0}", t.words});
  }
  // Who keeps the order of work wants to know what of it is still open; who does not keep it is not asked.
  const auto& work = a.project.build.work;
  if (!work.done.empty()) {
    const auto& tasks = a.build.work.tasks;
    const auto left = static_cast<std::size_t>(
        std::count_if(tasks.begin(), tasks.end(), [&](const WorkTask& t) { return !work.find_done(t.key); }));
    if (left > 0)
      out.mind.push_back(
          counted("A task of the order of work is open.", "{0} tasks of the order of work are open.", left));
  }
  const double wind = most_wind(a.hull->model.length());
  if (!day.wind)
    out.unknown.push_back("The wind is not told.");
  else if (*day.wind > wind)
    out.against.push_back({"{0} of wind; a boat of {1} is kept ashore above {2} (common practice, no source).",
                           Quantity{*day.wind, Dimension::speed}, length_quantity(a.hull->model.length()),
                           Quantity{wind, Dimension::speed}});
  if (!day.water_temperature)
    out.unknown.push_back("The water's temperature is not told.");
  else if (*day.water_temperature < 10.0)
    out.mind.push_back(
        {"Water of {0}: whoever falls in is helpless within minutes. Line, raft or second boat ready; "
         "nobody wades alone; batteries give less.",
         Quantity{*day.water_temperature, Dimension::temperature}});
  for (const UpkeepItem& u : upkeep_of(a, today))
    if (u.state == UpkeepState::due) out.mind.push_back({"Due: {0}", u.what});
  out.verdict = !out.against.empty()   ? LaunchAnswer::Verdict::no_go
                : !out.unknown.empty() ? LaunchAnswer::Verdict::not_known
                                       : LaunchAnswer::Verdict::go;
  return out;
}

}  // namespace plucky
