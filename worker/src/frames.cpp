#include "frames.h"

#include <cerrno>
#include <cstdint>
#include <iostream>
#include <unistd.h>

namespace ankerdraft {

namespace {
// A frame longer than this is taken for noise on the pipe rather than for a shape.
constexpr uint32_t kLongestFrame = 1u << 30;
}  // namespace

bool Frames::ReadFully(char* to, size_t size) {
  while (size > 0) {
    const ssize_t got = ::read(in_, to, size);
    if (got < 0 && errno == EINTR) continue;
    if (got <= 0) return false;
    to += got;
    size -= static_cast<size_t>(got);
  }
  return true;
}

bool Frames::Read(kernel::v1::Request& request) {
  unsigned char head[4];
  if (!ReadFully(reinterpret_cast<char*>(head), sizeof head)) return false;
  const uint32_t size = head[0] | head[1] << 8 | head[2] << 16 | static_cast<uint32_t>(head[3]) << 24;
  if (size > kLongestFrame) {
    std::cerr << "frame of " << size << " bytes refused\n";
    return false;
  }
  std::string bytes(size, '\0');
  if (!ReadFully(bytes.data(), size)) return false;
  if (!request.ParseFromString(bytes)) {
    std::cerr << "frame of " << size << " bytes is no request\n";
    return false;
  }
  return true;
}

void Frames::Write(const kernel::v1::Response& response) {
  std::string bytes = response.SerializeAsString();
  const uint32_t size = static_cast<uint32_t>(bytes.size());
  const char head[4] = {static_cast<char>(size), static_cast<char>(size >> 8), static_cast<char>(size >> 16),
                        static_cast<char>(size >> 24)};
  bytes.insert(0, head, sizeof head);
  size_t done = 0;
  while (done < bytes.size()) {
    const ssize_t put = ::write(out_, bytes.data() + done, bytes.size() - done);
    if (put < 0 && errno == EINTR) continue;
    if (put <= 0) ::_exit(0);  // the client has gone
    done += static_cast<size_t>(put);
  }
}

}  // namespace ankerdraft
