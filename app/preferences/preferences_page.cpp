#include "preferences/preferences_page.h"

#include <QPushButton>

#include "settings/settings.h"
#include "words/language.h"

namespace plucky::app {

PreferencesPage::PreferencesPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Preferences"));
  units_ = choice(tr("Units"), {tr("metric: mm, g, km/h"), tr("inch: in, oz, mph")}, "pref_units");
  look_ = choice(tr("Colours"), {tr("as the desktop"), tr("paper and ink"), tr("night bench")}, "pref_look");
  QStringList names;
  for (const Language& l : languages()) names << l.name;
  language_ = choice(tr("Language"), names, "pref_language");
  autosave_ = quantity(tr("Autosave after"), Dimension::duration, "pref_autosave");
  note(
      tr("Every field takes any unit as typed: 3/16 in, 50 oz, 90 s. Work is kept beside the boat's file after so much "
         "quiet "
         "and offered again after a crash; the saved file is never touched by it."));
  auto* back = new QPushButton(tr("Back to the boat"), this);
  back->setObjectName("pref_back");
  back->setProperty("quiet", true);
  wide(back);
  connect(units_, &QComboBox::activated, this, [this](int i) {
    const UnitSystem u = i == 1 ? UnitSystem::inch : UnitSystem::metric;
    settings::set_units(u);
    session_->set_units(u);
  });
  connect(look_, &QComboBox::activated, this, [this](int i) {
    settings::set_look_choice(static_cast<settings::LookChoice>(i));
    emit look_chosen();
  });
  connect(language_, &QComboBox::activated, this, [this](int i) {
    const QString code = languages()[static_cast<std::size_t>(i)].code;
    if (code == spoken()) return;
    settings::set_language(code);
    speak(code);
    emit language_chosen();
  });
  connect(autosave_, &QuantityEdit::entered, this, [this](double s) {
    settings::set_autosave_delay(s);
    autosave_->set_value(settings::autosave_delay());
    emit autosave_chosen();
  });
  connect(back, &QPushButton::clicked, this, &PreferencesPage::done);
}

void PreferencesPage::refresh() {
  units_->setCurrentIndex(session_->units() == UnitSystem::inch ? 1 : 0);
  look_->setCurrentIndex(static_cast<int>(settings::look_choice()));
  const std::vector<Language> all = languages();
  for (std::size_t i = 0; i < all.size(); ++i)
    if (all[i].code == spoken()) language_->setCurrentIndex(static_cast<int>(i));
  autosave_->set_value(settings::autosave_delay());
}

}  // namespace plucky::app
