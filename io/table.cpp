#include "io/table.h"

#include <algorithm>
#include <cctype>
#include <functional>
#include <utility>

#include "base/error.h"

namespace plucky {

namespace {

constexpr std::size_t most_rows = 10000;

/// Told by the first row of more than one cell, outside its quotes; a quote opens at a cell's beginning only, as in
/// read_table().
char separator_of(std::string_view text) {
  bool quoted = false, begins = true, semicolon = false, comma = false;
  for (std::size_t i = 0; i < text.size(); ++i) {
    const char c = text[i];
    if (quoted) {
      if (c == '"' && i + 1 < text.size() && text[i + 1] == '"')
        ++i;
      else if (c == '"')
        quoted = false;
      continue;
    }
    if (c == '\t') return c;
    if (c == '\n' && (semicolon || comma)) break;
    quoted = c == '"' && begins;
    begins = c == ';' || c == ',' || c == '\n';
    semicolon = semicolon || c == ';';
    comma = comma || c == ',';
  }
  return semicolon ? ';' : ',';
}

std::string lower(std::string text) {
  std::transform(text.begin(), text.end(), text.begin(), [](unsigned char c) { return std::tolower(c); });
  const auto first = text.find_first_not_of(' '), last = text.find_last_not_of(' ');
  return first == std::string::npos ? std::string() : text.substr(first, last - first + 1);
}

}  // namespace

TableRows read_table(std::string_view text) {
  TableRows rows;
  const char separator = separator_of(text);
  std::vector<std::string> row;
  std::string cell;
  bool quoted = false, any = false;
  const auto end_cell = [&] {
    row.push_back(std::exchange(cell, {}));
    any = true;
  };
  const auto end_row = [&] {
    if (any || !cell.empty()) end_cell();
    const bool blank = std::all_of(row.begin(), row.end(), [](const auto& c) { return c.empty(); });
    if (!blank) rows.push_back(row);
    row.clear();
    any = false;
    if (rows.size() > most_rows) throw InvalidInput("table", Text("has more than {0} rows", most_rows));
  };
  for (std::size_t i = 0; i < text.size(); ++i) {
    const char c = text[i];
    if (quoted) {
      if (c != '"')
        cell += c;
      else if (i + 1 < text.size() && text[i + 1] == '"')
        cell += text[++i];
      else
        quoted = false;
    } else if (c == '"' && cell.empty()) {
      quoted = true;
    } else if (c == separator) {
      end_cell();
    } else if (c == '\n') {
      end_row();
    } else if (c != '\r') {
      cell += c;
    }
  }
  if (quoted) throw InvalidInput(Text("table: row {0}", rows.size() + 1), "opens a quote that never closes");
  end_row();
  return rows;
}

std::string write_table(const TableRows& rows, char separator) {
  std::string out;
  for (const auto& row : rows) {
    for (std::size_t i = 0; i < row.size(); ++i) {
      if (i > 0) out += separator;
      const std::string& cell = row[i];
      // What might be taken for another separator is quoted as well.
      if (cell.find_first_of("\"\n\r\t,;") == std::string::npos) {
        out += cell;
        continue;
      }
      out += '"';
      for (const char c : cell) out += c == '"' ? std::string("\"\"") : std::string(1, c);
      out += '"';
    }
    out += '\n';
  }
  return out;
}

namespace {

/// One column of the parts table: how it reads and writes a part.
struct Column {
  const char* name;
  std::function<std::string(const Part&)> get;
  std::function<void(Part&, const std::string&)> set;
};

std::vector<Column> columns(const Vec3& origin, UnitSystem system) {
  const auto text = [system](double si, Dimension d) { return show({si, d}, system).joined(); };
  const auto number = [system](const std::string& cell, Dimension d) { return parse_quantity(cell, d, system); };
  std::vector<Column> out;
  out.push_back({"name", [](const Part& p) { return p.name; }, [](Part& p, const std::string& c) { p.name = c; }});
  out.push_back({"kind", [](const Part& p) { return std::string(part_kind_key(p.kind)); },
                 [](Part& p, const std::string& c) { p.kind = part_kind_from_key(c); }});
  out.push_back({"mass", [=](const Part& p) { return text(p.mass, Dimension::mass); },
                 [=](Part& p, const std::string& c) { p.mass = number(c, Dimension::mass); }});
  out.push_back(
      {"measured",
       [=](const Part& p) { return p.measured_mass ? text(*p.measured_mass, Dimension::mass) : std::string(); },
       [=](Part& p, const std::string& c) {
         p.measured_mass = c.empty() ? std::optional<double>() : number(c, Dimension::mass);
       }});
  constexpr const char* places[] = {"x", "y", "z"};
  constexpr const char* sizes[] = {"length", "width", "height"};
  for (int axis = 0; axis < 3; ++axis)
    out.push_back(
        {places[axis], [=](const Part& p) { return text(p.place[axis] - origin[axis], Dimension::length); },
         [=](Part& p, const std::string& c) { p.place[axis] = number(c, Dimension::length) + origin[axis]; }});
  for (int axis = 0; axis < 3; ++axis)
    out.push_back({sizes[axis], [=](const Part& p) { return text(p.size[axis], Dimension::length); },
                   [=](Part& p, const std::string& c) { p.size[axis] = number(c, Dimension::length); }});
  return out;
}

}  // namespace

TableRows parts_table(const Layout& layout, const Vec3& origin, UnitSystem system) {
  const std::vector<Column> all = columns(origin, system);
  TableRows rows(1);
  for (const Column& c : all) rows[0].push_back(c.name);
  for (const Part& p : layout.parts) {
    rows.emplace_back();
    for (const Column& c : all) rows.back().push_back(c.get(p));
  }
  return rows;
}

PastedParts paste_parts(const Layout& layout, const Vec3& origin, const TableRows& rows, UnitSystem system) {
  if (rows.size() < 2) throw InvalidInput("table", "needs a row of headings and at least one row of parts");
  const std::vector<Column> all = columns(origin, system);
  std::vector<const Column*> order;
  bool has_name = false, has_mass = false;
  for (const std::string& heading : rows[0]) {
    const std::string wanted = lower(heading);
    const auto it = std::find_if(all.begin(), all.end(), [&](const Column& c) { return wanted == c.name; });
    order.push_back(it == all.end() ? nullptr : &*it);
    has_name = has_name || wanted == "name";
    has_mass = has_mass || wanted == "mass" || wanted == "measured";
  }
  if (!has_name || !has_mass)
    throw InvalidInput("table: row 1", "needs headings, \"name\" and \"mass\" or \"measured\" among them");
  PastedParts out{.layout = layout};
  for (std::size_t r = 1; r < rows.size(); ++r) {
    std::string name;
    for (std::size_t c = 0; c < std::min(order.size(), rows[r].size()); ++c)
      if (order[c] && std::string("name") == order[c]->name) name = rows[r][c];
    if (name.empty()) throw InvalidInput(Text("table: row {0}", r + 1), "has no name");
    auto it =
        std::find_if(out.layout.parts.begin(), out.layout.parts.end(), [&](const Part& p) { return p.name == name; });
    const bool fresh = it == out.layout.parts.end();
    // Parts without a place stand in rows, so that each can be seen and taken.
    const Vec3 row(0.1 + 0.02 * static_cast<double>(out.added % 10), 0.02 * static_cast<double>(out.added / 10), 0.03);
    Part part = fresh ? Part{.name = name, .place = origin + row} : *it;
    for (std::size_t c = 0; c < std::min(order.size(), rows[r].size()); ++c) {
      const std::string& cell = rows[r][c];
      // An empty cell says nothing, except that a measured mass is not there.
      if (!order[c] || (cell.empty() && std::string("measured") != order[c]->name)) continue;
      try {
        order[c]->set(part, cell);
      } catch (const InvalidInput& e) {
        throw e.within(Text("table: row {0}, {1}", r + 1, order[c]->name));
      }
    }
    if (fresh) {
      out.layout.parts.push_back(part);
      ++out.added;
    } else if (!(*it == part)) {
      *it = part;
      ++out.changed;
    }
  }
  return out;
}

}  // namespace plucky
