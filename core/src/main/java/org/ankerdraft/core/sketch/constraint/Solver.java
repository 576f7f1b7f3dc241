package org.ankerdraft.core.sketch.constraint;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.ejml.data.DMatrixRMaj;
import org.ejml.data.DMatrixSparseCSC;
import org.ejml.data.DMatrixSparseTriplet;
import org.ejml.dense.row.factory.DecompositionFactory_DDRM;
import org.ejml.interfaces.decomposition.QRPDecomposition_F64;
import org.ejml.interfaces.linsol.LinearSolverSparse;
import org.ejml.ops.DConvertMatrixStruct;
import org.ejml.sparse.FillReducing;
import org.ejml.sparse.csc.CommonOps_DSCC;
import org.ejml.sparse.csc.factory.LinearSolverFactory_DSCC;

/**
 * Solves a sketch's equations by damped Gauss-Newton steps of least length (Levenberg 1944,
 * Marquardt 1963), so that what is free stays where it was drawn. Independent clusters are solved
 * apart. The numbers go from what is drawn to what is asked for in small steps, so that the branch
 * that is seen is kept.
 */
final class Solver {
  private static final double SOLVED_MM = 1e-10;
  private static final int MOST_ROUNDS = 80;
  private static final int MOST_STAGES = 16;

  /** Change of a number, as a share of the sketch's size, that is made in one go. */
  private static final double STAGE_SHARE = 0.15;

  private static final double RANK_SHARE = 1e-9;
  private static final double MOVES = 1e-6;

  private final SketchSystem system;

  private Solver(SketchSystem system) {
    this.system = system;
  }

  /** Solves and tells what is left free. */
  static Solution solve(SketchSystem system) {
    return new Solver(system).solve(true);
  }

  /** Solves for a hand that moves: nothing is told of what is left free. */
  static Solution solveInHand(SketchSystem system) {
    return new Solver(system).solve(false);
  }

  private Solution solve(boolean isAnalysed) {
    double[] values = system.start().clone();
    boolean[] movable = new boolean[values.length];
    Arrays.fill(movable, true);
    int freedom = values.length;
    List<Integer> redundant = new ArrayList<>();
    for (List<Equation> cluster : clusters()) {
      Cluster c = new Cluster(cluster);
      if (!c.settle(values)) {
        return new Solution.Contradiction(contradicting(cluster));
      }
      freedom -= isAnalysed ? c.analyse(values, movable, redundant) : 0;
    }
    return new Solution.Solved(values, freedom, movable, redundant);
  }

  /** Equations that share variables, also by way of others. */
  private List<List<Equation>> clusters() {
    int[] group = new int[system.start().length];
    for (int i = 0; i < group.length; i++) {
      group[i] = i;
    }
    for (Equation e : system.equations()) {
      for (int v : e.variables()) {
        group[root(group, v)] = root(group, e.variables()[0]);
      }
    }
    Map<Integer, List<Equation>> out = new TreeMap<>();
    for (Equation e : system.equations()) {
      int key = e.variables().length == 0 ? -1 : root(group, e.variables()[0]);
      out.computeIfAbsent(key, k -> new ArrayList<>()).add(e);
    }
    return List.copyOf(out.values());
  }

  private static int root(int[] group, int i) {
    int r = i;
    while (group[r] != r) {
      group[r] = group[group[r]];
      r = group[r];
    }
    return r;
  }

  /** The smallest set: what can be left out without mending it is left out, one by one. */
  private List<Integer> contradicting(List<Equation> cluster) {
    Set<Integer> kept = new LinkedHashSet<>();
    cluster.forEach(e -> kept.add(e.constraint()));
    kept.remove(-1);
    for (int c : List.copyOf(kept)) {
      kept.remove(c);
      List<Equation> fewer =
          cluster.stream()
              .filter(e -> e.constraint() < 0 || kept.contains(e.constraint()))
              .toList();
      if (new Cluster(fewer).settle(system.start().clone())) {
        kept.add(c);
      }
    }
    return kept.stream().sorted().toList();
  }

  /** Some equations and the variables that they are of. */
  private final class Cluster {
    private final List<Equation> equations;
    private final int[] variables;
    private final Map<Integer, Integer> column = new HashMap<>();

    Cluster(List<Equation> equations) {
      this.equations = equations;
      variables =
          equations.stream()
              .flatMapToInt(e -> Arrays.stream(e.variables()))
              .distinct()
              .sorted()
              .toArray();
      for (int i = 0; i < variables.length; i++) {
        column.put(variables[i], i);
      }
    }

    /** Brings the values to where all equations hold; false if they cannot. */
    boolean settle(double[] values) {
      double[] start = new double[equations.size()];
      double furthest = 0;
      Jet[] drawn = measured(values);
      for (int i = 0; i < start.length; i++) {
        start[i] = drawn[i].value();
        furthest = Math.max(furthest, Math.abs(equations.get(i).target() - start[i]));
      }
      int stages =
          (int) Math.clamp(Math.ceil(furthest / (STAGE_SHARE * system.sizeMm())), 1, MOST_STAGES);
      double[] now = values.clone();
      boolean isSettled = true;
      for (int s = 1; s <= stages && isSettled; s++) {
        double share = (double) s / stages;
        double[] wanted = new double[start.length];
        for (int i = 0; i < wanted.length; i++) {
          wanted[i] = start[i] + share * (equations.get(i).target() - start[i]);
        }
        isSettled = approach(now, wanted);
      }
      // What cannot be reached by way of what lies between may still be reached at once.
      if (!isSettled) {
        now = values.clone();
        double[] wanted = equations.stream().mapToDouble(Equation::target).toArray();
        isSettled = approach(now, wanted);
      }
      System.arraycopy(now, 0, values, 0, values.length);
      return isSettled;
    }

    private boolean approach(double[] values, double[] wanted) {
      double damping = 1e-9;
      Jet[] now = measured(values);
      double[] error = errors(now, wanted);
      for (int round = 0; round < MOST_ROUNDS; round++) {
        if (largest(error) < SOLVED_MM * Math.max(1, system.sizeMm())) {
          return true;
        }
        double[] tried = values.clone();
        if (step(tried, now, error, damping)) {
          Jet[] there = measured(tried);
          double[] after = errors(there, wanted);
          if (norm(after) < norm(error)) {
            now = there;
            System.arraycopy(tried, 0, values, 0, values.length);
            error = after;
            damping = Math.max(damping / 10, 1e-12);
            continue;
          }
        }
        damping *= 10;
        if (damping > 1e12) {
          return false;
        }
      }
      return largest(error) < SOLVED_MM * Math.max(1, system.sizeMm());
    }

    private Jet[] measured(double[] values) {
      Jet[] out = new Jet[equations.size()];
      for (int i = 0; i < out.length; i++) {
        out[i] = equations.get(i).at(values);
      }
      return out;
    }

    private static double[] errors(Jet[] measured, double[] wanted) {
      double[] out = new double[wanted.length];
      for (int i = 0; i < out.length; i++) {
        out[i] = measured[i].value() - wanted[i];
      }
      return out;
    }

    /** The shortest step that takes the errors away, damped: J' (J J' + d I)^-1 error. */
    private boolean step(double[] values, Jet[] measured, double[] error, double damping) {
      DMatrixSparseCSC j = jacobian(measured);
      DMatrixSparseCSC jj = new DMatrixSparseCSC(error.length, error.length);
      DMatrixSparseCSC transposed = new DMatrixSparseCSC(variables.length, error.length);
      CommonOps_DSCC.transpose(j, transposed, null);
      CommonOps_DSCC.mult(j, transposed, jj);
      double trace = 0;
      for (int i = 0; i < error.length; i++) {
        trace += jj.get(i, i);
      }
      double more = damping * Math.max(trace / error.length, 1e-12);
      for (int i = 0; i < error.length; i++) {
        jj.set(i, i, jj.get(i, i) + more);
      }
      LinearSolverSparse<DMatrixSparseCSC, DMatrixRMaj> solver =
          LinearSolverFactory_DSCC.cholesky(FillReducing.NONE);
      if (!solver.setA(jj)) {
        return false;
      }
      DMatrixRMaj y = new DMatrixRMaj(error.length, 1);
      solver.solve(new DMatrixRMaj(error.length, 1, true, error), y);
      DMatrixRMaj change = new DMatrixRMaj(variables.length, 1);
      CommonOps_DSCC.mult(transposed, y, change);
      for (int i = 0; i < variables.length; i++) {
        values[variables[i]] -= change.get(i);
      }
      return true;
    }

    /** An equation is of few variables: nearly all of it is zero. */
    private DMatrixSparseCSC jacobian(Jet[] measured) {
      DMatrixSparseTriplet j =
          new DMatrixSparseTriplet(equations.size(), variables.length, 8 * equations.size());
      for (int i = 0; i < equations.size(); i++) {
        Equation e = equations.get(i);
        double[] by = measured[i].by();
        for (int k = 0; k < by.length; k++) {
          j.addItem(i, column.get(e.variables()[k]), by[k]);
        }
      }
      return DConvertMatrixStruct.convert(j, (DMatrixSparseCSC) null);
    }

    /**
     * Tells what the equations leave free.
     *
     * @return their rank
     */
    int analyse(double[] values, boolean[] movable, List<Integer> redundant) {
      if (variables.length == 0) {
        return 0;
      }
      for (int v : variables) {
        movable[v] = false;
      }
      DMatrixRMaj j = DConvertMatrixStruct.convert(jacobian(measured(values)), (DMatrixRMaj) null);
      int rank = rankAndMoves(j, movable);
      if (rank < equations.size()) {
        redundant.addAll(following(j));
      }
      return rank;
    }

    /**
     * By an orthogonal decomposition with column pivots: the columns beyond the rank are what is
     * free, and what depends on them moves with them.
     */
    private int rankAndMoves(DMatrixRMaj j, boolean[] movable) {
      QRPDecomposition_F64<DMatrixRMaj> qr = DecompositionFactory_DDRM.qrp(j.numRows, j.numCols);
      if (!qr.decompose(j.copy())) {
        throw new IllegalStateException("an orthogonal decomposition failed");
      }
      DMatrixRMaj r = qr.getR(null, true);
      int most = Math.min(r.numRows, r.numCols);
      double first = most == 0 ? 0 : Math.abs(r.get(0, 0));
      int rank = 0;
      while (rank < most && Math.abs(r.get(rank, rank)) > RANK_SHARE * first) {
        rank++;
      }
      int[] order = qr.getColPivots();
      double[] moves = new double[rank];
      for (int free = rank; free < variables.length; free++) {
        movable[variables[order[free]]] = true;
        for (int i = rank - 1; i >= 0; i--) {
          double sum = r.get(i, free);
          for (int k = i + 1; k < rank; k++) {
            sum -= r.get(i, k) * moves[k];
          }
          moves[i] = sum / r.get(i, i);
          if (Math.abs(moves[i]) > MOVES) {
            movable[variables[order[i]]] = true;
          }
        }
      }
      return rank;
    }

    /** Constraints all of whose equations follow from those before them. */
    private List<Integer> following(DMatrixRMaj j) {
      List<double[]> basis = new ArrayList<>();
      Map<Integer, Boolean> adds = new TreeMap<>();
      for (int i = 0; i < j.numRows; i++) {
        double[] row = Arrays.copyOfRange(j.data, i * j.numCols, (i + 1) * j.numCols);
        double size = norm(row);
        for (int twice = 0; twice < 2; twice++) {
          for (double[] b : basis) {
            double along = 0;
            for (int k = 0; k < row.length; k++) {
              along += row[k] * b[k];
            }
            for (int k = 0; k < row.length; k++) {
              row[k] -= along * b[k];
            }
          }
        }
        double left = norm(row);
        boolean isNew = left > 1e-7 * Math.max(size, 1e-12);
        if (isNew) {
          for (int k = 0; k < row.length; k++) {
            row[k] /= left;
          }
          basis.add(row);
        }
        adds.merge(equations.get(i).constraint(), isNew, Boolean::logicalOr);
      }
      return adds.entrySet().stream()
          .filter(e -> e.getKey() >= 0 && !e.getValue())
          .map(Map.Entry::getKey)
          .toList();
    }
  }

  private static double largest(double[] v) {
    return Arrays.stream(v).map(Math::abs).max().orElse(0);
  }

  private static double norm(double[] v) {
    return Math.sqrt(Arrays.stream(v).map(x -> x * x).sum());
  }
}
