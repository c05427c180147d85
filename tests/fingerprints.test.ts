import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, isInput, NUMBER_VERSIONS, runChunk, Runner, STAND_INS, type RunRecord } from '@/core/index';
import { RandomStream } from '@/core/foundation/random';
import { OrderedHash } from '@/core/foundation/traceHash';
import { kilnYard } from './support/kilnYard';

const FILE = path.join(import.meta.dirname, 'fingerprints.json');
const RUNS = 2;
const SECONDS = 20;

interface Kept {
  versions: typeof NUMBER_VERSIONS;
  /** Of runs from inputs that no stand-in has a hand in, by level. */
  inputs: Record<string, string>;
  /** Of a run of each stand-in, by level. */
  standIns: Record<string, Record<string, string>>;
}

/** Keys held for a third of a second each, drawn from the seed. */
function heldKeys(seed: number, ticks: number): number[] {
  const random = new RandomStream(seed, 1);
  const inputs: number[] = [];
  while (inputs.length < ticks) {
    const input = Math.floor(random.nextUnit() * 32);
    if (isInput(input)) inputs.push(...new Array<number>(20).fill(input));
  }
  return inputs;
}

/** One fingerprint of some runs, in their order. */
function hashRuns(rows: readonly RunRecord[]): string {
  const hash = new OrderedHash();
  for (const row of rows) hash.addText(row.hash);
  return hash.digest();
}

const game = kilnYard();
const levels = game.levels.map(({ id }) => {
  const compiled = compileGameLevel(game, id);
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  return { id, program: compiled.value };
});

function inputHashes(): Record<string, string> {
  const hashOf = (program: (typeof levels)[number]['program']) => {
    const rows = Array.from({ length: RUNS }, (_, index): RunRecord => {
      const inputs = heldKeys(index + 1, SECONDS * program.ticksPerSecond);
      return new Runner(program, { type: 'inputs', inputs }).run(index + 1).record!;
    });
    return hashRuns(rows);
  };
  return Object.fromEntries(levels.map(({ id, program }) => [id, hashOf(program)]));
}

function standInHashes(): Kept['standIns'] {
  return Object.fromEntries(
    levels.map(({ id, program }) => [
      id,
      Object.fromEntries(STAND_INS.map((traits) => [traits.id, hashRuns(runChunk(program, traits, 1, 1).rows)])),
    ]),
  );
}

if (process.env.GORGE_NEW_FINGERPRINTS || !existsSync(FILE)) {
  const kept: Kept = { versions: NUMBER_VERSIONS, inputs: inputHashes(), standIns: standInHashes() };
  writeFileSync(FILE, JSON.stringify(kept, null, 2) + '\n');
}
const kept = JSON.parse(readFileSync(FILE, 'utf8')) as Kept;

/**
 * Where these fail, numbers that people keep would change under the same version: raise the version of the engine or of the
 * stand-ins and say why there, then write the file anew with GORGE_NEW_FINGERPRINTS=1.
 */
describe('the bytes of the demo levels', () => {
  test('were kept by the versions that run here', () => {
    expect(kept.versions).toEqual(NUMBER_VERSIONS);
  });

  test('are those of this version of the engine, whatever is pressed', () => {
    expect(inputHashes()).toEqual(kept.inputs);
  });

  test('are those of this version of the stand-ins', () => {
    expect(standInHashes()).toEqual(kept.standIns);
  });
});
