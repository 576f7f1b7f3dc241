/**
 * What stands beside the view: ledger, step card, part card, findings. Shows the session and hands
 * it changes; rows come from the slots of what is shown.
 */
package org.ankerdraft.app.card;
