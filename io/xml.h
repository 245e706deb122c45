// Words in XML. In: UTF-8. Out: the same, safe as text and in a quoted attribute; control characters are left out.
#pragma once

#include <string>

namespace plucky {

[[nodiscard]] inline std::string xml_escaped(const std::string& words) {
  std::string out;
  for (const char c : words) {
    if (c == '&')
      out += "&amp;";
    else if (c == '<')
      out += "&lt;";
    else if (c == '>')
      out += "&gt;";
    else if (c == '"')
      out += "&quot;";
    else if (static_cast<unsigned char>(c) >= 0x20)
      out += c;
  }
  return out;
}

}  // namespace plucky
