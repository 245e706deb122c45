// The line to a device that sends a run as it goes: a GPS receiver, a telemetry logger. In: a serial port. Out: what
// has come in so far as text, and how the line stands. What comes in is read as a file of it would be.
#pragma once

#include <QObject>
#include <QTimer>
#include <string>

class QSerialPort;

namespace plucky::app {

class LogLink : public QObject {
  Q_OBJECT

 public:
  explicit LogLink(QObject* parent = nullptr);
  ~LogLink() override;
  /// False where the port cannot be opened; words() says why.
  bool open(const QString& port, int baud);
  void close();
  [[nodiscard]] bool is_open() const;
  /// As it was asked for.
  [[nodiscard]] const QString& port() const { return name_; }
  /// All that came since it was opened.
  [[nodiscard]] const std::string& heard() const { return heard_; }
  [[nodiscard]] QString words() const { return words_; }

 signals:
  void more();           ///< a second has passed in which something came in
  void state_changed();  ///< words(), is_open()

 private:
  void tell(const QString& words);
  QSerialPort* port_;
  QTimer second_, silence_;
  std::string heard_;
  std::size_t told_ = 0;
  QString name_, words_;
};

}  // namespace plucky::app
