/**
 * Files and pictures of parts: meshes, STEP, flat patterns, PNG, PDF. Needs a part state; returns
 * bytes.
 */
package org.ankerdraft.render.export;
