package org.ankerdraft.core.ledger;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.sheet.SheetProcess;

/**
 * The key of a step's result: a hash of the step, of the values of the parameters it uses, and of
 * the content of each of its declared inputs. Since a builder can read nothing else, the same key
 * gives the same result.
 */
final class StepKey {
  private final byte[] salt;
  private final IdentityHashMap<byte[], byte[]> hashOfFile = new IdentityHashMap<>();

  private final StepFacts facts;

  /**
   * @param versions of everything that decides what the same step comes to: program, library,
   *     tolerances
   */
  StepKey(String versions, StepFacts facts) {
    this.facts = facts;
    salt = versions.getBytes(StandardCharsets.UTF_8);
  }

  /**
   * @param around the part as it stands before the step
   */
  String of(KnownStep<?> known, Evaluator values, Surroundings around) {
    MessageDigest digest = sha256();
    digest.update(salt);
    feedStep(digest, known, values, around);
    return HexFormat.of().formatHex(digest.digest());
  }

  private void feedStep(
      MessageDigest digest, KnownStep<?> known, Evaluator values, Surroundings around) {
    StepFacts.Facts step = facts.of(known);
    feed(digest, step.text());
    feedParameters(digest, values, step.words());
    step.inputs().forEach(input -> feed(digest, values, around, input));
  }

  private static void feedParameters(MessageDigest digest, Evaluator values, Set<String> words) {
    for (String name : values.parametersUsedIn(words)) {
      feed(digest, name + "=" + values.valueOf(name));
    }
  }

  private void feed(MessageDigest digest, Evaluator values, Surroundings around, Input input) {
    feed(digest, input.toString());
    switch (input) {
      case Input.Sketch(String id) -> feed(digest, around.sketchKeys().getOrDefault(id, "none"));
      case Input.OfBody(String name) when name == null -> {
        feedNames(digest, around);
        Body.only(around.bodies().values()).ifPresent(b -> feed(digest, b.key()));
      }
      case Input.OfBody(String name) -> {
        Body body = around.bodies().get(name);
        if (body != null) {
          feed(digest, body.key());
        } else {
          feedNames(digest, around);
        }
      }
      case Input.EveryBody() -> {
        feedNames(digest, around);
        around.bodies().values().forEach(b -> feed(digest, b.key()));
      }
      case Input.BodyNames() -> feedNames(digest, around);
      case Input.Pull() -> feed(digest, around.pull().toString());
      case Input.Sheet() -> {
        SheetProcess sheet = around.sheet();
        feed(digest, SheetProcess.FORM.write(sheet).toString());
        feedParameters(digest, values, Evaluator.wordsOf(around.sheetExpressions()));
      }
      case Input.ToolOf(String id) ->
          around
              .step(id)
              .map(StepKinds::of)
              .ifPresentOrElse(
                  known -> feedStep(digest, known, values, around), () -> feed(digest, "none"));
      case Input.OfFile(String name) -> {
        byte[] data = around.files().get(name);
        digest.update(
            data == null ? new byte[1] : hashOfFile.computeIfAbsent(data, d -> sha256().digest(d)));
      }
    }
  }

  private static void feedNames(MessageDigest digest, Surroundings around) {
    around.bodies().keySet().forEach(name -> feed(digest, name));
  }

  /** What steps tell by themselves. */
  StepFacts facts() {
    return facts;
  }

  private static void feed(MessageDigest digest, String text) {
    feed(digest, text.getBytes(StandardCharsets.UTF_8));
  }

  private static void feed(MessageDigest digest, byte[] bytes) {
    digest.update((byte) (bytes.length >>> 24));
    digest.update((byte) (bytes.length >>> 16));
    digest.update((byte) (bytes.length >>> 8));
    digest.update((byte) bytes.length);
    digest.update(bytes);
  }

  static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }
}
