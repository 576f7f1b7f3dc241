package org.ankerdraft.app.flat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.sheet.BendOrder;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.FlatteningPress;
import org.ankerdraft.core.sheet.FoldMotion;
import org.ankerdraft.core.sheet.PressBrake;
import org.ankerdraft.core.sheet.SheetMesh;
import org.ankerdraft.core.sheet.ToolMesh;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.vectors.Xy;

/** Pictures of a folding sheet, with or without the press brake's tools. */
public final class FoldScenes {
  private static final double CHORD_MM = 0.05;

  private final FlatPattern flat;
  private final FoldMotion motion;
  private final SheetMesh mesh;
  private final PressBrake brake;

  /**
   * A scene with what is tinted in it.
   *
   * @param bends faces of bends
   * @param tools faces of tools
   */
  public record Picture(Scene scene, Set<Integer> bends, Set<Integer> tools) {}

  public FoldScenes(FlatPattern flat, PressBrake brake) {
    this.flat = flat;
    this.motion = new FoldMotion(flat);
    this.mesh = new SheetMesh(flat, CHORD_MM);
    this.brake = brake;
  }

  /** All bends at one share of their angles. */
  public Picture folded(double share) {
    return picture(List.of(sheet(motion.at(share))));
  }

  private Scene.Free sheet(FoldMotion.Pose pose) {
    return new Scene.Free(mesh.posed(pose), mesh.smoothEdges());
  }

  /** The sheet comes first; each tool is one face after those of the sheet. */
  private Picture picture(List<Scene.Free> meshes) {
    int zones = flat.zones().size();
    Set<Integer> bends = new HashSet<>();
    for (int i = 0; i < zones; i++) {
      if (flat.zones().get(i).isBend()) {
        bends.add(i + 1);
        bends.add(zones + i + 1);
      }
    }
    Set<Integer> tools = new HashSet<>();
    for (int i = 1; i < meshes.size(); i++) {
      tools.add(2 * zones + 1 + i);
    }
    return new Picture(Scene.ofFree(meshes), bends, tools);
  }

  /** The sheet at every stroke of a plan: what there is to see of it. */
  public Scene allStrokes(BendOrder.Plan plan) {
    double[] shares = new double[flat.bends().size()];
    List<Scene.Free> all = new ArrayList<>();
    for (BendOrder.Stroke s : plan.strokes()) {
      all.add(sheet(motion.at(shares, flat.kept())));
      s.fold(flat, shares, 1);
    }
    return Scene.ofFree(all);
  }

  /**
   * In the middle of a plan.
   *
   * @param at number of strokes done, and the share of the next one
   */
  public Picture stroke(BendOrder.Plan plan, double at) {
    int done = Math.min((int) at, plan.strokes().size() - 1);
    double share = at - done;
    double[] shares = new double[flat.bends().size()];
    for (int i = 0; i < done; i++) {
      plan.strokes().get(i).fold(flat, shares, 1);
    }
    BendOrder.Stroke stroke = plan.strokes().get(done);
    stroke.fold(flat, shares, share);
    FoldMotion.Pose pose = motion.at(shares, flat.kept());
    List<Scene.Free> all = new ArrayList<>(List.of(sheet(pose)));
    if (share < 1) {
      addTools(all, stroke, share, pose);
    }
    return picture(all);
  }

  private void addTools(
      List<Scene.Free> all, BendOrder.Stroke stroke, double share, FoldMotion.Pose pose) {
    List<FlatBend> bends = stroke.bends().stream().map(flat.bends()::get).toList();
    FlatBend first = bends.getFirst();
    switch (stroke.way()) {
      case BEND -> {
        PressBrake.Station station = PressBrake.station(flat, bends, pose);
        all.add(tool(brake.punch(first), station));
        all.add(tool(brake.die(first, share, flat.thicknessMm()), station));
      }
      case ROLL -> {
        // Between rolls, or in many strokes along its lines: no tool of one stroke.
      }
      case PRESS_SHUT -> {
        PressBrake.Station station = FlatteningPress.station(flat, first, pose);
        FlatteningPress press = BendOrder.press(flat, stroke.bend(), pose);
        // The ram stands off while the hem is open.
        double open = (1 - share) * press.reachMm();
        all.add(tool(press.ram().stream().map(p -> p.plus(new Xy(0, open))).toList(), station));
        all.add(tool(press.anvil(flat.thicknessMm()), station));
      }
    }
  }

  private static Scene.Free tool(List<Xy> section, PressBrake.Station station) {
    TriangleMesh tool = ToolMesh.of(section, station);
    // Every edge of a tool is sharp.
    return new Scene.Free(tool, new boolean[tool.edgePointStart().length - 1]);
  }
}
