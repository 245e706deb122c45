// Content that may be taller than its place.
#pragma once

#include <QScrollArea>

namespace plucky::app {

/// Frameless, as wide as its place, scrolled up and down alone.
[[nodiscard]] inline QScrollArea* scrolled(QWidget* content, QWidget* parent) {
  auto* scroll = new QScrollArea(parent);
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setWidget(content);
  return scroll;
}

}  // namespace plucky::app
