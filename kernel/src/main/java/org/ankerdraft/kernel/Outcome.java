package org.ankerdraft.kernel;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.ankerdraft.vectors.Vec3;

/** The answer to a request: a value, or the failure that was to be expected on such geometry. */
public sealed interface Outcome<T> {

  record Done<T>(T value) implements Outcome<T> {}

  record Failed<T>(KernelFailure failure) implements Outcome<T> {}

  /** Why a request failed. */
  enum Cause {
    /** The library refused the operation on this geometry. */
    REFUSED,
    /** The input is wrong in itself. */
    INVALID_INPUT,
    /** The library threw an exception. */
    LIBRARY_EXCEPTION,
    /** The worker ended in the middle of the request. */
    CRASHED,
    /** The worker ran out of memory. */
    OUT_OF_MEMORY,
    /** The request's time budget ran out; the worker was ended. */
    OUT_OF_TIME,
    /** The request was cancelled. */
    CANCELLED,
    /** No worker can be started. */
    UNAVAILABLE
  }

  /** Faces and edges are numbers in the (first) input shape, as far as they are known. */
  record KernelFailure(
      Cause cause, String message, List<Integer> faces, List<Integer> edges, Optional<Vec3> place) {
    public static KernelFailure of(Cause cause, String message) {
      return new KernelFailure(cause, message, List.of(), List.of(), Optional.empty());
    }
  }

  static <T> Outcome<T> done(T value) {
    return new Done<>(value);
  }

  static <T> Outcome<T> failed(Cause cause, String message) {
    return new Failed<>(KernelFailure.of(cause, message));
  }

  default <R> Outcome<R> map(Function<? super T, ? extends R> f) {
    return switch (this) {
      case Done<T>(T value) -> new Done<>(f.apply(value));
      case Failed<T>(KernelFailure failure) -> new Failed<>(failure);
    };
  }

  default <R> Outcome<R> then(Function<? super T, Outcome<R>> f) {
    return switch (this) {
      case Done<T>(T value) -> f.apply(value);
      case Failed<T>(KernelFailure failure) -> new Failed<>(failure);
    };
  }

  /** The value; throws if there is none. For callers that have excluded failure. */
  default T orThrow() {
    return switch (this) {
      case Done<T>(T value) -> value;
      case Failed<T>(KernelFailure failure) ->
          throw new IllegalStateException(failure.cause() + ": " + failure.message());
    };
  }
}
