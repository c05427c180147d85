import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { drawMaze, encode } from '../../../tests/support/pictures';
import { checkStart } from '../compile/checkStart';
import { NO_OVERRIDES } from '../compile/levelProgram';
import { addProvingLevel, type ProvingPlan } from '../compile/provingLevel';
import { readStart } from '../compile/readStart';
import { readClipping } from '../clipping/clipping';
import { layReadyPart } from '../readyParts/readyParts';
import { detectReading, readPictureGrid } from '../exchange/pictureMap';
import { readPicture } from '../exchange/readPicture';
import { readTextMap } from '../exchange/textMap';
import type { GameDocument } from '../document/gameDocument';
import { readGame } from '../document/readGame';
import type { Diagnostic } from '../foundation/diagnostic';
import { FAULT_ROOMS, type FaultRoom } from '../foundation/faultCodes';
import type { FaultEntry } from '../foundation/faults/faultEntry';
import { SOUND_GAME } from '../foundation/faults/soundGame';
import type { Result } from '../foundation/result';
import { withNumbers } from '../numbers/withNumbers';
import { checkGame } from '../check/checkWholeGame';
import { compileGameLevel } from '../pipeline';
import { prepareRuns } from '../simulate/engine/prepareRuns';
import { restoreSnapshot, takeSnapshot, type WorldSnapshot } from '../simulate/engine/snapshot';
import { World } from '../simulate/engine/world';
import { checkArmList } from '../tune/arms';
import { sweepPoints } from '../tune/search/swept';
import { openSolver } from '../tune/search/turnable';
import { readScxml, writeScxml } from './chart/scxml';
import { checkScript } from './check/checkScript';
import { checkCues } from './cues/checkCues';
import { EDGE_NAMES } from './cues/cueWords';
import { quickFix } from './edit/fixes';
import { applyEdits } from './edit/textEdit';
import { writeFaultsPage } from './faultsPage';

const NAMES = { kinds: ['imp'], tags: ['foe'], marks: [...EDGE_NAMES], grounds: ['floor'] };

const entries = (Object.keys(FAULT_ROOMS) as FaultRoom[]).flatMap((room) =>
  Object.entries(FAULT_ROOMS[room]).map(([code, { example }]: [string, FaultEntry]) => ({ room, code, example })),
);
const texts = entries.flatMap(({ room, code, example }) =>
  'text' in example ? [{ code, room: room as 'scripts' | 'cues', text: example.text }] : [],
);

function faultsOf(room: 'scripts' | 'cues', text: string): Diagnostic[] {
  return room === 'scripts' ? checkScript(text, []).diagnostics : checkCues(text, [], NAMES).diagnostics;
}

/** The sound small game with some places written otherwise, read and checked as a file is. */
function faultsOfGame(changes: Readonly<Record<string, unknown>>): Diagnostic[] {
  const game = structuredClone(SOUND_GAME) as unknown as Record<string, unknown>;
  for (const [path, value] of Object.entries(changes)) {
    const keys = path.split('.');
    const last = keys.pop()!;
    const owner = keys.reduce((own, key) => own[key] as Record<string, unknown>, game);
    if (value !== undefined) owner[last] = value;
    else if (Array.isArray(owner)) owner.splice(Number(last), 1);
    else delete owner[last];
  }
  const read = readGame(JSON.stringify(game));
  return read.ok ? checkGame(read.value) : read.faults;
}

test('the page of faults is the one of the table; `npm run docs` writes it', () => {
  expect(readFileSync('docs/faults.md', 'utf8')).toBe(writeFaultsPage());
});

test('nothing is wrong in the small game of the page', () => {
  expect(faultsOfGame({})).toEqual([]);
});

test.each(texts)('$code: its text has it', ({ code, room, text }) => {
  expect(faultsOf(room, text).map((fault) => fault.code)).toContain(code);
});

test.each(entries.flatMap(({ code, example }) => ('changes' in example ? [{ code, ...example }] : [])))(
  '$code: the small game has it once it is changed',
  ({ code, changes }) => {
    expect(faultsOfGame(changes).map((fault) => fault.code)).toContain(code);
  },
);

describe('what no few lines show', () => {
  const of = (result: Result<unknown, Diagnostic>) => (result.ok ? [] : result.faults);
  const chart = (inner: string) => readScxml(`<scxml xmlns="http://www.w3.org/2005/07/scxml">${inner}</scxml>`);
  const picture = (map: readonly string[], pitch: number) => {
    const read = readPicture(drawMaze(map, pitch, 'png'));
    return read.ok ? readPictureGrid(read.value, detectReading(read.value)) : read;
  };
  const restored = (change: (snapshot: WorldSnapshot) => WorldSnapshot) => {
    const read = readGame(JSON.stringify(SOUND_GAME));
    const compiled = read.ok ? compileGameLevel(read.value, 'yard') : read;
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const world = new World(prepareRuns(compiled.value), 1);
    return restoreSnapshot(world, change(takeSnapshot(world)));
  };
  const SOUND = SOUND_GAME as unknown as GameDocument;
  const CLOCK = { name: 'clock', low: 10, high: 20 };
  const MEASURED = { ticksPerSecond: 60, pieces: [], kinds: [] };
  const ARM = { standInId: 'casual', levelId: 'yard', overrides: NO_OVERRIDES };
  const set = (values: Record<string, number>, game = SOUND_GAME as unknown as GameDocument) =>
    of(
      withNumbers(
        game,
        game.levels[0],
        Object.entries(values).map(([name, value]) => ({ name, value })),
      ),
    );
  const YARD_PLAN = { form: 'yard', kind: 'warden' } as ProvingPlan;
  const makers: Readonly<Record<string, () => readonly Diagnostic[]>> = {
    'text-too-long': () => faultsOf('scripts', `behavior a { ${'knob k = 1 s in 0..2 '.repeat(10_000)} }`),
    'value-too-long': () =>
      faultsOf(
        'scripts',
        `behavior a { knob k = 1 s in 0..2 start state b { do hold go b after ${'k + '.repeat(500)}k } }`,
      ),
    'too-many-faults': () => faultsOf('scripts', `behavior a { ${'wobble { } '.repeat(300)} }`),
    'file-too-deep': () => of(readGame('['.repeat(65))),
    'file-too-large': () => of(readGame(' '.repeat(9 * 1024 * 1024))),
    'json-broken': () => of(readGame('{ "format": "gorge", ')),
    'not-a-game': () => of(readGame('{ "colour": "red" }')),
    'map-empty': () => of(readTextMap(SOUND_GAME as never, '', {})),
    'map-too-large': () => of(readTextMap(SOUND_GAME as never, '.\n'.repeat(300), { '.': 'floor' })),
    'picture-type': () => of(readPicture(new TextEncoder().encode('GIF89a'))),
    'picture-broken': () => of(readPicture(drawMaze(['###', '#.#', '###'], 8, 'png').slice(0, 60))),
    'picture-too-large': () => of(readPicture(new Uint8Array(100 * 1024 * 1024))),
    'picture-no-grid': () => {
      const read = readPicture(encode(40, 40, 'png', () => 200));
      return of(read.ok ? readPictureGrid(read.value, detectReading(read.value)) : read);
    },
    'picture-grid-too-large': () =>
      of(
        picture(
          Array.from({ length: 300 }, (_, row) => (row % 2 ? '#.' : '.#').repeat(150)),
          4,
        ),
      ),
    'scxml-broken': () => of(readScxml('<scxml><state>')),
    'scxml-entities': () => of(readScxml('<!DOCTYPE scxml [ <!ENTITY a "b"> ]><scxml/>')),
    'scxml-name': () => of(chart('<state id="3 steps"/>')),
    'scxml-no-behavior': () => of(writeScxml('')),
    'scxml-missing': () => of(readScxml('<chart/>')),
    'scxml-too-many': () => of(chart(Array.from({ length: 3000 }, (_, index) => `<state id="s${index}"/>`).join(''))),
    'scxml-no-states': () => of(chart('')),
    'scxml-parallel': () => of(chart('<parallel id="a"/>')),
    'scxml-too-large': () => of(readScxml(' '.repeat(5_000_000))),
    'unknown-start': () => of(readStart('at noon')),
    'unknown-number': () => set({ 'warden.weight': 3 }),
    'number-of-several': () => {
      const twins = structuredClone(SOUND_GAME) as unknown as GameDocument;
      twins.cast[1].knobs = { pace: 2 };
      Object.assign(twins.levels[0].pieces[1], { id: twins.cast[1].id, knobs: { pace: 2 } });
      return set({ [`${twins.cast[1].id}.knobs.pace`]: 3 }, twins);
    },
    'number-out-of-range': () => set({ clock: 0 }),
    'number-set-twice': () => set({ clock: 30, 'level:clock': 40 }),
    'too-many-arms': () => checkArmList(Array.from({ length: 10_000 }, () => ARM)),
    'no-arms': () => checkArmList([]),
    'arm-twice': () => checkArmList([ARM, ARM]),
    'empty-range': () => of(sweepPoints(SOUND, SOUND.levels[0], [{ name: 'clock', values: [] }])),
    'sweep-of-one-or-two': () => of(sweepPoints(SOUND, SOUND.levels[0], [])),
    'too-many-points': () => {
      const values = Array.from({ length: 200 }, (_, index) => 1 + index);
      return of(sweepPoints(SOUND, SOUND.levels[0], [{ name: 'clock', values }]));
    },
    'nothing-meant': () => of(openSolver(SOUND, SOUND.levels[0], [CLOCK], [], MEASURED)),
    'cannot-be-turned': () => of(openSolver(SOUND, SOUND.levels[0], [CLOCK, CLOCK], [], MEASURED)),
    'part-cannot-be-laid': () =>
      of(layReadyPart(SOUND_GAME as unknown as GameDocument, 'attic', 'door', { x: 1, y: 1 })),
    'clipping-cannot-be-pasted': () => of(readClipping('a sentence')),
    'no-lives': () => checkStart({ ...NO_OVERRIDES, from: { lives: 2 } }, undefined),
    'no-waves': () => checkStart({ ...NO_OVERRIDES, from: { wave: 3 } }, undefined),
    'proving-ground-missing': () =>
      of(addProvingLevel({ ...(SOUND_GAME as unknown as GameDocument), cast: [] }, 'yard', YARD_PLAN)),
    'snapshot-broken': () => of(restored((kept) => ({ ...kept, columns: {} }))),
    'snapshot-of-other-engine': () => of(restored((kept) => ({ ...kept, engine: 1 }))),
    'snapshot-of-other-level': () => of(restored((kept) => ({ ...kept, level: 'attic' }))),
  };
  const said = entries.flatMap(({ code, example }) => ('said' in example ? [code] : []));

  test.each(said)('%s is made', (code) => {
    expect(makers[code]().map((fault) => fault.code)).toContain(code);
  });
});

test('a fix that a fault carries removes the fault', () => {
  const tried = new Set<string>();
  for (const { room, text } of texts)
    for (const fault of faultsOf(room, text)) {
      const fix = quickFix(text, fault);
      if (!fix) continue;
      tried.add(fault.fix!.type);
      const mended = faultsOf(room, applyEdits(text, fix.edits));
      const isStill = mended.some(
        ({ code, message, where }) =>
          code === fault.code && message === fault.message && where.span?.from === fault.where.span?.from,
      );
      expect([text, fault.code, isStill]).toEqual([text, fault.code, false]);
    }
  // Of each kind of fix at least one was tried.
  expect([...tried].sort()).toEqual([
    'add state',
    'remove lines',
    'remove state',
    'remove statement',
    'replace',
    'start here',
  ]);
});
