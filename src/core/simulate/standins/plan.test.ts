import { describe, expect, test } from '@jest/globals';
import { smallProgram } from '../../../../tests/support/smallLevel';
import { computeDistanceField } from '../../arena/distanceField';
import { runChunk } from '../../pipeline';
import { RandomStream } from '../../foundation/random';
import { PlayerBody } from '../engine/player/playerBody';
import { prepareStandInGround } from './cellPlayer';
import { Planner } from './plan';
import type { ScreenFrame } from './standInView';
import { ThreatForecast } from './threatForecast';
import { STAND_INS, type StandInTraits } from './traits';

const RAFT = { form: 'box', width: 3.8, height: 0.9 } as const;
const BAR = { form: 'box', width: 1, height: 9 } as const;

/** Four rows of water between two banks, each with rafts that drift past; nothing else is in the way. */
function crossing(speeds: readonly number[], places: readonly number[] = [2.1, 7.4, 12.6, 17.9]) {
  return smallProgram({
    map: ['....................', ...speeds.map(() => 'w'.repeat(20)), '....................'],
    control: { scheme: 'one cell a press', speed: 8, pressBuffer: 0.12 },
    player: { at: [10.5, speeds.length + 1.5] },
    kinds: [{ id: 'raft', behavior: 'drift', floats: true, stand: RAFT, hit: RAFT }],
    contacts: [{ by: 'raft', on: 'player', does: [{ effect: 'carry along' }] }],
    scripts: { drift: 'knob pace = 1 cells/s in 0..9 start state a { do drift wrapping at pace }' },
    // A row of standing water has none.
    pieces: speeds.flatMap((speed, row) =>
      (speed === 0 ? [] : places).map((x) => ({
        kind: 'raft',
        at: [x, row + 1.5] as [number, number],
        facing: speed < 0 ? 180 : 0,
        knobs: { pace: Math.abs(speed) },
      })),
    ),
    marks: [{ id: 'exit', name: 'Exit', area: [0, 0, 20, 1] }],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 40 } },
  });
}

/** Quick, without slips: whatever it does wrong is the plan's fault. */
const STEADY: StandInTraits = {
  ...STAND_INS[0],
  reactionMs: 50,
  decisionsPerSecond: 12,
  slipShare: 0,
  timingJitterMs: 0,
};

/** What a plan makes of a place, with every carrier where it stands at the start of the level. */
function planFrom(program: ReturnType<typeof crossing>, cell: number, velocities: readonly number[]) {
  const ground = prepareStandInGround(program);
  const [steps, stepSeconds] = [8, 0.125];
  const planner = new Planner(program.grid.width, program.grid.height, ground, steps, stepSeconds);
  const forecast = new ThreatForecast(program, STEADY, ground.sight, steps);
  const frame = (ago: number): ScreenFrame => ({
    x: Float64Array.from(program.pieces, ({ x }, piece) => x - (velocities[piece] ?? 0) * ago),
    y: Float64Array.from(program.pieces, ({ y }) => y),
    facingX: new Float64Array(program.pieces.length).fill(1),
    facingY: new Float64Array(program.pieces.length),
    isAlarmed: new Uint8Array(program.pieces.length),
    isGone: new Uint8Array(program.pieces.length),
    isFilled: new Uint8Array(program.pieces.length),
  });
  const own = new PlayerBody();
  own.reset(program.player);
  own.x = (cell % program.grid.width) + 0.5;
  own.y = Math.floor(cell / program.grid.width) + 0.5;
  forecast.update({ own, tick: 100, delayTicks: 0, seen: frame(0), earlier: frame(8), gapTicks: 8 }, stepSeconds * 60);
  return planner.choose(cell, computeDistanceField(ground.walk, ground.goalCells), forecast);
}

describe('a plan over cells', () => {
  test('never goes slantwise where one key is one cell', () => {
    const seed = 20261127;
    const random = new RandomStream(seed, 2);
    for (let round = 0; round < 60; round++) {
      const speeds = [0, 1, 2, 3].map(() => Math.round((random.nextUnit() * 3 - 1.5) * 10) / 10);
      const program = crossing(speeds);
      const { width, height } = program.grid;
      const cell = random.nextInteger(0, width * height - 1);
      const velocities = program.pieces.map((piece) => (piece.knobs.pace * (piece.facing === 180 ? -1 : 1)) / 60);
      const next = planFrom(program, cell, velocities);
      const [columns, rows] = [
        Math.abs((next % width) - (cell % width)),
        Math.abs(Math.floor(next / width) - Math.floor(cell / width)),
      ];
      expect({ seed, round, isOneStep: columns + rows <= 1 }).toEqual({ seed, round, isOneStep: true });
    }
  });

  test('takes being carried into the next cell for waiting, not for a step', () => {
    // Within the first step the raft leaves the middle of the cell behind; across from it nothing bears.
    const program = crossing([0, 8], [7.4]);
    const cell = 2 * program.grid.width + 6;
    expect(planFrom(program, cell, [8 / 60])).toBe(cell);
  });

  test('crosses four rows of rafts nearly always when nothing slips', () => {
    const { rows } = runChunk(crossing([1.2, -0.9, 1.4, -1.1]), STEADY, 1, 60);
    expect(rows.filter(({ outcome }) => outcome === 'won').length).toBeGreaterThanOrEqual(57);
  });

  test('a person crosses the less surely the fewer the rafts and the quicker', () => {
    const share = (speed: number, places: readonly number[]) =>
      runChunk(crossing([speed, -speed, speed, -speed], places), STAND_INS[0], 1, 80).rows.filter(
        ({ outcome }) => outcome === 'won',
      ).length / 80;
    const [slow, quick] = [share(0.6, [2.1, 7.4, 12.6, 17.9]), share(6, [2.1])];
    expect(slow).toBeGreaterThan(0.7);
    expect(quick).toBeLessThan(slow - 0.2);
  });
});

describe('on the way to an exit through openings that come towards it', () => {
  /** Columns with a gap drift towards a flier that has an exit behind them. */
  const flight = (gap: number) =>
    smallProgram({
      map: Array.from({ length: 15 }, (_, row) => (row % 14 === 0 ? '#' : '.').repeat(40)),
      control: { scheme: 'flap', speed: 2.6, lift: 6.2, mostFall: 8 },
      playerKind: { radius: 0.35 },
      player: { at: [3.5, 7.5] },
      kinds: [{ id: 'bar', tags: ['foe'], floats: true, behavior: 'come', stand: BAR, hit: BAR }],
      scripts: { come: 'start state a { do drift leaving at 1 cells/s }' },
      marks: [
        { id: 'exit', name: 'Exit', area: [37, 1, 2, 13] },
        {
          id: 'mouth',
          name: 'Mouth',
          line: [
            [35, 1],
            [35, 13],
          ],
        },
      ],
      level: {
        cues: [
          'spawner bars {',
          'at mouth',
          `gap ${gap} cells between bar and bar, shifting at most 2 cells`,
          'give heading 180 deg',
          'every 4.5 s, first after 0 s',
          'retire after 25 s',
          '}',
        ],
        view: 'side',
        gravity: 18,
        rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 40 },
      },
    });

  test('it makes for them, and the more surely the wider they are', () => {
    const share = (gap: number) =>
      runChunk(flight(gap), STAND_INS[0], 1, 80).rows.filter(({ outcome }) => outcome === 'won').length / 80;
    const [wide, narrow] = [share(6.5), share(2)];
    expect(wide).toBeGreaterThan(0.7);
    expect(narrow).toBeLessThan(wide - 0.2);
  });
});
