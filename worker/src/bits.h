#pragma once
#include <cstdint>
#include <cstring>

namespace ankerdraft {

inline uint64_t BitsOf(double x) {
  uint64_t bits;
  std::memcpy(&bits, &x, sizeof bits);
  return bits;
}

inline uint64_t BitsOf(float x) {
  uint32_t bits;
  std::memcpy(&bits, &x, sizeof bits);
  return bits;
}

/// Scatters numbers that lie close over all 64 bits: the finaliser of MurmurHash3 (Appleby, public domain), one to one.
inline uint64_t Mixed(uint64_t x) {
  x = (x ^ (x >> 33)) * 0xff51afd7ed558ccdULL;
  x = (x ^ (x >> 33)) * 0xc4ceb9fe1a85ec53ULL;
  return x ^ (x >> 33);
}

}  // namespace ankerdraft
