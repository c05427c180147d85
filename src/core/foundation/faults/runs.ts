import type { FaultEntry } from './faultEntry';

/** Faults of a run that is asked for. */
export const RUN_FAULTS = {
  'unknown-start': { meaning: 'a start of runs that is not known', example: { said: '`--from "at noon"`' } },
  'unknown-number': {
    meaning: 'a number that is to be set is not there',
    example: { said: '`--set warden.weight=3`' },
  },
  'number-of-several': {
    meaning: 'a number that is to be set has the name of several',
    example: { said: '`--set tar.harm=3` where a kind and a ground are called tar' },
  },
  'number-out-of-range': {
    meaning: 'a number is to be set beyond its limits',
    example: { said: '`--set clock=0`' },
  },
  'number-set-twice': {
    meaning: 'one number is to be set to two values',
    example: { said: '`--set clock=30 --set level:clock=40`' },
  },
  'too-many-arms': {
    meaning: 'a batch is asked for with more arms than it can have',
    example: { said: '10,000 arms' },
  },
  'no-arms': { meaning: 'a batch is asked for without arms', example: { said: 'an empty list of arms' } },
  'arm-twice': { meaning: 'a batch has the same arm twice', example: { said: '`--arm casual --arm casual`' } },
  'empty-range': { meaning: 'a number is to be tried over no values', example: { said: '`--over warden.pace=4..1`' } },
  'sweep-of-one-or-two': {
    meaning: 'none, or more than two numbers are to be swept at once',
    example: { said: '`gorge sweep` with three `--over`' },
  },
  'too-many-points': {
    meaning: 'more combinations are to be tried than anybody reads',
    example: { said: '`--over warden.pace=1..4/50 --over warden.sight=2..8/50`' },
  },
  'nothing-meant': {
    meaning: 'values are to be found for a level of which nobody has said what it is meant to be',
    example: { said: '`gorge solve` for a level without a brief' },
  },
  'cannot-be-turned': {
    meaning: 'a number that is to be changed has no value, is named twice, or is one of too many',
    example: { said: '`gorge solve` with four `--by`' },
  },
  'part-cannot-be-laid': {
    meaning: 'a ready part does not fit the level, or there is no free ground for it',
    example: { said: 'a door with its key in a level without open ground' },
  },
  'clipping-cannot-be-pasted': {
    meaning: 'what is on the clipboard is nothing that was copied from a level, or does not fit into this one',
    example: { said: 'a sentence pasted into a level' },
  },
  'no-lives': {
    meaning: 'a run cannot begin with so many lives where there are none',
    example: { said: '`--from "lives 2"` in a level without `lives`' },
  },
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
