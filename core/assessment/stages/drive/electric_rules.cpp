// Leads, plugs and fuse, batteries, the receiver's supply, aerial and lamps.
#include <algorithm>
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/drive/drive_stage.h"
#include "base/written.h"
#include "drive/power_train.h"
#include "layout/lead_run.h"

namespace plucky {

namespace {

using Findings = std::vector<Finding>;

Quantity volts(double si) {
  return {si, Dimension::voltage};
}
Quantity celsius(double si) {
  return {si, Dimension::temperature};
}

/// The same leads with something changed, where the boat lists them.
void offer_leads(const Assessment& a, Finding& f, const Text& label, Leads leads) {
  if (!a.wiring.told || f.severity == Severity::fine || !a.offers() || leads == a.wiring.leads) return;
  Drive drive = a.fitted_drive;
  drive.leads = leads;
  f.remedy = Edit{label, ChangeDrive{drive}};
}

/// Usual leads, which nobody has chosen, are never more than noted.
Severity chosen(const Assessment& a, Severity severity) {
  return a.wiring.told ? severity : std::min(severity, Severity::note);
}

void warm_leads(const Assessment& a, Findings& out) {
  const WiringReport& w = a.wiring;
  for (const std::optional<LeadRun>* run : {&w.battery, &w.motor}) {
    if (!*run) continue;
    const LeadRun& r = **run;
    const bool battery = run == &w.battery;
    Severity how = Severity::fine;
    if (!r.temperature || *r.temperature > lead_spoilt)
      how = Severity::stop;
    else if (*r.temperature > lead_limit)
      how = Severity::watch;
    Finding f = drive_finding(battery ? "drive.leads" : "drive.motor_leads", chosen(a, how),
                              r.temperature ? celsius(*r.temperature) : celsius(lead_gone), celsius(lead_limit),
                              "heat of a lead in still air; bundled ones carry a third less");
    f.subject = r.from;
    f.text.values.insert(f.text.values.end(),
                         {Quantity{r.copper, Dimension::copper}, amperes(r.current), amperes(r.carries)});
    const char* words =
        battery ? "Battery leads of {2} are {0} warm at the end of a run at {3}; they carry {4} continuously."
                : "Motor leads of {2} are {0} warm at the end of a run with {3} in each; they carry {4} "
                  "continuously.";
    if (how != Severity::fine)
      words = battery
                  ? "Battery leads of {2} reach {0} at {3} before a run is over; should stay under {1}: they carry {4}."
                  : "Motor leads of {2} reach {0} with {3} in each; should stay under {1}: they carry {4}.";
    f.text.words = words;
    if (!w.told) f.text = then(f.text, "Taken as usual for this ESC: the boat lists no leads.");
    Leads thicker = w.leads;
    (battery ? thicker.battery_copper : thicker.motor_copper) = copper_for(r.current);
    offer_leads(a, f, {"Leads of {0}", Quantity{copper_for(r.current), Dimension::copper}}, thicker);
    out.push_back(f);
  }
}

void plugs(const Assessment& a, Findings& out) {
  const WiringReport& w = a.wiring;
  if (!w.told || !(w.battery || w.motor)) return;
  const double carried = w.fuse_current;
  Finding f = drive_finding("drive.plugs",
                            carried > 1.35 * w.plug_carries ? Severity::stop
                            : carried > w.plug_carries      ? Severity::watch
                                                            : Severity::fine,
                            amperes(carried), amperes(w.plug_carries), "round contacts; common practice, no source");
  f.text.values.push_back(length_quantity(w.leads.plug));
  f.text.words = f.severity == Severity::fine ? "Plugs of {2} carry {1}; full throttle asks {0}."
                                              : "Full throttle asks {0}; plugs of {2} carry {1} and grow hot.";
  Leads larger = w.leads;
  larger.plug = plug_for(carried);
  offer_leads(a, f, {"Plugs of {0}", length_quantity(larger.plug)}, larger);
  out.push_back(f);
}

/// A fuse must hold at full throttle and open before the copper does.
void fuse(const Assessment& a, Findings& out) {
  const WiringReport& w = a.wiring;
  const std::optional<LeadRun>& run = w.battery;
  if (!w.told || !run || !w.short_current) return;
  const double rated = w.leads.fuse, carried = w.fuse_current;
  Leads better = w.leads;
  better.fuse = fuse_for(1.25 * carried);
  if (rated <= 0.0) {
    Finding f = drive_finding("drive.fuse", Severity::fine, amperes(*w.short_current), {},
                              "battery and leads in series; copper by Onderdonk");
    f.text.values = {amperes(*w.short_current), amperes(better.fuse)};
    f.text.words =
        "No fuse: leads that touch at the ESC draw about {0} until something parts. One of {1} would hold at full "
        "throttle.";
    out.push_back(f);
    return;
  }
  const auto opens = fuse_time(rated, carried);
  Finding f = drive_finding("drive.fuse",
                            opens && opens->latest ? Severity::stop
                            : opens                ? Severity::watch
                                                   : Severity::fine,
                            amperes(carried), amperes(rated), "bands of flat plug-in fuses; memory");
  if (opens) {
    f.text.values.push_back({opens->soonest, Dimension::duration});
    f.text.words = "Full throttle asks {0} of a fuse of {1}: it may open after {2}, and the boat lies dead.";
  } else if (rated > 1.35 * run->carries) {
    f.severity = Severity::watch;
    f.limit = amperes(run->carries);
    f.text.values = {amperes(rated), amperes(run->carries)};
    f.text.words = "A fuse of {0} lets leads burn that carry {1}; should be less, or thicker copper.";
    better.battery_copper = std::max(better.battery_copper, copper_for(better.fuse));
  } else {
    f.text.words = "The fuse of {1} holds the {0} of full throttle and opens before the leads burn.";
  }
  offer_leads(a, f, {"A fuse of {0}", amperes(better.fuse)}, better);
  out.push_back(f);
}

/// Does the ESC's low-voltage stop end the run before the charge that was planned is used?
void cut_out(const Assessment& a, Findings& out) {
  const WiringReport& w = a.wiring;
  const Battery& b = a.fitted_drive.battery;
  if (!a.power.full.runs()) return;
  const double planned = 1.0 - b.usable, at = w.cut_out.value_or(0.0);
  const bool known = a.fitted_drive.esc.cell_cutoff > 0.0 && b.cell_resistance > 0.0;
  Severity how = Severity::fine;
  if (at >= b.filled)
    how = Severity::stop;
  else if (at > planned + 0.25 * b.usable)
    how = Severity::watch;
  else if (at > planned + 0.05)
    how = Severity::note;
  Finding f = drive_finding("drive.cut_out", known ? how : std::min(how, Severity::note), {at, Dimension::ratio},
                            {planned, Dimension::ratio}, "cell at rest over its charge, less what current takes");
  f.text.values.push_back(volts(cell_cutoff(a.fitted_drive)));
  f.text.values.push_back(amperes(a.power.full.shaft.battery_current));
  f.text.words = how == Severity::fine
                     ? "At {3} no cell meets the ESC's stop at {2} before the {1} that has to stay."
                     : "At {3} a cell meets the ESC's stop at {2} with {0} of its charge left; {1} was "
                       "to stay: full throttle ends early.";
  if (!known) f.text = then(f.text, "Cell resistance or stop are estimated.");
  out.push_back(f);
}

void charge(const Assessment& a, Findings& out) {
  const Battery& b = a.fitted_drive.battery;
  if (b.filled >= 1.0) return;
  Finding f =
      drive_finding("drive.charge", b.ready() > 0.0 ? Severity::note : Severity::stop, {b.filled, Dimension::ratio},
                    {1.0 - b.usable, Dimension::ratio}, "as it goes into the boat");
  f.text.words = b.ready() > 0.0 ? "The battery goes in charged to {0}, of which {1} has to stay: times are for that."
                                 : "The battery goes in charged to {0}; {1} has to stay: charge it first.";
  out.push_back(f);
}

/// Batteries that are joined must be alike.
void matches(const Assessment& a, Findings& out) {
  for (const DriveUnit& unit : a.project.drives) {
    std::vector<const Part*> packs;
    for (const Id id : unit.components)
      if (const Part* part = a.project.layout.component(id); part && std::holds_alternative<Battery>(part->data))
        packs.push_back(part);
    for (std::size_t i = 1; i < packs.size(); ++i) {
      const Battery &one = std::get<Battery>(packs[0]->data), &other = std::get<Battery>(packs[i]->data);
      const BatteryMatch m = battery_match(one, other);
      Finding f;
      if (unit.parallel) {
        f = drive_finding("drive.battery_match",
                          m.equalizing > 3.0 * m.charge_limit ? Severity::stop
                          : m.equalizing > m.charge_limit     ? Severity::watch
                                                              : Severity::fine,
                          amperes(m.equalizing), amperes(m.charge_limit), "voltage at rest over both resistances; 1 C");
        f.text.words = f.severity == Severity::fine
                           ? "{2} and {3} in parallel: {0} flows between them when they are joined; {1} does no harm."
                           : "{2} and {3} in parallel: {0} flows between them when they are joined; {1} is the most. "
                             "Charge both full before joining them.";
      } else {
        const double least = std::min(one.ready(), other.ready()), share = m.short_of / std::max(1.0, least);
        f = drive_finding("drive.battery_match",
                          share > 0.10   ? Severity::stop
                          : share > 0.03 ? Severity::watch
                                         : Severity::fine,
                          {m.short_of, Dimension::charge}, {0.03 * least, Dimension::charge},
                          "charge that each may give; common practice, no source");
        f.text.words = f.severity == Severity::fine
                           ? "{2} and {3} in series give the same charge within {0}."
                           : "{2} and {3} in series: one is empty {0} before the other and is driven on into damage. "
                             "Equal ones, charged together.";
      }
      f.text.values.insert(f.text.values.end(), {Piece(packs[0]->name), Piece(packs[i]->name)});
      f.subject = packs[i]->id;
      if (f.severity != Severity::fine && a.offers() && one.cells == other.cells) {
        Part equal = *packs[i];
        equal.data = one;
        if (one.capacity == other.capacity) f.remedy = Edit{"Charge both alike", ChangePart{equal}};
      }
      out.push_back(f);
    }
  }
}

/// The receiver's supply: what it must give, what it burns, whether it lasts through a standing start.
void supply(const Assessment& a, Findings& out) {
  const WiringReport& w = a.wiring;
  const Esc& esc = a.fitted_drive.esc;
  if (esc.bec_current <= 0.0) return;
  if (a.project.layout.first(PartKind::servo)) {
    Finding f =
        drive_finding("drive.bec", w.receiver_current > esc.bec_current ? Severity::watch : Severity::fine,
                      amperes(w.receiver_current), amperes(esc.bec_current),
                      "what each tells; else 1.2 A a working servo, 0.2 A a receiver; common practice, no source");
    f.text.words = f.severity == Severity::fine
                       ? "Receiver, servos and what else it feeds ask up to {0}; the BEC gives {1}."
                       : "Receiver, servos and what else it feeds ask up to {0}; the BEC gives {1}: a separate one.";
    out.push_back(f);
  }
  if (esc.bec_linear) {
    constexpr double most = 4.0;  // W, that a small controller is rid of: common practice, no source
    Finding f = drive_finding("drive.bec_heat", w.bec_heat > most ? Severity::watch : Severity::fine,
                              {w.bec_heat, Dimension::power}, {most, Dimension::power},
                              "battery less 5 V times the current; common practice, no source");
    f.text.words = f.severity == Severity::fine
                       ? "The linear BEC burns up to {0}."
                       : "The linear BEC burns up to {0}; more than {1} shuts it off and the boat with it: one that "
                         "switches.";
    if (f.severity != Severity::fine && a.offers()) {
      Drive drive = a.fitted_drive;
      drive.esc.bec_linear = false;
      f.remedy = Edit{"A BEC that switches", ChangeDrive{drive}};
    }
    out.push_back(f);
  }
  if (const auto least = a.power.start.battery_voltage; a.power.fitted && least) {
    Finding f = drive_finding("drive.brown_out", *least < w.bec_needs ? Severity::watch : Severity::fine, volts(*least),
                              volts(w.bec_needs), "battery less what a standing start takes; low confidence");
    f.text.words =
        f.severity == Severity::fine
            ? "A standing start pulls the battery down to {0}; the BEC needs {1}."
            : "A standing start pulls the battery down to {0}; the BEC needs {1}: the receiver may drop out. "
              "A separate supply, or a softer throttle.";
    out.push_back(f);
  }
  if (a.project.drives.size() > 1) {
    Finding f = drive_finding("drive.two_becs", Severity::fine, {}, {}, "common practice, no source");
    f.text = {"{0} ESCs with a BEC each: one feeds the receiver, the plus lead of the others is pulled from its plug.",
              a.project.drives.size()};
    out.push_back(f);
  }
}

/// Switches that may stand in the receiver's supply or in the battery's.
void switches(const Assessment& a, Findings& out) {
  if (!a.power.full.runs()) return;
  const double battery = a.power.full.shaft.battery_current, asks = a.wiring.receiver_current;
  for (const Part& part : a.project.layout.parts) {
    const auto* own = std::get_if<PowerSwitch>(&part.data);
    if (!own) continue;
    const bool all = own->current_limit >= battery, some = own->current_limit >= asks;
    Finding f = drive_finding("drive.switch",
                              all    ? Severity::fine
                              : some ? Severity::watch
                                     : Severity::stop,
                              amperes(all || some ? battery : asks), amperes(own->current_limit), "switch's rating");
    f.subject = part.id;
    f.text.words = all    ? "The switch carries {1}; full throttle asks {0} of the battery."
                   : some ? "The switch carries {1}, full throttle asks {0} of the battery: it is for the receiver's "
                            "supply only."
                          : "The switch carries {1}; receiver and servos alone ask up to {0}.";
    out.push_back(f);
  }
}

void radio(const Assessment& a, Findings& out) {
  const WiringReport& w = a.wiring;
  if (w.radio_range) {
    constexpr double little =
        60.0;  // m, from which a boat on a pond is still seen to point: common practice, no source
    Finding f = drive_finding("drive.radio", *w.radio_range < little ? Severity::note : Severity::fine,
                              length_quantity(*w.aerial_height), {}, "direct and reflected wave; low confidence");
    f.text = {"The aerial reaches {0} over the water: heard from about {1} m by a set of 2.4 GHz held at 1.2 m.",
              length_quantity(*w.aerial_height), std::round(*w.radio_range)};
    if (f.severity != Severity::fine) f.text = then(f.text, "An aerial tube on deck reaches further.");
    out.push_back(f);
  }
  if (w.aerial_clear) {
    constexpr double wanted = 0.050;  // m: common practice, no source
    const Part* near = a.project.layout.find(w.aerial_near);
    Finding f = drive_finding("drive.aerial", *w.aerial_clear < wanted ? Severity::note : Severity::fine,
                              length_quantity(*w.aerial_clear), length_quantity(wanted),
                              "common practice, no source; loops of lead count as well");
    f.text.values.push_back(near ? near->name : std::string());
    f.text.words = f.severity == Severity::fine ? "The aerial keeps {0} from what carries power; {1} is enough."
                                                : "The aerial stands {0} from {2} or its leads; should keep {1}.";
    f.subject = w.aerial_near;
    out.push_back(f);
  }
  constexpr double metal = 2000.0;  // kg/m3; no print, wood or laminate is as heavy
  const Part* receiver = a.project.layout.first(PartKind::receiver);
  const Part* aerial = a.project.layout.first(PartKind::aerial);
  if (receiver && a.project.hull.skin.density > metal && a.hull->model.deck_area > 0.0) {
    const bool out_of_it = receiver->outside || (aerial && aerial->outside);
    Finding f = drive_finding("drive.screened", out_of_it ? Severity::fine : Severity::watch, {}, {},
                              "metal screens; common practice, no source");
    f.subject = receiver->id;
    f.text = out_of_it
                 ? Text("A metal hull screens its inside; the aerial stands out of it.")
                 : Text("A metal hull and deck screen the receiver inside: lead its aerial out through the deck.");
    if (!out_of_it && a.offers()) {
      Part tube;
      tube.name = written("Aerial");
      tube.kind = PartKind::aerial;
      tube.shape = PartShape::cylinder_z;
      tube.size = {0.008, 0.008, 0.120};
      tube.mass = 0.003;
      tube.mass_sigma = 0.0005;
      tube.may_get_wet = tube.outside = true;
      tube.place = receiver->place;
      tube.place.z() = a.hull->model.deck_height(tube.place.x(), tube.place.y()) + 0.5 * tube.size.z();
      f.remedy = Edit{"Stand an aerial tube on deck", AddPart{tube}};
    }
    out.push_back(f);
  }
}

/// Two receivers, say one for the drive and one for lamps or a crane: each hears best away from the other.
void two_receivers(const Assessment& a, Findings& out) {
  std::vector<const Part*> ears;
  for (const Part& part : a.project.layout.parts)
    if (part.kind == PartKind::receiver) ears.push_back(&part);
  constexpr double wanted = 0.030;  // m: common practice, no source
  for (std::size_t i = 1; i < ears.size(); ++i) {
    const double gap = ears[0]->box().distance(ears[i]->box());
    Finding f = drive_finding("drive.receivers", gap < wanted ? Severity::note : Severity::fine, length_quantity(gap),
                              length_quantity(wanted), "common practice, no source");
    f.subject = ears[i]->id;
    f.text.values.insert(f.text.values.end(),
                         {Piece(ears[0]->name), Piece(ears[i]->name), amperes(a.wiring.receiver_current)});
    f.text.words =
        f.severity == Severity::fine
            ? "{2} and {3} stand {0} apart; together with what they feed they ask up to {4} of one supply."
            : "{2} and {3} stand {0} apart, one deafens the other: {1} at least. Together with what they feed "
              "they ask up to {4} of one supply.";
    out.push_back(f);
  }
}

void lamps(const Assessment& a, Findings& out) {
  for (const LampLead& lead : a.wiring.lamps) {
    const Part& part = *a.project.layout.find(lead.lamp);
    const auto* lamp = std::get_if<Lamp>(&part.data);
    if (!lamp) continue;
    const double needs = lamp->in_series * lamp->forward;
    Finding f = drive_finding("drive.lamp", lead.resistor ? Severity::fine : Severity::watch, volts(needs),
                              volts(lamp_supply(*lamp)), "E24, the next larger value");
    f.subject = part.id;
    if (lead.resistor) {
      f.text = {"{0}: a resistor of {1} ohm in its lead, for {2} W or more; {3} flows.", part.name,
                std::round(lead.resistor->resistance * 10.0) / 10.0, std::ceil(lead.resistor->heat * 2.0 * 20.0) / 20.0,
                amperes(lead.resistor->current)};
    } else {
      f.text = {"{2}: {3} in series need {0}; {1} feed them: fewer in series.", volts(needs), volts(lamp_supply(*lamp)),
                part.name, lamp->in_series};
      const double fit = std::floor((lamp_supply(*lamp) - 0.3) / lamp->forward);
      if (a.offers() && fit >= 1.0 && lamp->current > 0.0) {
        Part fewer = part;
        std::get<Lamp>(fewer.data).in_series = fit;
        f.remedy = Edit{{"{0} in series", fit}, ChangePart{fewer}};
      }
    }
    out.push_back(f);
  }
}

}  // namespace

void electric_rules(const Assessment& a, Findings& out) {
  warm_leads(a, out);
  plugs(a, out);
  fuse(a, out);
  cut_out(a, out);
  charge(a, out);
  matches(a, out);
  supply(a, out);
  switches(a, out);
  radio(a, out);
  two_receivers(a, out);
  lamps(a, out);
}

}  // namespace plucky
