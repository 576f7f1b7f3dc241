// Rays per second of Embree 3 (robust mode, single rays), for comparison. Input and output as in rays-cgal.cpp.
#include <chrono>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <fstream>
#include <limits>
#include <thread>
#include <vector>

#include <embree3/rtcore.h>

int main(int, char** argv) {
  std::ifstream in(argv[1], std::ios::binary);
  const int threads = std::atoi(argv[2]);
  int32_t counts[2];
  in.read(reinterpret_cast<char*>(counts), sizeof counts);
  std::vector<double> t(9 * static_cast<size_t>(counts[0])), r(6 * static_cast<size_t>(counts[1]));
  in.read(reinterpret_cast<char*>(t.data()), static_cast<std::streamsize>(t.size() * 8));
  in.read(reinterpret_cast<char*>(r.data()), static_cast<std::streamsize>(r.size() * 8));
  RTCDevice device = rtcNewDevice(nullptr);
  RTCScene scene = rtcNewScene(device);
  rtcSetSceneFlags(scene, RTC_SCENE_FLAG_ROBUST);
  rtcSetSceneBuildQuality(scene, RTC_BUILD_QUALITY_HIGH);
  RTCGeometry geometry = rtcNewGeometry(device, RTC_GEOMETRY_TYPE_TRIANGLE);
  auto* positions = static_cast<float*>(
      rtcSetNewGeometryBuffer(geometry, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, 12, t.size() / 3));
  auto* indices = static_cast<uint32_t*>(
      rtcSetNewGeometryBuffer(geometry, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3, 12, t.size() / 9));
  for (size_t i = 0; i < t.size(); ++i) positions[i] = static_cast<float>(t[i]);
  for (size_t i = 0; i < t.size() / 3; ++i) indices[i] = static_cast<uint32_t>(i);
  rtcCommitGeometry(geometry);
  rtcAttachGeometry(scene, geometry);
  rtcCommitScene(scene);
  std::vector<long> hits(threads, 0);
  const auto start = std::chrono::steady_clock::now();
  std::vector<std::thread> pool;
  for (int k = 0; k < threads; ++k)
    pool.emplace_back([&, k] {
      RTCIntersectContext context;
      rtcInitIntersectContext(&context);
      for (size_t i = static_cast<size_t>(k); i < r.size() / 6; i += static_cast<size_t>(threads)) {
        RTCRayHit ray = {};
        ray.ray.org_x = static_cast<float>(r[6 * i]);
        ray.ray.org_y = static_cast<float>(r[6 * i + 1]);
        ray.ray.org_z = static_cast<float>(r[6 * i + 2]);
        ray.ray.dir_x = static_cast<float>(r[6 * i + 3]);
        ray.ray.dir_y = static_cast<float>(r[6 * i + 4]);
        ray.ray.dir_z = static_cast<float>(r[6 * i + 5]);
        ray.ray.tfar = std::numeric_limits<float>::infinity();
        ray.ray.mask = 0xffffffffu;
        ray.hit.geomID = RTC_INVALID_GEOMETRY_ID;
        rtcIntersect1(scene, &context, &ray);
        if (ray.hit.geomID != RTC_INVALID_GEOMETRY_ID) ++hits[k];
      }
    });
  for (auto& p : pool) p.join();
  const double s = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
  long sum = 0;
  for (const long h : hits) sum += h;
  std::printf("%.0f %ld\n", static_cast<double>(r.size() / 6) / s, sum);
  return 0;
}
