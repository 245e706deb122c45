// plucky-hull-cli: the same core from the shell. JSON on standard output; errors on standard error with exit 1 and
// nothing on standard output.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <cmath>
#include <cstdio>
#include <exception>
#include <functional>
#include <iostream>
#include <stdexcept>
#include <string>

#include "base/error.h"
#include "cli/commands.h"
#include "cli/design_commands.h"
#include "cli/diary_commands.h"
#include "cli/drive_options.h"
#include "cli/plan_commands.h"
#include "cli/print_commands.h"
#include "cli/sheet_commands.h"
#include "cli/trial_commands.h"
#include "cli/water_commands.h"
#include "io/units.h"

using namespace plucky::cli;

namespace {

/// A number that grew beyond all bounds would be printed as null, which means "not known".
void refuse_infinities(const Json& json, const std::string& place) {
  if (json.is_number_float() && !std::isfinite(json.get<double>()))
    throw std::runtime_error("the result" + place + " is not a finite number: the input lies too far out");
  if (json.is_object())
    for (const auto& [key, value] : json.items()) refuse_infinities(value, fmt::format("{} {}", place, key));
  if (json.is_array())
    for (const Json& value : json) refuse_infinities(value, place);
}

}  // namespace

namespace {

int run_command(int argc, char** argv) {
  CLI::App app{"Plucky Hull on the command line: hydrostatics, mesh checks and assessments as JSON."};
  app.require_subcommand(1);
  std::function<Json()> run;

  FloatOptions f;
  CLI::App* float_command = app.add_subcommand("float", "Float a closed mesh with a given mass and centre of gravity");
  float_command->add_option("--mesh", f.mesh, "STL, OBJ or 3MF; x forward, y to port, z up, used as it is")->required();
  float_command->add_option("--unit", f.unit, "unit of the file's coordinates: m, mm or in")->capture_default_str();
  float_command->add_option("--mass", f.mass, "mass in kg")->required();
  float_command->add_option("--cg", f.cg, "centre of gravity X,Y,Z in m")->required();
  float_command->add_option("--density", f.density, "water in kg/m3")->capture_default_str();
  float_command->add_option("--heel", f.heels, "heel angles in degrees for the righting arm, e.g. 0,10,20");
  float_command->callback([&] { run = [&] { return float_mesh(f); }; });

  std::string mesh_path;
  bool quick = false;
  CLI::App* check = app.add_subcommand("check-mesh", "Report what is wrong with a mesh");
  check->add_option("file", mesh_path, "STL, OBJ or 3MF")->required();
  check->add_flag("--quick", quick, "do not look for faces that cut through each other");
  check->callback([&] { run = [&] { return check_mesh_file(mesh_path, !quick); }; });

  std::string boat;
  CLI::App* assess = app.add_subcommand("assess", "Assess a boat file");
  assess->add_option("boat", boat, "boat file")->required();
  assess->callback([&] { run = [&] { return assess_boat(boat); }; });

  std::string export_path;
  CLI::App* hull = app.add_subcommand("hull", "Facts of a boat's hull, and its skin as STL");
  hull->add_option("boat", boat, "boat file")->required();
  hull->add_option("--export", export_path, "write the outer skin as binary STL in millimetres");
  hull->callback([&] { run = [&] { return hull_of_boat(boat, export_path); }; });

  HydrostaticsOptions tables;
  CLI::App* hydrostatics = app.add_subcommand("hydrostatics", "What a boat's hull displaces at draughts and trims");
  hydrostatics->add_option("boat", tables.boat, "boat file")->required();
  hydrostatics->add_option("--draughts", tables.draughts, "m over the base line amidships, e.g. 0.02,0.03; else ten");
  hydrostatics->add_option("--trims", tables.trims, "degrees, bow up positive, e.g. -2,0,2")->capture_default_str();
  hydrostatics->add_option("--csv", tables.csv, "write the table");
  hydrostatics->callback([&] { run = [&] { return hydrostatics_of_boat(tables); }; });

  ScaleOptions scaling;
  CLI::App* scale = app.add_subcommand("scale", "Make a boat's hull longer, wider, deeper");
  scale->add_option("boat", scaling.boat, "boat file")->required();
  scale->add_option("--by", scaling.factors, "factors of length, beam and depth, e.g. 1.2,1,1")->required();
  scale->add_option("--keep-displacement-by", scaling.gives, "free, or what gives way: length, beam, depth")
      ->capture_default_str();
  scale->add_option("-o,--output", scaling.output, "boat file to write")->required();
  scale->callback([&] { run = [&] { return scale_boat(scaling); }; });

  std::string family = "deep-v", name = "New boat", output, start;
  std::vector<std::string> settings;
  CLI::App* fresh = app.add_subcommand("new", "Make a boat from a hull family");
  fresh->add_option("--family", family, "deep-v, flat-bottom, folded, scow, round-bilge, twin-hull, tunnel, hydroplane")
      ->capture_default_str();
  fresh->add_option("--start", start, "a boat of the family to begin with, e.g. tug; without it the plain one");
  fresh->add_option("--set", settings, "measure, e.g. length=620mm or length_m=0.62")->allow_extra_args(false);
  fresh->add_option("--name", name, "the boat's name")->capture_default_str();
  fresh->add_option("-o,--output", output, "boat file to write")->required();
  fresh->callback([&] { run = [&] { return new_boat(family, start, settings, name, output); }; });

  DriveCommandLine drive;
  drive.add(app, run);
  WaterCommandLine water;
  water.add(app, run);
  SheetCommandLine sheets;
  sheets.add(app, run);
  PrintCommandLine prints;
  prints.add(app, run);
  PlanCommandLine plan;
  plan.add(app, run);
  DiaryCommandLine diary;
  diary.add(app, run);

  TrialCommandLine trial;
  trial.add(app, run);
  DesignCommandLine design;
  design.add(app, run);

  CLI11_PARSE(app, argc, argv);
  try {
    const Json answer = run();
    refuse_infinities(answer, "");
    // A path need not be UTF-8, JSON must.
    const std::string text = answer.dump(2, ' ', false, Json::error_handler_t::replace);
    std::cout << text << std::endl;
    return 0;
  } catch (const plucky::InvalidInput& e) {
    std::cerr << "plucky-hull-cli: " << plucky::say(e.sentence(), plucky::UnitSystem::metric) << std::endl;
    return 1;
  } catch (const std::exception& e) {
    std::cerr << "plucky-hull-cli: " << e.what() << std::endl;
    return 1;
  }
}

}  // namespace

int main(int argc, char** argv) {
  try {
    return run_command(argc, argv);
  } catch (...) {
    // What the options themselves throw: nothing was run.
    std::fputs("plucky-hull-cli: the command line could not be set up\n", stderr);
    return 1;
  }
}
