package org.ankerdraft.app.chart;

import java.util.Comparator;
import java.util.Optional;
import java.util.function.IntPredicate;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.form.Grip;
import org.ankerdraft.core.form.GripScene;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * Finds places for handles on a step's result.
 *
 * @param value of the number, mm or rad
 * @param index of the number's record in its list
 */
public record ResultGrips(Session session, StepResult result, double value, int index)
    implements GripScene {
  private static final double SAME_SIZE_MM = 1e-3;

  @Override
  public Optional<Grip> onBorn(String role, int nth, double factor) {
    int[] seen = {0};
    return onFace(
        (named, f) -> named.faceName(f).isOf(result.id(), role) && seen[0]++ == nth, factor);
  }

  @Override
  public Optional<Grip> onRadius(String role, double radiusMm, int nth, double factor) {
    return onFace(
            (named, f) -> {
              Topology.Face face = named.topology().face(f);
              double r = face.kind() == Topology.SurfaceKind.TORUS ? face.second() : face.radius();
              return named.faceName(f).step().equals(result.id())
                  && Math.abs(r - radiusMm) < SAME_SIZE_MM;
            },
            factor)
        .or(() -> onBorn(role, nth, factor));
  }

  @Override
  public Optional<Grip> onChosen(Object faceChoice, double factor) {
    return onFace((named, f) -> describes(faceChoice, named.faceName(f)), factor);
  }

  /** Whether a choice plainly means a face; rules that look at angles are taken to mean walls. */
  private static boolean describes(Object choice, FaceName name) {
    return switch (choice) {
      case FaceChoice.Named n -> name.equals(n.name());
      case FaceChoice.OfStep s -> name.isOf(s.step(), s.role());
      default -> name.role().equals("side");
    };
  }

  private interface Test {
    boolean is(NamedShape named, int face);
  }

  /** On the first face that passes a test. */
  private Optional<Grip> onFace(Test test, double factor) {
    for (Body b : result.bodies()) {
      NamedShape named = b.named();
      for (int f = 1; f <= named.topology().faces().size(); f++) {
        if (test.is(named, f)) {
          Topology.Face face = named.topology().face(f);
          return Optional.of(new Grip(face.point(), face.normal(), factor));
        }
      }
    }
    return Optional.empty();
  }

  @Override
  public Optional<Grip> onFigure(String curve, boolean upwards, double factor) {
    ResolvedSketch sketch = result.sketch();
    if (sketch == null) {
      return Optional.empty();
    }
    Vec3 axis = upwards ? sketch.frame().y() : sketch.frame().x();
    IntPredicate isOfFigure =
        tag -> {
          String name = sketch.nameByTag().getOrDefault(tag, "");
          return name.equals(curve) || name.startsWith(curve + ".");
        };
    return sketch.curves().stream()
        .filter(c -> isOfFigure.test(c.tag()))
        .map(c -> middle(c, axis))
        .max(Comparator.comparingDouble(p -> p.dot(axis)))
        .map(p -> new Grip(p, axis, factor));
  }

  private static Vec3 middle(ProfileCurve curve, Vec3 axis) {
    return switch (curve) {
      case ProfileCurve.Line l -> l.start().plus(l.end()).times(0.5);
      case ProfileCurve.Arc a -> a.mid();
      case ProfileCurve.Circle c -> c.centre().plus(axis.times(c.radius()));
      case ProfileCurve.Ellipse _, ProfileCurve.Spline _ ->
          curve.points().stream().max(Comparator.comparingDouble(p -> p.dot(axis))).orElseThrow();
    };
  }

  private Optional<ResolvedSketch> sketch(String id) {
    return session.state().flatMap(s -> s.sketch(id));
  }

  @Override
  public Optional<Vec3> sketchOrigin(String id) {
    return sketch(id).map(s -> s.frame().origin());
  }

  @Override
  public Optional<Vec3> sketchNormal(String id) {
    return sketch(id).map(s -> s.frame().normal());
  }
}
