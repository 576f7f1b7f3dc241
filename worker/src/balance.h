#pragma once
#include <cstdint>

#include "bits.h"

namespace ankerdraft {

/// Two sums over directed edges between places. Those that a set of edges and the same set turned round have in common
/// sum up to nothing; that others do happens by chance only: with 2^-128.
struct Balance {
  uint64_t one = 0, other = 0;

  void Pass(uint64_t from, uint64_t to) {
    one += Toll(from, to, kOneSeed) - Toll(to, from, kOneSeed);
    other += Toll(from, to, kOtherSeed) - Toll(to, from, kOtherSeed);
  }

  /// What others have passed; turned round if so.
  void Add(const Balance& b, bool reversed) {
    one += reversed ? 0 - b.one : b.one;
    other += reversed ? 0 - b.other : b.other;
  }

  bool IsEven() const { return one == 0 && other == 0; }

 private:
  static constexpr uint64_t kOneSeed = 0x9e3779b97f4a7c15ULL, kOtherSeed = 0xd1b54a32d192ed03ULL;

  static uint64_t Toll(uint64_t from, uint64_t to, uint64_t seed) { return Mixed(Mixed(from ^ seed) + 3 * to); }
};

}  // namespace ankerdraft
