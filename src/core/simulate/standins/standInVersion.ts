/**
 * Raised whenever a stand-in, with the same document, level, seed and engine, presses other keys than before.
 *
 * 1: as with version 7 of the engine; before that, changes of stand-ins raised the version of the engine.
 */
export const STAND_IN_VERSION = 1;
