package org.ankerdraft.app.session;

import java.util.Locale;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.StepTitles;
import org.ankerdraft.core.select.NamedShape;

/** Steps and choices as they are said on screen. */
public final class InWords {
  private InWords() {}

  public static String capital(String s) {
    return s.isEmpty() ? s : s.substring(0, 1).toUpperCase(Locale.ROOT) + s.substring(1);
  }

  /** What a step is called, by its id; the id itself where the step is gone. */
  public static String title(PartDocument part, String stepId) {
    return part.step(stepId).map(s -> StepKinds.of(s).title()).orElse(stepId);
  }

  /** A text with the names of faces and edges in it said in words, as the part is now. */
  public static String plain(Session session, String text) {
    NamedShape shape =
        session
            .state()
            .flatMap(s -> s.bodies().values().stream().findFirst())
            .map(Body::named)
            .orElse(null);
    return plain(session, shape, text);
  }

  /** The same, as the faces look on a shape. */
  public static String plain(Session session, NamedShape shape, String text) {
    return text.contains("/") ? StepTitles.of(session.document()).words().plain(shape, text) : text;
  }

  /** With its number; the text itself where it has none. */
  private static String thickness(PartDocument part) {
    Expr thickness = part.process().sheet().thickness();
    try {
      double mm = new Evaluator(part.definitions()).lengthMm(thickness);
      return part.unit().said(Words.mm(mm));
    } catch (ExpressionException e) {
      return thickness.text();
    }
  }

  public static String process(PartDocument part) {
    String owner = part.owner() == null ? "" : part.owner() + ", ";
    if (part.process().sheet() != null) {
      return owner + part.process().sheet().material() + ", " + thickness(part) + " sheet";
    }
    return owner
        + part.process().material()
        + (part.process().vdi() == null ? ", smooth" : ", texture VDI " + part.process().vdi());
  }
}
