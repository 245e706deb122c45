// Drives the real widgets, without a screen unless one is asked for.
#include <gtest/gtest.h>

#include <QApplication>

#include "theme/theme.h"

int main(int argc, char** argv) {
  if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
  testing::InitGoogleTest(&argc, argv);
  QApplication application(argc, argv);
  plucky::app::set_dark(false);
  return RUN_ALL_TESTS();
}
