package org.ankerdraft.kernel;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Simple solids for tests. */
final class Solids {
  private Solids() {}

  static final Plane GROUND = new Plane(Vec3.ZERO, Vec3.Z);

  static ProfileCurve.Region polygon(double... xy) {
    List<ProfileCurve> curves = new ArrayList<>();
    int n = xy.length / 2;
    for (int i = 0; i < n; i++) {
      int j = (i + 1) % n;
      curves.add(
          new ProfileCurve.Line(
              i + 1, new Vec3(xy[2 * i], xy[2 * i + 1], 0), new Vec3(xy[2 * j], xy[2 * j + 1], 0)));
    }
    return new ProfileCurve.Region(curves, List.of());
  }

  static ProfileCurve.Region disc(double radius) {
    return new ProfileCurve.Region(
        List.of(new ProfileCurve.Circle(1, Vec3.ZERO, Vec3.Z, radius, Vec3.X)), List.of());
  }

  /** Beside the y axis. */
  static ProfileCurve.Region halfDisc(double radius) {
    return new ProfileCurve.Region(
        List.of(
            new ProfileCurve.Arc(
                1, new Vec3(0, -radius, 0), new Vec3(radius, 0, 0), new Vec3(0, radius, 0)),
            new ProfileCurve.Line(2, new Vec3(0, radius, 0), new Vec3(0, -radius, 0))),
        List.of());
  }

  /** Turned about the y axis. */
  static Shape turned(GeometryKernel kernel, ProfileCurve.Region region, double rad) {
    return kernel
        .revolve(List.of(region), GROUND, new Axis(Vec3.ZERO, Vec3.Y), 0, rad, Budget.ofSeconds(30))
        .orThrow()
        .shape();
  }

  static Derived extruded(GeometryKernel kernel, ProfileCurve.Region region, double height) {
    return extrudedFrom(kernel, region, 0, height);
  }

  /** A prism that begins at some height. */
  static Derived extrudedFrom(
      GeometryKernel kernel, ProfileCurve.Region region, double z, double height) {
    return kernel
        .extrude(
            List.of(region),
            GROUND,
            new Vec3(0, 0, z),
            new Vec3(0, 0, height),
            Budget.ofSeconds(30))
        .orThrow();
  }

  static Shape box(GeometryKernel kernel, double x, double y, double z) {
    return extruded(kernel, polygon(0, 0, x, 0, x, y, 0, y), z).shape();
  }

  /** A box by its lowest corner. */
  static Shape box(GeometryKernel kernel, Vec3 corner, Vec3 size) {
    double x = corner.x() + size.x();
    double y = corner.y() + size.y();
    ProfileCurve.Region outline =
        polygon(corner.x(), corner.y(), x, corner.y(), x, y, corner.x(), y);
    return extrudedFrom(kernel, outline, corner.z(), size.z()).shape();
  }

  /** The number of the first plane face with an outward normal. */
  static int faceLooking(Shape shape, Vec3 direction) {
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      Topology.Face face = shape.topology().face(f);
      if (face.kind() == Topology.SurfaceKind.PLANE && face.normal().distance(direction) < 1e-9) {
        return f;
      }
    }
    throw new AssertionError("no face looks along " + direction);
  }
}
