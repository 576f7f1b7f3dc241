package org.ankerdraft.core.step.loft;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.MeshAccuracy;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Profiles;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.Skins;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.LoftGoing;
import org.ankerdraft.kernel.GeometryKernel.LoftSection;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Lays a skin through profiles, and proves it: the ends have the areas of their profiles, each
 * profile between them lies on the skin, and the skin does not cross itself.
 */
final class LoftBuilder {
  static final String WHAT = "loft";

  /** Points of a curve between the ends that are looked at. */
  private static final int PLACES = 6;

  /** So far sides may stand off the square at an end that asks for it. */
  private static final double SQUARE_RAD = 1e-4;

  /** Sections through which a guided skin is laid, at first and at most. */
  private static final int FEWEST_STATIONS = 24;

  private static final int MOST_STATIONS = 96;

  private final BuildContext context;
  private final Loft step;

  LoftBuilder(BuildContext context, Loft step) {
    this.context = context;
    this.step = step;
  }

  /**
   * A profile, or a point.
   *
   * @param sketch that it comes from
   * @param at the point; null for a profile
   */
  private record Section(String id, ResolvedSketch sketch, Vec3 at) {
    boolean isPoint() {
      return at != null;
    }

    boolean isLine() {
      return !isPoint() && sketch.holdsLines();
    }

    List<ProfileCurve> contour() {
      return sketch.regions().getFirst().outer();
    }

    List<List<ProfileCurve>> holes() {
      return isPoint() ? List.of() : sketch.regions().getFirst().inner();
    }

    /** The outer contour and the holes. */
    List<List<ProfileCurve>> contours() {
      List<List<ProfileCurve>> out = new ArrayList<>(List.of(contour()));
      out.addAll(holes());
      return out;
    }
  }

  /** The solid by itself. */
  Tool tool() throws StepFailed, ExpressionException, Ladder.Stopped {
    if (step.sketches().size() < 2) {
      throw StepFailed.waits(WHAT, "it needs at least two sketches to go through");
    }
    List<Section> sections = new ArrayList<>();
    for (int i = 0; i < step.sketches().size(); i++) {
      boolean isEnd = i == 0 || i == step.sketches().size() - 1;
      sections.add(section(step.sketches().get(i), isEnd));
    }
    mustLieApart(sections);
    mustTakeEnds(sections);
    if (sections.stream().anyMatch(Section::isLine)) {
      return ofLines(sections);
    }
    NamedShape solid = step.guides().isEmpty() ? hollow(sections, this::lofted) : guided(sections);
    Optional<String> fault = fault(solid, sections);
    if (fault.isPresent()) {
      throw new StepFailed(WHAT, fault.get());
    }
    return new Tool(solid, how());
  }

  /** A surface through open lines. */
  private Tool ofLines(List<Section> sections) throws StepFailed, Ladder.Stopped {
    for (Section s : sections) {
      if (!s.isPoint() && !s.isLine()) {
        throw new StepFailed(
            WHAT, "sketch " + s.id + " encloses an area, and others hold lines: all must be alike");
      }
    }
    if (going().isSquareAtStart() || going().isSquareAtEnd() || !step.guides().isEmpty()) {
      throw new StepFailed(
          WHAT, "a loft through lines goes as it comes: without guides, nor square to its ends");
    }
    NamedShape surface =
        Skins.proved(context, WHAT, named(sections, Section::contour, this::lofted));
    for (Section s : sections) {
      Optional<String> off = s.isPoint() ? Optional.empty() : offSkin(surface, s);
      if (off.isPresent()) {
        throw new StepFailed(WHAT, off.get());
      }
    }
    return new Tool(surface, "lines lofted");
  }

  private String how() {
    if (step.isStraight()) {
      return "lofted, straight";
    }
    return step.guides().isEmpty() ? "lofted" : "guided";
  }

  private Section section(String id, boolean isEnd)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    ResolvedSketch sketch = context.sketch(WHAT, id);
    if (sketch.regions().isEmpty() && sketch.points().size() == 1 && isEnd) {
      Xy p = sketch.points().getFirst().at();
      return new Section(id, sketch, sketch.frame().at(p.x(), p.y()));
    }
    ResolvedSketch profile = Profiles.of(context, WHAT, id, Wall.NONE, List.of(), step.use());
    if (profile.regions().size() != 1) {
      throw new StepFailed(
          WHAT,
          "sketch "
              + id
              + " encloses "
              + profile.regions().size()
              + " areas; a loft goes through one area in each");
    }
    return new Section(id, profile, null);
  }

  /**
   * Two profiles in one place, or a point in the plane of its neighbour, leave no room for a solid.
   */
  private void mustLieApart(List<Section> sections) throws StepFailed {
    for (int i = 1; i < sections.size(); i++) {
      Section a = sections.get(i - 1);
      Section b = sections.get(i);
      if (a.isPoint() && b.isPoint()) {
        throw new StepFailed(WHAT, "sketches " + a.id + " and " + b.id + " are two points");
      }
      Plane plane = a.isPoint() ? b.sketch.frame().plane() : a.sketch.frame().plane();
      List<Vec3> other =
          a.isPoint()
              ? List.of(a.at)
              : b.isPoint()
                  ? List.of(b.at)
                  : b.contour().stream().flatMap(c -> c.points().stream()).toList();
      double farthest =
          other.stream().mapToDouble(p -> Math.abs(plane.signedDistance(p))).max().orElse(0);
      if (farthest < context.tolerance.lengthMm()) {
        throw new StepFailed(
            WHAT, "sketches " + a.id + " and " + b.id + " lie in one plane, one in the other");
      }
    }
  }

  private LoftGoing going() {
    boolean isSmooth = !step.isStraight();
    return new LoftGoing(
        step.isStraight(), isSmooth && step.isSquareAtStart(), isSmooth && step.isSquareAtEnd());
  }

  private void mustTakeEnds(List<Section> sections) throws StepFailed {
    boolean isToPoint = sections.getFirst().isPoint() || sections.getLast().isPoint();
    if (isToPoint && (going().isSquareAtStart() || going().isSquareAtEnd())) {
      throw new StepFailed(
          WHAT, "a loft to a point goes as it comes; its ends cannot be square to their planes");
    }
  }

  /** A skin that follows guides, through as many sections as it takes to stay on them. */
  private NamedShape guided(List<Section> sections) throws StepFailed, Ladder.Stopped {
    if (step.isStraight() || going().isSquareAtStart() || going().isSquareAtEnd()) {
      throw new StepFailed(
          WHAT, "a loft with guides goes as they do: neither straight nor square to its ends");
    }
    if (sections.stream().anyMatch(Section::isPoint)) {
      throw new StepFailed(WHAT, "a loft to a point takes no guides");
    }
    LoftGuides guides =
        new LoftGuides(
            context,
            step.guides(),
            sections.stream()
                .map(s -> new LoftGuides.Stop(s.id, s.sketch.frame().plane(), s.contour()))
                .toList());
    LoftGuides.Passed passed = null;
    for (int stations = FEWEST_STATIONS; stations <= MOST_STATIONS; stations *= 2) {
      int through = stations;
      NamedShape solid =
          hollow(
              sections,
              asked ->
                  context.kernel.guidedLoft(asked, guides.guides(), through, context.budget()));
      passed = guides.passed(solid);
      if (passed == null) {
        return solid;
      }
    }
    throw new StepFailed(
        WHAT,
        "the skin cannot follow all guides: it passes guide "
            + passed.sketch()
            + " by "
            + Words.mm(passed.byMm()));
  }

  private Outcome<Derived> lofted(List<LoftSection> through) {
    return context.kernel.loft(through, going(), context.budget());
  }

  /**
   * What goes through the outer contours, without what goes through their holes.
   *
   * @param maker of a skin through contours
   */
  private NamedShape hollow(
      List<Section> sections, Function<List<LoftSection>, Outcome<Derived>> maker)
      throws StepFailed, Ladder.Stopped {
    Section first = firstProfile(sections);
    for (Section s : sections) {
      if (!s.isPoint() && s.holes().size() != first.holes().size()) {
        throw new StepFailed(
            WHAT,
            "sketch "
                + s.id
                + " has "
                + Words.count(s.holes().size(), "hole")
                + " and sketch "
                + first.id
                + " "
                + first.holes().size()
                + "; a loft needs as many holes in each");
      }
    }
    NamedShape solid = named(sections, Section::contour, maker);
    for (Map<Section, List<ProfileCurve>> hole : holes(sections)) {
      solid =
          Combiner.combine(
              context,
              WHAT,
              Combination.SUBTRACT,
              solid,
              named(sections, hole::get, maker),
              step.id());
    }
    return solid;
  }

  /** Each hole of the first profile with the one nearest to it in the next, and so on. */
  private static List<Map<Section, List<ProfileCurve>>> holes(List<Section> sections) {
    List<Map<Section, List<ProfileCurve>>> out = new ArrayList<>();
    List<Section> profiles = sections.stream().filter(s -> !s.isPoint()).toList();
    Map<Section, List<List<ProfileCurve>>> left = new HashMap<>();
    profiles.forEach(s -> left.put(s, new ArrayList<>(s.holes())));
    for (List<ProfileCurve> hole : profiles.getFirst().holes()) {
      Map<Section, List<ProfileCurve>> through = new HashMap<>();
      List<ProfileCurve> now = hole;
      for (Section s : profiles) {
        Vec3 from = middle(now);
        now =
            left.get(s).stream()
                .min(Comparator.comparingDouble(h -> middle(h).distance(from)))
                .orElseThrow();
        left.get(s).remove(now);
        through.put(s, now);
      }
      out.add(through);
    }
    return out;
  }

  private static Vec3 middle(List<ProfileCurve> contour) {
    List<Vec3> points = contour.stream().flatMap(c -> c.points().stream()).toList();
    return points.stream().reduce(Vec3.ZERO, Vec3::plus).times(1.0 / points.size());
  }

  private NamedShape named(
      List<Section> sections,
      Function<Section, List<ProfileCurve>> contourOf,
      Function<List<LoftSection>, Outcome<Derived>> maker)
      throws StepFailed, Ladder.Stopped {
    List<LoftSection> asked = new ArrayList<>();
    Map<Integer, FaceName> sides = new LinkedHashMap<>();
    int tag = 1;
    for (Section s : sections) {
      if (s.isPoint()) {
        asked.add(new LoftSection.Point(s.at));
        continue;
      }
      List<ProfileCurve> contour = new ArrayList<>();
      for (ProfileCurve c : contourOf.apply(s)) {
        String curve = s.sketch.facePart(c.tag());
        boolean isFirst = sides.isEmpty() || s.equals(firstProfile(sections));
        sides.put(tag, FaceName.ofPart(step.id(), "side", isFirst ? curve : s.id + "." + curve));
        contour.add(c.withTag(tag++));
      }
      asked.add(new LoftSection.Contour(contour, s.sketch.frame().plane(), s.isLine()));
    }
    Outcome<Derived> made = maker.apply(asked);
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(
        made.orThrow(),
        List.of(),
        new Prisms.Births(
            sides,
            FaceName.of(step.id(), "start"),
            FaceName.of(step.id(), "end"),
            FaceName.of(step.id(), "face")));
  }

  private static Section firstProfile(List<Section> sections) {
    return sections.stream().filter(s -> !s.isPoint()).findFirst().orElseThrow();
  }

  private Optional<String> fault(NamedShape solid, List<Section> sections)
      throws StepFailed, Ladder.Stopped {
    Optional<String> unsound =
        Proofs.soundness(Proofs.Of.TOOL, solid.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    MeshAccuracy accuracy = MeshAccuracy.forSize(solid.shape().mass().diagonalMm());
    Outcome<Boolean> crosses =
        context.kernel.crossesItself(
            solid.shape(), accuracy.deflectionMm(), accuracy.angleRad(), context.budget());
    if (crosses instanceof Outcome.Failed<Boolean>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), solid));
    }
    if (crosses.orThrow()) {
      return Optional.of(
          "the skin would cross itself: profiles further apart, or more alike, work");
    }
    for (int i = 0; i < sections.size(); i++) {
      boolean isEnd = i == 0 || i == sections.size() - 1;
      Section s = sections.get(i);
      Optional<String> off =
          s.isPoint() ? Optional.empty() : isEnd ? wrongEnd(solid, s, i == 0) : offSkin(solid, s);
      if (off.isPresent()) {
        return off;
      }
    }
    boolean isWrong =
        (going().isSquareAtStart() && !isSquare(solid, "start"))
            || (going().isSquareAtEnd() && !isSquare(solid, "end"));
    return isWrong
        ? Optional.of("its sides do not stand square on the plane of its end")
        : Optional.empty();
  }

  /** Whether all sides stand square on an end. */
  private boolean isSquare(NamedShape solid, String end) {
    int cap = solid.face(FaceName.of(step.id(), end));
    return solid.topology().edges().stream()
        .filter(e -> e.faces().contains(cap))
        .allMatch(e -> Math.abs(e.angleRad() - Math.PI / 2) < SQUARE_RAD);
  }

  private Optional<String> wrongEnd(NamedShape solid, Section s, boolean isStart)
      throws StepFailed, Ladder.Stopped {
    double wanted = Profiles.measured(context, WHAT, s.sketch).areaMm2();
    int face = solid.face(FaceName.of(step.id(), isStart ? "start" : "end"));
    double area = face == 0 ? 0 : solid.topology().face(face).areaMm2();
    return Math.abs(area / wanted - 1) > context.tolerance.relative()
        ? Optional.of("the end does not have the area of sketch " + s.id)
        : Optional.empty();
  }

  /** Whether a profile in between does not lie on the skin. */
  private Optional<String> offSkin(NamedShape solid, Section s) throws StepFailed, Ladder.Stopped {
    for (ProfileCurve c : s.contours().stream().flatMap(List::stream).toList()) {
      List<Vec3> points = c.points();
      for (int i = 0; i < PLACES; i++) {
        Vec3 p = points.get(i * (points.size() - 1) / PLACES);
        double off = Skins.distance(context, WHAT, solid, p);
        if (off > 10 * context.tolerance.lengthMm()) {
          return Optional.of("the skin passes sketch " + s.id + " by " + Words.mm(off));
        }
      }
    }
    return Optional.empty();
  }
}
