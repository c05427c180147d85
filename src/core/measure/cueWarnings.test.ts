import { describe, expect, test } from '@jest/globals';
import { cueWarnings, laneWarnings, projectLevelCues, type LaneFigures } from '@/core/index';
import { smallGame } from '../../../tests/support/smallLevel';
import { wilsonInterval } from './statistics/wilsonInterval';

/** What is said of one cue in a hall of which the eastern half is wall. */
function said(
  cue: string,
  mark: { point: [number, number] } | { area: [number, number, number, number] } | undefined = undefined,
) {
  const projected = projectLevelCues(
    smallGame({
      map: Array.from({ length: 9 }, () => `${'.'.repeat(10)}${'#'.repeat(10)}`),
      player: { at: [1.5, 7.5] },
      scripts: { run: 'start state on { do drift leaving at 4 cells/s }' },
      kinds: [
        { id: 'cart', behavior: 'run' },
        { id: 'racer', tags: ['foe'], behavior: 'run' },
        { id: 'imp', tags: ['foe'] },
      ],
      marks: [
        { id: 'exit', name: 'Exit', area: [0, 0, 1, 1] },
        { id: 'gate', name: 'Gate', ...(mark ?? { point: [5.5, 4.5] }) },
      ],
      level: { cues: cue.split(';') },
    }),
    'small',
    20,
  );
  if (!projected.ok) throw new Error(projected.faults[0].message);
  return cueWarnings(projected.value.cues[0]);
}

describe('what is likely to be a mistake about a cue', () => {
  test('is nothing for one that comes in good time and finds room', () => {
    expect(said('spawner s {;at gate;every 2 s, first after 1 s;pick cart;give heading 180 deg;}')).toEqual([]);
    expect(said('spawner s {;at gate;once after 25 s;pick cart;give heading 180 deg;}')).toEqual([]);
  });

  test.each([
    ['spawner s {;at gate;every 2 s, first after 0 s;pick cart;}', 'The first comes at once.'],
    ['spawner s {;at gate;every 2 s, first after 20 s;pick cart;}', 'Nothing comes for 20 s.'],
    ['spawner s {;at gate;every 2 s;pick cart;open when clock > 500 s;}', 'Nothing comes at all within this time.'],
    ['spawner s {;at gate;every 0.5 s;pick cart;limit 1 alive;}', 'arrivals a run find no room or no place.'],
    [
      'waves w {;at gate;wave 1 { 2 cart };repeat wave 1 growing 2x to 8;next after 5 s;first after 1 s;}',
      'Growth runs into its cap in wave 3, 11 s after the start.',
    ],
  ])('%s', (cue, message) => {
    expect(said(cue).join(' ')).toContain(message);
  });

  test('is what comes in where the player begins, unless it keeps away or is harmless first', () => {
    const here = { area: [0.5, 6, 3, 2.9] as [number, number, number, number] };
    const cue = (line: string) => `spawner s {;at gate;every 2 s, first after 1 s;pick imp;${line};limit 30 in all;}`;
    expect(said(cue('open when clock >= 0 s'), here).join()).toContain(
      '100 % come in on top of where the player begins',
    );
    expect(said(cue('grace 1 s'), here)).toEqual([]);
    expect(said(cue('away from player by 1 cells'), here)).toEqual([]);
    expect(said(cue('open when clock >= 0 s').replace('imp', 'cart'), here)).toEqual([]);
  });

  test('is a limit of which less than half is ever there', () => {
    const cue = (limit: string) =>
      said(`spawner s {;at gate;every 2 s, first after 1 s;pick cart;give heading 180 deg;limit ${limit};}`);
    expect(cue('20 alive')).toEqual(['Its limit of 20 alive is never reached: 1 at the most.']);
    expect(cue('2 alive')).toEqual([]);
    expect(cue('20 in all')).toEqual([]);
  });

  test('is what vanishes in view, if it harms', () => {
    const cue = (kind: string, end: string) =>
      `spawner s {;at gate;every 2 s, first after 1 s;pick ${kind};give heading 180 deg;retire ${end};}`;
    expect(said(cue('imp', 'after 3 s')).join()).toMatch(/\d\d\.\d a run vanish in view/);
    expect(said(cue('cart', 'after 3 s'))).toEqual([]);
    expect(said(cue('racer', 'when outside by 1 cells'))).toEqual([]);
  });

  test('is a mark that lies nearly all in a wall', () => {
    const warnings = said('spawner s {;at gate;every 2 s, first after 1 s;pick cart;give heading 180 deg;}', {
      area: [9, 1, 10, 7],
    });
    expect(warnings.join(' ')).toMatch(/\d+\.\d places are rejected for each that comes/);
  });
});

describe('what is likely to be a mistake about a lane', () => {
  const lane = (wide: Partial<LaneFigures>): LaneFigures => ({
    name: 'Lane',
    cues: ['s'],
    crossSeconds: 0.6,
    gaps: [0, 0, 5, 3],
    crossable: wilsonInterval(40, 80),
    medianGap: 0.7,
    longestClosed: { low: 2, median: 3, high: 5 },
    isEven: false,
    ...wide,
  });

  test.each([
    [{}, []],
    [{ crossable: wilsonInterval(1, 80) }, ['Hardly any gap can be crossed: 1.3 %.']],
    [{ longestClosed: { low: 4, median: 14, high: 30 } }, ['In the usual run nobody gets across for 14 s on end.']],
    [{ isEven: true }, ['All gaps are alike: without ± there is nothing to judge.']],
    // Two gaps say nothing yet.
    [{ isEven: true, gaps: [0, 2] }, []],
  ])('%j', (wide, messages) => {
    expect(laneWarnings(lane(wide))).toEqual(messages);
  });

  test('gaps between what comes without ± are alike, with it they are not', () => {
    const project = (every: string) =>
      projectLevelCues(
        smallGame({
          map: Array.from({ length: 9 }, () => '.'.repeat(20)),
          player: { at: [10.5, 8.5] },
          scripts: { run: 'start state on { do drift leaving at 4 cells/s }' },
          kinds: [{ id: 'cart', tags: ['foe'], behavior: 'run', floats: true }],
          marks: [
            { id: 'west', name: 'West', point: [-0.5, 4.5] },
            { id: 'exit', name: 'Exit', area: [0, 0, 1, 1] },
          ],
          level: {
            cues: ['spawner s {', 'at west', every, 'pick cart', '}'],
            lanes: [{ id: 'lane', name: 'Lane', runs: 'across', at: 4, size: 1, heading: 0, mark: 'west' }],
          },
        }),
        'small',
        10,
      );
    const of = (every: string) => {
      const projected = project(every);
      if (!projected.ok) throw new Error(projected.faults[0].message);
      return projected.value.lanes[0].isEven;
    };
    expect([of('every 1.7 s'), of('every 1.7 s ± 0.2 s')]).toEqual([true, false]);
  });
});
