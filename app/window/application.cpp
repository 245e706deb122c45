#include "window/application.h"

#include <QAbstractSpinBox>
#include <QComboBox>
#include <QDebug>
#include <QScrollArea>
#include <QScrollBar>
#include <QSlider>
#include <exception>
#include <new>

namespace plucky::app {

Application::Application(int& argc, char** argv) : QApplication(argc, argv) {
  installEventFilter(this);
}

bool Application::eventFilter(QObject* receiver, QEvent* event) {
  if (event->type() != QEvent::Wheel) return false;
  const auto* field = qobject_cast<QWidget*>(receiver);
  if (!field || !(qobject_cast<QComboBox*>(receiver) || qobject_cast<QAbstractSpinBox*>(receiver) ||
                  qobject_cast<QSlider*>(receiver)))
    return false;
  for (QWidget* up = field->parentWidget(); up; up = up->parentWidget())
    if (const auto* page = qobject_cast<QScrollArea*>(up)) {
      sendEvent(page->verticalScrollBar(), event);
      return true;
    }
  return false;
}

bool Application::notify(QObject* receiver, QEvent* event) {
  QString why;
  try {
    return QApplication::notify(receiver, event);
  } catch (const std::bad_alloc&) {
    why = QObject::tr("There is not enough memory for this.");
  } catch (const std::exception& e) {
    why = QObject::tr("This could not be done: %1.").arg(QString::fromUtf8(e.what()));
  }
  if (tell_)
    tell_(why);
  else
    qWarning().noquote() << why;
  return false;
}

}  // namespace plucky::app
