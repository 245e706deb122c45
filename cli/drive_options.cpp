#include "cli/drive_options.h"

namespace plucky::cli {

void DriveCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  linkage_.servo_throw = 45.0;  // degrees here
  add_planing(app, run);
  add_propeller(app, run);
  add_run_and_search(app, run);
  add_linkage(app, run);
  add_shaft(app, run);
}

void DriveCommandLine::add_planing(CLI::App& app, std::function<Json()>& run) {
  CLI::App* planing_command = app.add_subcommand("planing", "A prismatic planing hull at one speed (Savitsky)");
  planing_command->add_option("--beam", planing_.beam, "m, over the chines")->required();
  planing_command->add_option("--deadrise", planing_.deadrise, "degrees")->required();
  planing_command->add_option("--mass", planing_.mass, "kg")->required();
  planing_command->add_option("--lcg", planing_.lcg, "m, CG forward of the transom")->required();
  planing_command->add_option("--vcg", planing_.vcg, "m, CG above the keel")->required();
  planing_command->add_option("--speed", planing_.speed, "m/s")->required();
  planing_command->add_option("--thrust-angle", planing_.thrust_angle, "degrees to the keel, upward ahead positive");
  planing_command->add_option("--thrust-offset", planing_.thrust_offset, "m from CG to thrust line, below positive");
  planing_command->add_option("--density", planing_.density, "kg/m3")->capture_default_str();
  planing_command->add_option("--viscosity", planing_.viscosity, "m2/s")->capture_default_str();
  planing_command->callback([this, &run] { run = [this] { return planing(planing_); }; });
}

void DriveCommandLine::add_propeller(CLI::App& app, std::function<Json()>& run) {
  CLI::App* propeller_command = app.add_subcommand("propeller", "Open-water coefficients of a screw");
  propeller_command->add_option("--blades", propeller_.blades)->capture_default_str();
  propeller_command->add_option("--area-ratio", propeller_.area_ratio)->capture_default_str();
  propeller_command->add_option("--pitch-ratio", propeller_.pitch_ratio)->capture_default_str();
  propeller_command->add_option("--advance", propeller_.advance, "J = V / (n D)")->required();
  propeller_command->add_option("--reynolds", propeller_.reynolds, "n D^2 / nu")->capture_default_str();
  propeller_command->callback([this, &run] { run = [this] { return propeller(propeller_); }; });
}

void DriveCommandLine::add_run_and_search(CLI::App& app, std::function<Json()>& run) {
  CLI::App* run_command = app.add_subcommand("run", "Speed, current and heat of a boat over the throttle");
  run_command->add_option("boat", boat_, "boat file")->required();
  run_command->add_option("--throttle", throttles_, "e.g. 0.1,0.5,1");
  run_command->callback([this, &run] { run = [this] { return run_boat(boat_, throttles_); }; });

  CLI::App* drag = app.add_subcommand("resistance", "Drag of a boat over the speed, in parts");
  drag->add_option("boat", boat_, "boat file")->required();
  drag->callback([this, &run] { run = [this] { return resistance(boat_); }; });

  CLI::App* search = app.add_subcommand("search", "Try propellers over diameter and pitch");
  search->add_option("boat", boat_, "boat file")->required();
  search->add_option("--diameter", diameters_, "low:high:count in m")->required();
  search->add_option("--pitch", pitches_, "low:high:count in m")->required();
  search->add_option("--aim", aim_, "speed, run_time, efficiency or coolness")->capture_default_str();
  search->callback([this, &run] { run = [this] { return search_boat(boat_, diameters_, pitches_, aim_); }; });
}

void DriveCommandLine::add_linkage(CLI::App& app, std::function<Json()>& run) {
  CLI::App* linkage_command = app.add_subcommand("linkage", "A steering linkage over its throw");
  linkage_command->add_option("--servo-arm", linkage_.servo_arm, "m")->capture_default_str();
  linkage_command->add_option("--horn-arm", linkage_.horn_arm, "m")->capture_default_str();
  linkage_command->add_option("--distance", linkage_.distance, "m between the axes")->capture_default_str();
  linkage_command->add_option("--offset", linkage_.offset, "m across")->capture_default_str();
  linkage_command->add_option("--servo-neutral", linkage_.servo_neutral, "degrees");
  linkage_command->add_option("--horn-neutral", linkage_.horn_neutral, "degrees");
  linkage_command->add_option("--throw", linkage_.servo_throw, "degrees to each side")->capture_default_str();
  linkage_command->add_option("--rod-diameter", linkage_.rod_diameter, "m")->capture_default_str();
  linkage_command->add_option("--wall-at", linkage_.wall_at, "share of the rod from the servo")->capture_default_str();
  linkage_command->callback([this, &run] { run = [this] { return linkage(linkage_); }; });
}

void DriveCommandLine::add_shaft(CLI::App& app, std::function<Json()>& run) {
  CLI::App* shaft_command = app.add_subcommand("shaft", "Whirling and torsion of a shaft");
  shaft_command->add_option("--diameter", shaft_.diameter, "m")->required();
  shaft_command->add_option("--bore", shaft_.bore, "m");
  shaft_command->add_option("--spacing", shaft_.spacing, "m between bearings")->required();
  shaft_command->add_option("--material", shaft_.material)->capture_default_str();
  shaft_command->add_option("--torque", shaft_.torque, "N m");
  shaft_command->callback([this, &run] { run = [this] { return shaft(shaft_); }; });
}

}  // namespace plucky::cli
