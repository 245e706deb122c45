// Tables of offsets: a Wigley hull from its own formula, tables as people keep them, and what is wrong with others.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <sstream>

#include "base/error.h"
#include "geometry/mesh_check.h"
#include "io/offsets_file.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// y = B/2 (1 - (2x/L - 1)^2) (1 - (1 - z/T)^2), keel at z = 0, deck at T.
std::string wigley_table(const char* separator, bool decimal_comma) {
  std::ostringstream out;
  out << "x" << separator << "y" << separator << "z\n# millimetres\n";
  for (int i = 0; i <= 24; ++i)
    for (int j = 0; j <= 12; ++j) {
      const double u = i / 12.0 - 1.0, w = 1.0 - j / 12.0;
      for (const double v : {600.0 * i / 24.0, 50.0 * (1.0 - u * u) * (1.0 - w * w), 60.0 * j / 12.0}) {
        std::ostringstream number;
        number << v;
        std::string s = number.str();
        if (decimal_comma) std::replace(s.begin(), s.end(), '.', ',');
        out << s << separator;
      }
      out << "\n";
    }
  return out.str();
}

std::string refused(const std::string& text) {
  return refusal_of([&] { return read_offsets(text); });
}

}  // namespace

TEST(OffsetsFile, AWigleyHullHasItsVolume) {
  const MeshFile f = read_offsets(wigley_table(",", false));
  EXPECT_EQ(f.format, "table of offsets");
  EXPECT_TRUE(check_mesh(f.mesh, true).clean());
  // Its volume to the deck: L B T (2/3) (2/3).
  EXPECT_NEAR(signed_volume(f.mesh), 600.0 * 100.0 * 60.0 * 4.0 / 9.0, 0.01 * 600.0 * 100.0 * 60.0 * 4.0 / 9.0);
  EXPECT_NEAR(volume_centroid(f.mesh).x(), 300.0, 0.5);
  EXPECT_NEAR(volume_centroid(f.mesh).y(), 0.0, 1e-6);
}

TEST(OffsetsFile, SeparatorsDecimalCommasAndOrderDoNotMatter) {
  const double volume = signed_volume(read_offsets(wigley_table(",", false)).mesh);
  EXPECT_NEAR(signed_volume(read_offsets(wigley_table(";", true)).mesh), volume, 1e-6 * volume);
  EXPECT_NEAR(signed_volume(read_offsets(wigley_table("\t", true)).mesh), volume, 1e-6 * volume);
  // From the bow aft: a wedge that is wider astern.
  const std::string aft_first =
      "0,0,0\n0,50,0\n0,50,40\n300,0,0\n300,30,0\n300,30,40\n450,0,0\n450,17,0\n450,17,40\n600,0,0\n600,0,0\n600,0,"
      "40\n";
  const std::string bow_first =
      "600,0,0\n600,0,0\n600,0,40\n450,0,0\n450,17,0\n450,17,40\n300,0,0\n300,30,0\n300,30,40\n0,0,0\n0,50,0\n0,50,"
      "40\n";
  EXPECT_NEAR(signed_volume(read_offsets(bow_first).mesh), signed_volume(read_offsets(aft_first).mesh), 1e-6);
}

TEST(OffsetsFile, ABoxIsABoxAndSectionsWithUnlikeCountsAreWalked) {
  std::string box, unlike;
  for (const int x : {0, 200, 400, 600}) {
    const std::string s = std::to_string(x);
    box += s + ",0,0\n" + s + ",50,0\n" + s + ",50,80\n";
    unlike += s + ",0,0\n" + s + ",50,0\n" + (x == 200 ? s + ",50,30\n" : "") + s + ",50,80\n";
  }
  EXPECT_NEAR(signed_volume(read_offsets(box).mesh), 600.0 * 100.0 * 80.0, 1e-3);
  EXPECT_NEAR(signed_volume(read_offsets(unlike).mesh), 600.0 * 100.0 * 80.0, 0.01 * 600.0 * 100.0 * 80.0);
}

TEST(OffsetsFile, SaysWhatIsWrongAndWhere) {
  EXPECT_NE(refused("").find("0 stations"), std::string::npos);
  EXPECT_NE(refused("x,y,z\n0,0,0\n0,fifty,0\n").find("line 3"), std::string::npos);
  EXPECT_NE(refused("0,0,0\n0,1,0\n1,0,0\n1,1,0\n").find("2 stations"), std::string::npos);
  EXPECT_NE(refused("0,0,0\n0,1,1\n1,0,0\n1,1,1\n2,0,0\n2,-1,1\n3,0,0\n3,1,1\n").find("beyond the centre plane"),
            std::string::npos);
  EXPECT_NE(refused("0,0,0\n0,1,1\n1,0,0\n1,1,1\n2,0,0\n3,0,0\n3,1,1\n").find("two are wanted"), std::string::npos);
  EXPECT_NE(refused("0,0,0\n0,1,1\n2,0,0\n2,1,1\n1,0,0\n1,1,1\n3,0,0\n3,1,1\n").find("ahead of the one before"),
            std::string::npos);
  const std::string knot = "1,0,0\n1,4,4\n1,4,0\n1,0,4\n1,0,6\n";
  const std::string said = refused("0,0,0\n0,4,0\n0,4,4\n0,4,5\n0,4,6\n" + knot +
                                   "2,0,0\n2,4,0\n2,4,4\n2,4,5\n2,4,6\n3,0,0\n3,4,0\n3,4,4\n3,4,5\n3,4,6\n");
  EXPECT_NE(said.find("station 2"), std::string::npos) << said;
  EXPECT_NE(said.find("knot"), std::string::npos) << said;
  EXPECT_NE(refused("0,0,0\n0,0,1\n1,0,0\n1,0,1\n2,0,0\n2,0,1\n3,0,0\n3,0,1\n").find("enclose nothing"),
            std::string::npos);
  EXPECT_NE(refused("0,0,0\n0,1e300,1\n").find("beyond all measure"), std::string::npos);
}
