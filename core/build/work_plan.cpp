#include "build/work_plan.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <map>

#include "base/key_table.h"

namespace plucky {

namespace {

constexpr std::array work_kinds{
    KeyRow<WorkKind>{WorkKind::print, "print", "print"},       KeyRow<WorkKind>{WorkKind::cut, "cut", "cut"},
    KeyRow<WorkKind>{WorkKind::prepare, "prepare", "prepare"}, KeyRow<WorkKind>{WorkKind::glue, "glue", "glue"},
    KeyRow<WorkKind>{WorkKind::coat, "coat", "coat"},          KeyRow<WorkKind>{WorkKind::fit, "fit", "fit"},
    KeyRow<WorkKind>{WorkKind::solder, "solder", "solder"},    KeyRow<WorkKind>{WorkKind::test, "test", "test"},
};

/// Where the given tasks are, and which of them wait for which.
class Network {
 public:
  explicit Network(std::vector<WorkTask>& tasks) : tasks_(tasks) {
    for (std::size_t i = 0; i < tasks.size(); ++i) {
      const WorkTask& t = tasks[i];
      if (!(std::isfinite(t.hands) && t.hands >= 0.0 && std::isfinite(t.machine) && t.machine >= 0.0))
        throw InvalidInput(t.key, "should take no negative time");
      if (!places_.emplace(t.key, i).second) throw InvalidInput(t.key, "is the key of two tasks");
    }
    for (WorkTask& t : tasks)
      std::erase_if(t.needs, [&](const WorkNeed& n) { return places_.count(n.task) == 0 || n.task == t.key; });
  }

  [[nodiscard]] std::size_t place(const std::string& key) const { return places_.at(key); }

  /// Tasks that wait for one another all round, the first of them again at the end; empty: there are none.
  [[nodiscard]] std::vector<std::size_t> circle() const {
    enum class Seen { no, on_the_way, done };
    std::vector<Seen> seen(tasks_.size(), Seen::no);
    std::vector<std::size_t> way, found;
    const std::function<bool(std::size_t)> visit = [&](std::size_t i) {
      if (seen[i] == Seen::done) return false;
      if (seen[i] == Seen::on_the_way) {
        found.assign(std::find(way.begin(), way.end(), i), way.end());
        found.push_back(i);
        std::reverse(found.begin(), found.end());  // from what is needed to what needs it
        return true;
      }
      seen[i] = Seen::on_the_way;
      way.push_back(i);
      for (const WorkNeed& n : tasks_[i].needs)
        if (visit(place(n.task))) return true;
      way.pop_back();
      seen[i] = Seen::done;
      return false;
    };
    for (std::size_t i = 0; i < tasks_.size(); ++i)
      if (visit(i)) return found;
    return {};
  }

  /// Takes a need that yields out of a circle; false: it has none.
  bool yield(const std::vector<std::size_t>& circle) {
    for (std::size_t k = 0; k + 1 < circle.size(); ++k) {
      std::vector<WorkNeed>& needs = tasks_[circle[k + 1]].needs;
      const auto wish = std::find_if(needs.begin(), needs.end(),
                                     [&](const WorkNeed& n) { return n.yields && n.task == tasks_[circle[k]].key; });
      if (wish == needs.end()) continue;
      needs.erase(wish);
      return true;
    }
    return false;
  }

  /// Each after all it needs, else as given.
  [[nodiscard]] std::vector<std::size_t> order() const {
    std::vector<std::size_t> out;
    std::vector<bool> taken(tasks_.size(), false);
    const std::function<void(std::size_t)> take = [&](std::size_t i) {
      if (taken[i]) return;
      taken[i] = true;
      for (const WorkNeed& n : tasks_[i].needs) take(place(n.task));
      out.push_back(i);
    };
    for (std::size_t i = 0; i < tasks_.size(); ++i) take(i);
    return out;
  }

 private:
  std::vector<WorkTask>& tasks_;
  std::map<std::string, std::size_t> places_;
};

void time_tasks(WorkPlan& plan, double celsius) {
  std::map<std::string, std::size_t> places;
  for (std::size_t i = 0; i < plan.tasks.size(); ++i) places[plan.tasks[i].key] = i;
  const auto wait = [&](std::size_t i, bool full) { return wait_after(plan.tasks[i], full, celsius); };
  plan.times.resize(plan.tasks.size());
  for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
    const WorkTask& task = plan.tasks[i];
    WorkTimes& t = plan.times[i];
    for (const WorkNeed& n : task.needs) {
      const WorkTimes& before = plan.times[places.at(n.task)];
      t.start = std::max(t.start, n.full ? before.full : before.ready);
    }
    t.finish = t.start + task.hands + task.machine;
    t.ready = t.finish + wait(i, false);
    t.full = t.finish + wait(i, true);
    plan.length = std::max(plan.length, t.ready);
    plan.hands += task.hands;
    if (task.product && !cure_at(*task.product, celsius)) plan.not_hardening.insert(*task.product);
  }
  for (std::size_t i = plan.tasks.size(); i-- > 0;)
    plan.times[i].latest = plan.length - wait(i, false) - plan.tasks[i].hands - plan.tasks[i].machine;
  for (std::size_t i = plan.tasks.size(); i-- > 0;)
    for (const WorkNeed& n : plan.tasks[i].needs) {
      const std::size_t before = places.at(n.task);
      const WorkTask& task = plan.tasks[before];
      double& latest = plan.times[before].latest;
      latest = std::min(latest, plan.times[i].latest - wait(before, n.full) - task.hands - task.machine);
    }
}

}  // namespace

const char* work_kind_key(WorkKind kind) {
  return row_of(work_kinds, kind).key;
}
const char* work_kind_name(WorkKind kind) {
  return row_of(work_kinds, kind).name;
}

const WorkTask* WorkPlan::find(const std::string& key) const {
  const auto it = std::find_if(tasks.begin(), tasks.end(), [&](const WorkTask& t) { return t.key == key; });
  return it == tasks.end() ? nullptr : &*it;
}

double wait_after(const WorkTask& task, bool full, double celsius) {
  if (!task.product) return 0.0;
  const auto cure = cure_at(*task.product, celsius);
  return !cure ? 0.0 : full ? cure->full : cure->handle;
}

WorkPlan order_of_work(std::vector<WorkTask> tasks, double celsius) {
  WorkPlan plan;
  Network network(tasks);
  for (auto circle = network.circle(); !circle.empty(); circle = network.circle()) {
    std::vector<std::string> keys;
    for (const std::size_t i : circle) keys.push_back(tasks[i].key);
    if (!network.yield(circle)) {
      std::string names;
      for (const std::string& k : keys) names += (names.empty() ? "" : ", ") + k;
      throw InvalidInput("plan", Text("waits for itself all round: {0}", names));
    }
    plan.circles.push_back(std::move(keys));
  }
  for (const std::size_t i : network.order()) plan.tasks.push_back(tasks[i]);
  time_tasks(plan, celsius);
  return plan;
}

}  // namespace plucky
