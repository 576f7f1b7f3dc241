#pragma once
#include <exception>
#include <vector>

#include <OSD_Parallel.hxx>

namespace ankerdraft {

/// Does something for each number below a count, on all processors where there is enough to do. What is thrown first, in
/// the order of the numbers, comes out when all are done.
///
/// @param fewest less than that is done sooner than threads wake up
template <class Each>
void InParallel(int count, const Each& each, int fewest = 4) {
  std::vector<std::exception_ptr> thrown(count);
  OSD_Parallel::For(
      0, count,
      [&](int i) {
        try {
          each(i);
        } catch (...) {
          thrown[i] = std::current_exception();
        }
      },
      count < fewest);
  for (const std::exception_ptr& one : thrown)
    if (one) std::rethrow_exception(one);
}

}  // namespace ankerdraft
