import { describe, expect, test } from '@jest/globals';
import { hallOnly } from '../../../tests/support/kilnYard';
import { BRIEF_MEASURES, type BriefLine } from '../document/briefLine';
import { readGame } from '../document/readGame';
import { writeGame } from '../document/writeGame';
import { compileGameLevel, runChunk } from '../pipeline';
import { STAND_INS } from '../people/traits';
import { summaryOf, type Summary } from '../measure/sums';
import { measuredLevelOf } from '../report/levelSheet';
import { wilsonInterval } from '../measure/statistics/wilsonInterval';
import {
  BRIEF_RULES,
  briefEstimatesOf,
  judgeBrief,
  judgeBriefLine,
  judgeEstimate,
  sayBriefLine,
  sayBriefVerdict,
  type BriefEstimates,
} from './brief';

const cleared = (won: number, runs: number) => ({ runs, won, clearRate: wilsonInterval(won, runs) }) as Summary;
const line = (more: Partial<BriefLine>): BriefLine => ({ standIn: 'casual', measure: 'clears', ...more });

describe('a line of a brief', () => {
  test('is met where the whole interval lies in its band, and not met where all of it lies outside', () => {
    const summary = cleared(500, 1000);
    expect(judgeBriefLine(line({ least: 45, most: 55 }), summary).status).toBe('met');
    expect(judgeBriefLine(line({ least: 60 }), summary).status).toBe('not met');
    expect(judgeBriefLine(line({ most: 40 }), summary).status).toBe('not met');
    expect(judgeBriefLine(line({}), summary).status).toBe('met');
  });

  test('is open where the interval lies across an edge, with how many runs would tell', () => {
    const verdict = judgeBriefLine(line({ least: 45, most: 60 }), cleared(48, 100));
    expect(verdict.status).toBe('open');
    // 48 % lies three points above the edge; with about a thousand runs the interval is ± 3 points.
    expect(verdict.runsToDecide).toBeGreaterThan(900);
    expect(verdict.runsToDecide).toBeLessThan(1200);
    expect(sayBriefVerdict(verdict)).toMatch(/^not decided yet: 48 \(38–58\) %, about 1,\d00 runs would tell$/);
    expect(judgeBriefLine(line({ least: 45, most: 60 }), cleared(480, 1000)).status).toBe('open');
    expect(judgeBriefLine(line({ least: 45, most: 60 }), cleared(576, 1200)).status).toBe('met');
    const onEdge = judgeBriefLine(line({ least: 48 }), cleared(48, 100));
    expect(sayBriefVerdict(onEdge)).toMatch(/it lies on the edge$/);
  });

  test('stands by figures that were kept as by the runs that they were made of', () => {
    const summary = cleared(48, 100);
    const kept = JSON.parse(JSON.stringify(briefEstimatesOf(summary))) as BriefEstimates;
    expect(Object.keys(kept)).toContain('clears');
    expect(kept.takes).toBeUndefined();
    for (const band of [{ least: 30 }, { least: 45, most: 60 }, { most: 20 }])
      expect(judgeEstimate(line(band), kept.clears, 100)).toEqual(judgeBriefLine(line(band), summary));
    expect(judgeEstimate(line({ measure: 'takes' }), kept.takes, 100).status).toBe('unknown');
  });

  test('says nothing where the runs do not', () => {
    expect(judgeBriefLine(line({ least: 45 }), undefined).status).toBe('unknown');
    expect(judgeBriefLine(line({ measure: 'takes', most: 40 }), cleared(0, 50)).status).toBe('unknown');
    expect(sayBriefVerdict(judgeBriefLine(line({ least: 45 }), undefined))).toBe('these runs do not say');
  });

  test('counts ends by what causes them, or by the piece that does, each with its interval', () => {
    const end = (cause: string, piece: string | undefined, kind: string | undefined, count: number) =>
      ({ cause, piece, kind, count }) as Summary['ends'][number];
    const summary = {
      runs: 100,
      ends: [
        end('touched', 'a', 'warden', 30),
        end('touched', 'b', 'warden', 20),
        end('drowned', undefined, undefined, 25),
      ],
    };
    const cause = judgeBriefLine(line({ measure: 'commonestEnd', most: 40 }), summary);
    expect([cause.value?.value, cause.status]).toEqual([50, 'not met']);
    expect(cause.value).toMatchObject({
      low: 100 * wilsonInterval(50, 100).low,
      high: 100 * wilsonInterval(50, 100).high,
    });
    expect(judgeBriefLine(line({ measure: 'onePiece', most: 40 }), summary).value?.value).toBe(30);
    expect(judgeBriefLine(line({ measure: 'onePiece', most: 40 }), { runs: 50, ends: [] }).status).toBe('met');
  });

  test('needs a proof to say how far the median lies over the least', () => {
    const time = { median: 24, q1: 20, q3: 30, medianLow: 22, medianHigh: 27 };
    const headroom = line({ measure: 'headroom', least: 1.5 });
    expect(sayBriefVerdict(judgeBriefLine(headroom, { runs: 90, timeToClear: time }))).toBe(
      'needs a proof, and cleared runs',
    );
    const verdict = judgeBriefLine(headroom, { runs: 90, timeToClear: time, provedSeconds: 12 });
    expect(sayBriefVerdict(verdict)).toBe('met: 2.00 (1.83–2.25) times');
  });

  test('needs people who try again to say how many tries it takes, and says so of many who never clear it', () => {
    const few = line({ measure: 'tries', most: 3 });
    expect(sayBriefVerdict(judgeBriefLine(few, { runs: 90 }))).toBe('needs people who try again');
    const told = (firstClears: number[]) => sayBriefVerdict(judgeBriefLine(few, { runs: 90, firstClears }));
    expect(told(Array.from({ length: 100 }, (_, at) => 1 + (at % 3)))).toBe('met: 2 tries');
    expect(told(Array.from({ length: 100 }, (_, at) => (at < 30 ? 2 : 11)))).toBe('not met: over 10 tries');
    expect(told(Array.from({ length: 20 }, (_, at) => (at < 11 ? 2 : 9)))).toBe(
      'not decided yet: 2 (2–9) tries, about 250 people would tell',
    );
    expect(sayBriefLine(few, 'casual')).toBe('casual needs, in the median, at most 3 tries');
  });

  test('of findings is told as they are counted', () => {
    const shown = (count: number) => ({ runs: 200, findings: Array(count).fill({}) }) as unknown as Summary;
    const none = line({ measure: 'findings', most: 0 });
    expect(sayBriefVerdict(judgeBriefLine(none, shown(0)))).toBe('met: 0 findings');
    expect(sayBriefVerdict(judgeBriefLine(none, shown(2)))).toBe('not met: 2 findings');
  });

  test('is said as a sentence', () => {
    expect(sayBriefLine(line({ least: 45, most: 60 }), 'casual')).toBe('casual clears 45 to 60 %');
    expect(sayBriefLine(line({ measure: 'takes', most: 40 }), 'expert')).toBe(
      'expert takes, in the median of cleared runs, at most 40 s',
    );
    expect(sayBriefLine(line({ least: 45 }), 'novice')).toBe('novice clears at least 45 %');
  });
});

test('every measure of a brief can be read of real runs or says that they do not say, and lines are kept with the game', () => {
  const game = hallOnly();
  const [level] = game.levels;
  level.brief = BRIEF_MEASURES.map((measure) => ({
    standIn: 'casual',
    measure,
    least: 0,
    most: BRIEF_RULES[measure].most,
  }));
  const read = readGame(writeGame(game));
  expect(read.ok && read.value.levels[0].brief).toEqual(level.brief);
  const compiled = compileGameLevel(game, level.id);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  const { sums } = runChunk(compiled.value, STAND_INS[1], 1, 12);
  const verdicts = judgeBrief(level.brief, 'casual', summaryOf(sums, measuredLevelOf(game, level.id)));
  // The hall has neither lives, health, waves nor goals, nothing was proved, and nobody tried again.
  const silent = ['livesLost', 'harm', 'wave', 'goals', 'headroom', 'tries'];
  expect(verdicts.map(({ line: { measure }, status }) => [measure, status])).toEqual(
    BRIEF_MEASURES.map((measure) => [measure, silent.includes(measure) ? 'unknown' : 'met']),
  );
  for (const { line: own, value } of verdicts) {
    if (!value) continue;
    expect([own.measure, value.low <= value.value && value.value <= value.high]).toEqual([own.measure, true]);
  }
  expect(judgeBrief(level.brief, 'expert', undefined)).toEqual([]);
});
