package org.ankerdraft.render.export;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.sheet.FlatDrawing;
import org.ankerdraft.core.sheet.FlatDrawing.Stroke;
import org.ankerdraft.core.sheet.FlatDrawing.Text;
import org.ankerdraft.render.look.ChartFonts;
import org.ankerdraft.vectors.Xy;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.util.Matrix;

/** A drawing of a flat pattern as PDF at 1:1, on one page of its own size. */
public final class PdfFile {
  private static final double POINTS_PER_MM = 72 / 25.4;
  private static final double LARGEST_PIECE_RAD = Math.PI / 4;
  private static final float[] INK = {0x15 / 255f, 0x24 / 255f, 0x3B / 255f};

  private PdfFile() {}

  public static byte[] write(FlatDrawing drawing, String title) {
    try (PDDocument document = new PDDocument();
        InputStream font = ChartFonts.Cut.REGULAR.open();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      document.getDocumentInformation().setTitle(title);
      PDPage page =
          new PDPage(
              new PDRectangle(
                  (float) (drawing.widthMm() * POINTS_PER_MM),
                  (float) (drawing.heightMm() * POINTS_PER_MM)));
      document.addPage(page);
      PDType0Font face = PDType0Font.load(document, font);
      try (PDPageContentStream to = new PDPageContentStream(document, page)) {
        to.transform(Matrix.getScaleInstance((float) POINTS_PER_MM, (float) POINTS_PER_MM));
        to.setStrokingColor(INK[0], INK[1], INK[2]);
        to.setNonStrokingColor(INK[0], INK[1], INK[2]);
        for (Stroke s : drawing.strokes()) {
          stroke(to, s);
        }
        for (Text t : drawing.texts()) {
          text(to, t, face);
        }
      }
      document.save(out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException("writing to memory", e);
    }
  }

  private static void stroke(PDPageContentStream to, Stroke s) throws IOException {
    to.setLineWidth((float) s.style().widthMm());
    double[] dashes = s.style().dashesMm();
    float[] pattern = new float[dashes.length];
    for (int i = 0; i < dashes.length; i++) {
      pattern[i] = (float) dashes[i];
    }
    to.setLineDashPattern(pattern, 0);
    Xy start = s.curves().getFirst().start();
    to.moveTo((float) start.x(), (float) start.y());
    for (PlaneCurve c : s.curves()) {
      switch (c) {
        case PlaneCurve.Line l -> lineTo(to, l.end());
        case PlaneCurve.Arc a -> arcTo(to, a);
        case PlaneCurve.Path p -> {
          List<Xy> rest = p.through().subList(1, p.through().size());
          for (Xy q : rest) {
            lineTo(to, q);
          }
        }
      }
    }
    if (s.closed()) {
      to.closePath();
    }
    to.stroke();
  }

  private static void lineTo(PDPageContentStream to, Xy p) throws IOException {
    to.lineTo((float) p.x(), (float) p.y());
  }

  /** Cubic pieces of at most 45 deg; each strays from the arc by less than 1e-5 of the radius. */
  private static void arcTo(PDPageContentStream to, PlaneCurve.Arc a) throws IOException {
    int n = (int) Math.ceil(Math.abs(a.sweepRad()) / LARGEST_PIECE_RAD);
    double piece = a.sweepRad() / n;
    double handle = 4.0 / 3 * Math.tan(piece / 4) * a.radius();
    for (int i = 0; i < n; i++) {
      double from = a.startRad() + i * piece;
      Xy p = a.centre().plus(Xy.polar(a.radius(), from));
      Xy q = a.centre().plus(Xy.polar(a.radius(), from + piece));
      Xy h = p.plus(Xy.polar(handle, from + Math.PI / 2));
      Xy k = q.plus(Xy.polar(-handle, from + piece + Math.PI / 2));
      to.curveTo(
          (float) h.x(), (float) h.y(), (float) k.x(), (float) k.y(), (float) q.x(), (float) q.y());
    }
  }

  private static void text(PDPageContentStream to, Text t, PDType0Font face) throws IOException {
    double width = face.getStringWidth(t.text()) / 1000 * t.sizeMm();
    double back =
        switch (t.anchor()) {
          case START -> 0;
          case MIDDLE -> width / 2;
          case END -> width;
        };
    Xy at = t.at().minus(Xy.polar(back, t.turnRad()));
    to.beginText();
    to.setFont(face, (float) t.sizeMm());
    to.setTextMatrix(Matrix.getRotateInstance(t.turnRad(), (float) at.x(), (float) at.y()));
    // Letter by letter: the font's ligatures would leave the text without its letters.
    to.showTextWithPositioning(t.text().codePoints().mapToObj(Character::toString).toArray());
    to.endText();
  }
}
