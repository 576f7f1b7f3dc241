package org.ankerdraft.core.geometry;

import static java.lang.foreign.ValueLayout.ADDRESS;
import static java.lang.foreign.ValueLayout.JAVA_FLOAT;
import static java.lang.foreign.ValueLayout.JAVA_INT;

import java.lang.foreign.Arena;
import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemoryLayout;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.SymbolLookup;
import java.lang.invoke.MethodHandle;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Stream;
import org.ankerdraft.kernel.WorkerProgram;

/**
 * The native functions that make a {@link BoxTree} and walk through it, eight boxes at a time: the
 * compiler of the virtual machine has no such instructions for them. The walks read the arrays of
 * the tree in place, allocate nothing and keep nothing.
 */
@SuppressWarnings("restricted") // Native by purpose.
final class TreeLibrary {
  private static final SymbolLookup LIBRARY = SymbolLookup.libraryLookup(file(), Arena.global());

  /** For calls that are short, and read arrays of the heap where they are. */
  private static final Linker.Option IN_PLACE = Linker.Option.critical(true);

  private static final MethodHandle MAKE =
      function(
          "make_tree",
          FunctionDescriptor.of(ADDRESS, ADDRESS, ADDRESS, ADDRESS, JAVA_INT, ADDRESS));

  private static final MethodHandle TAKE =
      function(
          "take_tree", FunctionDescriptor.ofVoid(ADDRESS, ADDRESS, ADDRESS, ADDRESS), IN_PLACE);

  private static final String SET = hasAvx2() ? "_avx2" : "_plain";
  private static final MethodHandle FIRST_HIT = walk("first_hit" + SET, 8);
  private static final MethodHandle NEAREST = walk("nearest" + SET, 5, ADDRESS);
  private static final MethodHandle LEAST_NORMAL_DOT = walk("least_normal_dot" + SET, 8, ADDRESS);

  private TreeLibrary() {}

  private static Path file() {
    return WorkerProgram.treeLibrary()
        .orElseThrow(() ->
            new IllegalStateException(
                WorkerProgram.TREE_LIBRARY + " is not built; ./ankerdraft build makes it"));
  }

  private static MethodHandle function(
      String name, FunctionDescriptor type, Linker.Option... options) {
    return Linker.nativeLinker().downcallHandle(LIBRARY.findOrThrow(name), type, options);
  }

  /** A function of a tree, some numbers, and more. */
  static MethodHandle walk(String name, int numbers, MemoryLayout... more) {
    MemoryLayout[] floats = new MemoryLayout[numbers];
    Arrays.fill(floats, JAVA_FLOAT);
    MemoryLayout[] all =
        Stream.of(new MemoryLayout[] {ADDRESS, ADDRESS, ADDRESS}, floats, more)
            .flatMap(Arrays::stream)
            .toArray(MemoryLayout[]::new);
    return function(name, FunctionDescriptor.of(JAVA_FLOAT, all), IN_PLACE);
  }

  static boolean hasAvx2() {
    try {
      return (int) function("has_avx2", FunctionDescriptor.of(JAVA_INT)).invokeExact() != 0;
    } catch (Throwable e) {
      throw cannotBe(e);
    }
  }

  /** The functions throw nothing. */
  private static IllegalStateException cannotBe(Throwable e) {
    return new IllegalStateException("a native function threw", e);
  }

  /**
   * Makes a tree, to be taken.
   *
   * @param bulges three of each triangle
   * @param sizes for the numbers of its nodes and of its leaves
   */
  static MemorySegment make(
      MemorySegment positions,
      MemorySegment triangles,
      MemorySegment bulges,
      int count,
      MemorySegment sizes) {
    try {
      return (MemorySegment) MAKE.invokeExact(positions, triangles, bulges, count, sizes);
    } catch (Throwable e) {
      throw cannotBe(e);
    }
  }

  /** Copies a tree that was made, and lets it go. */
  static void take(
      MemorySegment made, MemorySegment boxes, MemorySegment links, MemorySegment leaves) {
    try {
      TAKE.invokeExact(made, boxes, links, leaves);
    } catch (Throwable e) {
      throw cannotBe(e);
    }
  }

  /** The distance at which a ray first meets a triangle; {@code most} if it meets none before. */
  static float firstHit(
      BoxTree tree,
      float ox,
      float oy,
      float oz,
      float dx,
      float dy,
      float dz,
      float least,
      float most) {
    try {
      return (float)
          FIRST_HIT.invokeExact(
              tree.boxes(), tree.links(), tree.leaves(), ox, oy, oz, dx, dy, dz, least, most);
    } catch (Throwable e) {
      throw cannotBe(e);
    }
  }

  /**
   * The square of the distance to the nearest point; {@code most} if none is nearer.
   *
   * @param most a squared distance
   * @param place for the point and, as fourth number, by how much the surface lies farther
   */
  static float nearest(BoxTree tree, float x, float y, float z, float most, MemorySegment place) {
    try {
      return (float)
          NEAREST.invokeExact(
              tree.boxes(), tree.links(), tree.leaves(), tree.planeError(), x, y, z, most, place);
    } catch (Throwable e) {
      throw cannotBe(e);
    }
  }

  /**
   * The least dot product of (x, y, z) with the normals of triangles near a point; 2 if there is
   * none.
   *
   * @param reach a squared distance
   * @param curved for one number: 0 if none of the triangles is of a curved surface
   */
  static float leastNormalDot(
      BoxTree tree,
      float px,
      float py,
      float pz,
      float reach,
      float x,
      float y,
      float z,
      MemorySegment curved) {
    try {
      return (float)
          LEAST_NORMAL_DOT.invokeExact(
              tree.boxes(),
              tree.links(),
              tree.leaves(),
              tree.planeError(),
              px,
              py,
              pz,
              reach,
              x,
              y,
              z,
              curved);
    } catch (Throwable e) {
      throw cannotBe(e);
    }
  }
}
