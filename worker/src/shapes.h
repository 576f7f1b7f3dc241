#pragma once
#include <map>
#include <set>
#include <memory>
#include <string>
#include <vector>

#include <TopTools_IndexedMapOfShape.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS_Shape.hxx>
#include <gp_Ax1.hxx>
#include <gp_Dir.hxx>
#include <gp_Pln.hxx>
#include <gp_Pnt.hxx>
#include <gp_Vec.hxx>

#include "kernel.pb.h"
#include "memo.h"

namespace ankerdraft {

class Boundary;

/// Thrown by handlers for geometry that cannot be worked; becomes a Refusal on the wire.
struct Refused {
  std::string code;
  std::string message;
  std::vector<int> faces = {};
  std::vector<int> edges = {};
  bool has_place = false;
  gp_Pnt place = gp_Pnt();
};

gp_Pnt PointOf(const kernel::v1::Vec& v);
gp_Vec VectorOf(const kernel::v1::Vec& v);
/// Refused if the vector has no length.
gp_Dir DirectionOf(const kernel::v1::Vec& v);
gp_Pln PlaneOf(const kernel::v1::Placement& p);
void Put(const gp_XYZ& xyz, kernel::v1::Vec* out);

/// The shapes the client has asked to keep, by handle. Holds nothing the client cannot restore from BREP bytes.
class ShapeStore {
 public:
  /// Of the body that was found last not to cross itself; may be null.
  std::shared_ptr<const Boundary> clean;

  uint64_t Add(const TopoDS_Shape& shape);
  /// Refused with "unknown-shape" if there is none.
  const TopoDS_Shape& Get(uint64_t handle) const;
  void Remove(uint64_t handle) { shapes_.erase(handle); }
  Memo& Known() { return memo_; }

 private:
  Memo memo_;
  std::map<uint64_t, TopoDS_Shape> shapes_;
  uint64_t next_ = 1;
};

/// Faces, edges and vertices of a shape, numbered from 1.
struct Numbered {
  explicit Numbered(const TopoDS_Shape& shape);
  TopTools_IndexedMapOfShape faces;
  TopTools_IndexedMapOfShape edges;
  TopTools_IndexedMapOfShape vertices;

  /// Refused with "invalid-input" if the number is out of range.
  const TopoDS_Shape& Face(int index) const;
  const TopoDS_Shape& Edge(int index) const;
};

/// The faces that each edge of a shape bounds, by their numbers.
class EdgeUses {
 public:
  /// A face with the edge as it stands in it.
  struct Use {
    int face;
    TopAbs_Orientation in;
  };

  explicit EdgeUses(const Numbered& numbered);

  /// In the order of the faces; a seam is used twice by one.
  const std::vector<Use>& Of(int edge) const { return uses_[edge - 1]; }

  bool IsBesideOneOf(const std::set<int>& faces, int edge) const {
    for (const Use& use : Of(edge))
      if (faces.count(use.face) != 0) return true;
    return false;
  }

 private:
  std::vector<std::vector<Use>> uses_;
};

/// Plane faces of so many contours are dear to classify points against and to check.
constexpr int kCrowdedContours = 24;

/// The single solid of a compound, or the shape itself.
TopoDS_Shape Unwrapped(const TopoDS_Shape& shape);

/// A copy with the same numbering. Offsets, drafts and blends widen tolerances of what they are given, even when they
/// fail, so they work on copies.
TopoDS_Shape CopyOf(const TopoDS_Shape& shape);

/// Tells what became of sub-shapes: an adapter over the library's several kinds of history.
class History {
 public:
  virtual ~History() = default;
  virtual TopTools_ListOfShape Modified(const TopoDS_Shape& s) const = 0;
  virtual TopTools_ListOfShape Generated(const TopoDS_Shape& s) const = 0;
  virtual bool IsDeleted(const TopoDS_Shape& s) const = 0;
};

/// Wraps anything with the three methods of the library's shape makers.
template <class Maker>
class MakerHistory : public History {
 public:
  explicit MakerHistory(Maker& maker) : maker_(maker) {}
  TopTools_ListOfShape Modified(const TopoDS_Shape& s) const override { return maker_.Modified(s); }
  TopTools_ListOfShape Generated(const TopoDS_Shape& s) const override { return maker_.Generated(s); }
  bool IsDeleted(const TopoDS_Shape& s) const override { return maker_.IsDeleted(s); }

 private:
  Maker& maker_;
};

/// Whether "generated from a face" means that face moved (draft, offset) or a new face beside it (shell).
enum class GeneratedFromFace { kIsModified, kIsNew };

/// Records the origins of the result's faces from an input shape's faces, edges and vertices.
void RecordOrigins(const TopoDS_Shape& input, int input_number, const History& history, const TopoDS_Shape& result,
                   GeneratedFromFace meaning, Memo& memo, kernel::v1::ShapeReply* reply);

/// A shape with the reply that is to describe it.
struct Made {
  TopoDS_Shape shape;
  kernel::v1::ShapeReply* reply;
};

/// Whether the library's checker finds nothing wrong with a shape, its faces taken as they are known.
bool IsSound(const TopoDS_Shape& shape, Memo& memo);

/// Stores the results and fills topology, mass, proof and BREP bytes of each; several together sooner than one by one.
void Describe(const std::vector<Made>& made, ShapeStore& store);
void Describe(const TopoDS_Shape& result, ShapeStore& store, kernel::v1::ShapeReply* reply);

/// What a shape is made of.
struct Parts {
  explicit Parts(const TopoDS_Shape& shape) : numbered(shape), uses(numbered) {}

  TopoDS_Face Face(int i) const;
  TopoDS_Edge Edge(int i) const;
  /// The two faces that meet at an edge; null where it bounds fewer.
  Meeting MeetingAt(int edge) const;

  const Numbered numbered;
  const EdgeUses uses;
};

using KnownParts = std::shared_ptr<const Parts>;

/// Works out on all processors what is not known yet of the faces and edges of some shapes (topology.cpp).
void LearnAll(const std::vector<KnownParts>& shapes, Memo& memo);

/// Topology alone, of what has been learnt (topology.cpp).
void DescribeTopology(const Parts& parts, Memo& memo, kernel::v1::Topology* out);

/// A face without its loops, and the edges of these, the outer one first.
///
/// @param inside of the face
void DescribeFace(const TopoDS_Face& face, const Inside& inside, kernel::v1::Face* out,
                  std::vector<std::vector<TopoDS_Shape>>* loops);

/// An edge without numbers.
void DescribeEdge(const TopoDS_Edge& edge, const Meeting& meeting, kernel::v1::Edge* out);

// Handlers, one for each kind of request.
void Restore(const kernel::v1::Restore& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Extrude(const kernel::v1::Extrude& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Revolve(const kernel::v1::Revolve& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Move(const kernel::v1::Move& in, ShapeStore& store, kernel::v1::ShapeList* out);
void SweepFace(const kernel::v1::SweepFace& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Loft(const kernel::v1::Loft& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Carry(const kernel::v1::Carry& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Skin(const kernel::v1::Skin& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void SweepAlong(const kernel::v1::SweepAlong& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void SweepRuled(const kernel::v1::SweepRuled& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void CheckProfile(const kernel::v1::ProfileCheck& in);
void Combine(const kernel::v1::BooleanOp& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void CutByPlanes(const kernel::v1::CutByPlanes& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Divide(const kernel::v1::Divide& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Defeature(const kernel::v1::Defeature& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Draft(const kernel::v1::Draft& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Thicken(const kernel::v1::Thicken& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void OffsetSkin(const kernel::v1::Offset& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void Blend(const kernel::v1::Blend& in, ShapeStore& store, kernel::v1::ShapeReply* out);
void MakeMesh(const kernel::v1::MeshRequest& in, ShapeStore& store, kernel::v1::Mesh* out);
void ReadStep(const kernel::v1::StepRead& in, ShapeStore& store, kernel::v1::ShapeList* out);
void WriteStep(const kernel::v1::StepWrite& in, ShapeStore& store, kernel::v1::Bytes* out);
void MeasureExtremes(const kernel::v1::FaceExtremes& in, ShapeStore& store, kernel::v1::FaceExtremesReply* out);
void MeasureCurvatures(const kernel::v1::Curvatures& in, ShapeStore& store, kernel::v1::CurvaturesReply* out);
void MeasureDistance(const kernel::v1::Distance& in, ShapeStore& store, kernel::v1::DistanceReply* out);
void TraceSilhouettes(const kernel::v1::Silhouettes& in, ShapeStore& store, kernel::v1::CurvePointsReply* out);
void SampleCurves(const kernel::v1::CurvePoints& in, ShapeStore& store, kernel::v1::CurvePointsReply* out);
void FindSelfIntersection(const kernel::v1::SelfIntersection& in, ShapeStore& store,
                          kernel::v1::SelfIntersectionReply* out);

}  // namespace ankerdraft
