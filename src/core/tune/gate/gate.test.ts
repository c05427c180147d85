import { describe, expect, test } from '@jest/globals';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { luckyRuns, PLAIN_LEVEL } from '../../../../tests/support/luckyRuns';
import type { BriefLine } from '../../document/briefLine';
import { writeJunitXml } from '../../report/junitXml';
import { carryOut, type PlayTask } from '../search/runPlan';
import { BriefTrial } from './briefTrial';
import { isOpenGate, type GateLine } from './gateLines';

/** Each is won with a chance that hangs on who plays. */
const playing =
  (chances: Readonly<Record<string, number>>) =>
  ({ standInId, firstSeed, count }: PlayTask) =>
    Promise.resolve(luckyRuns(firstSeed, count, 9, chances[standInId]));

const clears = (standIn: string, least: number, most: number): BriefLine => ({
  standIn,
  measure: 'clears',
  least,
  most,
});

describe('a trial of a brief', () => {
  test('plays more only where a line is not decided, and no more than it may', async () => {
    const brief = [clears('casual', 45, 60), clears('expert', 80, 100), clears('novice', 0, 10)];
    const trial = new BriefTrial(brief, PLAIN_LEVEL, 1600);
    await carryOut(trial, playing({ casual: 0.5, expert: 0.97, novice: 0.5 }), 2);
    const stands = Object.fromEntries(trial.verdicts.map(({ line, status }) => [line.standIn, status]));
    expect(stands).toMatchObject({ expert: 'met', novice: 'not met' });
    const runs = Object.fromEntries(trial.summaries.map(({ standIn, runs: count }) => [standIn, count]));
    expect(runs).toMatchObject({ expert: 200, novice: 200 });
    expect(runs.casual).toBeGreaterThan(200);
    expect(runs.casual).toBeLessThanOrEqual(1600);
  });

  test('comes to the same with any number of lanes', async () => {
    const tell = async (lanes: number) => {
      const trial = new BriefTrial([clears('casual', 40, 60), clears('expert', 50, 90)], PLAIN_LEVEL, 800);
      await carryOut(trial, playing({ casual: 0.47, expert: 0.6 }), lanes);
      return trial.verdicts;
    };
    expect(await tell(7)).toEqual(await tell(1));
  });

  test('lets people try again only where a line asks for it, and keeps that apart from the plain runs', async () => {
    const brief: BriefLine[] = [clears('casual', 45, 60), { standIn: 'expert', measure: 'tries', most: 3 }];
    const trial = new BriefTrial(brief, PLAIN_LEVEL, 400);
    const asked: PlayTask[] = [];
    await carryOut(
      trial,
      (task) => {
        asked.push(task);
        const { firstSeed, count, tries } = task;
        const chunk = luckyRuns(firstSeed, count, 9, 0.5);
        return Promise.resolve(tries ? { ...chunk, firstClears: chunk.rows.map(({ seed }) => 1 + (seed % 2)) } : chunk);
      },
      2,
    );
    expect(new Set(asked.map(({ standInId, tries }) => `${standInId} ${tries}`))).toEqual(
      new Set(['casual undefined', 'expert 10']),
    );
    const [, tries] = trial.verdicts;
    expect([tries.line.measure, tries.status, tries.value?.value]).toEqual(['tries', 'met', 1.5]);
    expect(trial.summaries.map(({ standIn }) => standIn)).toEqual(['casual']);
  });

  test('says met of a brief that is missed in no more than one of twenty', async () => {
    let wrong = 0;
    for (let first = 0; first < 100; first++) {
      const trial = new BriefTrial([clears('casual', 50, 100)], PLAIN_LEVEL, 800, 1 + 10_000 * first);
      await carryOut(trial, playing({ casual: 0.47 }), 1);
      if (trial.verdicts[0].status === 'met') wrong++;
    }
    expect(wrong).toBeLessThanOrEqual(5);
  });
});

const line = (stands: GateLine['stands'], level = 'hall', name = 'x'): GateLine => ({
  ...{ level, about: 'brief', name, stands, says: 'so "it" is & stays <so>' },
});

test('a gate is shut by what is bad, and a strict one by what is open, too', () => {
  expect(isOpenGate([line('good'), line('open')], false)).toBe(true);
  expect(isOpenGate([line('good'), line('open')], true)).toBe(false);
  expect(isOpenGate([line('good'), line('bad')], false)).toBe(false);
  expect(isOpenGate([], true)).toBe(true);
});

test('the file of test results is sound XML with a case for each line, and counts that add up', () => {
  const lines = [line('good'), line('bad'), line('open'), line('bad', 'maze', 'a < b & "c"'), line('good', '')];
  const xml = writeJunitXml('yard', lines);
  expect(XMLValidator.validate(xml)).toBe(true);
  const parsed = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '',
    isArray: (name) => ['testsuite', 'testcase'].includes(name),
  }).parse(xml) as {
    testsuites: {
      tests: string;
      failures: string;
      skipped: string;
      testsuite: { name: string; tests: string; failures: string; testcase: Record<string, unknown>[] }[];
    };
  };
  const { testsuite: suites, ...sum } = parsed.testsuites;
  expect(sum).toMatchObject({ tests: '5', failures: '2', skipped: '1' });
  expect(suites.map(({ name, tests, failures, testcase }) => [name, tests, failures, testcase.length])).toEqual([
    ['yard.hall', '3', '1', 3],
    ['yard.maze', '1', '1', 1],
    ['yard', '1', '0', 1],
  ]);
  const [first, second, third] = suites[0].testcase;
  expect([Object.keys(first), Object.keys(second), Object.keys(third)]).toEqual([
    ['system-out', 'classname', 'name'],
    ['failure', 'classname', 'name'],
    ['skipped', 'classname', 'name'],
  ]);
  expect(second.failure).toEqual({ message: 'so "it" is & stays <so>' });
  expect(suites[1].testcase[0].name).toBe('a < b & "c"');
});
