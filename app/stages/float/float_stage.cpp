#include "stages/float/float_stage.h"

#include <algorithm>

#include "board/board.h"
#include "stages/float/float_charts.h"
#include "stages/float/float_page.h"
#include "stages/float/hydrostatics_chart.h"

namespace plucky::app {

namespace {

// Curve and board move together: heel and station are the board's, the charts mark them and set them.

ShelfPage* make_righting(const StageHost& host, QWidget* parent) {
  auto* chart = new RightingChart(host.session, parent);
  Board* board = host.board;
  QObject::connect(chart, &ChartPage::picked, board,
                   [board](double x) { board->set_heel(radians(std::clamp(x, 0.0, 180.0))); });
  QObject::connect(board, &Board::heel_changed, chart, &RightingChart::set_heel);
  return chart;
}

ShelfPage* make_areas(const StageHost& host, QWidget* parent) {
  auto* chart = new AreasChart(host.session, parent);
  Board* board = host.board;
  QObject::connect(chart, &ChartPage::picked, board,
                   [board, chart](double x) { board->set_station(chart->boat_x(x)); });
  QObject::connect(board, &Board::station_changed, chart, &AreasChart::set_station);
  return chart;
}

const char* curve_about(const Finding& f) {
  for (const char* about_curve : {"float.vanishing", "float.self_righting", "float.downflooding", "float.gm"})
    if (f.id == about_curve) return "righting";
  return nullptr;
}

}  // namespace

StageModule float_stage() {
  return {.stage = Stage::flotation,
          .page = [](const StageHost& host, QWidget* parent) -> Page* { return new FloatPage(host.session, parent); },
          .overlays = boat_overlays | Overlay::freeboards,
          .shelf = {{"righting", QT_TRANSLATE_NOOP("words", "&Righting arm"), "R", &make_righting},
                    {"areas", QT_TRANSLATE_NOOP("words", "Section &areas"), "A", &make_areas},
                    {"cg", QT_TRANSLATE_NOOP("words", "Centre of &gravity"), "G", &make_shelf_page<CgChart>},
                    {"trim", QT_TRANSLATE_NOOP("words", "&Trim by battery place"), "T", &make_shelf_page<TrimChart>},
                    {"hydrostatics", QT_TRANSLATE_NOOP("words", "&Hydrostatics"), "Shift+F",
                     &make_shelf_page<HydrostaticsChart>}},
          .at_rest = true,
          .chart_of = &curve_about};
}

}  // namespace plucky::app
