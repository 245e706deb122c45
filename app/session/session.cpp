#include "session/session.h"

#include <algorithm>

#include "assessment/places.h"
#include "assessment/rules.h"
#include "base/error.h"
#include "io/project_file.h"

namespace plucky::app {

Session::Session(QObject* parent) : QObject(parent) {
  now_ = assess(Project{}, Care::full);
  saved_ = project();
  floods_.setSingleShot(true);
  floods_.setInterval(120);
  connect(&floods_, &QTimer::timeout, this, &Session::follow_with_water);
}

std::shared_ptr<const Assessment> Session::assess(const Project& project, Care care) {
  return std::make_shared<const Assessment>(assessor_.assess(project, care));
}

bool Session::attempt(const std::function<void()>& work) {
  QString why;
  try {
    work();
    return true;
  } catch (const InvalidInput& e) {
    why = said(e.sentence());
  } catch (const std::bad_alloc&) {
    why = tr("There is not enough memory for this. The boat is as it was.");
  } catch (const std::exception& e) {
    why = tr("This could not be computed (%1). The boat is as it was.").arg(e.what());
  }
  assessor_ = Assessor();  // it may have been left half way
  emit refused(why);
  return false;
}

void Session::show_state(std::shared_ptr<const Assessment> next) {
  now_ = std::move(next);
  peek_.reset();
  trial_.consider(now_);
  if (std::any_of(selected_.begin(), selected_.end(), [&](Id id) { return !exists(project(), id); })) {
    std::vector<Id> left = selected_;
    std::erase_if(left, [&](Id id) { return !exists(project(), id); });
    select_all(std::move(left));
  }
  emit changed();
}

bool Session::perform(const Edit& edit) {
  if (dragging()) end_drag();
  std::shared_ptr<const Assessment> assessed;
  const bool done = attempt([&] {
    const Project next = apply(project(), edit);
    if (!(next == project())) assessed = assess(next, Care::full);
  });
  if (!done || !assessed) return done;
  undo_.push_back({project(), edit.label});
  redo_.clear();
  before_ = now_;
  last_edit_ = edit.label;
  show_state(std::move(assessed));
  return true;
}

void Session::put_aboard(const Part& part) {
  const Id id = project().next_id;
  if (perform(plucky::put_aboard(now(), part))) select(id);
}

void Session::begin_drag() {
  if (!dragging()) drag_start_ = now_;
  drag_label_ = {};
}

bool Session::preview(const Edit& edit) {
  if (!dragging()) return false;
  std::shared_ptr<const Assessment> assessed;
  const bool done = attempt([&] {
    const Project next = apply(drag_start_->project, edit);
    if (!(next == project())) assessed = assess(next, Care::in_a_drag);
  });
  if (!done || !assessed) return done;
  before_ = drag_start_;
  drag_label_ = last_edit_ = edit.label;
  show_state(std::move(assessed));
  if (!floods_.isActive()) floods_.start();
  return true;
}

void Session::follow_with_water() {
  if (!dragging() || !now_->seal.stale) return;
  std::shared_ptr<const Assessment> followed;
  if (!attempt([&] { followed = std::make_shared<const Assessment>(with_floods(*now_)); })) return;
  assessor_.keep_floods(followed->seal);
  show_state(std::move(followed));
}

void Session::end_drag() {
  if (!dragging()) return;
  std::shared_ptr<const Assessment> assessed;
  if (drag_start_->project == project()) return drag_start_.reset();
  if (!attempt([&] { assessed = assess(project(), Care::full); })) return cancel_drag();
  const auto start = std::exchange(drag_start_, nullptr);
  undo_.push_back({start->project, drag_label_});
  redo_.clear();
  show_state(std::move(assessed));
}

void Session::cancel_drag() {
  if (!dragging()) return;
  const auto start = std::exchange(drag_start_, nullptr);
  before_ = nullptr;
  last_edit_ = {};
  assessor_.keep_floods(start->seal);
  show_state(start);
}

void Session::travel(std::vector<Step>& from, std::vector<Step>& to) {
  cancel_drag();
  if (from.empty()) return;
  std::shared_ptr<const Assessment> assessed;
  if (!attempt([&] { assessed = assess(from.back().project, Care::full); })) return;
  const Step step = std::move(from.back());
  from.pop_back();
  to.push_back({project(), step.label});
  before_ = now_;
  last_edit_ = as_said((&from == &undo_ ? tr("undone: %1") : tr("redone: %1")).arg(said(step.label)));
  show_state(std::move(assessed));
}

void Session::undo() {
  travel(undo_, redo_);
}
void Session::redo() {
  travel(redo_, undo_);
}
QString Session::undo_label() const {
  return undo_.empty() ? QString() : said(undo_.back().label);
}
QString Session::redo_label() const {
  return redo_.empty() ? QString() : said(redo_.back().label);
}

void Session::peek(const Edit& edit) {
  if (dragging()) return;
  try {
    peek_ = assess(apply(project(), edit), Care::in_a_drag);
    emit seen_changed();
  } catch (const std::exception&) {
    assessor_ = Assessor();
    stop_peeking();  // doing it will say why
  }
}

void Session::stop_peeking() {
  if (!peek_) return;
  peek_.reset();
  emit seen_changed();
}

void Session::pin(const QString& name) {
  pins_.push_back({name.isEmpty() ? tr("Pin %1").arg(++pins_made_) : name, now_});
  if (pins_.size() > most_pins) pins_.erase(pins_.begin());
  emit changed();
}

void Session::unpin(std::size_t index) {
  if (index >= pins_.size()) return;
  pins_.erase(pins_.begin() + static_cast<std::ptrdiff_t>(index));
  emit changed();
}

void Session::unpin_all() {
  pins_.clear();
  emit changed();
}

void Session::adopt_pin(std::size_t index) {
  if (index >= pins_.size()) return;
  const Pin pin = pins_[index];
  perform({as_said(tr("Adopt %1").arg(pin.name)), ReplaceBoat{std::make_shared<const Project>(pin.state->project)}});
}

void Session::select(Id id) {
  select_all(id == 0 ? std::vector<Id>{} : std::vector<Id>{id});
}

void Session::toggle(Id id) {
  std::vector<Id> next = selected_;
  if (std::erase(next, id) == 0) next.push_back(id);
  select_all(std::move(next));
}

void Session::select_all(std::vector<Id> ids) {
  if (ids == selected_) return;
  selected_ = std::move(ids);
  emit selection_changed();
}

bool Session::is_selected(Id id) const {
  return std::find(selected_.begin(), selected_.end(), id) != selected_.end();
}

QString Session::selected_words() const {
  const std::vector<Part> parts = selected_parts();
  return parts.size() == 1 ? QString::fromStdString(parts.front().name)
                           : said(counted("{0} part", "{0} parts", parts.size()));
}

std::vector<Part> Session::selected_parts() const {
  std::vector<Part> parts;
  for (const Id id : selected_)
    if (const Part* p = project().layout.find(id)) parts.push_back(*p);
  return parts;
}

void Session::set_units(UnitSystem units) {
  if (units_ == units) return;
  units_ = units;
  emit units_changed();
  emit changed();
}

void Session::adopt(const Project& project, const QString& path) {
  auto assessed = assess(project, Care::full);
  drag_start_.reset();
  before_.reset();
  pins_.clear();
  pins_made_ = 0;
  peek_.reset();
  undo_.clear();
  redo_.clear();
  last_edit_ = {};
  path_ = path;
  stamp_ = path.isEmpty() ? FileStamp{} : stamp_of(path.toStdString());
  saved_ = project;
  selected_.clear();
  now_ = std::move(assessed);
  trial_.consider(now_);
  emit selection_changed();
  emit boat_replaced();
  emit changed();
}

void Session::adopt_recovered(const Project& project, const QString& path) {
  adopt(project, path);
  saved_ = Project{};  // nothing on disk is this state
  emit changed();
}

bool Session::open(const QString& path) {
  return attempt([&] {
    const FileStamp stamp = stamp_of(path.toStdString());  // before it is read: what is written meanwhile differs
    adopt(load_project(path.toStdString()), path);
    stamp_ = stamp;
  });
}

bool Session::save(const QString& path) {
  return attempt([&] {
    save_project(project(), path.toStdString());
    path_ = path;
    stamp_ = stamp_of(path.toStdString());
    saved_ = project();
    emit changed();
  });
}

bool Session::changed_on_disk() const {
  const FileStamp there = path_.isEmpty() ? FileStamp{} : stamp_of(path_.toStdString());
  return !(there == FileStamp{}) && !(there == stamp_);
}

}  // namespace plucky::app
