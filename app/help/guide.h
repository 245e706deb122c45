// The user guide, docs/guide.md as it ships inside the program.
#pragma once

#include <QWidget>

namespace plucky::app {

/// Opens the guide in a window of its own, or brings it to the front.
void show_guide(QWidget* parent);

}  // namespace plucky::app
