package org.ankerdraft.render.export;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.exchange.MeshFiles;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.Threads;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.BodyShown;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.render.look.BodyColours;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;

/** A built part as the bytes of a file; which kind is told by the ending of its name. */
public final class PartExport {
  private static final double MESH_ANGLE_RAD = Math.toRadians(15);
  private static final int WIDTH = 1280;
  private static final int HEIGHT = 800;

  /** The part cannot be written in that form. */
  public static final class CannotExport extends Exception {
    private static final long serialVersionUID = 1L;

    CannotExport(String message) {
      super(message);
    }
  }

  private PartExport() {}

  /**
   * @param accuracyMm largest distance of a mesh from the surface
   */
  public static byte[] bytes(
      GeometryKernel kernel, PartState state, String fileName, double accuracyMm)
      throws CannotExport {
    String lower = fileName.toLowerCase(Locale.ROOT);
    String ending = lower.substring(lower.lastIndexOf('.') + 1);
    return switch (ending) {
      case "step", "stp" -> step(kernel, state);
      case "stl" -> MeshFiles.stl(meshes(kernel, state, accuracyMm));
      case "obj" -> MeshFiles.obj(meshes(kernel, state, accuracyMm));
      case "3mf" ->
          MeshFiles.threeMf(
              state.part().name(),
              String.join("; ", Threads.inWords(state)),
              meshes(kernel, state, accuracyMm),
              colours(state));
      case "png" -> png(kernel, state);
      default -> {
        if (FlatExport.writes(fileName)) {
          yield flat(kernel, state, fileName);
        }
        throw new CannotExport(
            "."
                + ending
                + " is not written; use .step, .stl, .3mf, .obj or .png, for a sheet body .dxf,"
                + " .svg, .pdf or .csv");
      }
    };
  }

  /** The flat pattern of the part's one sheet body, or of its one body. */
  private static byte[] flat(GeometryKernel kernel, PartState state, String fileName)
      throws CannotExport {
    List<Body> sheets = BodyUnfolding.sheetBodies(state).stream().map(state.bodies()::get).toList();
    List<Body> candidates = sheets.isEmpty() ? state.solids() : sheets;
    if (candidates.size() != 1) {
      throw new CannotExport(
          "the part has "
              + candidates.size()
              + " bodies that could be laid flat, and a flat is of one: unfold takes it by --body, "
              + candidates.stream().map(Body::name).collect(Collectors.joining(" or ")));
    }
    Body body = candidates.getFirst();
    try {
      return FlatExport.bytes(
          BodyUnfolding.unfold(
              body, state, null, BodyUnfolding.CURVE_MM, kernel, Budget.ofSeconds(60)),
          state.part().name(),
          fileName,
          state.part().unit());
    } catch (CannotUnfold e) {
      throw new CannotExport(e.inWords(body.named()));
    }
  }

  private static byte[] step(GeometryKernel kernel, PartState state) throws CannotExport {
    Map<String, Shape> shapes = new LinkedHashMap<>();
    state.bodies().values().forEach(b -> shapes.put(b.name(), b.named().shape()));
    // The signs of the words are none of the plain characters of a header.
    List<String> remarks =
        Threads.inWords(state).stream()
            .map(line -> line.replace("×", "x").replace("Ø", "dia."))
            .toList();
    return got(
        kernel.writeStep(
            state.part().name(), shapes, colours(state), remarks, Budget.ofSeconds(120)));
  }

  /** Of bodies that have been given one. */
  private static Map<String, Integer> colours(PartState state) {
    Map<String, Integer> out = new LinkedHashMap<>();
    for (String body : state.bodies().keySet()) {
      BodyShown.Tint tint = state.part().shown(body).tint();
      if (tint != BodyShown.Tint.PLAIN) {
        out.put(body, BodyColours.of(tint, Palette.CHART));
      }
    }
    return out;
  }

  private static Map<String, TriangleMesh> meshes(
      GeometryKernel kernel, PartState state, double accuracyMm) throws CannotExport {
    Map<String, TriangleMesh> meshes = new LinkedHashMap<>();
    if (state.solids().isEmpty()) {
      throw new CannotExport(
          "the part has surfaces but no solid, and a mesh is of solids; .step takes surfaces");
    }
    for (Body body : state.solids()) {
      TriangleMesh mesh =
          got(kernel.mesh(body.named().shape(), accuracyMm, MESH_ANGLE_RAD, Budget.ofSeconds(120)));
      if (!mesh.watertight()) {
        throw new CannotExport(
            "the mesh of body "
                + body.name()
                + " has gaps at an accuracy of "
                + accuracyMm
                + " mm");
      }
      meshes.put(body.name(), mesh);
    }
    return meshes;
  }

  private static byte[] png(GeometryKernel kernel, PartState state) throws CannotExport {
    RuleBook book =
        RuleBook.forPart(state.part())
            .orElseThrow(() ->
                new CannotExport("no rule book for material " + state.part().process().material()));
    CheckReport report =
        new CheckRunner(kernel, Runtime.getRuntime().availableProcessors())
            .check(state, book, Budget.Cancel.NEVER)
            .orElseThrow(() -> new CannotExport("the part could not be checked"));
    return PartImage.png(PartImage.chart(state, report, Look.Map.WALL, WIDTH, HEIGHT));
  }

  private static <T> T got(Outcome<T> outcome) throws CannotExport {
    return switch (outcome) {
      case Outcome.Done<T>(T value) -> value;
      case Outcome.Failed<T>(var failure) -> throw new CannotExport(failure.message());
    };
  }
}
