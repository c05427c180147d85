import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import type { Diagnostic } from '../foundation/diagnostic';
import { FAULT_CODES } from '../foundation/faultCodes';
import { checkScript } from './check/checkScript';
import { checkCues } from './cues/checkCues';
import { EDGE_NAMES } from './cues/cueWords';
import { quickFix } from './edit/fixes';
import { applyEdits } from './edit/textEdit';
import { writeFaultsPage } from './faultsPage';

const NAMES = { kinds: ['imp'], tags: ['foe'], marks: [...EDGE_NAMES], grounds: ['floor'] };

const examples = Object.entries(FAULT_CODES).flatMap(([code, entry]) =>
  'example' in entry ? [{ code, room: entry.room as 'script' | 'cues', example: entry.example as string }] : [],
);

function faultsOf(room: 'script' | 'cues', text: string): Diagnostic[] {
  return room === 'script' ? checkScript(text, []).diagnostics : checkCues(text, [], NAMES).diagnostics;
}

test('the page of faults is the one of the table; `npm run docs` writes it', () => {
  expect(readFileSync('docs/faults.md', 'utf8')).toBe(writeFaultsPage());
});

test.each(examples)('$code: its example has it', ({ code, room, example }) => {
  expect(faultsOf(room, example).map((fault) => fault.code)).toContain(code);
});

test('a fix that a fault carries removes the fault', () => {
  const tried = new Set<string>();
  for (const { room, example } of examples)
    for (const fault of faultsOf(room, example)) {
      const fix = quickFix(example, fault);
      if (!fix) continue;
      tried.add(fault.fix!.type);
      const mended = faultsOf(room, applyEdits(example, fix.edits));
      const isStill = mended.some(
        ({ code, message, where }) =>
          code === fault.code && message === fault.message && where.span?.from === fault.where.span?.from,
      );
      expect([example, fault.code, isStill]).toEqual([example, fault.code, false]);
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
