// The selected hatch, cabin, flood chamber, bulkhead, stringer, opening, rail or float: its measures, typed.
#pragma once

#include <vector>

#include "inspector/form.h"

namespace plucky::app {

/// Kinds of fittings that can be added, in menu order.
enum class Fitting { hatch, rail, bulkhead, stringer, cabin, flood_chamber, opening, rim, shell };
[[nodiscard]] QString fitting_name(Fitting kind);

/// A fitting of the project by its number, as the interface lists it.
struct FittingEntry {
  Id id;
  Fitting kind;
  QString name;
};
[[nodiscard]] std::vector<FittingEntry> fittings(const Project& project);
[[nodiscard]] bool is_fitting(const Project& project, Id id);

/// An edit that adds a fitting of a kind where it makes sense on this boat.
[[nodiscard]] Edit add_fitting(const Assessment& a, Fitting kind);
/// An edit that takes a fitting out.
[[nodiscard]] Edit remove_fitting(const Project& project, Id id);

class FittingPage : public Page {
  Q_OBJECT

 public:
  explicit FittingPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 private:
  struct Field {
    Fitting kind;
    QuantityEdit* edit;
    std::function<double(const Project&, Id)> get;
    std::function<Edit(const Project&, Id, double)> set;
    std::function<bool(const Project&, Id)> matters;
  };
  /// A number of the fitting that `of` finds in it; shown where it `matters`.
  template <class T>
  void add_field(Fitting kind, const QString& label, const std::function<double&(T&)>& of, Dimension dimension,
                 const std::function<bool(const T&)>& matters = {});
  template <class T>
  void add_field(Fitting kind, const QString& label, double T::*member, Dimension dimension = Dimension::length);
  template <class T>
  void set_flag(bool T::*member, bool on);

  QLabel* title_;
  QLineEdit* name_;
  std::vector<Field> fields_;
  QComboBox* family_;
  QCheckBox *sealed_, *aerial_, *port_, *both_sides_, *watertight_, *temporary_, *bumper_;
};

}  // namespace plucky::app
