// What the boat is made of, in the order of making: what there is to make, the solids, their files; then cuts, joints,
// printer, sheets.
#pragma once

#include <functional>
#include <memory>
#include <vector>

#include "inspector/form.h"
#include "stages/build/batch_clocks.h"
#include "stages/build/made_solids.h"

namespace plucky::app {

class BuildPage : public Page {
  Q_OBJECT

 public:
  explicit BuildPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;
  /// Writes what there is to make into a folder: "stl", "3mf" (sections), "dxf", "svg", "pdf" (panels). Tells when it
  /// cannot; gives how many files were written.
  int export_to(const QString& folder, const QString& format);
  /// Writes the hull's outlines as templates: "dxf", "svg", else PDF. The same.
  int export_outlines(const QString& folder, const QString& format);
  /// Writes test pieces for the printer, the hull's widest ring where its solids are worked out. The same.
  int export_tests(const QString& folder, const QString& format);
  /// Writes the dates of the work as iCalendar; false when it cannot, and tells.
  bool write_calendar(const QString& file);
  [[nodiscard]] const MadeSolids* solids() const { return solids_->get(); }

 private:
  void add_sections();
  void add_cuts();
  void add_panels();
  void add_sheets();
  // In printer_rows.cpp.
  void add_printer();
  void add_mould();
  [[nodiscard]] const SectionPlan* chosen_section() const;  ///< null: there are none
  // In clock_rows.cpp.
  void add_clocks();
  void fill_clocks();
  // In work_rows.cpp.
  void add_work();
  void add_wishes();
  void fill_work();
  void fill_sections();
  void fill_panels();
  void fill_sheets();
  void fill_solids();
  void change(const QString& what, const std::function<void(BuildDesign&)>& how);
  /// A number of the build design in a row of its own.
  QuantityEdit* number(const QString& label, const char* name, Dimension dimension,
                       const std::function<double&(BuildDesign&)>& of);
  void lay_out_pieces();
  void ask_and_export();
  int export_sections(const QString& folder, const QString& format);
  int export_panels(const QString& folder, const QString& format);
  [[nodiscard]] int chosen_cut() const;
  [[nodiscard]] QString size_words(double length, double width) const;

  BatchClocks clocks_{this};
  QComboBox* batch_;
  QTreeWidget* batches_;
  QPushButton* drop_batch_;
  QLabel* next_;
  QPushButton *done_, *add_wish_, *drop_wish_, *write_calendar_;
  QLineEdit* start_;
  QComboBox *trouble_, *glue_, *wish_first_, *wish_then_;
  QTreeWidget* wishes_;
  QLabel *words_, *state_;
  QTreeWidget *sections_, *panels_, *sheets_;
  QPushButton *work_, *export_, *add_cut_, *drop_cut_, *add_sheet_, *drop_sheet_, *lay_out_;
  QComboBox *format_, *paper_, *way_, *joint_;
  QuantityEdit *real_time_, *real_mass_, *cut_, *sheet_length_, *sheet_width_, *sheet_thickness_, *sheet_count_;
  struct Number {
    QuantityEdit* edit;
    std::function<double&(BuildDesign&)> of;
  };
  std::vector<Number> numbers_;
  SectionHeading *cuts_section_, *printer_section_, *mould_section_, *sheets_section_;
  std::vector<QWidget*> printed_only_, fold_only_;
  QCheckBox *one_sheet_, *corners_, *strips_, *least_support_;
  SolidsAtHand* solids_;
  bool filling_ = false;
};

}  // namespace plucky::app
