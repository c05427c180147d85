import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { runChunk } from '../../pipeline';
import { Runner } from '../run';
import { STAND_INS, TRAIT_LIMITS, type StandInTraits } from '../../people/traits';

const HALL = [
  '######################',
  '#....................#',
  '#....##......##......#',
  '#....##......##......#',
  '#....................#',
  '#......##......##....#',
  '#......##......##....#',
  '#....................#',
  '######################',
];
const RULES = { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 30 };
const EXIT = { id: 'exit', name: 'Exit', area: [20, 7, 1, 1] as [number, number, number, number] };

/** A guard that walks its beat; what it does from the sixth second on, and what it sees in a state it never comes to, differs. */
function guarded(after: string, unusedSight: number): SmallLevel {
  return {
    map: HALL,
    player: { at: [1.5, 1.5] },
    kinds: [{ id: 'guard', tags: ['foe'], radius: 0.35, behavior: 'watch' }],
    scripts: {
      watch: [
        'start state rounds { do patrol route, back and forth, at 2 cells/s; go later after 6 s }',
        `state later { do ${after}; go asleep after 500 s }`,
        `state asleep { do hold; go later when sees player within ${unusedSight} cells, arc 120 deg }`,
      ].join('\n'),
    },
    pieces: [
      {
        kind: 'guard',
        at: [11.5, 4.5],
        route: [
          [11.5, 4.5],
          [11.5, 7.4],
          [18.5, 7.4],
        ],
      },
      {
        kind: 'guard',
        at: [4.5, 7.4],
        route: [
          [4.5, 7.4],
          [4.5, 1.5],
        ],
      },
    ],
    marks: [EXIT],
    level: { rules: RULES },
  };
}

/** What a stand-in pressed in every tick of a run. */
function pressed(level: SmallLevel, traits: StandInTraits, seed: number): number[] {
  const inputs: number[] = [];
  new Runner(smallProgram(level), { type: 'stand-in', traits }).run(seed, {
    onTick: (world, input) => void (world.tick > 0 && inputs.push(input)),
  });
  return inputs;
}

describe.each(STAND_INS.map((traits) => [traits.id, traits] as const))('the %s stand-in', (_, traits) => {
  test('does nothing else before what differs can have been seen', () => {
    const first = Math.floor((6 + traits.reactionMs / 1000) * 60);
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const one = pressed(guarded('patrol route, back and forth, at 2 cells/s', 4), traits, seed);
      const other = pressed(guarded('wander at 5 cells/s, turning every 0.3 s', 4), traits, seed);
      expect([seed, other.slice(0, first)]).toEqual([seed, one.slice(0, first)]);
    }
  });

  test('knows nothing of the sight of a state that nobody has entered', () => {
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const one = pressed(guarded('hold', 2), traits, seed);
      expect([seed, pressed(guarded('hold', 16), traits, seed)]).toEqual([seed, one]);
    }
  });

  test('clears nothing that cannot be cleared', () => {
    const hunted: SmallLevel = {
      map: ['#'.repeat(28), `#${'.'.repeat(26)}#`, '#'.repeat(28)],
      player: { at: [7.5, 1.5] },
      kinds: [{ id: 'hound', tags: ['foe'], radius: 0.36, behavior: 'hunt' }],
      scripts: { hunt: 'start state on { do follow player at 8 cells/s, keep 0 cells }' },
      pieces: [{ kind: 'hound', at: [1.5, 1.5] }],
      marks: [{ id: 'exit', name: 'Exit', area: [26, 1, 1, 1] }],
      level: { rules: RULES },
    };
    const { rows } = runChunk(smallProgram(hunted), traits, 1, 10);
    expect(rows.map(({ outcome }) => outcome)).toEqual(new Array(10).fill('lost'));
  });

  test('lies within what has been found in people', () => {
    for (const { key, least, most } of TRAIT_LIMITS) {
      expect([key, traits[key] >= least && traits[key] <= most]).toEqual([key, true]);
    }
  });

  test('plays the same run again from the same seed', () => {
    const level = guarded('wander at 3 cells/s, turning every 1 s', 4);
    expect(pressed(level, traits, 9)).toEqual(pressed(level, traits, 9));
  });
});

describe('a limit that is turned', () => {
  const share = (traits: StandInTraits) =>
    runChunk(smallProgram(guarded('patrol route, back and forth, at 2 cells/s', 4)), traits, 1, 60).rows.filter(
      ({ outcome }) => outcome === 'won',
    ).length / 60;

  test.each(STAND_INS.map((traits) => [traits.id, traits] as const))(
    'a reaction of 0.9 s never helps the %s stand-in beyond noise',
    (_, traits) => {
      expect(share({ ...traits, reactionMs: 900 })).toBeLessThanOrEqual(share(traits) + 0.12);
    },
  );
});
