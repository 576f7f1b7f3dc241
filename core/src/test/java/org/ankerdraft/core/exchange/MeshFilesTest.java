package org.ankerdraft.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ankerdraft.core.Parts;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.TriangleMesh;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Mesh files read back by programs that nobody here wrote: admesh for STL, lib3mf for 3MF. */
class MeshFilesTest {
  @TempDir private Path folder;

  private static final String DRILLED =
      Parts.box(30, 20, 10)
          + ",{'kind':'hole','id':'h','plane':{'base':'XY'},'diameter':'6 mm','points':[['0','0']]}";

  private static Shape shape() {
    return Parts.ok(DRILLED).bodies().get("Body").named().shape();
  }

  private static TriangleMesh mesh(Shape shape) {
    return Parts.KERNEL.mesh(shape, 0.01, 0.1, Budget.ofSeconds(30)).orThrow();
  }

  private static boolean has(String program) throws IOException, InterruptedException {
    return Programs.has(program);
  }

  private String run(List<String> command) throws IOException, InterruptedException {
    return Programs.run(folder, command);
  }

  private static double number(String text, String pattern) {
    Matcher m = Pattern.compile(pattern).matcher(text);
    assertThat(m.find()).as(text).isTrue();
    return Double.parseDouble(m.group(1));
  }

  @Test
  void admeshFindsTheStlWhole() throws Exception {
    assertThat(has("admesh")).as("admesh must be installed").isTrue();
    Shape shape = shape();
    Files.write(folder.resolve("part.stl"), MeshFiles.stl(Map.of("Body", mesh(shape))));
    String out = run(List.of("admesh", "part.stl"));
    assertThat(number(out, "Number of parts\\s*:\\s*(\\d+)")).isEqualTo(1);
    assertThat(number(out, "Total disconnected facets\\s*:\\s*(\\d+)")).isZero();
    assertThat(number(out, "Degenerate facets\\s*:\\s*(\\d+)")).isZero();
    assertThat(number(out, "Normals fixed\\s*:\\s*(\\d+)")).isZero();
    double volume = number(out, "Volume\\s*:\\s*([0-9.]+)");
    assertThat(volume).isCloseTo(shape.mass().volumeMm3(), within(shape.mass().volumeMm3() * 1e-3));
  }

  private static final String READER =
      """
      #include <cstdio>
      #include <Model/COM/NMR_DLLInterfaces.h>
      using namespace NMR;
      int main(int, char** a) {
        PLib3MFModel* model;
        PLib3MFModelReader* reader;
        PLib3MFModelResourceIterator* it;
        if (lib3mf_createmodel(&model) != 0 || lib3mf_model_queryreader(model, "3mf", &reader) != 0) return 1;
        if (lib3mf_reader_readfromfileutf8(reader, a[1]) != 0) return 2;
        if (lib3mf_model_getmeshobjects(model, &it) != 0) return 3;
        BOOL more = 0;
        while (lib3mf_resourceiterator_movenext(it, &more) == 0 && more) {
          PLib3MFModelResource* mesh;
          DWORD vertices = 0, triangles = 0;
          BOOL manifold = 0;
          lib3mf_resourceiterator_getcurrent(it, &mesh);
          lib3mf_meshobject_getvertexcount(mesh, &vertices);
          lib3mf_meshobject_gettrianglecount(mesh, &triangles);
          lib3mf_meshobject_ismanifoldandoriented(mesh, &manifold);
          std::printf("mesh %u %u %d ", static_cast<unsigned>(vertices), static_cast<unsigned>(triangles), manifold ? 1 : 0);
          PLib3MFDefaultPropertyHandler* looks;
          DWORD group = 0, index = 0;
          lib3mf_object_createdefaultpropertyhandler(mesh, &looks);
          lib3mf_defaultpropertyhandler_getbasematerial(looks, &group, &index);
          if (group == 0) continue;
          PLib3MFModelResource* found;
          BYTE r = 0, g = 0, b = 0, a = 0;
          lib3mf_model_getresourcebyid(model, group, &found);
          lib3mf_basematerial_getdisplaycolor(found, index, &r, &g, &b, &a);
          std::printf("colour %02X%02X%02X %02X ", r, g, b, a);
        }
        DWORD warnings = 0;
        lib3mf_reader_getwarningcount(reader, &warnings);
        std::printf("warnings %u", static_cast<unsigned>(warnings));
        return 0;
      }
      """;

  @Test
  void lib3mfReadsThe3mfWithoutAWarning() throws Exception {
    TriangleMesh mesh = mesh(shape());
    Files.write(
        folder.resolve("part.3mf"),
        MeshFiles.threeMf("test & <part>", "4 × M3 tapped", Map.of("Body", mesh), Map.of()));
    String out = read3mf();
    WeldedMesh welded = WeldedMesh.of(mesh);
    assertThat(out)
        .contains("mesh " + welded.nodeCount() + " " + welded.triangles().length / 3 + " 1")
        .contains("warnings 0");
  }

  /** Two bodies of three have a colour: a base material each, which the program finds on them. */
  @Test
  void lib3mfFindsTheColoursOfBodies() throws Exception {
    TriangleMesh mesh = mesh(shape());
    Map<String, TriangleMesh> bodies = new LinkedHashMap<>();
    bodies.put("A", mesh);
    bodies.put("B & \"C\"", mesh);
    bodies.put("D", mesh);
    Map<String, Integer> colours = Map.of("D", 0x00A0FF, "B & \"C\"", 0xE4CFA2);
    Files.write(folder.resolve("part.3mf"), MeshFiles.threeMf("three", "", bodies, colours));
    assertThat(read3mf().replaceAll("mesh \\d+ \\d+ 1", "mesh"))
        .isEqualTo("mesh mesh colour E4CFA2 FF mesh colour 00A0FF FF warnings 0");
  }

  private String read3mf() throws Exception {
    Path headers = Path.of("/usr/include/lib3mf");
    assertThat(Files.isDirectory(headers) && has("g++"))
        .as("lib3mf-dev must be installed")
        .isTrue();
    Files.writeString(folder.resolve("read.cpp"), READER);
    run(List.of("g++", "-O0", "-w", "-o", "read", "read.cpp", "-I" + headers, "-l3MF"));
    return run(List.of("./read", "part.3mf"));
  }

  @Test
  void objAndStlAreTheSameEachTime() {
    TriangleMesh mesh = mesh(shape());
    assertThat(MeshFiles.stl(Map.of("Body", mesh))).isEqualTo(MeshFiles.stl(Map.of("Body", mesh)));
    String obj = new String(MeshFiles.obj(Map.of("Body", mesh)), StandardCharsets.UTF_8);
    assertThat(obj.lines().filter(l -> l.startsWith("f ")).count())
        .isEqualTo(WeldedMesh.of(mesh).triangles().length / 3);
    assertThat(obj.lines().filter(l -> l.startsWith("v ")).count())
        .isEqualTo(WeldedMesh.of(mesh).nodeCount());
  }
}
