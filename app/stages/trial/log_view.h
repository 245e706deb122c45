// Logs of real runs: opened, cleaned, read off, held against the boat, and the model brought to them. In: files. Out: a
// page of the shelf: readings, curves, a calibration to adopt.
#pragma once

#include <memory>
#include <optional>
#include <vector>

#include "io/log_file.h"
#include "shelf/shelf_page.h"
#include "trial/calibrate.h"
#include "trial/log_reading.h"

class QComboBox;
class QDoubleSpinBox;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class LogView : public ShelfPage {
  Q_OBJECT

 public:
  LogView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] QCustomPlot* plot() const override { return plot_; }
  /// Reads a log in a job of the session's; a refusal tells why.
  void open(const QString& path);
  [[nodiscard]] const LogReport* report() const;
  [[nodiscard]] const Calibration* calibration() const { return calibration_ ? &*calibration_ : nullptr; }

 private:
  struct Run {
    QString name;
    Recording recording;
    LogReport report;
    Recording clean;  ///< as it is read off
    std::vector<Text> notes;
    Blob bytes;  ///< the file as it was; empty where it is too large to keep
  };
  void ask_and_open();
  void read_again();
  void bring_to_runs();
  void adopt();
  void into_diary();
  void drop();
  void fill();
  void draw();
  [[nodiscard]] const Run* run() const;

  QPushButton *open_, *diary_, *calibrate_, *adopt_, *drop_;
  QComboBox* runs_box_;
  QDoubleSpinBox* lag_;
  QTableWidget* table_;
  QCustomPlot* plot_;
  std::vector<Run> runs_;
  std::optional<Calibration> calibration_;
  bool filling_ = false;
};

}  // namespace plucky::app
