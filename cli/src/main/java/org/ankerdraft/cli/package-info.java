/** The verbs of the command line. Needs the core and the renderer; knows no window. */
package org.ankerdraft.cli;
