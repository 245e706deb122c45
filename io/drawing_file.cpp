#include "io/drawing_file.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "io/xml.h"

namespace plucky {

namespace {

constexpr double mm = 1e3;

/// R12 knows no other characters than those of ASCII: others as the code that readers turn back.
std::string for_dxf(const std::string& words) {
  std::string out;
  for (std::size_t i = 0; i < words.size();) {
    const auto c = static_cast<unsigned char>(words[i]);
    const int more = c < 0x80 ? 0 : c < 0xE0 ? 1 : c < 0xF0 ? 2 : 3;
    unsigned code = more == 0 ? c : c & (0x3Fu >> more);
    for (int k = 1; k <= more && i + static_cast<std::size_t>(k) < words.size(); ++k)
      code = code << 6 | (static_cast<unsigned char>(words[i + static_cast<std::size_t>(k)]) & 0x3Fu);
    if (more == 0)
      out += c < 0x20 ? ' ' : static_cast<char>(c);
    else
      out += code == 0xB0 ? "%%d" : fmt::format("\\U+{:04X}", code);
    i += static_cast<std::size_t>(more) + 1;
  }
  return out;
}

/// Black, red, blue, green: as an index of the DXF palette, and as SVG writes them.
constexpr std::array<int, 4> dxf_colour{7, 1, 5, 3};
constexpr std::array<const char*, 4> svg_colour{"#000000", "#c02020", "#2040c0", "#208040"};

std::size_t index(DrawLayer layer) {
  return static_cast<std::size_t>(layer);
}

}  // namespace

std::string write_dxf(const Drawing& drawing, const Sayer& say) {
  std::string out;
  const auto put = [&](int code, const std::string& value) { out += fmt::format("{:>3}\n{}\n", code, value); };
  const auto number = [&](int code, double value) { put(code, fmt::format("{:.6f}", value)); };
  const auto point = [&](const Vec2& p, int code = 10) {
    number(code, mm * p.x());
    number(code + 10, mm * p.y());
    number(code + 20, 0.0);
  };
  const Box2 box = drawing.bounds();
  put(0, "SECTION"), put(2, "HEADER");
  put(9, "$ACADVER"), put(1, "AC1009");
  put(9, "$INSUNITS"), put(70, "4");  // millimetres
  if (!box.empty()) {
    put(9, "$EXTMIN"), point(box.low);
    put(9, "$EXTMAX"), point(box.high);
  }
  put(0, "ENDSEC");
  put(0, "SECTION"), put(2, "TABLES"), put(0, "TABLE"), put(2, "LAYER"), put(70, "4");
  for (const DrawLayer layer : draw_layers)
    put(0, "LAYER"), put(2, layer_key(layer)), put(70, "0"), put(62, std::to_string(dxf_colour[index(layer)])),
        put(6, "CONTINUOUS");
  put(0, "ENDTAB"), put(0, "ENDSEC");
  put(0, "SECTION"), put(2, "ENTITIES");
  for (const DrawnLine& l : drawing.lines) {
    put(0, "POLYLINE"), put(8, layer_key(l.layer)), put(66, "1"), point(Vec2::Zero()), put(70, l.closed ? "1" : "0");
    for (const Vec2& p : l.points) put(0, "VERTEX"), put(8, layer_key(l.layer)), point(p);
    put(0, "SEQEND"), put(8, layer_key(l.layer));
  }
  for (const DrawnHole& h : drawing.holes)
    put(0, "CIRCLE"), put(8, layer_key(h.layer)), point(h.centre), number(40, 0.5 * mm * h.diameter);
  for (const DrawnText& t : drawing.texts) {
    put(0, "TEXT"), put(8, layer_key(t.layer)), point(t.place), number(40, mm * t.height);
    put(1, for_dxf(say(t.words))), number(50, degrees(t.turn));
    put(72, "1"), put(73, "2"), point(t.place, 11);  // centred on its place
  }
  put(0, "ENDSEC"), put(0, "EOF");
  return out;
}

std::string write_svg(const Drawing& drawing, const Sayer& say) {
  constexpr double around = 0.005;
  Box2 box = drawing.bounds();
  if (box.empty()) box = {Vec2::Zero(), Vec2::Zero()};
  const Vec2 low = box.low.array() - around, size = box.size().array() + 2.0 * around;
  const auto x = [&](const Vec2& p) { return mm * (p.x() - low.x()); };
  const auto y = [&](const Vec2& p) { return mm * (low.y() + size.y() - p.y()); };
  std::string out = fmt::format(
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.4f}mm\" "
      "height=\"{1:.4f}mm\" viewBox=\"0 0 {0:.4f} {1:.4f}\">\n<title>{2}</title>\n",
      mm * size.x(), mm * size.y(), xml_escaped(say(drawing.title)));
  for (const DrawLayer layer : draw_layers) {
    out += fmt::format("<g id=\"{}\" fill=\"none\" stroke=\"{}\" stroke-width=\"0.2\">\n", layer_key(layer),
                       svg_colour[index(layer)]);
    for (const DrawnLine& l : drawing.lines) {
      if (l.layer != layer || l.points.empty()) continue;
      out += "<path d=\"";
      for (std::size_t i = 0; i < l.points.size(); ++i)
        out += fmt::format("{}{:.4f},{:.4f}", i == 0 ? "M" : " L", x(l.points[i]), y(l.points[i]));
      out += l.closed ? " Z\"/>\n" : "\"/>\n";
    }
    for (const DrawnHole& h : drawing.holes)
      if (h.layer == layer)
        out += fmt::format("<circle cx=\"{:.4f}\" cy=\"{:.4f}\" r=\"{:.4f}\"/>\n", x(h.centre), y(h.centre),
                           0.5 * mm * h.diameter);
    for (const DrawnText& t : drawing.texts)
      if (t.layer == layer)
        out += fmt::format(
            "<text x=\"{0:.4f}\" y=\"{1:.4f}\" transform=\"rotate({2:.3f} {0:.4f} {1:.4f})\" "
            "font-family=\"sans-serif\" "
            "font-size=\"{3:.3f}\" text-anchor=\"middle\" dominant-baseline=\"central\" fill=\"{4}\" "
            "stroke=\"none\">{5}"
            "</text>\n",
            x(t.place), y(t.place), -degrees(t.turn), mm * t.height, svg_colour[index(layer)],
            xml_escaped(say(t.words)));
    out += "</g>\n";
  }
  return out + "</svg>\n";
}

}  // namespace plucky
