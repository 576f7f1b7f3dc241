package org.ankerdraft.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sheet.BendOrder;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.PressBrake;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.render.export.FlatExport;
import org.ankerdraft.render.export.PartExport;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "unfold",
    description =
        "Lays a sheet body flat and writes it as DXF, SVG, PDF or CSV, by the ending of OUT.")
final class UnfoldVerb implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "FILE", description = "part file, bare JSON or STEP")
  private Path file;

  @Parameters(
      index = "1",
      paramLabel = "OUT",
      arity = "0..1",
      description = "where to write; without it nothing is written")
  private Path out;

  static final class Method {
    @Option(names = "--k", paramLabel = "K", description = "one K-factor for every bend")
    private Double k;

    @Option(names = "--din", description = "DIN 6935")
    private boolean din;
  }

  @ArgGroup(exclusive = true)
  private Method method;

  @Option(names = "--body", paramLabel = "NAME", description = "which body, if there are several")
  private String bodyName;

  @Option(
      names = "--accuracy",
      paramLabel = "MM",
      description = "how far straightened curves may stray, mm (default: ${DEFAULT-VALUE})",
      defaultValue = "0.01")
  private double accuracyMm;

  @Option(
      names = "--order",
      description = "propose a bending order, checked against the stand-in press brake")
  private boolean order;

  @Option(names = "--json", description = "one JSON object on standard output")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    if (!(accuracyMm > 0)) {
      throw new Workshop.CannotGoOn("the accuracy must be more than 0 mm");
    }
    try (Workshop workshop = new Workshop()) {
      PartFile.Content content = Workshop.read(file);
      PartState state = workshop.build(content);
      workshop.mustBeBuilt(state);
      Body body = body(state);
      FlatPattern flat = unfolded(workshop, state, body);
      if (out != null) {
        PartFile.writeAtomically(
            out, FlatExport.bytes(flat, title(state, body), out.toString(), state.part().unit()));
      }
      BendOrder.Plan plan = order ? plan(flat, state) : null;
      print(flat, plan);
      return plan == null || plan.isFree() ? Exit.OK : Exit.STOPPED;
    } catch (PartExport.CannotExport e) {
      throw new Workshop.CannotGoOn(e.getMessage());
    } catch (IOException e) {
      throw new Workshop.CannotGoOn(out + " cannot be written: " + e.getMessage());
    }
  }

  private static BendOrder.Plan plan(FlatPattern flat, PartState state) throws Workshop.CannotGoOn {
    RuleBook book = Workshop.rulesOf(state.part());
    PressBrake brake = new PressBrake(book.dieMm(state.part(), flat.thicknessMm()));
    return BendOrder.find(flat, brake, Budget.Cancel.NEVER);
  }

  private FlatPattern unfolded(Workshop workshop, PartState state, Body body)
      throws Workshop.CannotGoOn {
    try {
      return BodyUnfolding.unfold(
          body, state, method(), accuracyMm, workshop.kernel, Budget.ofSeconds(60));
    } catch (CannotUnfold e) {
      throw new Workshop.CannotGoOn("body " + body.name() + ": " + e.inWords(body.named()));
    }
  }

  private static String title(PartState state, Body body) {
    return state.bodies().size() == 1
        ? state.part().name()
        : state.part().name() + ", " + body.name();
  }

  private BendMethod method() throws Workshop.CannotGoOn {
    if (method == null) {
      return null;
    }
    if (method.din) {
      return new BendMethod.Din6935();
    }
    if (!(method.k >= 0 && method.k <= 1)) {
      throw new Workshop.CannotGoOn("the K-factor must be from 0 to 1");
    }
    return new BendMethod.KFactor(method.k);
  }

  private Body body(PartState state) throws Workshop.CannotGoOn {
    Body body = namedOrOnly(state);
    if (body.isSurface()) {
      throw new Workshop.CannotGoOn(
          "body " + body.name() + " is a surface; a sheet that can be laid flat is a solid");
    }
    return body;
  }

  private Body namedOrOnly(PartState state) throws Workshop.CannotGoOn {
    if (bodyName != null) {
      Body body = state.bodies().get(bodyName);
      if (body == null) {
        throw new Workshop.CannotGoOn(
            "there is no body "
                + bodyName
                + "; there are "
                + String.join(", ", state.bodies().keySet()));
      }
      return body;
    }
    return Body.only(state.bodies().values())
        .orElseThrow(() ->
            new Workshop.CannotGoOn(
                "the part has several bodies; say which with --body: "
                    + String.join(", ", state.bodies().keySet())));
  }

  private void print(FlatPattern flat, BendOrder.Plan plan) {
    PrintWriter to = spec.commandLine().getOut();
    if (json) {
      ObjectNode root = asJson(flat);
      if (plan != null) {
        addOrder(root, plan);
      }
      to.println(Json.text(root));
    } else {
      to.printf(
          Locale.ROOT,
          "sheet %s; flat %.3f x %.3f mm, %.2f mm², outline %.2f mm, %d holes%n",
          Numbers.mm(flat.thicknessMm()),
          flat.widthMm(),
          flat.heightMm(),
          flat.areaMm2(),
          flat.outline().lengthMm(),
          flat.holes().size());
      for (FlatBend b : flat.bends()) {
        to.printf(
            Locale.ROOT,
            "bend %d: %s %s, radius %s, length %.2f mm; %s%n",
            b.number(),
            Numbers.deg(b.angleRad()),
            b.isUp() ? "up" : "down",
            Numbers.mm(b.radiusMm()),
            b.lengthMm(),
            b.value().formula());
      }
      for (BendOrder.Stroke s : plan == null ? List.<BendOrder.Stroke>of() : plan.strokes()) {
        to.printf(
            "stroke: bend %s, %s%n", s.inWords(), s.collision() == null ? "free" : s.collision());
      }
    }
    to.flush();
  }

  private static void addOrder(ObjectNode root, BendOrder.Plan plan) {
    ArrayNode strokes = root.putArray("order");
    for (BendOrder.Stroke s : plan.strokes()) {
      ObjectNode n = strokes.addObject();
      n.put("bend", s.bend() + 1);
      ArrayNode bends = n.putArray("bends");
      s.bends().forEach(b -> bends.add(b + 1));
      n.put(
          "way",
          switch (s.way()) {
            case BEND -> "bend";
            case ROLL -> "roll";
            case PRESS_SHUT -> "press shut";
          });
      n.put("collision", s.collision());
    }
  }

  private static ObjectNode asJson(FlatPattern flat) {
    ObjectNode root = Json.object();
    root.put("thicknessMm", flat.thicknessMm());
    ObjectNode size = root.putObject("flat");
    size.put("widthMm", flat.widthMm());
    size.put("heightMm", flat.heightMm());
    size.put("areaMm2", flat.areaMm2());
    size.put("outlineLengthMm", flat.outline().lengthMm());
    size.put("holes", flat.holes().size());
    ArrayNode bends = root.putArray("bends");
    for (FlatBend b : flat.bends()) {
      ObjectNode n = bends.addObject();
      n.put("angleDeg", Math.toDegrees(b.angleRad()));
      n.put("radiusMm", b.radiusMm());
      n.put("direction", b.isUp() ? "up" : "down");
      n.put("kFactor", b.value().kFactor());
      n.put("allowanceMm", b.value().allowanceMm());
      n.put("lengthMm", b.lengthMm());
    }
    return root;
  }
}
