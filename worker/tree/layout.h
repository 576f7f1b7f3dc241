// How a tree of boxes over triangles lies in memory: eight boxes or triangles are looked at together.
//
// Of each inner node eight children: their boxes as six rows of eight (least x, y, z, greatest x, y, z), and a link
// each: another node, or -1 - leaf. Of each leaf up to eight triangles: their corners as nine rows of eight (x, y, z of
// the first, second, third), and their planes as four (unit normal, distance from the origin; a triangle without area
// has none, and its normal is zero), and their bulges as three: of the edges from the first corner to the second, from
// there to the third, and back, how far the surface rises over the triangle for each unit of the product of the weights
// of both ends. A lane without a child has an inverted box; one without a triangle has no numbers.
#pragma once

constexpr int kLanes = 8;
constexpr int kBoxRow = 6 * kLanes;
constexpr int kLeafRow = 16 * kLanes;
constexpr int kPlanes = 9 * kLanes;
constexpr int kBulges = 13 * kLanes;

// No path from the root to a leaf is longer.
constexpr int kDeepest = 96;
