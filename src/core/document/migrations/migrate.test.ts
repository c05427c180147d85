import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { compileGameLevel } from '../../pipeline';
import type { GameDocument } from '../gameDocument';
import { readGame, readGameValue } from '../readGame';
import { writeGame } from '../writeGame';
import { FORMAT_VERSION, migrate, OLDEST_VERSION } from './migrate';

const FIXTURES = path.join(import.meta.dirname, 'fixtures');

/** Documents as programs of earlier versions wrote them, with the version in the name of the file; they stay for ever. */
const fixtures = readdirSync(FIXTURES)
  .filter((name) => name.endsWith('.gorge.json'))
  .map((name) => ({
    name,
    version: Number(name.split('.')[1]),
    text: readFileSync(path.join(FIXTURES, name), 'utf8'),
  }));

function read(text: string): GameDocument {
  const result = readGame(text);
  if (!result.ok) throw new Error(result.faults.map(({ message }) => message).join('\n'));
  return result.value;
}

describe('documents of earlier versions', () => {
  test('stand here for every version that there was', () => {
    const versions = new Set(fixtures.map(({ version }) => version));
    const earlier = Array.from({ length: FORMAT_VERSION - OLDEST_VERSION }, (_, index) => OLDEST_VERSION + index);
    expect(earlier.filter((version) => !versions.has(version))).toEqual([]);
  });

  test.each(fixtures)('are read and written as the present version: $name', ({ text, version }) => {
    expect((JSON.parse(text) as GameDocument).version).toBe(version);
    const game = read(text);
    expect(game.version).toBe(FORMAT_VERSION);
    expect(read(writeGame(game))).toEqual(game);
    for (const level of game.levels) expect([level.id, compileGameLevel(game, level.id).ok]).toEqual([level.id, true]);
  });

  test('keep everything that the step does not concern', () => {
    for (const { text } of fixtures) {
      const before = JSON.parse(text) as Record<string, unknown>;
      const after = migrate(before);
      const withoutControls = (document: Record<string, unknown>) => ({
        ...document,
        version: 0,
        cast: (document.cast as { control?: { scheme: string } }[]).map((kind) =>
          kind.control && /rail/.test(kind.control.scheme) ? { ...kind, control: 0 } : kind,
        ),
      });
      expect(withoutControls(after)).toEqual(withoutControls(before));
    }
  });

  test('of version 1 have what is fired along a rail under `throws`', () => {
    const fired = { shot: 'wad', shotSpeed: 12, range: 16, cooldown: 0.4, aim: 270 };
    const rail = { scheme: 'rail and fire', speed: '160 px/s', rail: 'across', ...fired };
    const migrated = (more: object) =>
      migrate({ version: 1, cast: [{ id: 'thrower', control: { ...rail, ...more } }, 'no kind', { id: 'wall' }] }).cast;
    const control = { scheme: 'along a rail', speed: '160 px/s', rail: 'across' };
    expect(migrated({ charge: 0 })).toEqual([
      { id: 'thrower', control: { ...control, throws: fired } },
      'no kind',
      { id: 'wall' },
    ]);
    expect(migrated({ charge: 0.3, ammunition: 9 })).toEqual([
      { id: 'thrower', control: { ...control, throws: { ...fired, charge: 0.3, ammunition: 9 } } },
      'no kind',
      { id: 'wall' },
    ]);
  });

  test('are not changed by being read', () => {
    for (const { text } of fixtures) {
      const value = JSON.parse(text) as unknown;
      readGameValue(value);
      expect(value).toEqual(JSON.parse(text));
    }
  });

  test.each([
    {},
    { cast: 3 },
    { cast: [null, 7, { control: 'none' }] },
    { cast: [{ control: { scheme: 'rail and fire' } }] },
  ])('with broken parts are refused with a place, not with a crash: %j', (parts) => {
    const result = readGameValue({ format: 'gorge', version: 1, ...parts });
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.faults.length).toBeGreaterThan(0);
  });

  test.each([0, -1, 1.5, '1', null])('of a version that there never was are refused: %j', (version) => {
    const result = readGameValue({ format: 'gorge', version });
    expect(result.ok ? [] : result.faults.map(({ code }) => code)).toEqual(['version-unknown']);
  });
});
