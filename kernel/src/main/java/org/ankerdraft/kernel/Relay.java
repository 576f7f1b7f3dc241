package org.ankerdraft.kernel;

import java.util.Optional;
import org.ankerdraft.kernel.proto.Request;

/** Stands between the requests and the worker, to measure them or to answer some by script. */
public interface Relay {
  /** Passes everything on. */
  Relay PLAIN = new Relay() {};

  /**
   * Asked before a request is sent.
   *
   * @param operation name of the request's kind, as in the protocol
   * @return what the request fails with, without reaching the worker; empty to send it
   */
  default Optional<Outcome.KernelFailure> instead(String operation) {
    return Optional.empty();
  }

  /**
   * Told after the worker answered.
   *
   * @param nanos from sending to the answer
   */
  default void answered(String operation, Request request, long nanos) {}
}
