#include "trial/standard_trials.h"

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {

using S = SeaState;

Pilot held(double throttle, double helm = 0.0) {
  return [=](const SeaSample&) { return Sticks{throttle, helm}; };
}

std::vector<SeaSample> thinned(const std::vector<SeaSample>& all) {
  constexpr std::size_t most = 400;
  const std::size_t step = std::max<std::size_t>(1, all.size() / most);
  std::vector<SeaSample> out;
  for (std::size_t i = 0; i < all.size(); i += step) out.push_back(all[i]);
  return out;
}

/// s from the begin until a speed, between samples.
std::optional<double> time_to_speed(const std::vector<SeaSample>& all, double speed) {
  for (std::size_t i = 1; i < all.size(); ++i)
    if (all[i].surge >= speed && all[i].surge > all[i - 1].surge) {
      const double t = (speed - all[i - 1].surge) / (all[i].surge - all[i - 1].surge);
      return all[i - 1].time + std::clamp(t, 0.0, 1.0) * (all[i].time - all[i - 1].time);
    }
  return std::nullopt;
}

class Trials {
 public:
  Trials(const SeaBoat& boat, const std::function<bool(double)>& go_on) : boat_(boat), go_on_(go_on) {}

  StandardTrials take() {
    using T = StandardTrial;
    constexpr double steps = 11.0;
    double done = 0.0;
    const auto step = [&](void (Trials::*trial)()) {
      if (out_.stopped) return;
      (this->*trial)();
      done += 1.0;
      if (go_on_ && !go_on_(done / steps)) out_.stopped = true;
    };
    step(&Trials::standing_start);
    step(&Trials::top_speed);
    step(&Trials::hump);
    step(&Trials::coast_down);
    circle_as_ = T::circle_port;
    step(&Trials::circle);
    circle_as_ = T::circle_starboard;
    step(&Trials::circle);
    step(&Trials::stop);
    step(&Trials::endurance);
    step(&Trials::hot_soak);
    step(&Trials::swamped);
    step(&Trials::righting);
    return std::move(out_);
  }

 private:
  [[nodiscard]] SeaTrial at_sea(const SeaVector* from = nullptr) const {
    SeaRules far;
    far.radio_range = 1e9;  // who measures drives along
    SeaTrial t(boat_, pond_, {}, far);
    if (from) t.set_state(*from);
    return t;
  }

  TrialResult& add(StandardTrial trial, const Text& name, const SeaLog& log) {
    out_.results.push_back(
        {.trial = trial, .name = name, .happenings = log.happenings, .course = thinned(log.samples)});
    return out_.results.back();
  }

  static void number(TrialResult& r, const Text& name, double value, Dimension dimension) {
    r.numbers.push_back({name, Quantity{value, dimension}, {}});
  }
  static void number(TrialResult& r, const Text& name, const std::optional<double>& value, Dimension dimension,
                     const Text& why_not) {
    r.numbers.push_back(
        {name, value ? std::optional(Quantity{*value, dimension}) : std::nullopt, value ? Text() : why_not});
  }

  /// The state of a boat that has run at a throttle until nothing changes, found once.
  const SeaVector& running() {
    if (running_) return *running_;
    SeaTrial t = at_sea();
    double before = -1.0;
    for (int i = 0; i < 30 && std::abs(t.now().surge - before) > 0.002 * std::max(0.2, t.now().surge); ++i) {
      before = t.now().surge;
      (void)sail(t, held(1.0), 1.5, 1.5);
    }
    running_ = t.state();
    return *running_;
  }

  void standing_start() {
    SeaTrial t = at_sea();
    const SeaLog log = sail(t, held(1.0), 12.0, 0.05);
    TrialResult& r = add(StandardTrial::standing_start, "Standing start", log);
    double top = 0.0, lift = 0.0, current = 0.0, low = 1e9;
    for (const SeaSample& s : log.samples) {
      top = std::max(top, s.surge), lift = std::max(lift, s.trim);
      current = std::max(current, s.motor_current), low = std::min(low, s.bow_freeboard);
    }
    number(r, "Speed after 12 s", log.samples.back().surge, Dimension::speed);
    number(r, "Time to nine tenths of it", time_to_speed(log.samples, 0.9 * top), Dimension::duration,
           "it gathers no way");
    number(r, "Highest bow on the way", lift, Dimension::angle);
    number(r, "Least freeboard of the bow", low, Dimension::length);
    number(r, "Highest current in a motor", current, Dimension::current);
  }

  void top_speed() {
    // Both ways: without wind and current they are the same, so the second is the first with the helm's own turn.
    SeaTrial t = at_sea(&running());
    const SeaLog log = sail(t, held(1.0), 6.0, 0.1);
    TrialResult& r = add(StandardTrial::top_speed, "Top speed", log);
    double sum = 0.0;
    for (const SeaSample& s : log.samples) sum += s.speed;
    const SeaSample& last = log.samples.back();
    number(r, "Mean over 6 s", sum / static_cast<double>(log.samples.size()), Dimension::speed);
    number(r, "Current", last.current, Dimension::current);
    number(r, "Motor's revolutions", last.motor_revolutions, Dimension::revolutions);
    number(r, "Trim", last.trim, Dimension::angle);
    number(r, "Heel", last.heel, Dimension::angle);
  }

  void hump() {
    // The throttle opens over half a minute; the hump is where trim is highest on the way.
    SeaTrial t = at_sea();
    constexpr double over = 30.0;
    const SeaLog log = sail(
        t,
        [](const SeaSample& s) {
          return Sticks{std::min(1.0, s.time / over), 0.0};
        },
        over, 0.1);
    TrialResult& r = add(StandardTrial::hump, "Over the hump", log);
    const SeaSample* highest = &log.samples.front();
    for (const SeaSample& s : log.samples)
      if (s.trim > highest->trim) highest = &s;
    const auto planing =
        std::find_if(log.samples.begin(), log.samples.end(), [](const SeaSample& s) { return s.planing; });
    number(r, "Highest trim", highest->trim, Dimension::angle);
    number(r, "at", highest->surge, Dimension::speed);
    number(r, "Throttle that planes", planing == log.samples.end() ? std::nullopt : std::optional(planing->throttle),
           Dimension::ratio, "it does not plane");
  }

  void coast_down() {
    SeaTrial t = at_sea(&running());
    const double from = t.now().surge;
    const SeaLog log = sail(t, held(0.0), 20.0, 0.05);
    TrialResult& r = add(StandardTrial::coast_down, "Coasting", log);
    std::optional<double> half;
    for (const SeaSample& s : log.samples)
      if (!half && s.surge <= 0.5 * from) half = s.time;
    number(r, "From", from, Dimension::speed);
    number(r, "Time to half of it", half, Dimension::duration, "not within 20 s");
    number(r, "Distance in 20 s", distance_sailed(log.samples), Dimension::length);
  }

  void circle() {
    const bool port = circle_as_ == StandardTrial::circle_port;
    const Text why = boat_.data().steering.by == SteeredBy::none ? Text("nothing steers it") : Text("it does not turn");
    TrialResult* r = nullptr;
    for (const double throttle : {1.0, 0.7, 0.4}) {
      SeaTrial t = at_sea(&running());
      const SeaLog log = sail(t, held(throttle, port ? -1.0 : 1.0), 14.0, 0.1);
      if (!r) r = &add(circle_as_, port ? Text("Circle to port") : Text("Circle to starboard"), log);
      const SeaSample& s = log.samples.back();
      std::optional<double> radius;
      if (std::abs(s.yaw_rate) > 1e-3 && !log.lost) radius = s.speed / std::abs(s.yaw_rate);
      number(*r, {"Radius at {0} of throttle", Quantity{throttle, Dimension::ratio}}, radius, Dimension::length, why);
      if (throttle == 1.0) {
        double heel = 0.0;
        for (const SeaSample& q : log.samples)
          if (std::abs(q.heel) > std::abs(heel)) heel = q.heel;
        number(*r, "Greatest heel", heel, Dimension::angle);
        number(*r, "Speed kept", log.samples.front().surge > 0.0 ? s.speed / log.samples.front().surge : 0.0,
               Dimension::ratio);
      }
    }
  }

  void stop() {
    SeaTrial t = at_sea(&running());
    std::optional<double> stopped;
    const SeaLog log = sail(t, held(-1.0), 10.0, 0.05);
    double way = 0.0;
    for (std::size_t i = 1; i < log.samples.size() && !stopped; ++i) {
      way += (log.samples[i].place - log.samples[i - 1].place).norm();
      if (log.samples[i].surge <= 0.05) stopped = log.samples[i].time;
    }
    TrialResult& r = add(StandardTrial::stop, "Full astern", log);
    number(r, "Time to a standstill", stopped, Dimension::duration, "not within 10 s");
    number(r, "Distance to it", stopped ? std::optional(way) : std::nullopt, Dimension::length, "not within 10 s");
  }

  /// Laps by the sticks until the usable charge is gone; the state then is kept for the soak.
  void endurance() {
    SeaTrial t = at_sea();
    const Drive& d = boat_.drive();
    const double cruise = d.throttle > 0.0 ? std::min(1.0, d.cruise_throttle / d.throttle) : 1.0;
    const double share = d.full_share;
    // A minute of both in turn, round a lap with a turn at each end.
    const Pilot pilot = [=](const SeaSample& s) {
      const double in = std::fmod(s.time, 60.0);
      return Sticks{in < 60.0 * share ? 1.0 : cruise, std::fmod(s.time, 15.0) < 2.0 ? 0.5 : 0.0};
    };
    SeaLog log;
    constexpr double leg = 30.0, longest = 7200.0;
    while (t.now().time < longest && !t.lost() && !t.happened(SeaEvent::battery_empty) &&
           !t.happened(SeaEvent::cuts_out) && !t.happened(SeaEvent::burns)) {
      const SeaLog part = sail(t, pilot, leg, 1.0);
      log.samples.insert(log.samples.end(), part.samples.begin() + (log.samples.empty() ? 0 : 1), part.samples.end());
      if (go_on_ && !go_on_(7.0 / 11.0)) {
        out_.stopped = true;
        break;
      }
    }
    log.happenings = t.happenings();
    TrialResult& r = add(StandardTrial::endurance, "Endurance", log);
    number(r, "Run time", t.now().time, Dimension::duration);
    number(r, "Distance", distance_sailed(log.samples), Dimension::length);
    double winding = 0.0, esc = 0.0, battery = 0.0;
    for (const SeaSample& s : log.samples)
      winding = std::max(winding, s.winding), esc = std::max(esc, s.esc), battery = std::max(battery, s.battery);
    number(r, "Highest winding", winding, Dimension::temperature);
    number(r, "Highest ESC", esc, Dimension::temperature);
    number(r, "Highest battery", battery, Dimension::temperature);
    number(r, "Water aboard", t.now().aboard, Dimension::volume);
    after_run_ = t.state();
  }

  void hot_soak() {
    SeaVector warm = *after_run_;
    warm[S::charge] = 0.0;  // that it is used up was told
    SeaTrial t = at_sea(&warm);
    const double can = t.now().can;
    const SeaLog log = sail(t, held(0.0), 180.0, 1.0);
    TrialResult& r = add(StandardTrial::hot_soak, "Soak after the stop", log);
    double highest = can;
    for (const SeaSample& s : log.samples) highest = std::max(highest, s.can);
    number(r, "Can when it stops", can, Dimension::temperature);
    number(r, "Highest after", highest, Dimension::temperature);
    number(r, "After 3 min", log.samples.back().can, Dimension::temperature);
  }

  void swamped() {
    const SeaBoatData& d = boat_.data();
    SeaVector s = boat_.at_rest();
    double room = 0.0;
    for (const SeaBay& b : d.bays) room += b.volume;
    // Half as much water as the boat weighs, as far as it floats with it.
    const double aboard = std::min(
        {0.5 * room, 0.6 * std::max(0.0, d.least_freeboard) * d.waterplane, 0.5 * d.turning.mass / d.turning.density});
    for (std::size_t i = 0; i < d.bays.size() && room > 0.0; ++i) s[S::bays + i] = aboard * d.bays[i].volume / room;
    SeaTrial t = at_sea(&s);
    const SeaLog log = sail(t, held(0.5), 20.0, 0.2);
    TrialResult& r = add(StandardTrial::swamped, "Half swamped, at half throttle", log);
    number(r, "Water aboard", aboard, Dimension::volume);
    number(r, "Speed", log.samples.back().surge, Dimension::speed);
    number(r, "Freeboard of the bow", log.samples.back().bow_freeboard, Dimension::length);
    number(r, "In hand when full of water", d.swamped_reserve, Dimension::mass, "it is not known what its parts carry");
  }

  void righting() {
    SeaVector s = boat_.at_rest();
    s[S::heel] = radians(100.0);
    // Laid over, not driven: is it back within ten seconds?
    SeaTrial t = at_sea(&s);
    SeaLog log;
    std::optional<double> back;
    for (int i = 0; i < 200 && !back; ++i) {
      t.advance({});
      log.samples.push_back(t.now());
      if (std::abs(std::remainder(t.now().heel, 2.0 * pi)) < radians(20.0)) back = t.now().time;
      if (t.lost()) break;
    }
    TrialResult& r = add(StandardTrial::righting, "Laid over to 100 degrees", log);
    number(r, "Upright again after", back, Dimension::duration, "it stays over");
  }

  const SeaBoat& boat_;
  const std::function<bool(double)>& go_on_;
  Pond pond_ = open_water();
  StandardTrial circle_as_ = StandardTrial::circle_port;
  std::optional<SeaVector> running_, after_run_;
  StandardTrials out_;
};

}  // namespace

const TrialResult* StandardTrials::find(StandardTrial trial) const {
  for (const TrialResult& r : results)
    if (r.trial == trial) return &r;
  return nullptr;
}

StandardTrials standard_trials(const SeaBoat& boat, const std::function<bool(double)>& go_on) {
  return Trials(boat, go_on).take();
}

}  // namespace plucky
