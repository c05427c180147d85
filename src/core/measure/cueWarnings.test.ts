import { describe, expect, test } from '@jest/globals';
import { cueWarnings, projectLevelCues } from '@/core/index';
import { smallGame } from '../../../tests/support/smallLevel';

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
      kinds: [{ id: 'cart', behavior: 'run' }],
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

  test('is a mark that lies nearly all in a wall', () => {
    const warnings = said('spawner s {;at gate;every 2 s, first after 1 s;pick cart;give heading 180 deg;}', {
      area: [9, 1, 10, 7],
    });
    expect(warnings.join(' ')).toMatch(/\d+\.\d places are rejected for each that comes/);
  });
});
