package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Prisms with named faces, proved sound. */
public final class Prisms {
  private Prisms() {}

  /** Names of a prism's faces: sides by their curve, and the two caps. */
  public record Births(
      Map<Integer, FaceName> sideByTag, FaceName start, FaceName end, FaceName other)
      implements Naming.Births {

    /** The usual names: {@code id/role:curve}, {@code id/start} ... */
    public static Births of(
        String id, String sideRole, String start, String end, Map<Integer, String> curveByTag) {
      Map<Integer, FaceName> sides = new LinkedHashMap<>();
      curveByTag.forEach((tag, curve) -> sides.put(tag, FaceName.ofPart(id, sideRole, curve)));
      return new Births(
          sides, FaceName.of(id, start), FaceName.of(id, end), FaceName.of(id, "face"));
    }

    @Override
    public FaceName fromCurve(int tag) {
      return sideByTag.getOrDefault(tag, other);
    }

    @Override
    public FaceName startCap(int region) {
      return start;
    }

    @Override
    public FaceName endCap(int region) {
      return end;
    }

    @Override
    public FaceName unknown() {
      return other;
    }
  }

  /**
   * Extrudes regions.
   *
   * @param start moves the regions before they are extruded
   */
  public static NamedShape prism(
      BuildContext context,
      String what,
      List<ProfileCurve.Region> regions,
      Plane plane,
      Vec3 start,
      Vec3 along,
      Naming.Births births)
      throws StepFailed, Ladder.Stopped {
    return proved(context, what, unproved(context, what, regions, plane, start, along, births));
  }

  /** The same prism, if it is sound. */
  public static NamedShape proved(BuildContext context, String what, NamedShape prism)
      throws StepFailed, Ladder.Stopped {
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.TOOL, prism.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(what, fault.get());
    }
    return prism;
  }

  /** The same, for something that is proved after more has been done to it. */
  public static NamedShape unproved(
      BuildContext context,
      String what,
      List<ProfileCurve.Region> regions,
      Plane plane,
      Vec3 start,
      Vec3 along,
      Naming.Births births)
      throws StepFailed, Ladder.Stopped {
    return switch (context.kernel.extrude(regions, plane, start, along, context.budget())) {
      case Outcome.Failed<Derived>(var failure) ->
          throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), null));
      case Outcome.Done<Derived>(Derived d) -> Naming.name(d, List.of(), births);
    };
  }

  /** The curves of the regions must close and not cross. */
  public static void checkProfile(
      BuildContext context,
      String what,
      List<ProfileCurve.Region> regions,
      Plane plane,
      Map<Integer, String> nameByTag)
      throws StepFailed, Ladder.Stopped {
    checkProfile(context, what, regions, plane, nameByTag, "");
  }

  /**
   * The same.
   *
   * @param ifTwoMeet what can be done where two curves cross or touch, after what is said of them
   */
  static void checkProfile(
      BuildContext context,
      String what,
      List<ProfileCurve.Region> regions,
      Plane plane,
      Map<Integer, String> nameByTag,
      String ifTwoMeet)
      throws StepFailed, Ladder.Stopped {
    SoundProfile profile = new SoundProfile(regions, plane);
    if (context.madeBefore().of(profile).isPresent()) {
      return;
    }
    var checked = context.kernel.checkProfile(regions, plane, context.budget());
    if (checked instanceof Outcome.Failed<Boolean>(var failure)) {
      Ladder.stopIfNeeded(failure);
      List<String> curves =
          failure.edges().stream().map(tag -> "curve " + nameByTag.getOrDefault(tag, "?")).toList();
      throw new StepFailed(
          new Failure(
              what,
              failure.message() + (curves.size() == 2 ? ifTwoMeet : ""),
              curves,
              failure.place().orElse(null),
              null));
    }
    context.madeBefore().keep(profile, true, profile.bytes());
  }

  private record SoundProfile(List<ProfileCurve.Region> regions, Plane plane)
      implements MadeBefore.Recipe<Boolean> {
    private static final long BYTES_FOR_EACH_CURVE = 200;

    SoundProfile {
      regions = List.copyOf(regions);
    }

    @Override
    public Class<Boolean> makes() {
      return Boolean.class;
    }

    long bytes() {
      return BYTES_FOR_EACH_CURVE
          * regions.stream()
              .mapToLong(r -> r.outer().size() + r.inner().stream().mapToLong(List::size).sum())
              .sum();
    }
  }

  /** A new body, named as asked or after its step. */
  public static Body newBody(
      BuildContext context, String what, String id, String name, NamedShape solid)
      throws StepFailed {
    String chosen = name == null ? id : name;
    if (context.isTaken(chosen)) {
      throw new StepFailed(what, "a body named " + chosen + " is there already");
    }
    return new Body(chosen, solid);
  }

  /** The outline of a strip in space; tells the role of each curve by its tag. */
  public static ProfileCurve.Region region(
      List<StripProfile.Raised> outline, Frame frame, Map<Integer, String> roles) {
    List<ProfileCurve> curves = new ArrayList<>();
    for (StripProfile.Raised raised : outline) {
      int tag = curves.size() + 1;
      roles.put(tag, raised.role());
      curves.add(inSpace(raised.curve(), frame, tag));
    }
    return new ProfileCurve.Region(curves, List.of());
  }

  private static ProfileCurve inSpace(PlaneCurve curve, Frame f, int tag) {
    return switch (curve) {
      case PlaneCurve.Line l -> new ProfileCurve.Line(tag, at(f, l.start()), at(f, l.end()));
      case PlaneCurve.Arc a ->
          new ProfileCurve.Arc(tag, at(f, a.start()), at(f, a.at(0.5)), at(f, a.end()));
      case PlaneCurve.Path p ->
          throw new IllegalArgumentException("a strip is made of lines and arcs, not of " + p);
    };
  }

  /** A straight-sided region through points. */
  public static ProfileCurve.Region polygon(Frame frame, List<Xy> corners) {
    List<ProfileCurve> curves = new ArrayList<>();
    for (int i = 0; i < corners.size(); i++) {
      curves.add(
          new ProfileCurve.Line(
              i + 1, at(frame, corners.get(i)), at(frame, corners.get((i + 1) % corners.size()))));
    }
    return new ProfileCurve.Region(curves, List.of());
  }

  public static Vec3 at(Frame f, Xy p) {
    return f.at(p.x(), p.y());
  }
}
