import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { soaked } from '../../../../tests/support/soak';
import type { LevelProgram } from '../../compile/levelProgram';
import { generatedPrograms } from '../../testing/generatedPrograms';
import { previewMovers } from '../previewMovers';
import { PIECE_FIELDS, PLAYER_FIELDS } from '../frameFields';
import { prepareRuns } from './prepareRuns';
import { step, stepAlone } from './tick';
import { World } from './world';

/** Two rooms without a door: the player is in the western one, and nobody sees or hears it. */
const ROOMS = [
  '##########################################',
  '#..#.....................................#',
  '#..#.....................................#',
  '#..#.....................................#',
  '##########################################',
];

function walker(script: string, more: Partial<SmallLevel> = {}): LevelProgram {
  return smallProgram({
    map: ROOMS,
    kinds: [{ id: 'walker', behavior: 'walk' }],
    pieces: [{ kind: 'walker', at: [4.5, 2.5] }],
    scripts: { walk: script },
    ...more,
  });
}

/** Where the first piece is after so long: in a run with nobody pressing anything, in what is drawn, and with that as its lead. */
function placesAfter(program: LevelProgram, seconds: number): { run: number; preview: number; lead: number } {
  const run = new World(prepareRuns(program), 1);
  for (let tick = 0; tick < seconds * 60; tick++) step(run, 0);
  const { frames, frameSize } = previewMovers(program);
  const ahead = { ...program, pieces: program.pieces.map((piece) => ({ ...piece, leadTicks: seconds * 60 })) };
  return {
    run: run.x[0],
    preview: frames[seconds * 10 * frameSize + PLAYER_FIELDS],
    lead: new World(prepareRuns(ahead), 1).x[0],
  };
}

describe('what is drawn before a run', () => {
  test('is what happens in it for one that hurries for half a second, every two seconds', () => {
    const program = walker(`start state slow { do pace across at 1 cells/s go quick when after 6 s }
      state quick { do pace across at 1 cells/s repeat every 2 s { hurry by 300 %, for 0.5 s } }`);
    const { run, preview, lead } = placesAfter(program, 14);
    // 14 s at 1 cell/s, and in three of them (at 8, 10 and 12 s) half a second at three times that.
    expect(run).toBeCloseTo(4.5 + 14 + 3 * 0.5 * 2, 1);
    expect(preview).toBeCloseTo(run, 4);
    expect(lead).toBe(run);
  });

  test('is what happens in it for one that listens for what another shouts', () => {
    const program = walker(
      `start state wait { do hold go walk when hears gong } state walk { do pace across at 2 cells/s }`,
      {
        kinds: [
          { id: 'walker', behavior: 'walk' },
          { id: 'bell', behavior: 'ring' },
        ],
        pieces: [
          { kind: 'walker', at: [4.5, 2.5] },
          { kind: 'bell', at: [20.5, 2.5] },
        ],
        scripts: {
          walk: 'start state wait { do hold go walk when hears gong within 40 cells } state walk { do pace across at 2 cells/s }',
          ring: 'start state hang { do hold repeat every 2 s { shout gong within 40 cells } }',
        },
      },
    );
    const { run, preview, lead } = placesAfter(program, 5);
    expect(run).toBeGreaterThan(10);
    expect(preview).toBeCloseTo(run, 4);
    expect(lead).toBe(run);
  });

  test('takes contacts between pieces into account', () => {
    const program = walker('start state on { do pace across at 3 cells/s }', {
      kinds: [
        { id: 'walker', behavior: 'walk' },
        { id: 'post', tags: ['post'] },
      ],
      pieces: [
        { kind: 'walker', at: [4.5, 2.5] },
        { kind: 'post', at: [12.5, 2.5] },
      ],
      contacts: [{ by: 'post', on: 'walker', does: [{ effect: 'stun', seconds: 30 }] }],
    });
    const { run, preview, lead } = placesAfter(program, 6);
    expect(run).toBeLessThan(12.5);
    expect(preview).toBeCloseTo(run, 4);
    expect(lead).toBe(run);
  });

  test.each([1, 2, 3])(
    'equals the run to the byte for generated behaviors of all words, with nobody near (stretch %i)',
    (stretch) => {
      for (const { seed, program: made } of generatedPrograms(30_000 * stretch, soaked(20), {
        asksForPlayer: false,
        isQuiet: true,
      })) {
        const program = withPlayerApart(made);
        const run = new World(prepareRuns(program), 0);
        const drawn = new World(prepareRuns(program), 0);
        for (let tick = 0; tick < 400; tick++) {
          step(run, 0);
          stepAlone(drawn);
          expect([`level from seed ${seed}, tick ${tick}`, [...drawn.x], [...drawn.y], [...drawn.state]]).toEqual([
            `level from seed ${seed}, tick ${tick}`,
            [...run.x],
            [...run.y],
            [...run.state],
          ]);
        }
      }
    },
  );

  test('equals the run to the byte for a generated behavior that has moved on before the run begins', () => {
    for (const { seed, program: made } of generatedPrograms(150_000, soaked(40), {
      asksForPlayer: false,
      isQuiet: true,
    })) {
      const [first] = made.pieces.filter(({ brain }) => brain >= 0);
      if (!first) continue;
      const alone = withPlayerApart({ ...made, pieces: [{ ...first, leadTicks: 0 }] });
      const late = { ...alone, pieces: [{ ...alone.pieces[0], leadTicks: 150 }] };
      const run = new World(prepareRuns(alone), seed);
      for (let tick = 0; tick < 150; tick++) step(run, 0);
      const ahead = new World(prepareRuns(late), seed);
      // What reads the clock differs, since the run with a lead begins later.
      if (/clock|drawn/.test(JSON.stringify(made.brains[first.brain]))) continue;
      for (let tick = 0; tick < 150; tick++) {
        expect([seed, tick, ahead.x[0], ahead.y[0], ahead.state[0]]).toEqual([
          seed,
          tick,
          run.x[0],
          run.y[0],
          run.state[0],
        ]);
        step(run, 0);
        step(ahead, 0);
      }
    }
  });

  test('is drawn from the frames of the very worlds that were stepped', () => {
    const program = walker('start state on { do pace across at 1.7 cells/s, pausing 0.3 s }');
    const preview = previewMovers(program);
    const world = new World(prepareRuns(program));
    for (let tick = 1; tick <= 600; tick++) {
      stepAlone(world);
      if (tick % 6 === 0)
        expect(preview.frames[(tick / 6) * preview.frameSize + PLAYER_FIELDS]).toBe(Math.fround(world.x[0]));
    }
    expect(preview.frameSize).toBe(PLAYER_FIELDS + PIECE_FIELDS);
  });
});

describe('a lead', () => {
  test('of one that draws lots differs from run to run, as the run would', () => {
    const program = walker('start state on { do wander at 2 cells/s, turning every 0.5 s }');
    const late = { ...program, pieces: program.pieces.map((piece) => ({ ...piece, leadTicks: 120 })) };
    const level = prepareRuns(late);
    const places = [1, 2, 3].map((seed) => new World(level, seed).x[0]);
    expect(new Set(places).size).toBe(3);
    for (const [index, seed] of [1, 2, 3].entries()) {
      const run = new World(prepareRuns(program), seed);
      for (let tick = 0; tick < 120; tick++) step(run, 0);
      expect(places[index]).toBe(run.x[0]);
    }
  });
});

/** The player in a corner that nobody sees, hears or meets: behind the rim. */
function withPlayerApart(program: LevelProgram): LevelProgram {
  return {
    ...program,
    player: { ...program.player, x: -400, y: -400 },
    kinds: program.kinds.map((kind) => ({ ...kind, isThreat: false })),
    pieces: program.pieces.map((piece) => ({ ...piece, leadTicks: 0 })),
    timeLimitTicks: 1_000_000,
  };
}
