// The user guide, docs/guide.md as it ships inside the program.
#pragma once

#include <QWidget>

namespace plucky::app {

/// Opens the guide in a window of its own, or brings it to the front; at the chapter with this heading where there is
/// one.
void show_guide(QWidget* parent, const QString& chapter = {});

}  // namespace plucky::app
