/**
 * The flat pattern beside the part, the slider that folds it, the bending order. Needs the session.
 */
package org.ankerdraft.app.flat;
