// What a stage gives to the window: its page, its charts and tables, what it draws on the board, its sheet of paper,
// where it shows what is selected or found. Each stage fills one in its own folder; stages/stages.cpp lists them.
#pragma once

#include <QString>
#include <functional>
#include <optional>
#include <vector>

#include "board/layers.h"

namespace plucky::app {

class Board;
class OwnParts;
class Page;
class Sheet;
class ShelfPage;

/// What the window lends to a stage's pages.
struct StageHost {
  Session* session;
  OwnParts* own_parts;
  Board* board;
  std::function<void(const QString& words, bool trouble)> say;
  std::function<void(Stage)> choose_stage;
};

/// A chart or table of the shelf.
struct ShelfOffer {
  const char* key;   ///< its name for the command line and for tests
  const char* menu;  ///< entry of the menu View, in English, with its mnemonic
  const char* keys;  ///< its key
  ShelfPage* (*make)(const StageHost& host, QWidget* parent);
  /// Where its tab stands: with the stage that offers it, with another stage, or everywhere.
  enum class Tab { own, rest, everywhere } tab = Tab::own;
};

/// Makes a page of the shelf that needs nothing but the session.
template <class P>
ShelfPage* make_shelf_page(const StageHost& host, QWidget* parent) {
  return new P(host.session, parent);
}

/// A page for something selected, whatever the stage at hand.
struct SelectionPage {
  bool (*shows)(const Session& session);
  Page* (*make)(const StageHost& host, QWidget* parent);  ///< null: the stage's own page shows it
};

struct StageModule {
  Stage stage;
  Page* (*page)(const StageHost& host, QWidget* parent);
  Overlays overlays;               ///< what its board shows until the builder chooses otherwise
  std::vector<BoardLayer> layers;  ///< what it draws on the board, wherever its overlay is shown
  std::vector<ShelfOffer> shelf;
  bool at_rest = false;  ///< its shelf is the one of the boat at rest
  std::vector<SelectionPage> selection;
  /// Key of the shelf's page that shows what a finding is about; null or nothing: none.
  const char* (*chart_of)(const Finding& finding) = nullptr;
  /// Turns the stage's page to what a finding is about.
  void (*show_me)(Page* page, const Finding& finding) = nullptr;
  /// While there is nothing to see at the stage yet: the next sensible thing to do; else nothing.
  QString (*next_step)(const Session& session) = nullptr;
  void (*sheet)(Sheet& sheet) = nullptr;  ///< its sheet of paper, from its head to its last line
};

}  // namespace plucky::app
