/**
 * What is measured of bodies, before anything is judged: meshes, draft angles, wall thickness.
 * Needs a part state and a kernel; knows no limit.
 */
package org.ankerdraft.core.survey;
