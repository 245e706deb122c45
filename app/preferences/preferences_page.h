// What the builder likes: units, look, language, autosave. Shown in the inspector; takes effect at once.
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
  void language_chosen();  ///< settings::language() has changed and is spoken from now on
  void autosave_chosen();  ///< settings::autosave_delay() has changed
  void done();

 private:
  QComboBox *units_, *look_, *language_;
  QuantityEdit* autosave_;
};

}  // namespace plucky::app
