import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { demoLevel } from '../../../tests/support/kilnYard';
import type { LevelProgram } from '../compile/levelProgram';
import { PopulationWatch, type PopulationFacts } from './populationWatch';
import { Runner } from './run';

const ROOM: SmallLevel = {
  map: ['##############', '#............#', '#............#', '#............#', '##############'],
  player: { at: [1.5, 3.5] },
  kinds: [{ id: 'moth', tags: ['foe'], radius: 0.3, behavior: 'sit' }],
  scripts: { sit: 'start state here { do hold }' },
  marks: [{ id: 'hatch', name: 'Hatch', point: [10.5, 1.5] }],
};

function factsOf(program: LevelProgram, seed = 1, watch = new PopulationWatch(program)): PopulationFacts {
  let last: Parameters<PopulationWatch['look']>[0] | undefined;
  new Runner(program, { type: 'inputs', inputs: new Array<number>(9000).fill(0) }).run(seed, {
    onTick: (world) => {
      watch.look(world);
      last = world;
    },
  });
  return watch.finish(last!);
}

function spawning(every: string, seconds: number): LevelProgram {
  return smallProgram({
    ...ROOM,
    level: {
      rules: { timeLimit: seconds, loseWhenTouching: 'foe' },
      cues: [
        'spawner moths {',
        'at hatch',
        `every ${every}`,
        'pick moth',
        '}',
        `rules { win when clock >= ${seconds} s }`,
      ],
    },
  });
}

describe('who is there while a run goes on', () => {
  test('is counted: who came, the most at once, and that nobody was defeated', () => {
    // One every two seconds, from two seconds on.
    const facts = factsOf(spawning('2 s', 11));
    expect(facts).toEqual({ arrived: facts.mostAtOnce, defeated: 0, mostAtOnce: expect.any(Number) });
    expect(facts.arrived).toBeGreaterThanOrEqual(4);
    expect(facts.arrived).toBeLessThanOrEqual(6);
  });

  test('is counted anew for every run', () => {
    const program = spawning('2 s', 11);
    const watch = new PopulationWatch(program);
    expect(factsOf(program, 1, watch)).toEqual(factsOf(program, 1, watch));
  });

  test('is not told where nobody comes in, and of shots only where there are any', () => {
    expect(factsOf(demoLevel('drying-hall'))).toEqual({});
  });
});

describe('waves and shots', () => {
  test('are counted in a raid: none defeated by who does nothing, and shots against it only', () => {
    const facts = factsOf(demoLevel('shelf-raid'));
    expect([facts.fired, facts.defeated]).toEqual([0, 0]);
    expect(facts.firedAgainst).toBeGreaterThan(0);
  });

  test('tell how long a wave went on until the next one', () => {
    const program = smallProgram({
      ...ROOM,
      level: {
        rules: { timeLimit: 20, loseWhenTouching: 'foe' },
        cues: [
          'waves tide {',
          'at hatch',
          'wave 1 { 2 moth }',
          'repeat wave 1',
          'next after 3 s, rest 0.1 s',
          'stragglers vanish after 2 s',
          '}',
          'rules { win when clock >= 18 s }',
        ],
      },
    });
    const { wavesOver, waveTicks, waveBegins } = factsOf(program);
    expect(waveBegins).toHaveLength(wavesOver! + 1);
    expect(waveBegins!.at(-1)! - waveBegins![0]).toBe(waveTicks);
    expect(wavesOver).toBeGreaterThan(2);
    // Both moths come at once; then three seconds, and the rest.
    expect(waveTicks! / wavesOver! / 60).toBeCloseTo(3.2, 0);
  });
});
