// Rays per second of CGAL's AABB tree, for comparison. Input: a file with counts and raw little-endian data
// (int32 triangles, int32 rays, 9 doubles a triangle, 6 doubles a ray: origin, direction). First hit of each ray.
#include <chrono>
#include <cstdint>
#include <cstdio>
#include <fstream>
#include <thread>
#include <vector>

#include <CGAL/AABB_traits.h>
#include <CGAL/AABB_tree.h>
#include <CGAL/AABB_triangle_primitive.h>
#include <CGAL/Simple_cartesian.h>

using K = CGAL::Simple_cartesian<double>;
using Iterator = std::vector<K::Triangle_3>::iterator;
using Tree = CGAL::AABB_tree<CGAL::AABB_traits<K, CGAL::AABB_triangle_primitive<K, Iterator>>>;

int main(int, char** argv) {
  std::ifstream in(argv[1], std::ios::binary);
  const int threads = std::atoi(argv[2]);
  int32_t counts[2];
  in.read(reinterpret_cast<char*>(counts), sizeof counts);
  std::vector<double> t(9 * static_cast<size_t>(counts[0])), r(6 * static_cast<size_t>(counts[1]));
  in.read(reinterpret_cast<char*>(t.data()), static_cast<std::streamsize>(t.size() * 8));
  in.read(reinterpret_cast<char*>(r.data()), static_cast<std::streamsize>(r.size() * 8));
  std::vector<K::Triangle_3> triangles;
  for (size_t i = 0; i < t.size(); i += 9)
    triangles.emplace_back(K::Point_3(t[i], t[i + 1], t[i + 2]), K::Point_3(t[i + 3], t[i + 4], t[i + 5]),
                           K::Point_3(t[i + 6], t[i + 7], t[i + 8]));
  Tree tree(triangles.begin(), triangles.end());
  tree.build();
  std::vector<long> hits(threads, 0);
  const auto start = std::chrono::steady_clock::now();
  std::vector<std::thread> pool;
  for (int k = 0; k < threads; ++k)
    pool.emplace_back([&, k] {
      for (size_t i = static_cast<size_t>(k); i < r.size() / 6; i += static_cast<size_t>(threads)) {
        const K::Ray_3 ray(K::Point_3(r[6 * i], r[6 * i + 1], r[6 * i + 2]),
                           K::Vector_3(r[6 * i + 3], r[6 * i + 4], r[6 * i + 5]));
        if (tree.first_intersected_primitive(ray)) ++hits[k];
      }
    });
  for (auto& p : pool) p.join();
  const double s = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
  long sum = 0;
  for (const long h : hits) sum += h;
  std::printf("%.0f %ld\n", static_cast<double>(r.size() / 6) / s, sum);
  return 0;
}
