// Archive, boat file and units.
#include <gtest/gtest.h>
#include <sys/wait.h>
#include <unistd.h>

#include <chrono>
#include <csignal>
#include <cstdio>
#include <filesystem>
#include <random>
#include <thread>

#include "base/error.h"
#include "hull/placement.h"
#include "io/file.h"
#include "io/project_file.h"
#include "io/units.h"
#include "io/zip.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;
namespace fs = std::filesystem;

namespace {

/// A folder of its own for each test, gone afterwards.
class Folder {
 public:
  Folder()
      : path_(fs::temp_directory_path() /
              ("plucky-test-" + std::to_string(::getpid()) + "-" + std::to_string(count_++))) {
    fs::create_directories(path_);
  }
  ~Folder() { fs::remove_all(path_); }
  [[nodiscard]] std::string file(const std::string& name) const { return (path_ / name).string(); }
  [[nodiscard]] const fs::path& path() const { return path_; }

 private:
  static inline int count_ = 0;
  fs::path path_;
};

std::string output_of(const std::string& command) {
  std::string out;
  std::FILE* pipe = ::popen(command.c_str(), "r");
  char buffer[4096];
  for (std::size_t n = 0; (n = std::fread(buffer, 1, sizeof buffer, pipe)) > 0;) out.append(buffer, n);
  ::pclose(pipe);
  return out;
}

}  // namespace

TEST(BoatFile, ComesBackTheSameWithItsImportedHull) {
  const Folder folder;
  Project p = sample_boat();
  p.hull.family = HullFamily::imported;
  p.hull.mesh = std::make_shared<const TriangleMesh>(wigley(0.6, 0.15, 0.06, 0.05, 20, 8));
  p.hull.mesh_source = "plan.png";
  p.hull.drawn = {.trace = {.from = Vec2(3.0, 4.0),
                            .to = Vec2(9.5, 4.0),
                            .distance = 0.2,
                            .sections = {{.x = 0.1, .points = {{{5.0, 6.0}, true}, {{8.0, 2.0}, false}}}}},
                  .picture_name = "plan.png",
                  .picture = Blob(std::string("as a camera wrote it\0\xff", 22)),
                  .stretched = {1.1, 1.0, 0.9}};
  save_project(p, folder.file("a.plucky"));
  const Project back = load_project(folder.file("a.plucky"));
  EXPECT_EQ(*back.hull.mesh, *p.hull.mesh);
  Project compare = back;
  compare.hull.mesh = p.hull.mesh;
  EXPECT_EQ(compare, p);
  EXPECT_EQ(project_to_bytes(back), project_to_bytes(p));  // the same boat gives the same bytes
  EXPECT_EQ(output_of("unzip -p " + folder.file("a.plucky") + " drawn/picture.jpg"), p.hull.drawn->picture.bytes());
  // A mesh from elsewhere was drawn over nothing, and takes no picture along.
  EXPECT_FALSE(with_skin(p.hull, p.hull.mesh, "other.stl").drawn);
}

TEST(BoatFile, IsReadByAnotherZipReader) {
  const Folder folder;
  save_project(sample_boat(), folder.file("a.plucky"));
  EXPECT_EQ(output_of("unzip -p " + folder.file("a.plucky") + " boat.json"), project_to_json(sample_boat()));
  EXPECT_NE(output_of("unzip -t " + folder.file("a.plucky")).find("No errors detected"), std::string::npos);
}

TEST(BoatFile, AKilledSaveNeverLosesTheEarlierFile) {
  const Folder folder;
  const std::string path = folder.file("a.plucky");
  Project even = sample_boat(), odd = sample_boat();
  even.name = "Even";
  odd.name = "Odd";
  even.notes.assign(300000, 'e');
  for (auto* p : {&even, &odd}) p->notes.resize(90000, 'x');
  save_project(even, path);
  std::mt19937 random(11);
  int changed = 0;
  std::string last = "Even";
  // Later rounds give the child longer, so that it gets to save on a slow or busy machine too.
  for (int round = 0; round < 40 || (changed == 0 && round < 400); ++round) {
    const pid_t child = ::fork();
    ASSERT_GE(child, 0);
    if (child == 0) {
      for (int i = 0;; ++i) save_project(i % 2 ? even : odd, path);
    }
    std::this_thread::sleep_for(
        std::chrono::microseconds(300 + random() % (9000 + 500 * static_cast<unsigned>(round))));
    ::kill(child, SIGKILL);
    ::waitpid(child, nullptr, 0);
    const Project back = load_project(path);
    EXPECT_TRUE(back == even || back == odd);
    changed += back.name != last;
    last = back.name;
  }
  EXPECT_GT(changed, 0);  // the child did get to save
}

TEST(BoatFile, RefusesWithFilePlaceAndReasonAndKeepsTheOldFile) {
  const Folder folder;
  const auto load = [&](const std::string& bytes) {
    write_file_atomically(folder.file("b.plucky"), bytes);
    return refusal_of([&] { (void)load_project(folder.file("b.plucky")); });
  };
  EXPECT_NE(load("not a zip").find("b.plucky: archive: is not a whole zip archive"), std::string::npos);
  EXPECT_NE(load(zip({{"readme", "x"}})).find("holds no boat.json"), std::string::npos);
  const std::string whole = project_to_bytes(sample_boat());
  EXPECT_NE(load(whole.substr(0, whole.size() / 2)).find("not a whole zip"), std::string::npos);
  EXPECT_NE(load(zip({{"boat.json", "{\"format\":\"plucky-hull\",\"version\":7}"}})).find("version 7"),
            std::string::npos);
  EXPECT_NE(refusal_of([&] { (void)load_project(folder.file("nowhere")); }).find("No such file"), std::string::npos);
  EXPECT_NE(refusal_of([&] { (void)load_project(folder.path().string()); }).find("is a folder"), std::string::npos);
  EXPECT_NE(
      refusal_of([&] { save_project(sample_boat(), folder.file("no/such/place.plucky")); }).find("cannot be written"),
      std::string::npos);
  EXPECT_EQ(std::distance(fs::directory_iterator(folder.path()), fs::directory_iterator{}),
            1);  // no half-written files lie about
}

TEST(Zip, RefusesNamesThatLeaveTheArchiveAndBombs) {
  for (const char* name : {"../evil", "a/../../evil", "/etc/passwd", "a\\b", "C:x"}) {
    const std::string words = refusal_of([&] { (void)unzip(zip({{name, "x"}})); });
    EXPECT_NE(words.find("would leave the archive"), std::string::npos) << name;
  }
  const std::string bomb = zip({{"boat.json", std::string(30'000'000, '0')}});
  EXPECT_LT(bomb.size(), 100'000u);
  EXPECT_NE(refusal_of([&] { (void)unzip(bomb, {.entry_bytes = 1'000'000}); }).find("unpacks to 30000000 bytes"),
            std::string::npos);
  EXPECT_NE(refusal_of([&] {
              (void)unzip(zip({{"a", "x"}, {"b", "x"}, {"c", "x"}}), {.entries = 2});
            }).find("3 entries"),
            std::string::npos);
  // A size that lies: the declared length is made smaller than what unpacks.
  std::string lies = zip({{"boat.json", std::string(5000, 'a')}});
  for (std::size_t i = 0; i + 4 <= lies.size(); ++i)
    if (static_cast<unsigned char>(lies[i]) == 0x88 && lies[i + 1] == 0x13 && lies[i + 2] == 0 && lies[i + 3] == 0)
      lies[i] = 0x10;
  EXPECT_FALSE(refusal_of([&] { (void)unzip(lies); }).empty());
}

PROPERTY(BoatFile, DamagedBytesNeverCrashAndAlwaysExplain) {
  static const std::string good = project_to_bytes(sample_boat());
  std::string bytes = good;
  for (int i = 0; i < 4; ++i)
    bytes[static_cast<std::size_t>(any::whole<int>(0, static_cast<int>(bytes.size())))] =
        static_cast<char>(any::whole(0, 256));
  try {
    (void)project_from_bytes(bytes);
  } catch (const InvalidInput& e) {
    HOLDS(!e.reason().empty());
  }
}

TEST(Units, UnderstandWhatBuildersType) {
  const auto metric = UnitSystem::metric, inch = UnitSystem::inch;
  EXPECT_NEAR(parse_quantity("35", Dimension::length, metric), 0.035, 1e-12);
  EXPECT_NEAR(parse_quantity("35", Dimension::length, inch), 35 * 0.0254, 1e-12);
  EXPECT_NEAR(parse_quantity("3/16 in", Dimension::length, metric), 3.0 / 16 * 0.0254, 1e-12);
  EXPECT_NEAR(parse_quantity("1 3/8 in", Dimension::length, metric), 1.375 * 0.0254, 1e-12);
  EXPECT_NEAR(parse_quantity("-1 1/2\"", Dimension::length, metric), -1.5 * 0.0254, 1e-12);
  EXPECT_NEAR(parse_quantity(" 12,5 mm ", Dimension::length, inch), 0.0125, 1e-12);
  EXPECT_NEAR(parse_quantity("50 oz", Dimension::mass, metric), 50 * 0.028349523125, 1e-12);
  EXPECT_NEAR(parse_quantity("\u22120.5\u00b0", Dimension::angle, metric), -0.5 * 3.14159265358979 / 180, 1e-12);
  EXPECT_NEAR(parse_quantity("12 kn", Dimension::speed, metric), 12 * 1852.0 / 3600, 1e-12);
  EXPECT_NEAR(parse_quantity("40%", Dimension::ratio, metric), 0.4, 1e-12);
  EXPECT_NEAR(parse_quantity("120 cm2", Dimension::area, metric), 0.012, 1e-12);
  EXPECT_NEAR(parse_quantity("1240 kg/m3", Dimension::density, metric), 1240, 1e-9);
}

TEST(Units, RefuseNonsenseAndSayWhatWasExpected) {
  for (const char* text : {"", "abc", "12 parsec", "1/0 in", "--3", "3 mm mm", "1e400", "nan", "inf", "12 g"})
    EXPECT_NE(refusal_of([&] {
                (void)parse_quantity(text, Dimension::length, UnitSystem::metric);
              }).find("is not a length such as"),
              std::string::npos)
        << text;
}

PROPERTY(Units, WhatIsShownIsUnderstood) {
  const auto dimension = any::one_of({Dimension::length, Dimension::mass, Dimension::angle, Dimension::volume,
                                      Dimension::ratio, Dimension::speed, Dimension::area, Dimension::copper});
  const auto system = any::one_of({UnitSystem::metric, UnitSystem::inch});
  const double si = any::whole(-2000000, 2000000) / 1e6;
  const Shown shown = show({si, dimension}, system);
  const double back = parse_quantity(shown.joined(), dimension, system);
  const Shown again = show({back, dimension}, system);
  HOLDS(again.number == shown.number);
  HOLDS(again.unit == shown.unit);
}

TEST(Units, FillFindingsInBothSystems) {
  const Quantity off = length_quantity(0.0254), heavy{0.5, Dimension::mass};
  EXPECT_EQ(say({"{0} off, {1} heavy {2}", off, heavy}, UnitSystem::metric), "25.4 mm off, 500 g heavy {2}");
  EXPECT_EQ(say({"{0} off", off}, UnitSystem::inch), "1.00 in off");
}

TEST(Zip, EntriesCountTogetherAgainstTheLimit) {
  ZipEntries entries;
  for (const char* name : {"a", "b", "c"}) entries[name] = std::string(400, 'x');
  const std::string archive = zip(entries);
  ZipLimits limits;
  limits.entry_bytes = 500;
  limits.total_bytes = 1200;
  EXPECT_EQ(unzip(archive, limits).size(), 3u);
  limits.total_bytes = 1000;
  EXPECT_THROW((void)unzip(archive, limits), InvalidInput);
}
