import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  checkGame,
  cueWarnings,
  describeFindings,
  projectLevelCues,
  runChunk,
  Runner,
  STAND_INS,
  type GameDocument,
  type LevelProgram,
} from '@/core/index';
import { gameInFile, levelOf } from './support/gameFile';
import type { World } from '@/core/simulate/engine/world';

// Small games in which something is wrong, or seems to be: what must be said of each, and what must happen in it.

const FOLDER = path.resolve('tests/cases');
const CASUAL = STAND_INS.find(({ id }) => id === 'casual')!;

const gameOf = (name: string): GameDocument => gameInFile(path.join(FOLDER, `${name}.gorge.json`));
const programOf = (name: string): LevelProgram => levelOf(gameOf(name));

/** What is said of a case before any run. `no-threat` stands in many of them and is none of their business. */
function told(name: string): { code: string; severity: string; message: string; hint: string }[] {
  return checkGame(gameOf(name)).filter(({ code }) => code !== 'no-threat');
}

/** A run of a case from inputs; the last one stays pressed. */
function play(name: string, inputs: readonly number[], ticks: number, look: (world: World) => void = () => undefined) {
  const program = programOf(name);
  const all = Array.from({ length: ticks }, (_, tick) => inputs[Math.min(tick, inputs.length - 1)]);
  return new Runner(program, { type: 'inputs', inputs: all }).run(1, { mostTicks: ticks, onTick: look }).record;
}

describe('what is said before any run', () => {
  test.each<[string, string, string]>([
    ['nofall-walker', 'walks-on-air', 'does not fall'],
    ['exit-too-high-jump3', 'exit-unreachable', 'rises 0.13'],
    ['pit-no-way-out', 'exit-unreachable', 'rises 0.5'],
    ['exit-half-in-wall', 'exit-tight', 'lies in walls'],
    ['exit-outside', 'exit-outside', 'outside the level of 11 × 7 cells'],
    ['fat-1.0', 'passage-tight', '1 cell wide and Usher 1'],
    ['landing-a-in-wall', 'landing-in-wall', 'in a wall'],
    ['gravity-1', 'gap-out-of-reach', '3.5 cells'],
    ['vanish', 'retires-in-view', 'vanishes in mid-picture'],
    ['outward', 'arrivals-leave', 'heads 180°'],
    ['arrivals-never-enter', 'arrivals-leave', 'Wagon roof is never seen'],
    ['nocontact-spawned', 'contact-missing', 'Cargo Bike'],
    ['shotnothing', 'contact-missing', 'Jet'],
    ['flare-no-contact', 'contact-missing', 'Flare'],
    ['no-contact', 'contact-missing', 'Gull'],
    ['cue-only-kind-not-judged', 'contact-missing', 'Wagon roof'],
    ['nocollect', 'never-scored', 'nothing collects Ribbon'],
    ['nocollect', 'never-won', 'Nothing else wins'],
    ['no-score', 'never-won', 'nothing gives points'],
    ['no-score', 'never-opens', 'gulls never opens'],
    ['win-cleared-endless', 'never-won', 'have no end'],
    ['ammo-3-no-supply', 'ammunition-short', '3 shots hit at most 3'],
    ['chase-never-sees', 'never-sees', 'chases what it sees'],
    ['face-player-without-sees', 'never-sees', 'faces the player'],
    ['formation-enters-outside', 'formation-outside', '35 of 55'],
    ['rows-of-two-kinds-overlap', 'formation-overlaps', 'overlap'],
  ])('of %s: %s', (name, code, part) => {
    const faults = name === 'nofall-walker' ? withoutFall() : told(name);
    expect(faults.map((fault) => fault.code)).toContain(code);
    const fault = faults.find((own) => own.code === code && own.message.includes(part));
    expect(fault?.message).toContain(part);
    expect(fault?.hint).not.toBe('');
  });

  test.each([
    'even-gap-unreachable',
    'tunnel2-h1.4',
    'formation-jams-on-shields',
    'hitonly',
    'r07first',
    'narrow',
    'snag',
  ])('nothing wrong is said of %s', (name) => {
    expect(told(name)).toEqual([]);
  });

  test('the same is said beside the cue, and what never comes in closes no gap of a lane', () => {
    const game = gameOf('outward');
    const projected = projectLevelCues(game, 'yard', 20);
    if (!projected.ok) throw new Error(projected.faults[0].message);
    const [first, second] = projected.value.cues;
    expect(cueWarnings(first)[0]).toContain('out of the level');
    expect(cueWarnings(second).join()).not.toContain('out of the level');
    expect(projected.value.lanes.map(({ name }) => name)).not.toContain('Lane 2');
  });

  /** A walker that paces, and to which a ledge is nothing since it does not fall. */
  function withoutFall() {
    const game = gameOf('narrow');
    for (const kind of game.cast) if (!kind.control) delete kind.falls;
    return checkGame(game);
  }
});

describe('what happens in a run', () => {
  test('a round body walks off the lip of a ledge, and is never caught on it', () => {
    const inputs = JSON.parse(readFileSync(path.join(FOLDER, 'snag.inputs.json'), 'utf8')) as number[];
    let most = 0;
    play('snag', inputs, 240, ({ player }) => (most = Math.max(most, player.x)));
    expect(most).toBeGreaterThan(12);
  });

  test('one boxed in on a single cell is found with its place and how often it turned', () => {
    const { notes, rows } = runChunk(programOf('narrow'), CASUAL, 1, 2);
    const [found] = describeFindings(notes, rows.length).filter(({ code }) => code === 'turns-for-ever');
    expect(found.message).toMatch(/Cart 2 turns round \d+ times in 3 s/);
    expect([found.x, found.y]).toEqual([expect.closeTo(10.5, 0), expect.closeTo(3.6, 0)]);
  });

  test('chasers told to keep apart come to rest apart', () => {
    const apart: number[] = [];
    play('apart-flat', [0], 1800, ({ x, y, tick }) => {
      if (tick > 1500) apart.push(Math.hypot(x[0] - x[1], y[0] - y[1]));
    });
    expect(Math.min(...apart)).toBeGreaterThan(0.9);
    expect(Math.max(...apart) - Math.min(...apart)).toBeLessThan(0.01);
  });

  test('being pushed apart takes nobody over a ledge that he minds', () => {
    const start: number[] = [];
    let most = 0;
    play('led-two', [0], 1800, ({ y }) => {
      if (start.length === 0) start.push(y[0], y[1]);
      most = Math.max(most, y[0] - start[0], y[1] - start[1]);
    });
    expect(most).toBeLessThan(0.5);
  });

  test('marchers wear away the solid ground in their way, and land', () => {
    expect(play('formation-jams-on-shields', [0], 9000)?.cause).toBe('rule');
  });

  test('touches that harm nobody make nobody safe: two chasers kill', () => {
    expect(play('safe-renewed', [0], 2000)?.cause).toBe('defeated');
  });

  test.each(['tunnel2-h1.4', 'even-gap-unreachable'])('the way through %s is found', (name) => {
    const { rows } = runChunk(programOf(name), CASUAL, 1, 5);
    expect(rows.map(({ outcome }) => outcome)).toEqual(['won', 'won', 'won', 'won', 'won']);
  });

  test.each([
    ['run-and-jump-half-speed', 57.5 / 7],
    ['steer-capped', 57.5 / 15],
  ])('%s is crossed in hardly more than the least time', (name, idealSeconds) => {
    const { rows } = runChunk(programOf(name), CASUAL, 1, 21);
    const seconds = rows.map(({ ticks }) => ticks / 60).sort((a, b) => a - b);
    expect(seconds[10]).toBeLessThan(1.15 * idealSeconds);
    expect(seconds[0]).toBeGreaterThan(idealSeconds);
  });

  test('a puzzle of slides with hopeless rests takes a person longer than one who knows all of it', () => {
    const { rows } = runChunk(programOf('trap'), CASUAL, 1, 20);
    // Eight slides of up to nine cells: whoever knew them would be there in under 3 s.
    expect(rows.some(({ ticks }) => ticks > 4 * 60)).toBe(true);
  });
});

describe('gaps in a flight', () => {
  test('whoever is able flies through ten of them, a beginner hardly ever', () => {
    const program = programOf('r07first');
    const share = (id: string) => {
      const { rows } = runChunk(
        program,
        STAND_INS.find((own) => own.id === id)!,
        1,
        40,
      );
      return rows.filter(({ outcome }) => outcome === 'won').length / rows.length;
    };
    const [novice, casual, expert] = [share('novice'), share('casual'), share('expert')];
    expect(novice).toBeLessThan(0.35);
    expect(casual).toBeGreaterThan(novice + 0.15);
    expect(expert).toBeGreaterThan(casual);
    expect(expert).toBeGreaterThan(0.65);
  });
});
