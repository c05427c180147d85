/**
 * Raised whenever the same document, level, stand-in and seed come to other bytes than before.
 *
 * 1: fingerprints in the order of the pieces.
 * 2: fingerprints are sums over the pieces. Round bodies leave ledges; those that keep apart give way to whoever is nearer to
 *    where they go; harm that is warded off makes nobody safe; gaps are between hit shapes; what is partly in the level is in
 *    it; marchers wear what stops them; pieces with a lead keep all that they came to; others are asked for where they were
 *    when the tick began.
 * 3: other stand-ins. Runs from inputs are as before.
 * 4: stand-ins foresee more: where guards look, turn and come back, how long jumps take, who fires; they watch and hurry.
 * 5: stand-ins that flap see where a flap takes them, and know that they fall from rest; nobody stops in the middle of an empty
 *    way, or looks round for long where there is nothing to see; bodies longer than a cell stand beside walls. Runs from
 *    inputs are as before.
 * 6: in every run somebody else of the tier is at the controls: care, patience and how soon a beat is known are drawn.
 *    Whoever a contact sends elsewhere meets the rest in the same tick where it then is; what falls while it drifts meets the
 *    ground; pieces that go their own course act in the first tick too, and move as in a new state from its first tick on.
 *    Other runs from inputs are as before.
 * 7: what lasts only for a time ends a tick later for pieces that something happens to while they go their own course: it was
 *    counted down twice in that tick. A random phase of what has a lead is drawn once.
 *    Stand-ins who walk about on what carries them reckon with being carried, and keep to their plan there; nobody jumps
 *    where walking does, or on the spot to wait; who has a key for it fires the way that it faces without a step; when the rim
 *    of a view will be where is reckoned with. Other runs from inputs are as before.
 * 8: waves that overlap have places for all that can be there at once; from the third on they did not come.
 */
export const ENGINE_VERSION = 8;
