import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { RandomStream } from '@/core/foundation/random';
import { main } from '@/cli/main';
import { kilnYard } from './support/kilnYard';
import { soaked } from './support/soak';
import { spoilText, spoilValue } from './support/spoil';

const SEED = Number(process.env.GORGE_SEED ?? 23);
/** Nobody waits longer to be told what is wrong. */
const MOST_MS = 2000;

const folder = mkdtempSync(path.join(os.tmpdir(), 'gorge-test-'));
const file = path.join(folder, 'spoiled.gorge.json');
const refuse = () => Promise.reject(new Error('the command line keeps no data here'));
let said = '';
beforeAll(() => {
  for (const stream of [process.stdout, process.stderr])
    jest.spyOn(stream, 'write').mockImplementation(((text: string, done?: () => void) => {
      said += text;
      done?.();
      return true;
    }) as never);
});
afterAll(() => {
  jest.restoreAllMocks();
  rmSync(folder, { recursive: true, force: true });
});

/** Calls the command line in this process; gives its exit code, what it said, and how long it took. */
async function gorge(...args: string[]): Promise<{ code: number; said: string; ms: number }> {
  said = '';
  const startedAt = performance.now();
  const code = await main(args, process.cwd(), { backUp: refuse, restore: refuse });
  return { code, said, ms: performance.now() - startedAt };
}

describe(`documents spoiled at random (seed ${SEED})`, () => {
  const random = new RandomStream(SEED, 1);
  const whole = kilnYard();

  test('are told of by the command line in time, never with a trace, never as a fault of the program', async () => {
    for (let round = 0; round < soaked(60); round++) {
      const value = JSON.stringify(
        spoilValue({ ...whole, levels: [whole.levels[round % whole.levels.length]] }, random),
      );
      const text = random.nextUnit() < 0.2 ? spoilText(value, random) : value;
      writeFileSync(file, text);
      const checked = await gorge('check', file);
      expect([round, [0, 1, 2].includes(checked.code), checked.ms < MOST_MS]).toEqual([round, true, true]);
      expect(checked.said).not.toMatch(/should not|\bat .+:\d+:\d+/);
      if (checked.code !== 0) continue;
      const traced = await gorge('trace', file, '--seed', '1', '--ticks', '30');
      expect([round, [0, 1, 2].includes(traced.code)]).toEqual([round, true]);
      expect(traced.said).not.toMatch(/should not/);
    }
  });
});
