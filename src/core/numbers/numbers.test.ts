import { describe, expect, test } from '@jest/globals';
import { RandomStream } from '../foundation/random';
import { checkGame } from '../check/checkWholeGame';
import { compileGameLevel } from '../pipeline';
import { readGame } from '../document/readGame';
import { writeGame } from '../document/writeGame';
import { kilnYard } from '../../../tests/support/kilnYard';
import { smallGame } from '../../../tests/support/smallLevel';
import { numbersOf } from './gameNumbers';
import { listNumbers, readOverrides } from './readOverrides';
import { withNumbers } from './withNumbers';

const game = kilnYard();
const levelOf = (id: string) => game.levels.find((level) => level.id === id)!;
const hall = levelOf('drying-hall');
const valueOf = (id: string, name: string) =>
  numbersOf(game, levelOf(id)).find((number) => number.name === name)?.value;

function faultsOf(set: Record<string, number>, level = hall) {
  const wanted = Object.entries(set).map(([name, value]) => ({ name, value }));
  const read = readOverrides(game, level, wanted);
  return read.ok ? [] : read.faults;
}

describe('every number of a document', () => {
  test.each(game.levels.map(({ id }) => id))('that plays a part in %s has a name of its own', (id) => {
    const all = listNumbers(game, levelOf(id));
    const names = all.map(({ fullName }) => fullName);
    expect(new Set(names).size).toBe(names.length);
    for (const { fullName, value, low, high } of all)
      expect([fullName, value === undefined || (value >= low && value <= high)]).toEqual([fullName, true]);
  });

  test('is found by name: of kinds, control, shots, ground, contacts, level, clock, cues and rules', () => {
    expect(valueOf('drying-hall', 'clock')).toBe(60);
    expect(valueOf('drying-hall', 'rules.score')).toBe(50);
    expect(valueOf('drying-hall', 'rules.score-2.2')).toBe(15);
    expect(valueOf('flue-maze', 'draughts.every')).toBe(9);
    expect(valueOf('flue-maze', 'draughts.every.2')).toBe(3);
    expect(valueOf('flue-maze', 'draughts.first')).toBe(4);
    expect(valueOf('flue-maze', 'rules.lives')).toBe(2);
    expect(valueOf('ember-night', 'ember_tide.wave-2.coal')).toBe(1);
    expect(valueOf('ember-night', 'ember_tide.wave-4.one')).toBe(0.6);
    const names = new Set(numbersOf(game, hall).map(({ fullName }) => fullName.split(':')[0]));
    expect([...names].sort()).toEqual(['contact', 'cue', 'ground', 'kind', 'level', 'mark', 'piece', 'player']);
    const [player] = numbersOf(game, hall).filter(({ name }) => name === 'player.speed');
    expect([player.unit, player.value]).toEqual(['cells/s', expect.any(Number)]);
  });

  test.each(game.levels.map(({ id }) => id))(
    'of %s can be set, and the game is still one that can be read (seed 5)',
    (id) => {
      const level = levelOf(id);
      const before = writeGame(game);
      const random = new RandomStream(5, 1);
      for (const { fullName, value, low, high, isWhole } of numbersOf(game, level)) {
        // Some of the many, drawn from the seed.
        if (random.nextUnit() > 0.06) continue;
        const middle = Math.min(
          high,
          Math.max(low, value === undefined ? (Math.max(low, -4) + Math.min(high, 4)) / 2 : value),
        );
        const other = isWhole ? Math.round(middle) : middle;
        const changed = withNumbers(game, level, [{ name: fullName, value: other }]);
        expect([fullName, changed.ok]).toEqual([fullName, true]);
        if (!changed.ok) continue;
        const read = readGame(writeGame(changed.value));
        // A ground needs the strength and the one it becomes together, and the like; no other shape is broken.
        if (value !== undefined) expect([fullName, read.ok]).toEqual([fullName, true]);
        const now = numbersOf(
          changed.value,
          changed.value.levels.find((own) => own.id === id)!,
        );
        expect([fullName, now.find((number) => number.fullName === fullName)?.value]).toEqual([fullName, other]);
      }
      expect(writeGame(game)).toBe(before);
    },
  );
});

describe('numbers that are set', () => {
  test('change the program as an edit of the document would', () => {
    const set = { 'warden.pace': 1.5, clock: 30, 'player.speed': 2, 'late_porter.grace': 1.25, 'rules.score': 7 };
    const wanted = Object.entries(set).map(([name, value]) => ({ name, value }));
    const read = readOverrides(game, hall, wanted);
    if (!read.ok) throw new Error(read.faults[0].message);
    expect(read.value.knobs).toEqual([{ kind: 'warden', knob: 'pace', value: 1.5 }]);
    const compiled = compileGameLevel(game, hall.id, read.value);
    const usual = compileGameLevel(game, hall.id);
    if (!compiled.ok || !usual.ok) throw new Error('does not compile');
    expect(compiled.value.timeLimitTicks).toBe(30 * hall.ticksPerSecond);
    expect(compiled.value.rules.scores[0].points).toBe(7);
    expect(compiled.value.cues[0].place.graceTicks).toBe(Math.round(1.25 * hall.ticksPerSecond));
    expect(compiled.value).not.toEqual(usual.value);
    expect(checkGame(game)).toEqual(checkGame(kilnYard()));
  });

  test('that do not fit are told: not there, out of limits, not whole, set twice', () => {
    const [missing] = faultsOf({ 'warden.pase': 2 });
    expect([missing.code, missing.hint]).toEqual(['unknown-number', 'Did you mean `warden.pace`?']);
    expect(faultsOf({ clock: 0 })).toMatchObject([
      { code: 'number-out-of-range', hint: 'It is a number from 1 to 3600 s.' },
    ]);
    expect(faultsOf({ clock: NaN })).toMatchObject([{ code: 'number-out-of-range' }]);
    expect(faultsOf({ ticksPerSecond: 60.5 })).toMatchObject([
      { hint: 'It is a whole number from 10 to 240 a second.' },
    ]);
    expect(faultsOf({ clock: 30, 'level:clock': 40 })).toMatchObject([{ code: 'number-set-twice' }]);
    expect(faultsOf({ 'warden.pace': 2, 'knob:warden.pace': 3 })).toMatchObject([{ code: 'number-set-twice' }]);
    expect(faultsOf({ 'draughts.every': -1 }, levelOf('flue-maze'))).toMatchObject([{ code: 'number-out-of-range' }]);
  });

  test('whose name means several are told with the names in full; one that has two names is still one', () => {
    const small = smallGame({
      map: ['.....', '.....'],
      kinds: [{ id: 'guard', behavior: 'stand', knobs: { pace: 2 } }],
      pieces: [{ id: 'guard', kind: 'guard', at: [3.5, 0.5], knobs: { pace: 3 } }],
      scripts: { stand: 'knob pace = 2 cells/s in 1..5 start state on { do hold }' },
    });
    const [level] = small.levels;
    expect(withNumbers(small, level, [{ name: 'guard.knobs.pace', value: 4 }])).toMatchObject({
      faults: [{ code: 'number-of-several', hint: 'Write `kind:guard.knobs.pace` or `piece:guard.knobs.pace`.' }],
    });
    const slow = withNumbers(small, level, [{ name: 'piece:guard.knobs.pace', value: 4 }]);
    expect(slow.ok && slow.value.levels[0].pieces[1].knobs).toEqual({ pace: 4 });
    const wide = withNumbers(small, level, [{ name: 'player.radius', value: 0.3 }]);
    expect(wide.ok && wide.value.cast[0].radius).toBe(0.3);
  });
});
