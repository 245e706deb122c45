// Logs of real runs: opened, cleaned, read off, held against the boat, and the model brought to them. In: files. Out: a
// page of the shelf: readings, curves, a calibration to adopt.
#pragma once

#include <QTemporaryDir>
#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include "devices/log_link.h"
#include "devices/practice_device.h"
#include "io/log_presets.h"
#include "shelf/shelf_page.h"
#include "trial/calibrate.h"
#include "trial/log_reading.h"
#include "trial/rerun.h"

class QComboBox;
class QDoubleSpinBox;
class QPushButton;
class QStackedWidget;
class QTableWidget;

namespace plucky::app {

class LogColumns;
class TrackPicture;

class LogView : public ShelfPage {
  Q_OBJECT

 public:
  LogView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] QCustomPlot* plot() const override { return plot_; }
  /// Reads a log in a job of the session's; a refusal tells why. A table whose columns are not sure is shown first,
  /// unless one like it was confirmed before. `join`: as more of the run at hand.
  void open(const QString& path, bool join = false);
  [[nodiscard]] const LogReport* report() const;
  /// Follows a device's line; false where it cannot be opened.
  bool listen_to(const QString& port, int baud = 9600);
  [[nodiscard]] LogLink* link() { return &link_; }
  /// Listens to a stand-in that plays a virtual lap of this boat.
  void practise(const QString& kind);
  [[nodiscard]] const Calibration* calibration() const { return calibration_ ? &*calibration_ : nullptr; }

 private:
  struct Run {
    QString name;
    Recording recording;
    LogReport report;
    Recording clean;  ///< as it is read off
    std::vector<Text> notes;
    Blob bytes;                       ///< the file as it was; empty where it is too large to keep
    QString path;                     ///< of the file; empty of what came over a line or from two files
    std::optional<LogFormat> format;  ///< of a table
    std::optional<Recording> model;   ///< what the model does with the same sticks
    std::vector<ChannelDeviation> apart;
    /// Takes over what was read of it.
    void take(ReadLog read, std::string text, const LogBoat& boat);
  };
  /// What is to be read next.
  struct Wanted {
    QString path;
    bool join = false, again = false;  ///< as more of the run at hand; in its place
  };
  void ask_and_open();
  void ask_and_join();
  void read(const Wanted& wanted, const std::optional<LogFormat>& format);
  void take_read(const Wanted& wanted, Run read);
  void show_columns();
  void columns_confirmed();
  [[nodiscard]] Run* at_hand();
  void read_again();
  void bring_to_runs();
  void adopt();
  void into_diary();
  void listen();
  void take_heard();
  void draw_series();
  void draw_model(const QVector<double>& time, const QVector<double>& turns);
  void draw_track();
  void fill_causes(const std::function<void(const QString& what, const QString& value, const QString& more,
                                            const QString& tip)>& add);
  void drop();
  void fill();
  void draw();
  [[nodiscard]] const Run* run() const;

  LogLink link_;
  PracticeDevice practice_{"plucky-standin-device"};
  QPushButton *open_, *join_, *columns_, *listen_, *track_, *diary_, *calibrate_, *adopt_, *drop_;
  QComboBox* runs_box_;
  QDoubleSpinBox* lag_;
  QTableWidget* table_;
  QCustomPlot* plot_;
  TrackPicture* track_picture_;
  QStackedWidget *side_, *body_;
  LogColumns* choose_;
  QComboBox* colour_;
  std::vector<Run> runs_;
  std::size_t listening_ = 0;  ///< the run that the line goes into, while or after it is open
  std::optional<Calibration> calibration_;
  std::vector<LoneCause> causes_;  ///< found with the calibration
  LogPresets presets_;
  Wanted wanted_;                                   ///< waits for its columns to be confirmed
  std::unique_ptr<QTemporaryDir> practice_folder_;  ///< from the first practice on
  bool filling_ = false;
};

}  // namespace plucky::app
