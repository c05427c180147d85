import { describe, expect, test } from '@jest/globals';
import { smallGame } from '../../../../tests/support/smallLevel';
import { compileGameLevel, pairedDifference, runChunk, STAND_INS } from '../../index';
import { isDead, Matter, sayStep, type MatterTask } from './matter';
import { carryOut } from './runPlan';

/** A corridor with a pacing guard, and a clock that some runs feel. */
const game = smallGame({
  map: ['##########', '#........#', '#........#', '##########'],
  player: { at: [1.5, 1.5] },
  kinds: [{ id: 'guard', tags: ['foe'], radius: 0.35, behavior: 'beat' }],
  scripts: { beat: 'knob speed = 2 cells/s in 0.5..6\nstart state on { do pace at speed }' },
  pieces: [{ kind: 'guard', at: [6.5, 1.5], facing: 180 }],
  marks: [{ id: 'exit', name: 'Exit', area: [8, 2, 1, 1] }],
  level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 3 } },
});
const [level] = game.levels;
const compiledBySetting = new Map<string, ReturnType<typeof compileGameLevel>>();

function play({ overrides, firstSeed, count }: MatterTask) {
  const key = JSON.stringify(overrides);
  const compiled = compiledBySetting.get(key) ?? compileGameLevel(game, level.id, overrides);
  compiledBySetting.set(key, compiled);
  if (!compiled.ok) return Promise.reject(new Error(compiled.faults[0].message));
  return Promise.resolve(runChunk(compiled.value, STAND_INS[1], firstSeed, count));
}

describe('what each number does', () => {
  test('is ranked as brute force says, dead numbers are named, and lanes change nothing', async () => {
    const states = [];
    for (const lanes of [1, 3]) {
      const matter = new Matter(game, level, 'casual', 40);
      await carryOut(matter, play, lanes);
      states.push(matter.state);
    }
    expect(states[1]).toEqual(states[0]);
    const { figures } = states[0];
    const named = (name: string) => figures.find(({ number }) => number.name === name)!;
    // Ground that lies nowhere cannot matter.
    expect(figures.length).toBeGreaterThan(10);
    expect(isDead(named('belt.push.x'))).toBe(true);
    // Nor are places numbers of which a tenth would be a step.
    expect(figures.map(({ number }) => number.name).filter((name) => /\.(at|area|facing)/.test(name))).toEqual([]);
    const dead = figures.filter(isDead);
    expect(dead.length).toBeGreaterThan(0);
    expect(figures.slice(-dead.length).every(isDead)).toBe(true);
    const plain = compileGameLevel(game, level.id);
    if (!plain.ok) throw new Error(plain.faults[0].message);
    const before = runChunk(plain.value, STAND_INS[1], 1, 40).rows;
    for (const name of ['clock', 'guard.speed']) {
      const { down, up } = named(name);
      for (const side of [down!, up!]) {
        const overrides =
          name === 'clock'
            ? { knobs: [], numbers: [{ name, value: side.value }] }
            : { knobs: [{ kind: 'guard', knob: 'speed', value: side.value }] };
        const { rows } = await play({ overrides, firstSeed: 1, count: side.runs, standInId: 'casual', side: 0 });
        expect([name, side.runs]).toEqual([name, 40]);
        expect(side.difference!.value).toBe(pairedDifference(before, rows)!.value);
        expect(side.touched).toBe(rows.filter(({ hash }, index) => hash !== before[index].hash).length);
      }
    }
  });

  test('a step with which the level cannot be run is told, and ends nothing', async () => {
    const matter = new Matter(game, level, 'casual', 20);
    await carryOut(
      matter,
      (task) => (task.overrides.knobs.length > 0 ? Promise.reject(new Error('It is too quick.')) : play(task)),
      2,
    );
    const pace = matter.state.figures.find(({ number }) => number.name === 'guard.speed')!;
    expect([pace.up?.fault, sayStep(pace.up), isDead(pace)]).toEqual(['It is too quick.', 'cannot be run', false]);
  });

  test('says steps in points, and what is not there', () => {
    const difference = { value: -0.14, halfWidth: 0.031, seeds: 40, isReal: true };
    const side = { value: 3, runs: 40, touched: 9, difference, fault: undefined };
    expect(sayStep(side)).toBe('−14 ± 3 points');
    expect(sayStep({ ...side, touched: 0 })).toBe('changes nothing');
    expect(sayStep(undefined)).toBe('–');
  });
});
