#include "cli/diary_commands.h"

#include "assessment/diary.h"
#include "assessment/remedies.h"
#include "assessment/symptoms/symptom.h"
#include "base/error.h"
#include "base/numbered.h"
#include "build/calendar.h"
#include "cli/words.h"
#include "io/project_file.h"

namespace plucky::cli {

namespace {

Json symptom_list() {
  Json out = Json::array();
  for (const Symptom& s : symptoms())
    out.push_back({{"symptom", s.key}, {"words", Text(s.name)}, {"about", Text(symptom_kind_name(s.kind))}});
  return {{"symptoms", out}};
}

}  // namespace

Json symptom(const SymptomOptions& o) {
  if (o.is.empty()) return symptom_list();
  const Symptom& of = symptom_of(o.is);
  Assessment a = assess(load_project(o.boat));
  a.findings = with_tried_remedies(a);
  Trouble trouble{.id = 1, .symptom = of.key, .words = {}, .date = {}, .answers = {}, .tries = {}};
  for (const std::string& answer : o.answers) {
    const auto parts = split(answer, '=');
    if (parts.size() != 2 || !find_cause(parts[0]) || (parts[1] != "yes" && parts[1] != "no"))
      throw InvalidInput("--answer", Text("\"{0}\" should be a cause with =yes or =no", answer));
    trouble.answers.push_back({fresh_id(trouble.answers), parts[0], parts[1] == "yes"});
  }
  Json causes = Json::array();
  for (const Suspect& s : diagnose(a, of, &trouble).suspects) {
    Json c{{"cause", s.cause->key}, {"name", Text(s.cause->name)}, {"share", s.share}};
    c["because"] = s.because.empty() ? Json() : Json(s.because);
    c["test"] = Text(s.cause->test);
    c["answer"] = s.answer ? Json(*s.answer ? "yes" : "no") : Json();
    c["mend"] = Text(s.cause->mend);
    c["offer"] = s.finding ? Json(s.finding->remedy->label) : Json();
    if (*s.cause->caution != '\0') c["caution"] = Text(s.cause->caution);
    causes.push_back(c);
  }
  return {{"name", a.project.name}, {"symptom", of.key}, {"words", Text(of.name)}, {"causes", causes}};
}

Json launch(const LaunchOptions& o) {
  const Assessment a = assess(load_project(o.boat));
  if (!day_number(o.day)) throw InvalidInput("--day", Text("\"{0}\" is no day like 2026-05-02", o.day));
  LaunchDay day;
  if (!o.wind.empty()) day.wind = parse_quantity(o.wind, Dimension::speed, UnitSystem::metric);
  if (!o.water.empty()) day.water_temperature = parse_quantity(o.water, Dimension::temperature, UnitSystem::metric);
  const auto lines = launch_checklist(a);
  const LaunchAnswer answer = may_launch(a, lines, day, o.day);
  using V = LaunchAnswer::Verdict;
  Json j{{"name", a.project.name},
         {"verdict", answer.verdict == V::go      ? "go"
                     : answer.verdict == V::no_go ? "no go"
                                                  : "not known"},
         {"against", answer.against},
         {"unknown", answer.unknown},
         {"mind", answer.mind}};
  Json upkeep = Json::array();
  for (const UpkeepItem& u : upkeep_of(a, o.day)) {
    Json item{{"key", u.key}, {"what", u.what}};
    item["state"] = u.state == UpkeepState::due ? "due" : u.state == UpkeepState::soon ? "soon" : "fine";
    item["used"] = u.used.si;
    item["every"] = u.every.si;
    item["of"] = u.in_days ? "days" : u.every.dimension == Dimension::duration ? "seconds of running" : "outings";
    item["because"] = u.because.empty() ? Json() : Json(u.because);
    item["done"] = u.done.empty() ? Json() : Json(u.done);
    upkeep.push_back(item);
  }
  j["upkeep"] = upkeep;
  return j;
}

void DiaryCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* trouble = app.add_subcommand("symptom", "What may stand behind a trouble of a boat, the likeliest first");
  trouble->add_option("boat", symptom_.boat, "boat file")->required();
  trouble->add_option("--is", symptom_.is, "the trouble, e.g. half-speed; without it all there are");
  trouble->add_option("--answer", symptom_.answers, "answer to a cause's question, e.g. screw_air=no");
  trouble->callback([&] { run = [this] { return symptom(symptom_); }; });

  CLI::App* go = app.add_subcommand("launch", "May a boat go into the water, and what needs upkeep");
  go->add_option("boat", launch_.boat, "boat file")->required();
  go->add_option("--day", launch_.day, "e.g. 2026-05-02")->required();
  go->add_option("--wind", launch_.wind, "e.g. 3m/s");
  go->add_option("--water", launch_.water, "its temperature, e.g. 12C");
  go->callback([&] { run = [this] { return launch(launch_); }; });
}

}  // namespace plucky::cli
