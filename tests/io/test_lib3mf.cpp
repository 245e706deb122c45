// 3MF files written by the format's own reference library.
#include <Model/COM/NMR_DLLInterfaces.h>
#include <gtest/gtest.h>

#include <filesystem>

#include "geometry/mesh_check.h"
#include "hull/model.h"
#include "hull/placement.h"
#include "io/mesh_file.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

void write_by_lib3mf(const TriangleMesh& mesh, const std::string& path) {
  NMR::PLib3MFModel* model = nullptr;
  NMR::PLib3MFModelMeshObject* object = nullptr;
  ASSERT_EQ(NMR::lib3mf_createmodel(&model), 0u);
  ASSERT_EQ(NMR::lib3mf_model_addmeshobject(model, &object), 0u);
  for (const Vec3& v : mesh.vertices) {
    NMR::MODELMESHVERTEX vertex{{static_cast<float>(v.x()), static_cast<float>(v.y()), static_cast<float>(v.z())}};
    ASSERT_EQ(NMR::lib3mf_meshobject_addvertex(object, &vertex, nullptr), 0u);
  }
  for (const Triangle& t : mesh.triangles) {
    NMR::MODELMESHTRIANGLE triangle{{t[0], t[1], t[2]}};
    ASSERT_EQ(NMR::lib3mf_meshobject_addtriangle(object, &triangle, nullptr), 0u);
  }
  NMR::PLib3MFModelBuildItem* item = nullptr;
  ASSERT_EQ(NMR::lib3mf_model_addbuilditem(model, object, nullptr, &item), 0u);
  NMR::PLib3MFModelWriter* writer = nullptr;
  ASSERT_EQ(NMR::lib3mf_model_querywriter(model, "3mf", &writer), 0u);
  ASSERT_EQ(NMR::lib3mf_writer_writetofileutf8(writer, path.c_str()), 0u);
  NMR::lib3mf_release(writer);
  NMR::lib3mf_release(item);
  NMR::lib3mf_release(object);
  NMR::lib3mf_release(model);
}

}  // namespace

TEST(Threemf, OfTheReferenceLibraryArrivesWholeAndFloats) {
  HullDesign design;
  design.family = HullFamily::round_bilge;
  design.shape = default_shape(HullFamily::round_bilge);
  design.fineness = 0.5;
  TriangleMesh mm = build_hull(design).skin;
  const double volume = signed_volume(mm);
  for (Vec3& v : mm.vertices) v *= 1000.0;
  const std::string path =
      (std::filesystem::temp_directory_path() / ("plucky-" + std::to_string(::getpid()) + ".3mf")).string();
  write_by_lib3mf(mm, path);
  const MeshFile file = read_mesh_file(path);
  std::filesystem::remove(path);
  EXPECT_EQ(file.format, "3MF");
  EXPECT_EQ(file.mesh.triangles.size(), mm.triangles.size());
  EXPECT_TRUE(check_mesh(file.mesh, false).clean());
  HullDesign imported;
  imported.family = HullFamily::imported;
  imported.mesh = std::make_shared<const TriangleMesh>(
      place_mesh(file.mesh, guess_placement(file.mesh, file.metres_per_unit.value_or(0.0)).placement));
  const HullModel model = build_hull(imported);
  EXPECT_NEAR(model.volume, volume, 1e-5 * volume);
  EXPECT_NEAR(model.length(), design.shape.length, 1e-6);
}
