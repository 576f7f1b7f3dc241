#pragma once
#include <string>

#include "kernel.pb.h"

namespace ankerdraft {

/// Length-prefixed messages over two file descriptors (framing: see kernel.proto).
class Frames {
 public:
  Frames(int in_fd, int out_fd) : in_(in_fd), out_(out_fd) {}

  /// Reads the next request. False at the end of input or on a frame that is no request.
  bool Read(kernel::v1::Request& request);

  void Write(const kernel::v1::Response& response);

 private:
  bool ReadFully(char* to, size_t size);

  int in_;
  int out_;
};

}  // namespace ankerdraft
