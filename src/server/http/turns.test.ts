import { describe, expect, test } from '@jest/globals';
import { inTurns } from './turns';

describe('what takes long', () => {
  test('lets others have their turn between its steps, and comes to what it returns', async () => {
    const said: string[] = [];
    function* steps(): Generator<void, string> {
      for (const step of ['first', 'second']) {
        said.push(step);
        yield;
      }
      return 'whole';
    }
    setImmediate(() => said.push('another'));
    expect(await inTurns(steps())).toBe('whole');
    expect(said).toEqual(['first', 'another', 'second']);
  });
});
