// A component's body for the 3D view: what it is made of in boxes, cylinders and blades, inside the box it measures.
#pragma once

#include "geometry/triangle_mesh.h"
#include "layout/part.h"

namespace plucky::app {

[[nodiscard]] TriangleMesh part_solid(const Part& part);

/// A round bar from one place to another.
[[nodiscard]] TriangleMesh bar_between(const Vec3& from, const Vec3& to, double diameter);

}  // namespace plucky::app
