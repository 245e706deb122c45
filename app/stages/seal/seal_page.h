// Ways in for water: the register, how each is sealed, walls, bilge, electronics.
#pragma once

#include <functional>
#include <string>

#include "inspector/form.h"
#include "sealing/report.h"

namespace plucky::app {

class LeakBath;

class SealPage : public Page {
  Q_OBJECT

 public:
  explicit SealPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;
  /// Shows how this way in is sealed; nothing for a key that is not there.
  void choose_opening(const std::string& key);

 signals:
  /// Another way in is looked at; empty for none.
  void opening_chosen(const std::string& key);

 private:
  void change(const QString& what, const std::function<void(Sealing&)>& how);
  /// Changes how the chosen opening is sealed; what followed the usual practice is written down with it.
  void change_choice(const QString& what, const std::function<void(SealChoice&)>& how);
  void add_facts();
  void add_register();
  void add_choice();
  void add_walls_and_bilge();
  void add_shields();
  void fill_facts();
  void fill_register();
  void fill_choice();
  void fill_shields();
  void tell_shield();
  [[nodiscard]] const SealOpening* chosen() const;
  /// What the linkage asks of a rod's bellows, in words; empty for everything else.
  [[nodiscard]] QString boot_words(const SealOpening& opening) const;

  QLabel *budget_, *time_, *pump_, *title_, *heights_, *needs_, *fails_, *other_, *shield_note_;
  QTreeWidget *register_, *shields_;
  QComboBox *method_, *condition_, *shield_;
  QuantityEdit *clearance_, *length_, *ring_, *depth_, *width_, *screws_, *grease_, *perimeters_, *trigger_,
      *bilge_flow_, *bilge_head_;
  QCheckBox *spring_, *pair_, *inside_, *outside_;
  LeakBath* bath_;
  std::string key_;
  bool filling_ = false;
};

}  // namespace plucky::app
