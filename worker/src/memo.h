#pragma once
#include <cstdint>
#include <list>
#include <memory>
#include <optional>
#include <string>
#include <unordered_map>
#include <utility>
#include <vector>

#include <Bnd_Box.hxx>
#include <NCollection_DataMap.hxx>
#include <Poly_PolygonOnTriangulation.hxx>
#include <Poly_Triangulation.hxx>
#include <TopTools_MapOfOrientedShape.hxx>
#include <TopTools_OrientedShapeMapHasher.hxx>
#include <TopTools_ShapeMapHasher.hxx>
#include <TopoDS_Edge.hxx>
#include <TopoDS_Face.hxx>

#include "balance.h"
#include "inside.h"
#include "kernel.pb.h"
#include "patch.h"

namespace ankerdraft {

/// What is known of a face by itself, whatever body it bounds.
struct FaceFacts {
  kernel::v1::Face described;                      // without its loops
  std::vector<std::vector<TopoDS_Shape>> loops;    // edges of each, the outer loop first
  bool valid = false;                              // the library's checker finds no fault in it
  std::shared_ptr<Inside> inside;  // kept for crowded ones
  Bnd_Box crests;                                  // where it reaches beyond its edges
  gp_Pnt apex;                                     // of the cone over the face whose volume is below
  std::optional<Bulk> volume;
  gp_XYZ pull;                                     // to which the angles below were measured
  double pull_tolerance = 0;                       // and how closely
  kernel::v1::FaceExtreme extremes;
  unsigned long used = 0;
};

/// Two faces that meet at an edge; null where the edge bounds fewer.
struct Meeting {
  TopoDS_Face one, other;
  TopAbs_Orientation in_one = TopAbs_FORWARD;  // of the edge, as it stands in the first face

  /// Whether an edge is described alike with both: a face that has got another contour lies on the surface it had.
  bool IsEqual(const Meeting& m) const;
};

/// What is known of an edge between two faces.
struct EdgeFacts {
  kernel::v1::Edge described;  // without numbers of faces and vertices
  Meeting meeting;             // of the faces that it was described with
  Bnd_Box box;
  unsigned long used = 0;
};

/// Triangles of a face at some accuracy, with the points of its edges.
struct FaceTriangles {
  TopoDS_Face face;
  uint64_t likeness = 0;  // of the face, see content.h
  std::string content;    // the same, once it has been asked for
  double deflection = 0, angle = 0;
  Handle(Poly_Triangulation) triangles;
  struct EdgeOf {
    TopoDS_Edge edge;
    Handle(Poly_PolygonOnTriangulation) points, on_seam;
  };
  std::vector<EdgeOf> edges;  // one for each of the face's, in its order
  // What they add to those of a body in which the face stands forward: between places that are told by vertices, by
  // edges with the numbers of points along them, and by the face itself; and six times the volume below them.
  Balance passes;
  double six_volumes = 0;
  unsigned long used = 0;

  /// Works out the passes and the volumes.
  void Tally();
};

struct Parts;

/// Faces and edges, and what stands for them in another shape: the same in other objects of the library.
struct Counterparts {
  NCollection_DataMap<TopoDS_Shape, TopoDS_Shape, TopTools_OrientedShapeMapHasher> faces;
  NCollection_DataMap<TopoDS_Shape, TopoDS_Shape, TopTools_ShapeMapHasher> edges;
};

/// Remembers what was worked out of faces and edges. An operation leaves most of a body alone, and what it leaves
/// alone is the same object of the library, so that the next body costs what is new in it. A body that is made or read
/// again has other objects with the same content. Never decides anything: all that it holds follows from the face or the
/// edge.
class Memo {
 public:
  /// Begins another body; drops what no body has asked for lately.
  void NextBody();

  /// Numbers of the parts of a shape, which is looked at several times between one operation and the next.
  std::shared_ptr<const Parts> PartsOf(const TopoDS_Shape& shape);

  const FaceFacts& Of(const TopoDS_Face& face);
  /// Works out on all processors what is not known yet of some faces; does not depend on their order.
  void Learn(const std::vector<TopoDS_Face>& faces);
  /// The same of edges, each between the faces that it is asked for with.
  void Learn(const std::vector<std::pair<TopoDS_Edge, Meeting>>& edges);
  /// Whether a point of the face's surface lies strictly within the face.
  bool Holds(const TopoDS_Face& face, const gp_Pnt2d& point);
  /// Takes it as known that a face is sound, for one that is made of such: the checker takes long on many contours.
  void KnowValid(const TopoDS_Face& face);
  /// The volumes of the cones from the apex over faces, worked out on all processors where they are not known; nothing
  /// if one cannot be told by its face alone.
  std::optional<Bulk> VolumeOver(const std::vector<TopoDS_Face>& faces, const gp_Pnt& apex);
  /// The angles of the face to a pull; null if they have not been measured so closely.
  const kernel::v1::FaceExtreme* Extremes(const TopoDS_Face& face, const gp_Dir& pull, double tolerance) const;
  void Keep(const TopoDS_Face& face, const gp_Dir& pull, double tolerance, const kernel::v1::FaceExtreme& extremes);
  const EdgeFacts& Of(const TopoDS_Edge& edge, const Meeting& meeting);
  /// Knows of counterparts what it knows of what they stand for.
  void PassOn(const Counterparts& to);

  /// Null if neither the face nor another of its content has been meshed that finely before.
  const FaceTriangles* Triangles(const TopoDS_Face& face, double deflection, double angle);
  void Keep(FaceTriangles triangles);

 private:
  FaceFacts FactsOf(const TopoDS_Face& face, bool sound) const;
  EdgeFacts FactsOf(const TopoDS_Edge& edge, const Meeting& meeting) const;
  bool Knows(const TopoDS_Edge& edge, const Meeting& meeting) const;
  void PassOnTriangles(const TopoDS_Face& from, const TopoDS_Face& to);
  const FaceTriangles* OfSameContent(const TopoDS_Face& face, double deflection, double angle);

  unsigned long clock_ = 0;
  std::list<std::pair<TopoDS_Shape, std::shared_ptr<const Parts>>> parts_;  // asked for latest first
  TopTools_MapOfOrientedShape sound_;  // until they are described
  NCollection_DataMap<TopoDS_Shape, FaceFacts, TopTools_OrientedShapeMapHasher> faces_;
  NCollection_DataMap<TopoDS_Shape, EdgeFacts, TopTools_ShapeMapHasher> edges_;
  std::unordered_multimap<const TopoDS_TShape*, FaceTriangles> triangles_;
  std::unordered_multimap<uint64_t, const TopoDS_TShape*> alike_;  // keys of the triangles, by likeness
};

}  // namespace ankerdraft
