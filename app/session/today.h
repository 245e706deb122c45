// Which day it is: one place, so that everything dated agrees.
#pragma once

#include <QDate>
#include <string>

namespace plucky::app {

/// ISO day.
[[nodiscard]] inline std::string today() {
  return QDate::currentDate().toString(Qt::ISODate).toStdString();
}

}  // namespace plucky::app
