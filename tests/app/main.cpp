// Drives the real widgets, without a screen unless one is asked for.
#include <gtest/gtest.h>

#include <QTemporaryDir>

#include "theme/theme.h"
#include "window/application.h"

int main(int argc, char** argv) {
  if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
  testing::InitGoogleTest(&argc, argv);
  // Settings, own parts and autosaves of the tests go into a folder of their own.
  QTemporaryDir home;
  for (const char* where : {"XDG_CONFIG_HOME", "XDG_DATA_HOME"}) qputenv(where, home.filePath(where).toUtf8());
  plucky::app::Application application(argc, argv);
  QApplication::setApplicationName("plucky-hull");
  plucky::app::set_dark(false);
  return RUN_ALL_TESTS();
}
