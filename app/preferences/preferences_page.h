// What the builder likes: units, look, autosave. Shown in the inspector; takes effect at once.
#pragma once

#include "inspector/form.h"

namespace plucky::app {

class PreferencesPage : public Page {
  Q_OBJECT

 public:
  explicit PreferencesPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 signals:
  void look_chosen();      ///< settings::look_choice() has changed
  void autosave_chosen();  ///< settings::autosave_delay() has changed
  void done();

 private:
  QComboBox *units_, *look_;
  QuantityEdit* autosave_;
};

}  // namespace plucky::app
