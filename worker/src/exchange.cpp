#include <cmath>
#include <cstdio>
#include <fstream>
#include <sstream>
#include <unistd.h>

#include <APIHeaderSection_MakeHeader.hxx>
#include <Interface_HArray1OfHAsciiString.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepLib.hxx>
#include <Interface_Check.hxx>
#include <Interface_CheckIterator.hxx>
#include <Interface_InterfaceModel.hxx>
#include <Interface_Static.hxx>
#include <Quantity_Color.hxx>
#include <STEPConstruct_Styles.hxx>
#include <STEPControl_Controller.hxx>
#include <STEPControl_Reader.hxx>
#include <STEPControl_Writer.hxx>
#include <StepBasic_Product.hxx>
#include <StepData_StepModel.hxx>
#include <StepRepr_RepresentationContext.hxx>
#include <StepRepr_RepresentationItem.hxx>
#include <StepShape_ManifoldSolidBrep.hxx>
#include <StepVisual_Colour.hxx>
#include <StepVisual_MechanicalDesignGeometricPresentationRepresentation.hxx>
#include <StepVisual_PresentationStyleAssignment.hxx>
#include <StepVisual_StyledItem.hxx>
#include <ShapeFix_Shape.hxx>
#include <TCollection_HAsciiString.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Solid.hxx>
#include <TransferBRep.hxx>
#include <TransferBRep_ShapeMapper.hxx>
#include <Transfer_FinderProcess.hxx>
#include <Transfer_TransientProcess.hxx>
#include <XSControl_TransferReader.hxx>
#include <XSControl_TransferWriter.hxx>
#include <XSControl_WorkSession.hxx>

#include "elementary.h"
#include "shapes.h"
#include "wires.h"
#include "skin.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

std::string NameOf(const STEPControl_Reader& reader, const TopoDS_Shape& shape) {
  const Handle(Standard_Transient) entity = reader.WS()->TransferReader()->EntityFromShapeResult(shape, 1);
  const Handle(StepRepr_RepresentationItem) item = Handle(StepRepr_RepresentationItem)::DownCast(entity);
  return item.IsNull() || item->Name().IsNull() ? "" : item->Name()->ToCString();
}

// What a body has become in the file; null if it cannot be told.
Handle(StepRepr_RepresentationItem) ItemOf(STEPControl_Writer& writer, const TopoDS_Shape& shape) {
  const Handle(Transfer_FinderProcess) process = writer.WS()->TransferWriter()->FinderProcess();
  const Handle(TransferBRep_ShapeMapper) mapper = TransferBRep::ShapeMapper(process, shape);
  Handle(StepRepr_RepresentationItem) item;
  process->FindTypedTransient(mapper, STANDARD_TYPE(StepRepr_RepresentationItem), item);
  return item;
}

void SetColour(STEPControl_Writer& writer, const TopoDS_Shape& shape, const Handle(StepRepr_RepresentationItem)& item,
               uint32_t rgb) {
  const auto share = [&](int shift) { return (rgb >> shift & 0xFF) / 255.0; };
  const Quantity_Color colour(share(16), share(8), share(0), Quantity_TOC_sRGB);
  STEPConstruct_Styles styles(writer.WS());
  const Handle(StepVisual_Colour) encoded = STEPConstruct_Styles::EncodeColor(colour);
  styles.AddStyle(item, styles.MakeColorPSA(item, encoded, nullptr, nullptr, 0), nullptr);
  Handle(StepVisual_MechanicalDesignGeometricPresentationRepresentation) looks;
  if (styles.CreateMDGPR(styles.FindContext(shape), looks)) writer.Model()->AddWithRefs(looks);
}

// The library numbers products over the life of the process; named by us, the same part gives the same bytes.
void NameProducts(const Handle(Interface_InterfaceModel)& model, const StepWrite& in) {
  int count = 0;
  for (int i = 1; i <= model->NbEntities(); ++i) {
    const Handle(StepBasic_Product) product = Handle(StepBasic_Product)::DownCast(model->Value(i));
    if (product.IsNull()) continue;
    const std::string name = in.shapes_size() > 1 && count < in.names_size() ? in.names(count) : in.part_name();
    ++count;
    product->SetId(new TCollection_HAsciiString(name.c_str()));
    product->SetName(new TCollection_HAsciiString(name.c_str()));
  }
}

// A file of our own in the temporary folder, gone when the object goes.
class TemporaryFile {
 public:
  TemporaryFile() {
    const char* folder = std::getenv("TMPDIR");
    path_ = std::string(folder != nullptr ? folder : "/tmp") + "/ankerdraft-XXXXXX";
    const int fd = ::mkstemp(path_.data());
    if (fd < 0) throw Refused{"refused", "no temporary file can be made"};
    ::close(fd);
  }
  ~TemporaryFile() { std::remove(path_.c_str()); }
  const std::string& Path() const { return path_; }

 private:
  std::string path_;
};

// Faults in the geometry of a file bring the transfer down more often than not, so it is not begun.
void RefuseBrokenGeometry(STEPControl_Reader& reader) {
  const Interface_CheckIterator checks = reader.WS()->ModelCheckList();
  for (Interface_CheckIterator it = checks; it.More(); it.Next()) {
    const Handle(Interface_Check)& check = it.Value();
    if (check.IsNull() || !check->HasFailed() || check->Entity().IsNull()) continue;
    const std::string type = check->Entity()->DynamicType()->Name();
    if (type.rfind("StepGeom_", 0) != 0 && type.rfind("StepShape_", 0) != 0) continue;
    throw Refused{"invalid-input", "the file is damaged: entity #" + std::to_string(it.Number()) + ", " +
                                       check->CFail(1)};
  }
}

// What is safe to mend is mended, and said: small faults within a tolerance, a skin that looks inwards.
TopoDS_Shape Healed(const TopoDS_Shape& read, const std::string& name, ShapeList* out) {
  constexpr double kMostHealed = 1e-3;
  TopoDS_Shape solid = Forward(read);
  if (!BRepCheck_Analyzer(solid).IsValid()) {
    ShapeFix_Shape fix(solid);
    fix.SetMaxTolerance(kMostHealed);
    fix.Perform();
    const TopoDS_Shape fixed = Unwrapped(fix.Shape());
    if (fixed.ShapeType() == TopAbs_SOLID && BRepCheck_Analyzer(fixed).IsValid()) {
      solid = fixed;
      out->add_warnings(name + ": small faults were healed");
    }
  }
  if (solid.ShapeType() == TopAbs_SOLID && VolumeOf(solid) < 0) {
    TopoDS_Solid turned = TopoDS::Solid(solid);
    BRepLib::OrientClosedSolid(turned);
    if (VolumeOf(turned) > 0) {
      solid = Forward(turned);
      out->add_warnings(name + ": it was inside out and has been turned");
    }
  }
  return solid;
}

// How many solids a file says it holds.
int SolidsOf(const Handle(Interface_InterfaceModel)& model) {
  int count = 0;
  for (int i = 1; i <= model->NbEntities(); ++i)
    if (model->Value(i)->IsKind(STANDARD_TYPE(StepShape_ManifoldSolidBrep))) ++count;
  return count;
}

// Shells that bound no solid, and those of faces that belong to none.
std::vector<TopoDS_Shape> LooseSkins(const TopoDS_Shape& read) {
  std::vector<TopoDS_Shape> skins, faces;
  for (TopExp_Explorer e(read, TopAbs_SHELL, TopAbs_SOLID); e.More(); e.Next()) skins.push_back(e.Current());
  for (TopExp_Explorer e(read, TopAbs_FACE, TopAbs_SHELL); e.More(); e.Next()) faces.push_back(e.Current());
  for (const TopoDS_Shell& shell : ShellsOf(faces)) skins.push_back(shell);
  return skins;
}

}  // namespace

void ReadStep(const StepRead& in, ShapeStore& store, ShapeList* out) {
  STEPControl_Reader reader;
  std::istringstream bytes(in.data());
  if (reader.ReadStream("part.step", bytes) != IFSelect_RetDone)
    throw Refused{"invalid-input", "the file is not STEP, or is cut short"};
  if (reader.WS()->Model().IsNull() || reader.WS()->Model()->NbEntities() == 0)
    throw Refused{"invalid-input", "the file is not STEP, or holds nothing"};
  RefuseBrokenGeometry(reader);
  reader.TransferRoots();
  int solids = 0;
  for (int i = 1; i <= reader.NbShapes(); ++i) {
    for (TopExp_Explorer e(reader.Shape(i), TopAbs_SOLID); e.More(); e.Next()) {
      const std::string name = NameOf(reader, e.Current());
      const std::string known = name.empty() ? "solid " + std::to_string(out->shapes_size() + 1) : name;
      Describe(Tori(Healed(e.Current(), known, out)).Shape(), store, out->add_shapes());
      out->add_names(name);
      ++solids;
    }
  }
  // After all solids, whose names and numbers do not depend on what lies beside them.
  for (int i = 1; i <= reader.NbShapes(); ++i) {
    for (const TopoDS_Shape& skin : LooseSkins(reader.Shape(i))) {
      Describe(skin, store, out->add_shapes());
      out->add_names(NameOf(reader, skin));
    }
  }
  if (solids < SolidsOf(reader.WS()->Model()))
    out->add_warnings("a solid of the file has gaps between its faces; what there is of it came as a surface");
}

void WriteStep(const StepWrite& in, ShapeStore& store, Bytes* out) {
  // Settings made before the library has set its own defaults are lost.
  STEPControl_Controller::Init();
  Interface_Static::SetCVal("write.step.schema", "AP214IS");
  Interface_Static::SetCVal("write.step.unit", "MM");
  STEPControl_Writer writer;
  for (int i = 0; i < in.shapes_size(); ++i) {
    const TopoDS_Shape shape = store.Get(in.shapes(i));
    if (writer.Transfer(shape, STEPControl_AsIs) != IFSelect_RetDone)
      throw Refused{"refused", "body " + in.names(i) + " cannot be written as STEP"};
    const Handle(StepRepr_RepresentationItem) item = ItemOf(writer, shape);
    if (item.IsNull()) continue;
    item->SetName(new TCollection_HAsciiString(in.names(i).c_str()));
    const auto colour = in.colours().find(in.names(i));
    if (colour != in.colours().end()) SetColour(writer, shape, item, colour->second);
  }
  NameProducts(writer.Model(), in);
  APIHeaderSection_MakeHeader header(writer.Model());
  if (in.remarks_size() > 0) {
    const Handle(Interface_HArray1OfHAsciiString) remarks = new Interface_HArray1OfHAsciiString(1, in.remarks_size());
    for (int i = 0; i < in.remarks_size(); ++i)
      remarks->SetValue(i + 1, new TCollection_HAsciiString(in.remarks(i).c_str()));
    header.SetDescription(remarks);
  }
  header.SetName(new TCollection_HAsciiString(in.part_name().c_str()));
  // The same part gives the same bytes, so the clock is left out.
  header.SetTimeStamp(new TCollection_HAsciiString("1970-01-01T00:00:00"));
  header.SetOriginatingSystem(new TCollection_HAsciiString("Ankerdraft"));
  const TemporaryFile file;
  if (writer.Write(file.Path().c_str()) != IFSelect_RetDone) throw Refused{"refused", "STEP cannot be written"};
  std::ifstream read(file.Path(), std::ios::binary);
  std::ostringstream bytes;
  bytes << read.rdbuf();
  out->set_data(bytes.str());
}

}  // namespace ankerdraft
