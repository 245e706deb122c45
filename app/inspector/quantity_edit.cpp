#include "inspector/quantity_edit.h"

#include <QKeyEvent>
#include <QRegularExpression>

#include "base/error.h"

namespace plucky::app {

QuantityEdit::QuantityEdit(Session* session, Dimension dimension, const QString& name, QWidget* parent)
    : QLineEdit(parent), session_(session), dimension_(dimension) {
  setAccessibleName(name);
  connect(this, &QLineEdit::editingFinished, this, &QuantityEdit::finish);
  connect(session_, &Session::units_changed, this, &QuantityEdit::show_value);
}

void QuantityEdit::set_nothing(const QString& hint) {
  setPlaceholderText(hint);
  value_ = 0.0;
  nothing_ = true;
  if (!(hasFocus() && isModified())) show_value();
}

void QuantityEdit::set_value(double si) {
  value_ = si;
  nothing_ = false;
  if (!(hasFocus() && isModified())) show_value();
}

void QuantityEdit::show_value() {
  setText(nothing_ ? QString() : session_->shown(Quantity{value_, dimension_}));
  setCursorPosition(0);
  setModified(false);
}

void QuantityEdit::finish() {
  if (!isModified()) return;
  try {
    if (text().trimmed().isEmpty() && !placeholderText().isEmpty()) {
      set_nothing(placeholderText());
      show_value();
      emit cleared();
      return;
    }
    // A number alone is in the unit that stood there: seconds where seconds were shown.
    static const QRegularExpression bare(R"(^[\s0-9.,/+\x{2212}-]+$)");
    QString typed = text();
    if (!nothing_ && bare.match(typed).hasMatch())
      typed += " " + QString::fromStdString(plucky::show({value_, dimension_}, session_->units()).unit);
    const double si = parse_quantity(typed.toStdString(), dimension_, session_->units());
    show_value();  // the edit may be refused; an accepted one comes back through set_value()
    emit entered(si);
  } catch (const InvalidInput& e) {
    show_value();
    session_->refuse(tr("%1: %2. The old value stays.").arg(accessibleName(), session_->said(e.reason())));
  }
}

void QuantityEdit::keyPressEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_Escape && isModified()) {
    show_value();
    return;
  }
  QLineEdit::keyPressEvent(event);
}

}  // namespace plucky::app
