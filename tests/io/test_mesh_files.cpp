// Mesh readers and writers: good files of several writers, and every kind of bad one.
#include <gtest/gtest.h>

#include <assimp/scene.h>
#include <assimp/Exporter.hpp>
#include <cstring>
#include <filesystem>

#include "base/error.h"
#include "geometry/mesh_check.h"
#include "hull/model.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/zip.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

std::string complaint(const std::string& bytes, const std::string& name) {
  return refusal_of([&] { return read_mesh(bytes, name); });
}

TriangleMesh sample_hull() {
  HullDesign d;
  d.shape = default_shape(HullFamily::deep_v);
  d.fineness = 0.5;
  return build_hull(d).skin;
}

/// The hull as a scene of the Assimp library, to be written by its exporters.
std::string exported_by_assimp(const TriangleMesh& mesh, const char* format) {
  aiScene scene;
  scene.mRootNode = new aiNode;
  scene.mMaterials = new aiMaterial* [1] { new aiMaterial };
  scene.mNumMaterials = 1;
  auto* m = new aiMesh;
  m->mNumVertices = static_cast<unsigned>(mesh.vertices.size());
  m->mVertices = new aiVector3D[m->mNumVertices];
  for (unsigned i = 0; i < m->mNumVertices; ++i) {
    const Vec3 v = 1000.0 * mesh.vertices[i];
    m->mVertices[i] = aiVector3D(static_cast<float>(v.x()), static_cast<float>(v.y()), static_cast<float>(v.z()));
  }
  m->mNumFaces = static_cast<unsigned>(mesh.triangles.size());
  m->mFaces = new aiFace[m->mNumFaces];
  for (unsigned i = 0; i < m->mNumFaces; ++i) {
    m->mFaces[i].mNumIndices = 3;
    m->mFaces[i].mIndices = new unsigned[3]{mesh.triangles[i][0], mesh.triangles[i][1], mesh.triangles[i][2]};
  }
  m->mPrimitiveTypes = aiPrimitiveType_TRIANGLE;
  scene.mMeshes = new aiMesh* [1] { m };
  scene.mNumMeshes = 1;
  scene.mRootNode->mMeshes = new unsigned[1]{0};
  scene.mRootNode->mNumMeshes = 1;
  Assimp::Exporter exporter;
  const aiExportDataBlob* blob = exporter.ExportToBlob(&scene, format);
  return blob ? std::string(static_cast<const char*>(blob->data), blob->size) : std::string();
}

const char* const ascii_tetrahedron =
    "solid thing\n"
    "facet normal 0 0 -1\n outer loop\n  vertex 0 0 0\n  vertex 0 1 0\n  vertex 1 0 0\n endloop\nendfacet\n"
    "facet normal nan nan nan\n outer loop\n  vertex 0 0 0\n  vertex 1 0 0\n  vertex 0 0 1\n endloop\nendfacet\n"
    "facet normal 0 0 0\n outer loop\n  vertex 0 0 0\n  vertex 0 0 1\n  vertex 0 1e0 0\n endloop\nendfacet\n"
    "facet normal 0 0 0\n outer loop\n  vertex +1 0 0\n  vertex 0 1 0\n  vertex 0 0 1.0\n endloop\nendfacet\n"
    "endsolid thing\n";

std::string zipped_model(const std::string& model) {
  return zip({{"3D/3dmodel.model", model}});
}

const std::string model_head =
    "<?xml version=\"1.0\"?><model unit=\"millimeter\" "
    "xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\">";
const std::string tetra_mesh =
    "<mesh><vertices><vertex x=\"0\" y=\"0\" z=\"0\"/><vertex x=\"10\" y=\"0\" z=\"0\"/><vertex x=\"0\" y=\"10\" "
    "z=\"0\"/><vertex x=\"0\" y=\"0\" z=\"10\"/></vertices>"
    "<triangles><triangle v1=\"0\" v2=\"2\" v3=\"1\"/><triangle v1=\"0\" v2=\"1\" v3=\"3\"/><triangle v1=\"0\" "
    "v2=\"3\" v3=\"2\"/><triangle v1=\"1\" v2=\"2\" v3=\"3\"/></triangles></mesh>";

}  // namespace

TEST(Stl, BinaryComesBackAsItWas) {
  const TriangleMesh hull = sample_hull();
  const MeshFile file = read_mesh(write_stl(hull), "hull.stl");
  EXPECT_EQ(file.format, "binary STL");
  EXPECT_EQ(file.mesh.triangles.size(), hull.triangles.size());
  EXPECT_TRUE(check_mesh(file.mesh).clean());
  EXPECT_NEAR(signed_volume(file.mesh) * 1e-9, signed_volume(hull), 1e-9);
}

TEST(Stl, BinaryWhoseHeaderBeginsWithSolidIsStillBinary) {
  std::string bytes = write_stl(sample_hull());
  std::memcpy(bytes.data(), "solid facet made by some program", 32);
  EXPECT_EQ(read_mesh(bytes, "hull.stl").format, "binary STL");
}

TEST(Stl, AsciiIsReadWhateverItsNormals) {
  const MeshFile file = read_mesh(ascii_tetrahedron, "t.stl");
  EXPECT_EQ(file.format, "ASCII STL");
  EXPECT_EQ(file.mesh.vertices.size(), 4u);
  EXPECT_NEAR(signed_volume(file.mesh), 1.0 / 6.0, 1e-12);
}

TEST(Stl, BadFilesAreAnsweredInWords) {
  EXPECT_NE(complaint("", "e.stl").find("e.stl: is empty"), std::string::npos);
  EXPECT_NE(complaint("junk", "j.stl").find("only 4 bytes"), std::string::npos);
  std::string bytes = write_stl(sample_hull());
  EXPECT_NE(complaint(bytes.substr(0, bytes.size() - 70), "cut.stl").find("cut short"), std::string::npos);
  std::string huge = bytes;
  std::memset(huge.data() + 80, 0xff, 4);
  EXPECT_NE(complaint(huge, "huge.stl").find("declares 4294967295 triangles but holds only"), std::string::npos);
  std::string nan = bytes;
  const float not_a_number = NAN;
  std::memcpy(nan.data() + 84 + 50 * 7 + 12, &not_a_number, 4);
  EXPECT_NE(complaint(nan, "nan.stl").find("triangle 8: has a coordinate that is not a number"), std::string::npos);
  std::string far = bytes;
  const float absurd = 1e30f;
  std::memcpy(far.data() + 84 + 50 * 2 + 16, &absurd, 4);
  EXPECT_NE(complaint(far, "far.stl").find("triangle 3: has a coordinate of 1e+30"), std::string::npos);
  std::string none = bytes.substr(0, 84);
  std::memset(none.data() + 80, 0, 4);
  EXPECT_NE(complaint(none, "none.stl").find("no triangles"), std::string::npos);

  std::string ascii = ascii_tetrahedron;
  EXPECT_NE(complaint(ascii.substr(0, 300), "a.stl").find("line "), std::string::npos);
  EXPECT_NE(complaint(ascii.substr(0, ascii.find("endsolid")), "a.stl").find("cut short"), std::string::npos);
  std::string words = ascii;
  words.replace(words.find("1e0"), 3, "one");
  EXPECT_NE(complaint(words, "w.stl").find("line 20: \"one\" is not a number"), std::string::npos);
  EXPECT_NE(complaint("hello there", "x.dat").find("none of STL, OBJ, 3MF and"), std::string::npos);
}

PROPERTY(Stl, DamagedBytesNeverCrashAndAlwaysExplain) {
  static const std::string good = write_stl(box_mesh({0, 0, 0}, {1, 1, 1}));
  std::string bytes = good.substr(0, static_cast<std::size_t>(any::whole<int>(0, static_cast<int>(good.size()) + 1)));
  for (int i = 0; i < 5 && !bytes.empty(); ++i)
    bytes[static_cast<std::size_t>(any::whole<int>(0, static_cast<int>(bytes.size())))] =
        static_cast<char>(any::whole(0, 256));
  try {
    const MeshFile file = read_mesh(bytes, "d.stl");
    HOLDS(!file.mesh.triangles.empty());
  } catch (const InvalidInput& e) {
    HOLDS(std::string(e.what()).find("d.stl") == 0u);
  }
}

TEST(Obj, ReadsPolygonsSlashesAndCountsFromTheEnd) {
  const MeshFile file = read_mesh(
      "# box\nv 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nvt 0 0\nf 1/1 2/1/1 3//1 4\nf -1 -2 -3 # comment\n", "b.obj");
  EXPECT_EQ(file.mesh.triangles.size(), 3u);
  EXPECT_NE(complaint("v 0 0 0\nv 1 0 0\nv 1 1 0\nf 1 2 9\n", "b.obj").find("b.obj: line 4: refers to vertex 9 of 3"),
            std::string::npos);
  EXPECT_NE(complaint("v 0 zero 0\n", "b.obj").find("line 1: \"zero\" is not a number"), std::string::npos);
  EXPECT_NE(complaint("v 0 0\n", "b.obj").find("a number is missing"), std::string::npos);
  EXPECT_NE(complaint("v 0 0 nan\n", "b.obj").find("not a number"), std::string::npos);
  EXPECT_NE(complaint("v 0 0 0\nf 1 1\n", "b.obj").find("2 corners"), std::string::npos);
}

TEST(Obj, WritesNumbersThatReadBackToTheBit) {
  TriangleMesh hull = sample_hull();
  EXPECT_EQ(read_obj(write_obj(hull)).mesh, hull);
}

TEST(Threemf, ReadsObjectsComponentsAndUnits) {
  const std::string model =
      model_head + "<resources><object id=\"1\">" + tetra_mesh +
      "</object><object id=\"2\"><components><component objectid=\"1\" transform=\"1 0 0 0 1 0 0 0 1 100 0 "
      "0\"/><component objectid=\"1\"/></components></object></resources><build><item objectid=\"2\"/></build></model>";
  const MeshFile file = read_mesh(zipped_model(model), "t.3mf");
  EXPECT_EQ(file.format, "3MF");
  EXPECT_EQ(*file.metres_per_unit, 0.001);
  EXPECT_EQ(file.mesh.triangles.size(), 8u);
  EXPECT_NEAR(signed_volume(file.mesh), 2.0 * 1000.0 / 6.0, 1e-9);
  EXPECT_NEAR(bounds(file.mesh).high.x(), 110.0, 1e-9);
}

TEST(Threemf, BadFilesAreAnsweredInWords) {
  EXPECT_NE(complaint("PK garbage", "g.3mf").find("not a whole zip archive"), std::string::npos);
  EXPECT_NE(complaint("plain", "g.3mf").find("not a zip archive"), std::string::npos);
  EXPECT_NE(complaint(zip({{"other", "x"}}), "g.3mf").find("3D/3dmodel.model"), std::string::npos);
  EXPECT_NE(complaint(zipped_model("<model"), "g.3mf").find("byte "), std::string::npos);
  const std::string loop =
      model_head +
      "<resources><object id=\"1\"><components><component "
      "objectid=\"1\"/></components></object></resources><build><item objectid=\"1\"/></build></model>";
  EXPECT_NE(complaint(zipped_model(loop), "g.3mf").find("nested too deeply"), std::string::npos);
  std::string wrong = model_head + "<resources><object id=\"1\">" + tetra_mesh +
                      "</object></resources><build><item objectid=\"1\"/></build></model>";
  wrong.replace(wrong.find("v3=\"3\""), 6, "v3=\"8\"");
  EXPECT_NE(complaint(zipped_model(wrong), "g.3mf").find("triangle 2: refers to vertex 8 of 4"), std::string::npos);
}

class OtherWriter : public testing::TestWithParam<std::pair<const char*, const char*>> {};
INSTANTIATE_TEST_SUITE_P(Assimp, OtherWriter,
                         testing::Values(std::pair{"stl", "h.stl"}, std::pair{"stlb", "h.stl"},
                                         std::pair{"obj", "h.obj"}));

TEST_P(OtherWriter, HullsOfAnotherToolArriveWhole) {
  const TriangleMesh hull = sample_hull();
  const std::string bytes = exported_by_assimp(hull, GetParam().first);
  ASSERT_FALSE(bytes.empty());
  const MeshFile file = read_mesh(bytes, GetParam().second);
  EXPECT_EQ(file.mesh.triangles.size(), hull.triangles.size());
  EXPECT_TRUE(check_mesh(file.mesh, false).clean());
  EXPECT_NEAR(signed_volume(file.mesh) * 1e-9, signed_volume(hull), 1e-5 * signed_volume(hull));
}

TEST(Stl, WrittenNormalsLookOutward) {
  const TriangleMesh box = box_mesh(Vec3(0, 0, 0), Vec3(0.3, 0.2, 0.1));
  const std::string bytes = write_stl(box);
  for (std::size_t i = 0; i < box.triangles.size(); ++i) {
    float f[12];
    std::memcpy(f, bytes.data() + 84 + 50 * i, sizeof f);
    const Vec3 n(f[0], f[1], f[2]), a(f[3], f[4], f[5]);
    EXPECT_NEAR(n.norm(), 1.0, 1e-6);
    EXPECT_GT(n.dot(a - Vec3(150.0, 100.0, 50.0)), 0.0);
  }
}
