// The geometry worker: reads requests from standard input, answers on standard output (see kernel.proto). It keeps
// shapes by handle and nothing else; the client can end it at any moment and restore what it needs in another.
#include <cstdlib>
#include <cstring>
#include <iostream>
#include <malloc.h>
#include <new>
#include <sys/resource.h>
#include <thread>
#include <unistd.h>

#include <Message.hxx>
#include <Message_Messenger.hxx>
#include <Standard_Failure.hxx>
#include <Standard_Version.hxx>
#include <google/protobuf/arena.h>

#include "frames.h"
#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

constexpr int kProtocol = 1;
constexpr int kOutOfMemoryExit = 3;
constexpr rlim_t kDefaultMemoryMiB = 4096;
constexpr useconds_t kParentPollMicroseconds = 300000;

void LimitMemory() {
  rlim_t mib = kDefaultMemoryMiB;
  if (const char* wanted = std::getenv("ANKERDRAFT_WORKER_MIB")) mib = std::strtoull(wanted, nullptr, 10);
  const rlimit limit = {mib << 20, mib << 20};
  ::setrlimit(RLIMIT_AS, &limit);
}

// The library asks for megabytes for each face that it meshes and gives them back: taken from the system each time, their
// pages are a twentieth of the time of a build.
void KeepFreedMemory() {
  constexpr int kLargestKept = 32 << 20;
  ::mallopt(M_MMAP_THRESHOLD, kLargestKept);
  ::mallopt(M_TRIM_THRESHOLD, 2 * kLargestKept);
  ::mallopt(M_TOP_PAD, kLargestKept / 2);
}

[[noreturn]] void OutOfMemory() {
  std::cerr << "out of memory" << std::endl;
  ::_exit(kOutOfMemoryExit);
}

// A worker in the middle of a long operation does not see that its pipe was closed.
void EndWithParent() {
  const pid_t parent = ::getppid();
  std::thread([parent] {
    while (::getppid() == parent) ::usleep(kParentPollMicroseconds);
    ::_exit(0);
  }).detach();
}

void ActFault(Fault::Kind kind) {
  if (std::getenv("ANKERDRAFT_FAULTS") == nullptr) throw Refused{"invalid-input", "faults are not switched on"};
  switch (kind) {
    case Fault::CRASH:
      std::abort();
    case Fault::HANG:
      for (;;) ::sleep(1);
    case Fault::EXHAUST_MEMORY:
      for (;;) std::memset(new char[64 << 20], 1, 64 << 20);
    default:
      throw Standard_Failure("thrown on request");
  }
}

void Dispatch(const Request& request, ShapeStore& store, Response& response) {
  switch (request.op_case()) {
    case Request::kHello:
      response.mutable_hello()->set_library("Open CASCADE Technology " OCC_VERSION_COMPLETE);
      response.mutable_hello()->set_protocol(kProtocol);
      break;
    case Request::kRestore:
      ankerdraft::Restore(request.restore(), store, response.mutable_shape());
      break;
    case Request::kRelease:
      for (const uint64_t handle : request.release().shapes()) store.Remove(handle);
      response.mutable_done();
      break;
    case Request::kExtrude:
      ankerdraft::Extrude(request.extrude(), store, response.mutable_shape());
      break;
    case Request::kProfileCheck:
      CheckProfile(request.profile_check());
      response.mutable_done();
      break;
    case Request::kBoolean:
      Combine(request.boolean(), store, response.mutable_shape());
      break;
    case Request::kDraft:
      ankerdraft::Draft(request.draft(), store, response.mutable_shape());
      break;
    case Request::kRevolve:
      ankerdraft::Revolve(request.revolve(), store, response.mutable_shape());
      break;
    case Request::kMove:
      ankerdraft::Move(request.move(), store, response.mutable_shapes());
      break;
    case Request::kDivide:
      ankerdraft::Divide(request.divide(), store, response.mutable_shape());
      break;
    case Request::kSweepAlong:
      ankerdraft::SweepAlong(request.sweep_along(), store, response.mutable_shape());
      break;
    case Request::kLoft:
      ankerdraft::Loft(request.loft(), store, response.mutable_shape());
      break;
    case Request::kCarry:
      ankerdraft::Carry(request.carry(), store, response.mutable_shape());
      break;
    case Request::kSkin:
      ankerdraft::Skin(request.skin(), store, response.mutable_shape());
      break;
    case Request::kSweepRuled:
      ankerdraft::SweepRuled(request.sweep_ruled(), store, response.mutable_shape());
      break;
    case Request::kSweepFace:
      ankerdraft::SweepFace(request.sweep_face(), store, response.mutable_shape());
      break;
    case Request::kCutByPlanes:
      ankerdraft::CutByPlanes(request.cut_by_planes(), store, response.mutable_shape());
      break;
    case Request::kDefeature:
      ankerdraft::Defeature(request.defeature(), store, response.mutable_shape());
      break;
    case Request::kThicken:
      ankerdraft::Thicken(request.thicken(), store, response.mutable_shape());
      break;
    case Request::kOffset:
      OffsetSkin(request.offset(), store, response.mutable_shape());
      break;
    case Request::kBlend:
      ankerdraft::Blend(request.blend(), store, response.mutable_shape());
      break;
    case Request::kMesh:
      MakeMesh(request.mesh(), store, response.mutable_mesh());
      break;
    case Request::kStepRead:
      ReadStep(request.step_read(), store, response.mutable_shapes());
      break;
    case Request::kStepWrite:
      WriteStep(request.step_write(), store, response.mutable_bytes());
      break;
    case Request::kCurvatures:
      MeasureCurvatures(request.curvatures(), store, response.mutable_curvatures());
      break;
    case Request::kFaceExtremes:
      MeasureExtremes(request.face_extremes(), store, response.mutable_face_extremes());
      break;
    case Request::kDistance:
      MeasureDistance(request.distance(), store, response.mutable_distance());
      break;
    case Request::kSilhouettes:
      TraceSilhouettes(request.silhouettes(), store, response.mutable_curve_points());
      break;
    case Request::kCurvePoints:
      SampleCurves(request.curve_points(), store, response.mutable_curve_points());
      break;
    case Request::kSelfIntersection:
      FindSelfIntersection(request.self_intersection(), store, response.mutable_self_intersection());
      break;
    case Request::kFault:
      ActFault(request.fault().kind());
      break;
    default:
      throw Refused{"invalid-input", "the request asks for nothing this worker knows"};
  }
}

void Answer(const Refused& refused, Response& response) {
  Refusal* out = response.mutable_refusal();
  out->set_code(refused.code);
  out->set_message(refused.message);
  for (const int f : refused.faces) out->add_faces(f);
  for (const int e : refused.edges) out->add_edges(e);
  if (refused.has_place) Put(refused.place.XYZ(), out->mutable_place());
}

void Serve(Frames& frames) {
  ShapeStore store;
  Request request;
  while (frames.Read(request)) {
    // A body's description is hundreds of small messages: they are laid side by side, and given up at once.
    google::protobuf::Arena arena;
    Response& response = *google::protobuf::Arena::CreateMessage<Response>(&arena);
    try {
      Dispatch(request, store, response);
    } catch (const Refused& refused) {
      response.Clear();
      Answer(refused, response);
    } catch (const std::bad_alloc&) {
      OutOfMemory();
    } catch (const Standard_Failure& failure) {
      response.Clear();
      const char* said = failure.GetMessageString();
      const std::string what = std::string(failure.DynamicType()->Name()) + ": " + (said ? said : "");
      Answer(Refused{"library-exception", "the geometry library gives up in the middle of it (" + what + ")"},
             response);
    } catch (const std::exception& failure) {
      response.Clear();
      Answer(Refused{"library-exception", failure.what()}, response);
    }
    response.set_id(request.id());
    frames.Write(response);
  }
}

}  // namespace

}  // namespace ankerdraft

int main() {
  // The library prints to standard output during STEP transfer; frames get a descriptor of their own.
  const int frames_fd = ::dup(STDOUT_FILENO);
  ::dup2(STDERR_FILENO, STDOUT_FILENO);
  std::set_new_handler(ankerdraft::OutOfMemory);
  ankerdraft::LimitMemory();
  ankerdraft::KeepFreedMemory();
  ankerdraft::EndWithParent();
  Message::DefaultMessenger()->ChangePrinters().Clear();
  ankerdraft::Frames frames(STDIN_FILENO, frames_fd);
  ankerdraft::Serve(frames);
  return 0;
}
