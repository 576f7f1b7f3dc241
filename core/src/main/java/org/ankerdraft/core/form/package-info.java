/**
 * Descriptions of the values that a part is made of. A {@link org.ankerdraft.core.form.Form} says
 * how values of a type stand in the part file: it reads them, telling every fault at its place,
 * writes them back and describes them as JSON Schema. A {@link org.ankerdraft.core.form.Field} is
 * one component of a record, with what the step card needs to show it. Forms of records are walked
 * to collect or change what they hold ({@link org.ankerdraft.core.form.Form#visit}, {@link
 * org.ankerdraft.core.form.Form#changed}), and laid out as rows ({@link
 * org.ankerdraft.core.form.Slots}).
 *
 * <p>Needs JSON trees and vectors; knows no kind of step.
 */
package org.ankerdraft.core.form;
