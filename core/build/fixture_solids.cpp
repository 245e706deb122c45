#include "build/fixture_solids.h"

#include <algorithm>

#include "build/fixture_shapes.h"

namespace plucky {

namespace {

FixtureSolids shaped(const Fixture& f, const FixtureSite& site) {
  switch (f.kind) {
    case FixtureKind::motor_mount:
      return fixtures::motor_mount(f, site);
    case FixtureKind::servo_mount:
      return fixtures::servo_mount(f, site);
    case FixtureKind::tray:
      return fixtures::tray(f, site);
    case FixtureKind::box:
      return fixtures::box(f, site);
    case FixtureKind::lid:
      return fixtures::lid(f, site);
    case FixtureKind::lid_bosses:
      return fixtures::lid_bosses(f, site);
    case FixtureKind::tube_cradle:
      return fixtures::tube_cradle(f, site);
    case FixtureKind::bracket_base:
      return fixtures::bracket_base(f, site);
    case FixtureKind::intake_frame:
      return fixtures::intake_frame(f, site);
    case FixtureKind::pylon_foot:
    case FixtureKind::aerial_foot:
      return fixtures::socket_foot(f, site);
    case FixtureKind::hose_clip:
      return fixtures::hose_clip(f, site);
    case FixtureKind::stand:
    case FixtureKind::carrier:
      return fixtures::stand(f, site);
    case FixtureKind::saddles:
      return fixtures::saddles(f, site);
    case FixtureKind::drill_jig:
      return fixtures::drill_jig(f, site);
    case FixtureKind::seal_mould:
      return fixtures::seal_mould(f, site);
    case FixtureKind::bellows_core:
      return fixtures::bellows_core(f, site);
    case FixtureKind::coil_former:
      return fixtures::coil_former(f, site);
  }
  return {};
}

bool suits(FixtureKind kind, const Part& p, const FixtureSite& site) {
  const auto* motor = std::get_if<Motor>(&p.data);
  switch (kind) {
    case FixtureKind::motor_mount:
      return p.kind == PartKind::motor && !p.outside && !(motor && motor->wet);
    case FixtureKind::servo_mount:
    case FixtureKind::bellows_core:
      return p.kind == PartKind::servo && !p.outside;
    case FixtureKind::tray:
      return p.kind == PartKind::battery && !p.outside;
    case FixtureKind::box:
      return p.kind == PartKind::receiver && !p.outside;
    case FixtureKind::tube_cradle:
      return p.kind == PartKind::shaft && site.line.known;
    case FixtureKind::bracket_base: {
      const bool bracket = p.kind == PartKind::rudder || p.kind == PartKind::pod || p.kind == PartKind::drive_line;
      const double transom = site.hull.box.low.x();
      return bracket && p.outside && p.box().low.x() < transom && p.box().high.x() > transom - 0.05;
    }
    case FixtureKind::intake_frame:
      return p.kind == PartKind::jet;
    case FixtureKind::pylon_foot:
      return p.kind == PartKind::motor && p.outside &&
             p.box().low.z() > site.hull.deck_height(p.place.x(), p.place.y()) - 0.005;
    case FixtureKind::aerial_foot:
      return p.kind == PartKind::aerial;
    case FixtureKind::coil_former:
      return p.kind == PartKind::motor && !(motor && (motor->outrunner || motor->wet));
    default:
      return false;
  }
}

}  // namespace

const Hatch* FixtureSite::hatch(Id id) const {
  for (const Hatch& h : design.hatches)
    if (h.id == id) return &h;
  return nullptr;
}

double FixtureSite::hose_outside(Id hose) const {
  const Hose* h = circuit ? circuit->find_hose(hose) : nullptr;
  const Hose usual;
  return h ? h->bore + 2.0 * h->wall : usual.bore + 2.0 * usual.wall;
}

FixtureSolids solids_of(const Fixture& fixture, const FixtureSite& site) {
  FixtureSolids out = shaped(fixture, site);
  out.id = fixture.id;
  fixtures::finish(out, fixture);
  return out;
}

double density_of(FixtureMaterial material, const Skin& skin, bool printed_hull) {
  constexpr double petg = 1270.0, birch = 680.0, aluminium = 2700.0;  // handbook values (memory)
  switch (material) {
    case FixtureMaterial::ply:
      return birch;
    case FixtureMaterial::aluminium:
      return aluminium;
    case FixtureMaterial::print:
      break;
  }
  return printed_hull ? skin.density : petg;
}

std::vector<Id> could_hold(FixtureKind kind, const FixtureSite& site, const std::vector<Fixture>& fixtures) {
  std::vector<Id> out;
  const auto take = [&](Id id) {
    const bool held = std::any_of(fixtures.begin(), fixtures.end(), [&](const Fixture& f) {
      return f.kind == kind && std::find(f.holds.begin(), f.holds.end(), id) != f.holds.end();
    });
    if (!held) out.push_back(id);
  };
  switch (type_of(kind).held) {
    case Held::part:
      for (const Part& p : site.layout.parts)
        if (suits(kind, p, site)) take(p.id);
      for (const Part& p : site.layout.unplaced)
        if (p.kind == PartKind::shaft && suits(kind, p, site)) take(p.id);
      break;
    case Held::hatch:
      for (const Hatch& h : site.design.hatches) take(h.id);
      break;
    case Held::hose:
      if (site.hoses)
        for (const HosePath& p : *site.hoses) take(p.hose);
      break;
    case Held::hull:
      break;
  }
  return out;
}

}  // namespace plucky
