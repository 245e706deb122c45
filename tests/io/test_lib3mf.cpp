// 3MF files written by the format's own reference library.
#include <Model/COM/NMR_DLLInterfaces.h>
#include <gtest/gtest.h>

#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <sanitizer/lsan_interface.h>

#include <assimp/Importer.hpp>
#include <filesystem>

#include "build/printed_hull.h"
#include "geometry/mesh_check.h"
#include "hull/model.h"
#include "hull/placement.h"
#include "io/file.h"
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

// The library's reader gives a few of libzip's objects back to nobody; ours must still.
#if defined(__has_feature)
#if __has_feature(address_sanitizer)
using UnwatchedLeaks = __lsan::ScopedDisabler;
#define PLUCKY_WATCHED
#endif
#endif
#ifndef PLUCKY_WATCHED
struct UnwatchedLeaks {
  UnwatchedLeaks() {}
  ~UnwatchedLeaks() {}
};
#endif

void expect_read_by_lib3mf(const std::string& path, const std::vector<NamedMesh>& bodies) {
  NMR::PLib3MFModel* model = nullptr;
  NMR::PLib3MFModelReader* reader = nullptr;
  ASSERT_EQ(NMR::lib3mf_createmodel(&model), 0u);
  ASSERT_EQ(NMR::lib3mf_model_queryreader(model, "3mf", &reader), 0u);
  ASSERT_EQ(NMR::lib3mf_reader_readfromfileutf8(reader, path.c_str()), 0u);
  DWORD warnings = 0;
  EXPECT_EQ(NMR::lib3mf_reader_getwarningcount(reader, &warnings), 0u);
  EXPECT_EQ(warnings, 0u);
  NMR::PLib3MFModelResourceIterator* objects = nullptr;
  ASSERT_EQ(NMR::lib3mf_model_getmeshobjects(model, &objects), 0u);
  std::size_t found = 0;
  for (BOOL more = 0; NMR::lib3mf_resourceiterator_movenext(objects, &more) == 0u && more;) {
    NMR::PLib3MFModelResource* object = nullptr;
    ASSERT_EQ(NMR::lib3mf_resourceiterator_getcurrent(objects, &object), 0u);
    DWORD faces = 0;
    ASSERT_EQ(NMR::lib3mf_meshobject_gettrianglecount(object, &faces), 0u);
    ASSERT_LT(found, bodies.size());
    EXPECT_EQ(faces, bodies[found].mesh.triangles.size());
    BOOL closed = 0;
    EXPECT_EQ(NMR::lib3mf_meshobject_ismanifoldandoriented(object, &closed), 0u);
    EXPECT_TRUE(closed) << found;
    ++found;
    NMR::lib3mf_release(object);
  }
  EXPECT_EQ(found, bodies.size());
  NMR::lib3mf_release(objects);
  NMR::lib3mf_release(reader);
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

TEST(Threemf, OursIsReadByTheReferenceLibraryAndStlByAnotherReader) {
  HullDesign design;
  design.family = HullFamily::deep_v;
  design.shape = default_shape(HullFamily::deep_v);
  design.fineness = 0.5;
  const HullModel hull = build_hull(design);
  const PrintedHull printed = print_hull(hull, design, {0.3}, {}, {});
  ASSERT_TRUE(printed.done);
  const std::string place =
      (std::filesystem::temp_directory_path() / ("plucky-" + std::to_string(::getpid()))).string();
  std::vector<NamedMesh> bodies;
  for (const HullSection& s : printed.sections)
    bodies.push_back({"Section <" + std::to_string(bodies.size() + 1) + ">", s.mesh, "PETG & more"});
  write_file_atomically(place + ".3mf", write_3mf(bodies));
  EXPECT_EQ(write_3mf(bodies), write_3mf(bodies));

  {
    const UnwatchedLeaks reader_keeps_entries_of_the_archive;
    expect_read_by_lib3mf(place + ".3mf", bodies);
  }

  write_file_atomically(place + ".stl", write_stl(bodies[0].mesh));
  Assimp::Importer importer;
  const aiScene* scene = importer.ReadFile(place + ".stl", aiProcess_JoinIdenticalVertices);
  ASSERT_NE(scene, nullptr) << importer.GetErrorString();
  double volume = 0.0;
  for (unsigned k = 0; k < scene->mMeshes[0]->mNumFaces; ++k) {
    const aiFace& f = scene->mMeshes[0]->mFaces[k];
    const auto at = [&](unsigned i) {
      const aiVector3D& v = scene->mMeshes[0]->mVertices[f.mIndices[i]];
      return Vec3(v.x, v.y, v.z);
    };
    volume += at(0).dot(at(1).cross(at(2))) / 6.0;
  }
  EXPECT_NEAR(1e-9 * volume, printed.sections[0].volume, 1e-5 * printed.sections[0].volume);
  std::filesystem::remove(place + ".3mf");
  std::filesystem::remove(place + ".stl");
}
