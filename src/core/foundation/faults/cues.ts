import type { FaultEntry } from './faultEntry';

/** Faults of the text of cues and rules. */
export const CUE_FAULTS = {
  'block-missing': { meaning: 'a cue or a wave has no braces', example: { text: 'spawner s' } },
  'block-unexpected': { meaning: 'a line takes no braces', example: { text: 'spawner s { at edge { } }' } },
  'cue-twice': {
    meaning: 'two cues have one name',
    example: { text: 'spawner s { at edge; every 1 s; pick imp }\nspawner s { at edge; every 1 s; pick imp }' },
  },
  'rules-twice': { meaning: 'a level has one `rules`', example: { text: 'rules { lives 2 }\nrules { lives 3 }' } },
  'unknown-line': { meaning: 'a word that begins no line here', example: { text: 'spawner s { wobble }' } },
  'line-twice': {
    meaning: 'a line that stands once stands twice',
    example: { text: 'spawner s { at edge; at edge; every 1 s; pick imp }' },
  },
  'at-missing': {
    meaning: 'a cue does not say where something comes in',
    example: { text: 'spawner s { every 1 s; pick imp }' },
  },
  'every-missing': {
    meaning: 'a spawner does not say how often something comes',
    example: { text: 'spawner s { at edge; pick imp }' },
  },
  'pick-missing': {
    meaning: 'a spawner does not say what comes',
    example: { text: 'spawner s { at edge; every 1 s }' },
  },
  'wave-missing': { meaning: 'there is no wave', example: { text: 'waves w { at edge; next when cleared }' } },
  'unit-missing': {
    meaning: 'a number has no unit where one is wanted',
    example: { text: 'spawner s { at edge; every 2; pick imp }' },
  },
  'word-missing': { meaning: 'a word is missing', example: { text: 'rules { win when no foe }' } },
  'unexpected-word': { meaning: 'a word too many stands here', example: { text: 'rules { lives 3 cats }' } },
  'count-missing': { meaning: 'a whole number is missing', example: { text: 'rules { lives many }' } },
  'value-changes': {
    meaning: 'a value that must be known before a run would change during it',
    example: { text: 'spawner s { at edge; every clock; pick imp }' },
  },
  'unknown-kind': {
    meaning: 'there is no such kind',
    example: { text: 'spawner s { at edge; every 1 s; pick ghost }' },
  },
  'unknown-tag': { meaning: 'there is no such tag', example: { text: 'rules { win when no ghost left }' } },
  'unknown-mark': {
    meaning: 'there is no such mark',
    example: { text: 'spawner s { at nowhere; every 1 s; pick imp }' },
  },
  'unknown-ground': {
    meaning: 'there is no such ground',
    example: { text: 'spawner s { at edge; on lava; every 1 s; pick imp }' },
  },
  'unknown-cue': { meaning: 'there is no such cue', example: { text: 'rules { win when tide cleared }' } },
  'pick-unused': {
    meaning: 'kinds are picked where `gap` says what comes',
    example: { text: 'spawner a { at north_edge; every 1 s; pick imp; gap 2 cells between imp and imp }' },
  },
  'weights-empty': { meaning: 'all weights are 0', example: { text: 'spawner s { at edge; every 1 s; pick imp 0 }' } },
  'growth-form': {
    meaning: 'a repeat does not say how much bigger',
    example: { text: 'waves w { at edge; wave 1 { 1 imp }; repeat wave 1 growing; next when cleared }' },
  },
  'growth-uncapped': {
    meaning: 'waves grow with every repeat and nothing stops them',
    example: { text: 'waves w { at edge; wave 1 { 1 imp }; repeat wave 1 growing 2x; next when cleared }' },
  },
  'next-form': {
    meaning: 'it is not said when the next wave begins',
    example: { text: 'waves w { at edge; wave 1 { 1 imp }; next }' },
  },
  'score-form': { meaning: 'it is not said what the points are for', example: { text: 'rules { score 5 }' } },
  'wave-empty': {
    meaning: 'nothing comes in a wave',
    example: { text: 'waves w { at edge; wave 1 { }; next when cleared }' },
  },
  'wave-order': {
    meaning: 'waves are not numbered in their order',
    example: { text: 'waves w { at edge; wave 2 { 1 imp }; next when cleared }' },
  },
  'wave-unknown': {
    meaning: 'a repeat names a wave that there is not',
    example: { text: 'waves w { at edge; wave 1 { 1 imp }; repeat wave 5; next when cleared }' },
  },
  'table-form': {
    meaning: 'a table of the course has another form',
    example: { text: 'spawner a { at north_edge; every by mood (3 s, 2 s); pick imp }' },
  },
  'table-changes': {
    meaning: 'a table of the course holds a value that changes during a run',
    example: { text: 'spawner a { at north_edge; every by level (3 s, clock); pick imp }' },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
