import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { Runner } from '../run';
import type { RunEvent } from './runEvent';
import type { World } from './world';

const HALL = ['##############', ...Array.from({ length: 8 }, () => `#${'.'.repeat(12)}#`), '##############'];

/** A barge whose prow kills, whose deck carries and whose lamp scores, with what moves it. */
function barge(motion: string, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: HALL,
    player: { at: [1.5, 8.5] },
    kinds: [
      {
        id: 'barge',
        tags: ['barge'],
        behavior: 'sail',
        floats: true,
        parts: [
          { kind: 'prow', at: [1, 0] },
          { kind: 'deck', at: [-0.5, 0.75] },
          { kind: 'lamp', at: [-1, 0] },
        ],
      },
      { id: 'prow', tags: ['sharp'], radius: 0.3 },
      { id: 'deck', tags: ['deck'], radius: 0.5 },
      { id: 'lamp', tags: ['lamp'], radius: 0.3 },
    ],
    scripts: { sail: `start state on { do ${motion} }` },
    ...more,
  };
}

/** What stands where after so many ticks with some input: the level's pieces by id. */
function play(small: SmallLevel, ticks: number, input = 0) {
  const events: RunEvent[] = [];
  let last: World | undefined;
  const { record } = new Runner(smallProgram(small), {
    type: 'inputs',
    inputs: new Array<number>(ticks).fill(input),
  }).run(1, { mostTicks: ticks, events, onTick: (world) => (last = world) });
  const world = last!;
  const index = (id: string) => world.level.program.pieces.findIndex((piece) => piece.id === id);
  return {
    world,
    record,
    events,
    at: (id: string) => [world.x[index(id)], world.y[index(id)]].map((value) => Number(value.toFixed(6))),
    isThere: (id: string) => world.alive[index(id)] === 1,
  };
}

describe('parts of a kind', () => {
  test('keep their place to the body, turned as it faces', () => {
    const small = barge('drift wrapping at 2 cells/s', { pieces: [{ kind: 'barge', at: [4, 4], facing: 90 }] });
    const { at } = play(small, 30);
    // It faces south: ahead is down, and right is west.
    expect([at('piece-1'), at('prow.part-1-of-piece-1'), at('deck.part-2-of-piece-1')]).toEqual([
      [4, 5],
      [4, 6],
      [3.25, 4.5],
    ]);
  });

  test('are mirrored seen from the side, and what lies under the body stays under it', () => {
    const of = (facing: number) =>
      play(barge('hold', { pieces: [{ kind: 'barge', at: [6, 4], facing }], level: { view: 'side' } }), 2).at(
        'deck.part-2-of-piece-1',
      );
    expect([of(0), of(180)]).toEqual([
      [5.5, 4.75],
      [6.5, 4.75],
    ]);
  });

  test('come in and leave with what a cue brings, and are nothing of their own to the cue', () => {
    const small = barge('drift leaving at 4 cells/s', {
      marks: [{ id: 'west', name: 'West', point: [0, 3.5] }],
      level: {
        cues: ['spawner boats {', 'at west', 'every 1 s', 'give heading 0 deg', 'pick barge', 'limit 1 in all', '}'],
      },
    });
    const coming = play(small, 90);
    const lead = coming.world.level.program.pieces.findIndex(({ id }) => id === 'barge.1');
    expect(coming.isThere('prow.part-1-of-barge.1')).toBe(true);
    expect(coming.world.cues.come[0]).toBe(1);
    expect(coming.world.cues.alive[0]).toBe(1);
    expect(coming.at('prow.part-1-of-barge.1')[0] - coming.world.x[lead]).toBeCloseTo(1, 6);
    const later = play(small, 400);
    expect(['barge.1', 'prow.part-1-of-barge.1', 'lamp.part-3-of-barge.1'].map(later.isThere)).toEqual([
      false,
      false,
      false,
    ]);
  });

  test('are met each in its own way: one kills, another is collected, a third carries', () => {
    const contacts: SmallLevel['contacts'] = [
      { by: 'player', on: 'lamp', does: [{ effect: 'collect' }] },
      { by: 'deck', on: 'player', does: [{ effect: 'carry along' }] },
    ];
    const rules = { winAt: 'exit', loseWhenTouching: 'sharp', timeLimit: 60 };
    const go = (y: number, x = 9.5) =>
      barge('drift wrapping at 1 cells/s', {
        pieces: [{ kind: 'barge', at: [x, y], facing: 180 }],
        player: { at: [4.5, 4.5] },
        contacts,
        level: { rules },
      });
    const struck = play(go(4.5), 600);
    expect([struck.record?.cause, struck.record?.piece]).toEqual(['touched', 'prow.part-1-of-piece-1']);
    // Above it the prow passes, and the deck takes it along.
    const carried = play(go(5.2, 4.6), 120);
    expect(carried.record).toBeUndefined();
    expect(carried.world.player.x).toBeLessThan(3.5);
    // From behind the lamp comes first; the rest of the barge goes on.
    const collected = play(go(4.5, 3.4), 3);
    expect(collected.isThere('lamp.part-3-of-piece-1')).toBe(false);
    expect(collected.isThere('piece-1')).toBe(true);
    expect(collected.world.collectedInAll).toContain(1);
  });

  test('go with the body when that is defeated, and the body stays when a part is', () => {
    const shot = (target: string) =>
      barge('hold', {
        kinds: [...barge('hold').kinds!, { id: 'dart', radius: 0.1 }],
        control: {
          scheme: 'eight ways',
          speed: 3,
          evenDiagonals: true,
          throws: { shot: 'dart', shotSpeed: 20, range: 12, cooldown: 1 },
        },
        player: { at: [1.5, 4.5] },
        pieces: [{ kind: 'barge', at: [8, 4.5], facing: 180 }],
        contacts: [{ by: 'dart', on: target, does: [{ effect: 'defeat' }] }],
      });
    const ofPart = play(shot('prow'), 60, 16);
    expect(['piece-1', 'prow.part-1-of-piece-1', 'deck.part-2-of-piece-1'].map(ofPart.isThere)).toEqual([
      true,
      false,
      true,
    ]);
    const ofBody = play(shot('barge'), 60, 16);
    expect(['piece-1', 'prow.part-1-of-piece-1', 'deck.part-2-of-piece-1'].map(ofBody.isThere)).toEqual([
      false,
      false,
      false,
    ]);
    expect(ofBody.events.filter(({ type }) => type === 'gone')).toHaveLength(4);
  });

  test('look about and fire by themselves where their behavior stands', () => {
    const small = barge('drift wrapping at 1 cells/s', {
      kinds: [
        { id: 'barge', behavior: 'sail', floats: true, parts: [{ kind: 'turret', at: [0, 1] }] },
        { id: 'turret', behavior: 'guard' },
        { id: 'dart', radius: 0.1 },
      ],
      scripts: {
        sail: 'start state on { do drift wrapping at 1 cells/s }',
        guard:
          'start state on { do hold face player within 20 cells repeat every 0.5 s { fire dart ahead, at 5 cells/s, range 20 cells } }',
      },
      pieces: [{ kind: 'barge', at: [6, 4], facing: 0 }],
    });
    const { world, events } = play(small, 90);
    expect(events.filter(({ type }) => type === 'shot').length).toBeGreaterThanOrEqual(2);
    const turret = world.level.program.pieces.findIndex(({ id }) => id === 'turret.part-1-of-piece-1');
    const [dx, dy] = [world.player.x - world.x[turret], world.player.y - world.y[turret]];
    expect(world.facingX[turret] * dx + world.facingY[turret] * dy).toBeCloseTo(Math.hypot(dx, dy), 1);
  });

  test('wrap round with the body without crossing the level', () => {
    const small = barge('drift wrapping at 5 cells/s', {
      pieces: [{ kind: 'barge', at: [12, 8.2], facing: 0 }],
      player: { at: [6.5, 8.5] },
      level: { rules: { winAt: 'exit', loseWhenTouching: 'sharp', timeLimit: 60 } },
    });
    // The prow is over the player only when the barge has come round to it.
    const { record } = play(small, 400);
    expect(record?.cause).toBe('touched');
    expect(record!.ticks).toBeGreaterThan(60);
  });
});
