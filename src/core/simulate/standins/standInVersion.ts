/**
 * Raised whenever a stand-in, with the same document, level, seed and engine, presses other keys than before.
 *
 * 1: as with version 7 of the engine; before that, changes of stand-ins raised the version of the engine.
 * 2: who wants something that goes its way goes to where both meet, and waits there as long as nothing else comes; before, it went
 *    to where the thing was just then, and stood still once it was where it would be met.
 * 3: who flaps looks where a flap takes it before walls that lie ahead as well; before, only beside walls in its own column, and
 *    most flew into the first edge on their way.
 */
export const STAND_IN_VERSION = 3;
