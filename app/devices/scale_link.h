// The line to a bench scale: opens a serial port, listens, tells readings and troubles in words.
#pragma once

#include <QObject>
#include <QTimer>

#include "io/scale_line.h"

class QSerialPort;

namespace plucky::app {

class ScaleLink : public QObject {
  Q_OBJECT

 public:
  explicit ScaleLink(QObject* parent = nullptr);
  ~ScaleLink() override;

  void open(const QString& port, int baud);
  void close();
  /// Asks the scale to call what is on it zero.
  void tare();
  [[nodiscard]] bool is_open() const;
  [[nodiscard]] const ScaleListener& listener() const { return listener_; }
  /// Forgets readings of the thing just taken.
  void next() { listener_.next(); }
  /// How the line stands, in words.
  [[nodiscard]] QString words() const { return words_; }
  [[nodiscard]] bool trouble() const { return trouble_; }

 signals:
  void heard();          ///< a reading came in
  void state_changed();  ///< words() and trouble()

 private:
  void take_bytes();
  void tell(const QString& words, bool trouble);

  QSerialPort* port_;
  ScaleListener listener_;
  QTimer silence_;
  QString words_;
  bool trouble_ = false;
};

}  // namespace plucky::app
