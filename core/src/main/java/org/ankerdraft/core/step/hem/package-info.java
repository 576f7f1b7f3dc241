/** Hems: closed, open, teardrop. */
package org.ankerdraft.core.step.hem;
