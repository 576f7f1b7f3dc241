package org.ankerdraft.core.exchange;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;

/** Mesh files of named bodies; the same meshes give the same bytes. Lengths are mm. */
public final class MeshFiles {
  private static final int STL_HEADER = 80;

  /** Numbers of a 3MF file's resources. */
  private static final int MATERIALS = 1;

  private static final int FIRST_OBJECT = 2;

  private MeshFiles() {}

  /** Binary STL, all bodies in one. */
  public static byte[] stl(Map<String, TriangleMesh> bodies) {
    List<WeldedMesh> meshes = bodies.values().stream().map(WeldedMesh::of).toList();
    int count = meshes.stream().mapToInt(m -> m.triangles().length / 3).sum();
    ByteBuffer out =
        ByteBuffer.allocate(STL_HEADER + 4 + 50 * count).order(ByteOrder.LITTLE_ENDIAN);
    out.put("Ankerdraft, mm".getBytes(StandardCharsets.US_ASCII)).position(STL_HEADER);
    out.putInt(count);
    for (WeldedMesh m : meshes) {
      for (int t = 0; t < m.triangles().length; t += 3) {
        Vec3 a = m.node(m.triangles()[t]);
        Vec3 b = m.node(m.triangles()[t + 1]);
        Vec3 c = m.node(m.triangles()[t + 2]);
        Vec3 n = b.minus(a).cross(c.minus(a));
        put(out, n.length() > 0 ? n.unit() : Vec3.ZERO);
        put(out, a);
        put(out, b);
        put(out, c);
        out.putShort((short) 0);
      }
    }
    return out.array();
  }

  private static void put(ByteBuffer out, Vec3 v) {
    out.putFloat((float) v.x()).putFloat((float) v.y()).putFloat((float) v.z());
  }

  /** Wavefront OBJ, an object for each body. */
  public static byte[] obj(Map<String, TriangleMesh> bodies) {
    StringBuilder out = new StringBuilder("# Ankerdraft, mm\n");
    int base = 1;
    for (Map.Entry<String, TriangleMesh> body : bodies.entrySet()) {
      WeldedMesh m = WeldedMesh.of(body.getValue());
      out.append("o ").append(body.getKey().replace(' ', '_')).append('\n');
      for (int n = 0; n < m.nodeCount(); n++) {
        out.append(
            String.format(
                Locale.ROOT,
                "v %.6f %.6f %.6f%n",
                m.positions()[3 * n],
                m.positions()[3 * n + 1],
                m.positions()[3 * n + 2]));
      }
      for (int t = 0; t < m.triangles().length; t += 3) {
        out.append("f ")
            .append(base + m.triangles()[t])
            .append(' ')
            .append(base + m.triangles()[t + 1])
            .append(' ')
            .append(base + m.triangles()[t + 2])
            .append('\n');
      }
      base += m.nodeCount();
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }

  /**
   * 3MF (3D Manufacturing Format, core specification 1.3), an object and a build item for each
   * body.
   *
   * @param colours 0xRRGGBB of some of the bodies: base materials of the file
   */
  public static byte[] threeMf(
      String title,
      String description,
      Map<String, TriangleMesh> bodies,
      Map<String, Integer> colours) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      entry(
          zip,
          "[Content_Types].xml",
          "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
              + "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\">"
              + "<Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/>"
              + "<Default Extension=\"model\" ContentType=\"application/vnd.ms-package.3dmanufacturing-3dmodel+xml\"/>"
              + "</Types>");
      entry(
          zip,
          "_rels/.rels",
          "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
              + "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">"
              + "<Relationship Target=\"/3D/3dmodel.model\" Id=\"rel0\""
              + " Type=\"http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel\"/></Relationships>");
      entry(zip, "3D/3dmodel.model", model(title, description, bodies, colours));
    } catch (IOException e) {
      throw new UncheckedIOException("writing to memory cannot fail", e);
    }
    return bytes.toByteArray();
  }

  private static void entry(ZipOutputStream zip, String name, String text) throws IOException {
    ZipEntry entry = new ZipEntry(name);
    entry.setTime(0);
    zip.putNextEntry(entry);
    zip.write(text.getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }

  private static String model(
      String title,
      String description,
      Map<String, TriangleMesh> bodies,
      Map<String, Integer> colours) {
    StringBuilder x = new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
    x.append(
        "<model unit=\"millimeter\" xml:lang=\"en-US\" xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\">\n");
    x.append("<metadata name=\"Title\">").append(escaped(title)).append("</metadata>\n");
    if (!description.isEmpty()) {
      x.append("<metadata name=\"Description\">")
          .append(escaped(description))
          .append("</metadata>\n");
    }
    x.append("<metadata name=\"Application\">Ankerdraft</metadata>\n<resources>\n");
    List<String> coloured = bodies.keySet().stream().filter(colours::containsKey).toList();
    putMaterials(coloured, colours, x);
    int id = FIRST_OBJECT;
    for (Map.Entry<String, TriangleMesh> body : bodies.entrySet()) {
      WeldedMesh m = WeldedMesh.of(body.getValue());
      x.append("<object id=\"")
          .append(id++)
          .append("\" type=\"model\" name=\"")
          .append(escaped(body.getKey()))
          .append('"');
      if (colours.containsKey(body.getKey())) {
        x.append(" pid=\"")
            .append(MATERIALS)
            .append("\" pindex=\"")
            .append(coloured.indexOf(body.getKey()))
            .append('"');
      }
      x.append("><mesh><vertices>\n");
      for (int n = 0; n < m.nodeCount(); n++) {
        x.append("<vertex x=\"")
            .append(m.positions()[3 * n])
            .append("\" y=\"")
            .append(m.positions()[3 * n + 1])
            .append("\" z=\"")
            .append(m.positions()[3 * n + 2])
            .append("\"/>\n");
      }
      x.append("</vertices><triangles>\n");
      for (int t = 0; t < m.triangles().length; t += 3) {
        x.append("<triangle v1=\"")
            .append(m.triangles()[t])
            .append("\" v2=\"")
            .append(m.triangles()[t + 1])
            .append("\" v3=\"")
            .append(m.triangles()[t + 2])
            .append("\"/>\n");
      }
      x.append("</triangles></mesh></object>\n");
    }
    x.append("</resources>\n<build>\n");
    for (int i = FIRST_OBJECT; i < id; i++) {
      x.append("<item objectid=\"").append(i).append("\"/>\n");
    }
    return x.append("</build>\n</model>\n").toString();
  }

  /** A material of its own for each, named after the body. */
  private static void putMaterials(
      List<String> bodies, Map<String, Integer> colours, StringBuilder x) {
    if (bodies.isEmpty()) {
      return;
    }
    x.append("<basematerials id=\"").append(MATERIALS).append("\">\n");
    for (String body : bodies) {
      x.append("<base name=\"")
          .append(escaped(body))
          .append("\" displaycolor=\"")
          .append(String.format(Locale.ROOT, "#%06X", colours.get(body)))
          .append("\"/>\n");
    }
    x.append("</basematerials>\n");
  }

  private static String escaped(String s) {
    return s.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
