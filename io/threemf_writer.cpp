#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "io/mesh_file.h"
#include "io/xml.h"
#include "io/zip.h"

namespace plucky {

std::string write_3mf(const std::vector<NamedMesh>& bodies) {
  std::vector<std::pair<std::string, std::uint32_t>> materials;
  const auto material = [&](const NamedMesh& b) {
    const std::pair<std::string, std::uint32_t> wanted{b.material, b.colour};
    const auto it = std::find(materials.begin(), materials.end(), wanted);
    if (it != materials.end()) return static_cast<std::size_t>(it - materials.begin());
    materials.push_back(wanted);
    return materials.size() - 1;
  };
  std::string objects, items;
  for (std::size_t i = 0; i < bodies.size(); ++i) {
    const NamedMesh& b = bodies[i];
    objects += fmt::format("<object id=\"{}\" type=\"model\" name=\"{}\" pid=\"1\" pindex=\"{}\"><mesh><vertices>\n",
                           i + 2, xml_escaped(b.name), material(b));
    for (const Vec3& v : b.mesh.vertices)
      objects +=
          fmt::format("<vertex x=\"{:.6f}\" y=\"{:.6f}\" z=\"{:.6f}\"/>\n", 1e3 * v.x(), 1e3 * v.y(), 1e3 * v.z());
    objects += "</vertices><triangles>\n";
    for (const Triangle& t : b.mesh.triangles)
      objects += fmt::format("<triangle v1=\"{}\" v2=\"{}\" v3=\"{}\"/>\n", t[0], t[1], t[2]);
    objects += "</triangles></mesh></object>\n";
    items += fmt::format("<item objectid=\"{}\"/>\n", i + 2);
  }
  std::string bases;
  for (const auto& [name, colour] : materials)
    bases += fmt::format("<base name=\"{}\" displaycolor=\"#{:06X}\"/>", xml_escaped(name), colour & 0xFFFFFFu);
  ZipEntries entries;
  entries["[Content_Types].xml"] =
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<Types "
      "xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"rels\" "
      "ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default Extension=\"model\" "
      "ContentType=\"application/vnd.ms-package.3dmanufacturing-3dmodel+xml\"/></Types>\n";
  entries["_rels/.rels"] =
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<Relationships "
      "xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship "
      "Target=\"/3D/3dmodel.model\" Id=\"rel0\" "
      "Type=\"http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel\"/></Relationships>\n";
  entries["3D/3dmodel.model"] = fmt::format(
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<model unit=\"millimeter\" "
      "xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\">\n<resources><basematerials "
      "id=\"1\">{}</basematerials>\n{}</resources>\n<build>\n{}</build>\n</model>\n",
      bases, objects, items);
  return zip(entries);
}

}  // namespace plucky
