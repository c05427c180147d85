import { describe, expect, test } from '@jest/globals';
import { smallProgram } from '../../../../tests/support/smallLevel';
import { runChunk } from '../../pipeline';
import { STAND_INS } from './traits';

const RUNS = 60;

/** Share of runs that the casual stand-in clears. */
function clearShare(program: ReturnType<typeof smallProgram>): number {
  const { rows } = runChunk(program, STAND_INS[0], 1, RUNS);
  return rows.filter((row) => row.outcome === 'won').length / rows.length;
}

describe('schemes that no demo level uses yet give a reading', () => {
  test('running and jumping over pits, on to ledges and past a walker', () => {
    const program = smallProgram({
      map: [
        '##############################',
        ...Array.from({ length: 5 }, () => '#............................#'),
        '#..........####..............#',
        '#....................####....#',
        '#......##....................#',
        '########..######..##########.#',
        '########oo######oo############',
      ],
      control: { scheme: 'run and jump', speed: 5, jump: 11, jumps: 1, coyote: 0.09, jumpBuffer: 0.12, mostFall: 16 },
      playerKind: { radius: 0.35, falls: true },
      player: { at: [2.5, 8.5] },
      kinds: [{ id: 'walker', tags: ['foe'], radius: 0.35, falls: true, behavior: 'walk' }],
      scripts: { walk: 'start state a { do pace across, minding ledges, at 1.5 cells/s }' },
      pieces: [{ kind: 'walker', at: [22.5, 8.6] }],
      marks: [{ id: 'exit', name: 'Exit', area: [27, 7, 2, 2] }],
      level: { view: 'side', rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 40 } },
    });
    const share = clearShare(program);
    expect(share).toBeGreaterThan(0.2);
    expect(share).toBeLessThan(0.9);
  });

  test('on a rail, past something that rolls across it', () => {
    const program = smallProgram({
      map: Array.from({ length: 12 }, (_, row) => (row % 11 === 0 ? '#'.repeat(20) : `#${'.'.repeat(18)}#`)),
      control: {
        scheme: 'rail and fire',
        speed: 6,
        rail: 'across',
        aim: 270,
        shot: 'pellet',
        shotSpeed: 11,
        range: 20,
        cooldown: 0.4,
        charge: 0,
      },
      player: { at: [2.5, 10.2] },
      kinds: [
        { id: 'pellet', radius: 0.1 },
        { id: 'roller', tags: ['foe'], radius: 0.9, behavior: 'roll' },
      ],
      scripts: { roll: 'start state a { do drift bouncing at 3.2 cells/s }' },
      pieces: [{ kind: 'roller', at: [10.5, 4.5], facing: 90 }],
      marks: [{ id: 'exit', name: 'Exit', area: [16, 9, 2, 2] }],
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 40 } },
    });
    const share = clearShare(program);
    expect(share).toBeGreaterThan(0.2);
    expect(share).toBeLessThanOrEqual(1);
  });
});

describe('flapping through gaps that come', () => {
  const share = (cells: number) =>
    clearShare(
      smallProgram({
        map: ['#'.repeat(24), ...Array.from({ length: 11 }, () => '.'.repeat(24)), '#'.repeat(24)],
        control: { scheme: 'flap', speed: 0, lift: 6, mostFall: 8 },
        playerKind: { radius: 0.35 },
        player: { at: [6.5, 6.5] },
        kinds: ['top', 'foot'].map((id) => ({
          id,
          tags: ['foe'],
          floats: true,
          behavior: 'glide',
          stand: { form: 'box' as const, width: 1, height: 10 },
          hit: { form: 'box' as const, width: 1, height: 10 },
        })),
        scripts: { glide: 'start state on { do drift leaving at 3 cells/s }' },
        marks: [
          {
            id: 'rim',
            name: 'Rim',
            line: [
              [25, 1],
              [25, 12],
            ],
          },
        ],
        level: {
          view: 'side',
          rules: { loseWhenTouching: 'foe', timeLimit: 60 },
          cues: [
            'spawner pipe {',
            `at rim; every 2.4 s ± 0.3 s; gap ${cells} cells between top and foot, shifting at most 3.5 cells`,
            'give heading 180 deg; retire when outside by 8 cells; limit 40 alive',
            '}',
            'rules { win when clock > 18 s }',
          ],
        },
      }),
    );

  test('the stand-in clears fewer, the narrower they are', () => {
    const [wide, middle, narrow] = [6, 4, 2.4].map(share);
    expect(wide).toBeGreaterThan(middle);
    expect(middle).toBeGreaterThan(narrow);
    expect(wide - narrow).toBeGreaterThan(0.25);
  });
});
