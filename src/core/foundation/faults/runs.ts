import type { FaultEntry } from './faultEntry';

/** Faults of a run that is asked for. */
export const RUN_FAULTS = {
  'unknown-start': { meaning: 'a start of runs that is not known', example: { said: '`--from "at noon"`' } },
  'no-waves': {
    meaning: 'a run cannot begin with a wave where there are none',
    example: { said: '`--from "wave 3"` in the yard' },
  },
  'proving-ground-missing': {
    meaning: 'a game has no ground or no player for the proving ground',
    example: { said: 'a behavior tried in a game whose cast is empty' },
  },
  'snapshot-broken': {
    meaning: 'a kept moment of a run is damaged',
    example: { said: 'a kept moment that was cut short' },
  },
  'snapshot-of-other-engine': {
    meaning: 'a moment was kept by another version of the engine',
    example: { said: 'a moment kept before an update' },
  },
  'snapshot-of-other-level': {
    meaning: 'a moment belongs to another level',
    example: { said: 'a moment of another level, restored in the yard' },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
