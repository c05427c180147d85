import { describe, expect, test } from '@jest/globals';
import { demoLevel } from '../../../tests/support/kilnYard';
import { smallProgram } from '../../../tests/support/smallLevel';
import { LiveRun } from './liveRun';
import { measureReach } from './playerReach';
import { PIECE_FIELDS, PLAYER_FIELDS, PREVIEW_SECONDS } from './frameFields';
import { previewMovers } from './previewMovers';
import { recordRun } from './recordRun';

describe('previews of movers', () => {
  test.each(['drying-hall', 'cart-crossing', 'chimney-rise'])(
    'are where the run of %s has them, until the player matters',
    (levelId) => {
      const program = { ...demoLevel(levelId), timeLimitTicks: 20 * 60 };
      // Nobody sees or meets a player who is far off.
      const lonely = {
        ...program,
        player: { ...program.player, x: -90, y: -90 },
        exit: { x: -500, y: 0, width: 1, height: 1 },
      };
      const previews = previewMovers(lonely);
      const run = recordRun(lonely, { type: 'inputs', inputs: [] }, 1);
      const ticks = run.frames.length / run.frameSize - 1;
      for (let tick = 0; tick <= ticks; tick += previews.ticksPerFrame) {
        const frame = tick / previews.ticksPerFrame;
        program.pieces.forEach((piece, index) => {
          // What cues bring in is drawn by lot.
          if (piece.isArrival) return;
          const at = PLAYER_FIELDS + index * PIECE_FIELDS;
          const shown = previews.frames.slice(frame * previews.frameSize + at, frame * previews.frameSize + at + 2);
          const real = run.frames.slice(tick * run.frameSize + at, tick * run.frameSize + at + 2);
          expect([piece.id, tick, ...shown]).toEqual([piece.id, tick, ...real]);
        });
      }
      expect(ticks).toBeGreaterThan(60);
    },
  );

  test('tell rounds, turns, tipping and landing', () => {
    const field = Array.from({ length: 8 }, () => '..............');
    const program = smallProgram({
      map: field,
      player: { at: [0.5, 7.5] },
      kinds: [
        { id: 'pacer', behavior: 'walk' },
        { id: 'raft', behavior: 'tip' },
        { id: 'moth', behavior: 'ranks' },
      ],
      pieces: [
        { kind: 'pacer', at: [4.5, 0.5] },
        { kind: 'raft', at: [4.5, 1.5] },
        { kind: 'moth', at: [4.5, 3.5], formation: 'ranks' },
        { kind: 'moth', at: [6.5, 3.5], formation: 'ranks' },
      ],
      scripts: {
        walk: 'start state a { do pace across at 3 cells/s }',
        tip: 'start state a { do drift wrapping at 1 cells/s go b after 2 s } state b { do drift wrapping at 1 cells/s be out go a after 1 s }',
        ranks: 'start state a { do march stepping 0.5 cells, every 0.1 s, down 0.5 cells }',
      },
    });
    const { movers } = previewMovers(program);
    const [pacer, raft, moth] = movers;
    // 13.2 cells there and back at 3 cells/s; a rest of a step at each end is not walked.
    expect(pacer.roundSeconds).toBeGreaterThan(8.75);
    expect(pacer.roundSeconds).toBeLessThan(8.9);
    expect(pacer.stops.map((stop) => stop.what)).toEqual(['turns', 'turns']);
    expect(raft.stops.slice(0, 2).map((stop) => [stop.what, Math.round(stop.seconds)])).toEqual([
      ['tips', 2],
      ['returns', 3],
    ]);
    const landing = moth.stops[moth.stops.length - 1];
    expect(landing.what).toBe('lands');
    expect(landing.seconds).toBeLessThan(PREVIEW_SECONDS);
  });

  test('say who goes in step, and no longer once they are spread', () => {
    const program = (leads: number[]) =>
      smallProgram({
        map: Array.from({ length: 5 }, () => '..............'),
        player: { at: [0.5, 4.5] },
        kinds: [{ id: 'pacer', behavior: 'walk' }],
        pieces: leads.map((lead, index) => ({ kind: 'pacer', at: [4.5, 0.5 + index] as [number, number], lead })),
        scripts: { walk: 'start state a { do pace across at 3 cells/s }' },
      });
    expect(previewMovers(program([0, 0, 0])).inStep).toEqual([['piece-1', 'piece-2', 'piece-3']]);
    expect(previewMovers(program([0, 2, 4])).inStep).toEqual([]);
  });
});

describe('what a control scheme comes to', () => {
  const open = { map: Array.from({ length: 6 }, () => '..........') };

  test('is measured in eight headings', () => {
    const even = measureReach(
      smallProgram({ ...open, control: { scheme: 'eight ways', speed: 3, evenDiagonals: true } }),
    );
    for (const speed of even.headings) expect(speed).toBeCloseTo(3, 6);
    const raw = measureReach(
      smallProgram({ ...open, control: { scheme: 'eight ways', speed: 3, evenDiagonals: false } }),
    );
    expect(raw.headings.map((speed) => Number(speed.toFixed(3)))).toEqual([3, 4.243, 3, 4.243, 3, 4.243, 3, 4.243]);
  });

  test('jumps and flaps have an apex, a time in the air and a reach', () => {
    const jump = measureReach(
      smallProgram({
        ...open,
        level: { view: 'side', gravity: 30 },
        control: { scheme: 'run and jump', speed: 4, jump: 9, jumps: 1, coyote: 0, jumpBuffer: 0, mostFall: 30 },
      }),
    ).arc!;
    expect(jump.apex).toBeCloseTo(81 / 60, 0);
    expect(jump.airSeconds).toBeCloseTo(18 / 30, 1);
    expect(jump.reach).toBeCloseTo(4 * jump.airSeconds, 6);
    const flap = measureReach(
      smallProgram({
        ...open,
        level: { view: 'side', gravity: 18 },
        control: { scheme: 'flap', speed: 2, lift: 6, mostFall: 9 },
      }),
    ).arc!;
    expect(flap.apex).toBeCloseTo(1, 1);
    expect(flap.airSeconds).toBeCloseTo(12 / 18, 1);
  });
});

describe('a run that is stepped from outside', () => {
  test('goes exactly as the same inputs given at once', () => {
    const program = demoLevel('drying-hall');
    const live = new LiveRun(program, 7);
    for (let tick = 0; tick < 500 && !live.end; tick++) live.step((tick >> 5) % 9);
    const recorded = recordRun(program, { type: 'inputs', inputs: live.inputs }, 7);
    const frame = new Float32Array(live.frameSize);
    live.writeFrame(frame);
    expect([...frame]).toEqual([
      ...recorded.frames.slice(live.tick * live.frameSize, (live.tick + 1) * live.frameSize),
    ]);
    expect(live.events.filter((event) => event.type !== 'end')).toEqual(
      recorded.events.filter((event) => event.type !== 'end' && event.tick < live.tick),
    );
  });
});
