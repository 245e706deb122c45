// Writing never destroys what it should not, reading never waits for ever.
#include <gtest/gtest.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include <csignal>
#include <cstdlib>
#include <filesystem>
#include <functional>

#include "assessment/assessment.h"
#include "base/error.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/project_file.h"
#include "io/zip.h"
#include "project/json.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;
namespace fs = std::filesystem;

namespace {

class SafeFolder : public testing::Test {
 protected:
  void SetUp() override {
    std::string name = (fs::temp_directory_path() / "plucky-XXXXXX").string();
    ASSERT_NE(::mkdtemp(name.data()), nullptr);
    root = name;
  }
  void TearDown() override { fs::remove_all(root); }
  [[nodiscard]] std::string at(const std::string& name) const { return (root / name).string(); }
  [[nodiscard]] std::size_t count() const {
    return static_cast<std::size_t>(std::distance(fs::directory_iterator(root), fs::directory_iterator()));
  }
  static std::string refusal(const std::function<void()>& work) {
    try {
      work();
    } catch (const InvalidInput& e) {
      return e.what();
    }
    return "done";
  }
  fs::path root;
};

/// A 3MF of one tetrahedron whose build is what the test says.
std::string threemf(const std::string& objects, const std::string& build) {
  return zip(
      {{"3D/3dmodel.model", R"(<model unit="millimeter"><resources><object id="1"><mesh><vertices>)"
                            R"(<vertex x="0" y="0" z="0"/><vertex x="9" y="0" z="0"/><vertex x="0" y="9" z="0"/>)"
                            R"(<vertex x="0" y="0" z="9"/></vertices><triangles><triangle v1="0" v2="2" v3="1"/>)"
                            R"(<triangle v1="0" v2="1" v3="3"/><triangle v1="1" v2="2" v3="3"/>)"
                            R"(<triangle v1="2" v2="0" v3="3"/></triangles></mesh></object>)" +
                                objects + "</resources><build>" + build + "</build></model>"}});
}

}  // namespace

TEST_F(SafeFolder, ALinkIsFollowedAndStaysALink) {
  write_file_atomically(at("boat"), "old");
  fs::create_symlink("boat", at("link"));
  write_file_atomically(at("link"), "new");
  EXPECT_TRUE(fs::is_symlink(at("link")));
  EXPECT_EQ(read_file(at("boat"), 100), "new");
  // One to a file that is still to come makes the file.
  fs::create_symlink("later", at("ahead"));
  write_file_atomically(at("ahead"), "x");
  EXPECT_TRUE(fs::is_symlink(at("ahead")));
  EXPECT_EQ(read_file(at("later"), 100), "x");
}

TEST_F(SafeFolder, WhatMayOnlyBeReadIsNotReplaced) {
  write_file_atomically(at("boat"), "old");
  ASSERT_EQ(::chmod(at("boat").c_str(), 0444), 0);
  EXPECT_NE(refusal([&] { write_file_atomically(at("boat"), "new"); }).find("may only be read"), std::string::npos);
  EXPECT_EQ(read_file(at("boat"), 100), "old");
  EXPECT_EQ(count(), 1u);
}

TEST_F(SafeFolder, PipesAndFoldersAreRefusedAndStay) {
  ASSERT_EQ(::mkfifo(at("pipe").c_str(), 0644), 0);
  EXPECT_NE(refusal([&] { write_file_atomically(at("pipe"), "x"); }).find("pipe"), std::string::npos);
  EXPECT_NE(refusal([&] { (void)read_file(at("pipe"), 100); }).find("pipe"), std::string::npos);  // and does not wait
  EXPECT_TRUE(fs::is_fifo(at("pipe")));
  EXPECT_NE(refusal([&] { (void)read_file("/dev/zero", 100); }).find("device"), std::string::npos);
  EXPECT_NE(refusal([&] { write_file_atomically(root.string(), "x"); }).find("folder"), std::string::npos);
}

TEST_F(SafeFolder, TheLongestNamesAreWritten) {
  for (const std::size_t length : {248u, 255u}) {
    const std::string path = at(std::string(length, 'n'));
    write_file_atomically(path, "x");
    EXPECT_EQ(read_file(path, 10), "x");
  }
  EXPECT_NE(refusal([&] { write_file_atomically(at(std::string(256, 'n')), "x"); }), "done");
}

TEST_F(SafeFolder, WhatAKilledWriterLeftIsClearedByTheNextAndALiveOnesIsNot) {
  // A writer that is killed in the middle: what it wrote stays beside the target.
  const pid_t child = ::fork();
  ASSERT_GE(child, 0);
  if (child == 0) {
    const std::string much(200'000'000, 'x');
    for (;;) write_file_atomically(at("boat"), much);
  }
  std::size_t seen = 0;
  for (int i = 0; i < 2000 && seen == 0; ++i) {
    ::usleep(1000);
    for (const auto& e : fs::directory_iterator(root)) seen += e.path().filename().string().starts_with(".plucky");
  }
  ASSERT_GT(seen, 0u);
  // While it lives its file is its own.
  write_file_atomically(at("other"), "y");
  ::kill(child, SIGKILL);
  int status = 0;
  ::waitpid(child, &status, 0);
  write_file_atomically(at("other"), "z");
  for (const auto& e : fs::directory_iterator(root))
    EXPECT_FALSE(e.path().filename().string().starts_with(".plucky")) << e.path();
  EXPECT_EQ(read_file(at("other"), 10), "z");
}

TEST_F(SafeFolder, AStampTellsThatAnotherWroteTheFile) {
  EXPECT_EQ(stamp_of(at("boat")), FileStamp{});
  write_file_atomically(at("boat"), "one");
  const FileStamp first = stamp_of(at("boat"));
  EXPECT_EQ(stamp_of(at("boat")), first);
  write_file_atomically(at("boat"), "two");
  EXPECT_FALSE(stamp_of(at("boat")) == first);
}

TEST(Archive, EntriesOfALaterVersionComeBack) {
  ZipEntries entries;
  entries["boat.json"] = project_to_json(powered_boat());
  entries["logs/run 1.csv"] = std::string("a,b\n\0\1", 6);
  entries["pictures/bow.jpg"] = "picture";
  const Project p = project_from_bytes(zip(entries));
  const ZipEntries again = unzip(project_to_bytes(p));
  EXPECT_EQ(again.at("logs/run 1.csv"), entries["logs/run 1.csv"]);
  EXPECT_EQ(again.at("pictures/bow.jpg"), "picture");
  EXPECT_EQ(project_from_bytes(project_to_bytes(p)), p);
  EXPECT_EQ(project_to_bytes(project_from_bytes(project_to_bytes(p))), project_to_bytes(p));
}

TEST(ThreeMf, TreesOfComponentsEndAndNonsenseIsRefused) {
  const auto refusal = [](const std::string& objects, const std::string& build) -> std::string {
    try {
      (void)read_mesh(threemf(objects, build), "x.3mf");
    } catch (const InvalidInput& e) {
      return e.what();
    }
    return "read";
  };
  EXPECT_EQ(refusal("", R"(<item objectid="1"/>)"), "read");
  // Seven levels of twenty each: 1.3 thousand million instances in a few hundred bytes.
  std::string tree;
  for (int level = 2; level <= 8; ++level) {
    tree += "<object id=\"" + std::to_string(level) + "\"><components>";
    for (int i = 0; i < 20; ++i) tree += "<component objectid=\"" + std::to_string(level - 1) + "\"/>";
    tree += "</components></object>";
  }
  EXPECT_NE(refusal(tree, R"(<item objectid="8"/>)").find("10000 times"), std::string::npos);
  EXPECT_NE(refusal(R"(<object id="2"><components><component objectid="2"/></components></object>)",
                    R"(<item objectid="2"/>)")
                .find("nested"),
            std::string::npos);
  EXPECT_NE(refusal("", R"(<item objectid="1" transform="0 0 0 0 0 0 0 0 0 0 0 0"/>)").find("scales by 0"),
            std::string::npos);
  EXPECT_NE(refusal("", R"(<item objectid="1" transform="1.7zz 0 0 0 1 0 0 0 1 0 0 0"/>)").find("twelve numbers"),
            std::string::npos);
  EXPECT_NE(refusal("", R"(<item objectid="1" transform="1 0 0 0 1 0 0 0 1 0 0 0 7"/>)").find("more than twelve"),
            std::string::npos);
  EXPECT_NE(refusal(R"(<object id="2"><mesh><vertices><vertex x="1" y="2" z="3zz"/></vertices></mesh></object>)",
                    R"(<item objectid="2"/>)")
                .find("3zz"),
            std::string::npos);
  EXPECT_NE(refusal(R"(<object id="2"><mesh><vertices><vertex x="1" y="2" z="3"/></vertices><triangles>)"
                    R"(<triangle v1="0" v2="0" v3="0"/></triangles></mesh></object>)",
                    R"(<item objectid="2"/>)")
                .find("area"),
            std::string::npos);
}

TEST(Meshes, AHullOfSixHundredMetresIsRefusedWithAGuessAtItsUnit) {
  Project p = powered_boat();
  p.hull.family = HullFamily::imported;
  p.hull.mesh = std::make_shared<const TriangleMesh>(box_mesh(Vec3(0, -100, 0), Vec3(600, 100, 80)));
  try {
    (void)assess(p);
    FAIL() << "assessed";
  } catch (const InvalidInput& e) {
    EXPECT_NE(std::string(e.what()).find("600 m long"), std::string::npos) << e.what();
  }
}
