package org.ankerdraft.core.build;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.SketchResolver;
import org.ankerdraft.core.step.SheetStep;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;

/**
 * Builds parts. Results are remembered by content: a step whose definition, numbers and inputs are
 * those of an earlier build is not built again. A failed step leaves the bodies as they were before
 * it, and later steps go on from there.
 */
public final class PartBuilder {
  private static final int REMEMBERED_STEPS = 400;

  /** Told about the progress of a build; called on the building thread. */
  @FunctionalInterface
  public interface Progress {
    void atStep(int index, int of, String id);

    Progress NONE = (index, of, id) -> {};
  }

  private final GeometryKernel kernel;
  private final Tolerance tolerance;
  private final Map<String, StepResult> memory =
      new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, StepResult> eldest) {
          return size() > REMEMBERED_STEPS;
        }
      };

  private final StepStore store = new StepStore();

  public PartBuilder(GeometryKernel kernel, Tolerance tolerance) {
    this.kernel = kernel;
    this.tolerance = tolerance;
  }

  /** Takes the results that a part file holds; those that fit its steps are not built again. */
  public synchronized void remember(Map<String, byte[]> cache) {
    store.fill(cache);
  }

  /** The results of a state, to be kept in a part file. */
  public static Map<String, byte[]> cacheOf(PartState state) {
    return StepStore.entriesOf(state);
  }

  /**
   * Builds a part up to its stop line.
   *
   * @param files imported files by name
   * @return the state, or empty if the build was cancelled or the geometry worker cannot be had
   */
  public synchronized Optional<PartState> build(
      PartDocument part, Map<String, byte[]> files, Progress progress, Budget.Cancel cancel) {
    try {
      Optional<PartState> state = buildOnce(part, files, progress, cancel);
      state.ifPresent(s -> s.bodies().values().forEach(Body::named));
      return state;
    } catch (StepStore.Lost e) {
      // Nothing of the part is lost with its cache: all is built from the steps.
      store.giveUp();
      memory.clear();
      return buildOnce(part, files, progress, cancel);
    }
  }

  /**
   * Restores the shapes of all steps of a state that are not there yet. What cannot be restored is
   * forgotten, and built when it is next needed.
   */
  public synchronized void loadAll(PartState state, Budget.Cancel cancel) {
    try {
      state.steps().stream()
          .flatMap(s -> s.bodies().stream())
          .takeWhile(b -> !cancel.isUnwanted())
          .forEach(Body::named);
    } catch (StepStore.Lost e) {
      store.giveUp();
      memory.clear();
    }
  }

  private Optional<PartState> buildOnce(
      PartDocument part, Map<String, byte[]> files, Progress progress, Budget.Cancel cancel) {
    long start = System.nanoTime();
    Evaluator values = new Evaluator(part.definitions());
    Map<String, Body> bodies = new LinkedHashMap<>();
    Map<String, ResolvedSketch> sketches = new LinkedHashMap<>();
    Map<String, String> sketchKeys = new LinkedHashMap<>();
    List<StepResult> results = new ArrayList<>();
    for (int i = 0; i < part.steps().size(); i++) {
      Step step = part.steps().get(i);
      if (i >= part.built() || step.skipped()) {
        results.add(notBuilt(step, step.skipped() ? StepStatus.SKIPPED : StepStatus.HELD));
        continue;
      }
      if (cancel.isUnwanted()) {
        return Optional.empty();
      }
      progress.atStep(i, part.built(), step.id());
      String key = key(step, part, values, files, bodies, sketchKeys);
      BuildContext context =
          new BuildContext(
              kernel, part, values, tolerance, files, bodies, sketches, results, cancel);
      StepResult result;
      try {
        result = remembered(key, step).orElse(null);
        if (result == null) {
          result = build(step, context, key);
        }
      } catch (Ladder.Stopped e) {
        if (e.isCancelled()) {
          return Optional.empty();
        }
        result = failed(step, StepStatus.FAILED, Failure.of(step.kind(), e.getMessage()), null, 0);
      }
      results.add(result);
      result.bodies().forEach(b -> bodies.put(b.name(), b));
      if (result.sketch() != null) {
        sketches.put(step.id(), result.sketch());
        sketchKeys.put(step.id(), key);
      }
    }
    return Optional.of(new PartState(part, results, bodies, (System.nanoTime() - start) / 1e6));
  }

  private Optional<StepResult> remembered(String key, Step step) {
    StepResult r = memory.get(key);
    if (r == null) {
      Optional<StepResult> stored = store.find(key, step.id(), step.kind(), kernel);
      stored.ifPresent(found -> memory.put(key, found));
      return stored;
    }
    return Optional.of(
        new StepResult(
            r.id(),
            r.kind(),
            r.status(),
            r.strategy(),
            0,
            true,
            r.failure(),
            r.candidate(),
            r.sketch(),
            r.bodies()));
  }

  private StepResult build(Step step, BuildContext context, String key) throws Ladder.Stopped {
    long start = System.nanoTime();
    StepResult result;
    try {
      StepBuild built = dispatch(step, context);
      List<Body> keyed = built.bodies().stream().map(b -> b.withKey(key + "/" + b.name())).toList();
      result =
          new StepResult(
              step.id(),
              step.kind(),
              StepStatus.BUILT,
              built.strategy(),
              since(start),
              false,
              null,
              null,
              built.sketch(),
              keyed);
    } catch (StepFailed e) {
      result = failed(step, StepStatus.FAILED, e.failure(), null, since(start));
    } catch (ExpressionException e) {
      result =
          failed(
              step, StepStatus.FAILED, Failure.of(step.kind(), e.getMessage()), null, since(start));
    } catch (SketchProblem e) {
      result =
          failed(
              step,
              StepStatus.FAILED,
              new Failure(step.kind(), e.getMessage(), List.of("curve " + e.curve()), null, null),
              null,
              since(start));
    } catch (Choosing.Adrift e) {
      result =
          failed(
              step,
              StepStatus.ADRIFT,
              Failure.of(step.kind(), e.getMessage()),
              new StepResult.Candidate(e.lost(), e.candidate()),
              since(start));
    }
    memory.put(key, result);
    return result;
  }

  private static double since(long start) {
    return (System.nanoTime() - start) / 1e6;
  }

  private static StepResult failed(
      Step step, StepStatus status, Failure failure, StepResult.Candidate candidate, double ms) {
    return new StepResult(
        step.id(), step.kind(), status, "", ms, false, failure, candidate, null, List.of());
  }

  private static StepResult notBuilt(Step step, StepStatus status) {
    return new StepResult(
        step.id(), step.kind(), status, "", 0, false, null, null, null, List.of());
  }

  private StepBuild dispatch(Step step, BuildContext context)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift, Ladder.Stopped {
    return switch (step) {
      case Step.Sketch s -> {
        PlaneRef plane = s.plane() == null ? PlaneRef.base("XY") : s.plane();
        yield new StepBuild(
            "",
            List.of(),
            SketchResolver.resolve(
                s.curves(), context.frame("sketch", plane), context.values, tolerance));
      }
      case Step.Extrude s -> new ExtrudeBuilder(context, s).build();
      case Step.Draft s -> new DraftBuilder(context, s).build();
      case Step.Shell s -> new ShellBuilder(context, s).build();
      case Step.Round s -> new BlendBuilder(context, s).build();
      case Step.Chamfer s -> new BlendBuilder(context, s).build();
      case Step.Hole s -> new HoleBuilder(context, s).build();
      case Step.Import s -> new ImportBuilder(context, s).build();
      case SheetStep.Base s -> new WallBuilder(context, s).base(s);
      case SheetStep.Folded s -> new WallBuilder(context, s).folded(s);
      case SheetStep.Strip s -> new StripBuilder(context, s).build();
      case SheetStep.Convert s -> new ConvertBuilder(context, s).build();
    };
  }

  /** Hash of everything a step's result depends on. */
  private static String key(
      Step step,
      PartDocument part,
      Evaluator values,
      Map<String, byte[]> files,
      Map<String, Body> bodies,
      Map<String, String> sketchKeys) {
    String json = PartJson.write(step.withLabel(null));
    MessageDigest digest = sha256();
    feed(digest, json);
    for (String name : values.parametersUsedBy(json)) {
      feed(digest, name + "=" + part.definitions().get(name).text());
    }
    feed(digest, part.process().pull().toString());
    if (step instanceof SheetStep) {
      String sheet = part.process().sheetOrUsual().toString();
      feed(digest, sheet);
      for (String name : values.parametersUsedBy(sheet)) {
        feed(digest, name + "=" + part.definitions().get(name).text());
      }
    }
    switch (step) {
      case Step.Sketch s -> {
        if (s.plane() != null && s.plane().face() != null) {
          feedBodies(digest, bodies, s.plane().body());
        }
      }
      case Step.Extrude s -> {
        feed(digest, sketchKeys.getOrDefault(s.sketch(), "none"));
        if (s.use() != Step.Use.NEW_BODY || s.extent() == Step.Extent.THROUGH_ALL) {
          if (s.targets().isEmpty()) {
            feedBodies(digest, bodies, null);
          }
          s.targets().forEach(t -> feedBodies(digest, bodies, t));
        } else {
          feed(digest, "taken " + bodies.containsKey(s.body() == null ? s.id() : s.body()));
        }
      }
      case Step.Draft s -> {
        feedBodies(digest, bodies, s.body());
        if (s.neutral() != null && s.neutral().body() != null) {
          feedBodies(digest, bodies, s.neutral().body());
        }
      }
      case Step.Shell s -> feedBodies(digest, bodies, s.body());
      case Step.Round s -> feedBodies(digest, bodies, s.body());
      case Step.Chamfer s -> feedBodies(digest, bodies, s.body());
      case Step.Hole s -> {
        feedBodies(digest, bodies, s.body());
        if (s.plane() != null && s.plane().body() != null) {
          feedBodies(digest, bodies, s.plane().body());
        }
      }
      case SheetStep.Base s -> {
        feed(digest, sketchKeys.getOrDefault(s.sketch(), "none"));
        feed(digest, "taken " + bodies.containsKey(s.body() == null ? s.id() : s.body()));
      }
      case SheetStep.Folded s -> {
        feed(digest, sketchKeys.getOrDefault(s.sketch(), "none"));
        feed(digest, "taken " + bodies.containsKey(s.body() == null ? s.id() : s.body()));
      }
      case SheetStep.Strip s -> feedBodies(digest, bodies, s.body());
      case SheetStep.Convert s -> feedBodies(digest, bodies, s.body());
      case Step.Import s -> {
        byte[] data = files.get(s.file());
        digest.update(data == null ? new byte[0] : data);
        feed(digest, String.join(",", bodies.keySet()));
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  private static void feedBodies(MessageDigest digest, Map<String, Body> bodies, String name) {
    if (name != null) {
      Body b = bodies.get(name);
      feed(digest, b == null ? "none " + bodies.keySet() : b.key());
    } else {
      bodies.values().forEach(b -> feed(digest, b.key()));
    }
  }

  private static void feed(MessageDigest digest, String text) {
    digest.update(text.getBytes(StandardCharsets.UTF_8));
    digest.update((byte) 0);
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }
}
