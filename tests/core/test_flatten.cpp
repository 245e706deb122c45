// Surfaces laid flat: what is developable without strain, a cap of a sphere with that of plate theory.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "geometry/flatten.h"

using namespace plucky;

namespace {

/// A disc of rings and spokes bent by a function of radius and angle.
template <class Bend>
TriangleMesh disc(double radius, int rings, Bend bend) {
  TriangleMesh m;
  m.vertices.push_back(bend(0.0, 0.0));
  std::vector<std::uint32_t> last{0};
  for (int r = 1; r <= rings; ++r) {
    const int n = 6 * r;
    std::vector<std::uint32_t> ring;
    for (int k = 0; k < n; ++k) {
      ring.push_back(static_cast<std::uint32_t>(m.vertices.size()));
      m.vertices.push_back(bend(radius * r / rings, 2.0 * pi * k / n));
    }
    // Between two rings: six sectors, each with one point more on the outer ring.
    for (int s = 0; s < 6; ++s)
      for (int k = 0; k < r; ++k) {
        const std::uint32_t o = ring[(s * r + k) % n], p = ring[(s * r + k + 1) % n];
        const std::uint32_t in = last[(s * (r - 1) + k) % last.size()];
        m.triangles.push_back({in, o, p});
        if (k + 1 < r) m.triangles.push_back({in, p, last[(s * (r - 1) + k + 1) % last.size()]});
      }
    last = ring;
  }
  return m;
}

}  // namespace

TEST(Flatten, ACylinderHasNoStrain) {
  // A square sheet rolled about a radius of 50 mm.
  TriangleMesh m;
  const int n = 20;
  for (int i = 0; i <= n; ++i)
    for (int j = 0; j <= n; ++j) {
      const double u = 0.15 * i / n / 0.05;
      m.vertices.emplace_back(0.05 * std::sin(u), 0.1 * j / n, 0.05 * std::cos(u));
    }
  const auto at = [&](int i, int j) { return static_cast<std::uint32_t>(i * (n + 1) + j); };
  for (int i = 0; i < n; ++i)
    for (int j = 0; j < n; ++j) {
      m.triangles.push_back({at(i, j), at(i + 1, j), at(i + 1, j + 1)});
      m.triangles.push_back({at(i, j), at(i + 1, j + 1), at(i, j + 1)});
    }
  const FlatMesh f = flatten(m, 2000);
  EXPECT_TRUE(f.settled);
  EXPECT_LT(f.most, 1e-4);
  // A chord polygon of 20 sides over 0.15 m of arc.
  const double chord = 2.0 * 0.05 * std::sin(0.5 * 0.15 / n / 0.05) * n;
  EXPECT_NEAR((f.corners[at(n, 0)] - f.corners[at(0, 0)]).norm(), chord, 2e-5);
}

TEST(Flatten, ACapOfASphereStrainsAsPlateTheorySays) {
  // Stress function of a disc of radius a with Gaussian curvature 1 / R^2 laid flat, free rim and Poisson's ratio 0
  // (Foppl and von Karman; worked out here): hoop strain at the rim a^2 / (8 R^2), at the centre -a^2 / (16 R^2).
  const double R = 0.5, a = 0.1;
  const TriangleMesh m = disc(a, 16, [&](double s, double u) {
    return Vec3(R * std::sin(s / R) * std::cos(u), R * std::sin(s / R) * std::sin(u), R * std::cos(s / R));
  });
  const FlatMesh f = flatten(m, 5000);
  const double wanted = a * a / (8.0 * R * R);
  EXPECT_TRUE(f.settled) << f.residual;
  EXPECT_NEAR(f.most, wanted, 0.12 * wanted);
  EXPECT_NEAR(f.strain.front(), -0.5 * wanted, 0.12 * 0.5 * wanted);
  EXPECT_GT(f.strain.back(), 0.0);  // the rim is stretched
}

TEST(Flatten, RefusesWhatIsNoSheet) {
  const auto why = [](const TriangleMesh& m) {
    try {
      (void)flatten(m);
    } catch (const InvalidInput& e) {
      return std::string(e.what());
    }
    return std::string();
  };
  TriangleMesh box = box_mesh(Vec3::Zero(), Vec3::Ones());
  EXPECT_NE(why(box).find("closed"), std::string::npos);
  // Without two opposite faces it is a tube with two rims.
  std::erase_if(box.triangles, [&](const Triangle& t) {
    return std::all_of(t.begin(), t.end(), [&](auto v) { return box.vertices[v].z() == 0.0; }) ||
           std::all_of(t.begin(), t.end(), [&](auto v) { return box.vertices[v].z() == 1.0; });
  });
  EXPECT_NE(why(box).find("more than one rim"), std::string::npos);
  EXPECT_NE(why({{{0, 0, 0}, {1, 0, 0}, {2, 0, 0}}, {{0, 1, 2}}}).find("no area"), std::string::npos);
  EXPECT_NE(why({}).find("no faces"), std::string::npos);
}
