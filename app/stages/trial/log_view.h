// Logs of real runs: opened, cleaned, read off, held against the boat, and the model brought to them. In: files. Out: a
// page of the shelf: readings, curves, a calibration to adopt.
#pragma once

#include <memory>
#include <optional>
#include <vector>

#include "devices/log_link.h"
#include "io/log_file.h"
#include "shelf/shelf_page.h"
#include "trial/calibrate.h"
#include "trial/log_reading.h"

class QComboBox;
class QDoubleSpinBox;
class QPushButton;
class QStackedWidget;
class QTableWidget;

namespace plucky::app {

class TrackPicture;

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
  /// Follows a device's line; false where it cannot be opened.
  bool listen_to(const QString& port, int baud = 9600);
  [[nodiscard]] LogLink* link() { return &link_; }
  [[nodiscard]] const Calibration* calibration() const { return calibration_ ? &*calibration_ : nullptr; }

 private:
  struct Run {
    QString name;
    Recording recording;
    LogReport report;
    Recording clean;  ///< as it is read off
    std::vector<Text> notes;
    Blob bytes;  ///< the file as it was; empty where it is too large to keep
    /// Takes over what was read of it.
    void take(ReadLog read, std::string text, const LogBoat& boat);
  };
  void ask_and_open();
  void read_again();
  void bring_to_runs();
  void adopt();
  void into_diary();
  void listen();
  void take_heard();
  void draw_model(const QVector<double>& time, const QVector<double>& turns);
  void draw_track();
  void drop();
  void fill();
  void draw();
  [[nodiscard]] const Run* run() const;

  LogLink link_;
  QPushButton *open_, *listen_, *track_, *diary_, *calibrate_, *adopt_, *drop_;
  QComboBox* runs_box_;
  QDoubleSpinBox* lag_;
  QTableWidget* table_;
  QCustomPlot* plot_;
  TrackPicture* track_picture_;
  QStackedWidget* side_;
  QComboBox* colour_;
  std::vector<Run> runs_;
  std::size_t listening_ = 0;  ///< the run that the line goes into, while or after it is open
  std::optional<Calibration> calibration_;
  bool filling_ = false;
};

}  // namespace plucky::app
