// Drawings for cutters and other programs, in millimetres at full size. In: a drawing, a way to say its words. Out:
// text of a DXF (R12: what every cutter reads) or SVG file.
#pragma once

#include <functional>
#include <string>

#include "build/drawing.h"

namespace plucky {

using Sayer = std::function<std::string(const Text&)>;

/// Lines as polylines, holes as circles, words as text, each on the layer CUT, FOLD, MARK or ENGRAVE.
[[nodiscard]] std::string write_dxf(const Drawing& drawing, const Sayer& say);

/// One group a layer; the page is the drawing with 5 mm around it, width and height in mm.
[[nodiscard]] std::string write_svg(const Drawing& drawing, const Sayer& say);

}  // namespace plucky
