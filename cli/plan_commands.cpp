#include "cli/plan_commands.h"

#include <fmt/format.h>

#include <chrono>

#include "assessment/assessment.h"
#include "assessment/stages/build/bill.h"
#include "base/error.h"
#include "cli/words.h"
#include "io/calendar_file.h"
#include "io/file.h"
#include "io/project_file.h"
#include "io/table.h"

namespace plucky::cli {

namespace {

std::string stamp_now() {
  const std::time_t now = std::chrono::system_clock::to_time_t(std::chrono::system_clock::now());
  std::tm utc{};
  gmtime_r(&now, &utc);
  char text[20];
  std::strftime(text, sizeof text, "%Y%m%dT%H%M%SZ", &utc);
  return text;
}

std::string today() {
  const std::string s = stamp_now();
  return s.substr(0, 4) + "-" + s.substr(4, 2) + "-" + s.substr(6, 2);
}

}  // namespace

Json plan_of_boat(const std::string& boat, const std::string& start, const std::string& ics) {
  const Assessment a = assess(load_project(boat));
  if (!a.build.no_work.empty()) throw InvalidInput(boat, a.build.no_work);
  const WorkPlan& plan = a.build.work;
  const WorkDesign& wishes = a.project.build.work;
  const WorkCalendar calendar = calendar_of(plan, wishes,
                                            !start.empty()          ? start
                                            : !wishes.start.empty() ? wishes.start
                                                                    : today());
  Json j{{"name", a.project.name},         {"start", calendar.first_day},
         {"hours", plan.length / 3600.0},  {"hands_hours", plan.hands / 3600.0},
         {"days", calendar.end / 86400.0}, {"tasks", Json::array()},
         {"circles", Json(plan.circles)},  {"parts", Json::array()},
         {"not_hardening", Json::array()}};
  for (const Product p : plan.not_hardening) j["not_hardening"].push_back(product_key(p));
  for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
    const WorkTask& t = plan.tasks[i];
    const WorkTimes& at = plan.times[i];
    const TaskDates& d = calendar.dates[i];
    Json needs = Json::array();
    for (const WorkNeed& n : t.needs) needs.push_back({{"task", n.task}, {"why", n.why}, {"full", n.full}});
    j["tasks"].push_back({{"key", t.key},
                          {"kind", work_kind_key(t.kind)},
                          {"text", t.text},
                          {"hands_hours", t.hands / 3600.0},
                          {"machine_hours", t.machine / 3600.0},
                          {"product", t.product ? Json(product_key(*t.product)) : Json()},
                          {"earliest_hours", at.start / 3600.0},
                          {"slack_hours", at.slack() / 3600.0},
                          {"critical", at.critical()},
                          {"done", d.done},
                          {"begin_hours", d.begin / 3600.0},
                          {"ready_hours", d.ready / 3600.0},
                          {"takes", Json(t.takes)},
                          {"hints", Json(t.hints)},
                          {"caution", t.caution.empty() ? Json() : Json(t.caution)},
                          {"needs", needs}});
  }
  for (const PartWay& w : a.build.ways) {
    const Part* p = a.project.layout.find(w.part);
    j["parts"].push_back({{"part", p ? p->name : std::string()},
                          {"door", door_key(w.door)},
                          {"steps", w.way.size()},
                          {"crowded", w.crowded},
                          {"barred_by", Json(w.before)}});
  }
  if (!ics.empty()) {
    write_file_atomically(ics, write_icalendar(plan, calendar, a.project.name, stamp_now(), english));
    j["file"] = ics;
  }
  return j;
}

Json bill_of_boat(const std::string& boat, const std::string& csv) {
  const Assessment a = assess(load_project(boat));
  Json j{{"name", a.project.name}, {"lines", Json::array()}};
  TableRows rows{{"group", "count", "item", "size", "mass_g", "got", "price"}};
  double mass = 0.0;
  for (const BillLine& l : bill_of(a)) {
    mass += l.mass.value_or(0.0);
    const BillMark* mark = mark_of(a.project.build, l);
    j["lines"].push_back({{"group", bill_group_key(l.group)},
                          {"count", l.count},
                          {"item", l.item},
                          {"size", l.size.empty() ? Json() : Json(l.size)},
                          {"mass_kg", known(l.mass)},
                          {"got", mark && mark->got},
                          {"price", mark && mark->price > 0.0 ? Json(mark->price) : Json()}});
    rows.push_back({bill_group_key(l.group), std::to_string(l.count), english(l.item), english(l.size),
                    l.mass ? fmt::format("{:.1f}", 1e3 * *l.mass) : "", mark && mark->got ? "yes" : "",
                    mark && mark->price > 0.0 ? fmt::format("{:.2f}", mark->price) : ""});
  }
  j["known_mass_kg"] = mass;
  if (!csv.empty()) {
    write_file_atomically(csv, write_table(rows, ','));
    j["file"] = csv;
  }
  return j;
}

void PlanCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* plan = app.add_subcommand("plan", "The order of work, with dates");
  plan->add_option("boat", boat_, "boat file")->required();
  plan->add_option("--start", start_, "first day, like 2026-05-02; else the boat's own, or today");
  plan->add_option("--ics", ics_, "calendar file to write");
  plan->callback([&] { run = [this] { return plan_of_boat(boat_, start_, ics_); }; });

  CLI::App* bill =
      app.add_subcommand("bom", "Everything the boat takes: parts, pieces, lengths, screws, what is used up");
  bill->add_option("boat", boat_, "boat file")->required();
  bill->add_option("--csv", csv_, "table to write");
  bill->callback([&] { run = [this] { return bill_of_boat(boat_, csv_); }; });
}

}  // namespace plucky::cli
