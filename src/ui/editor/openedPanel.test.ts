import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { addressOfOpened, readOpened, writeOpened, type OpenPanel } from './openedPanel';

const game = kilnYard();

describe('what stands open, in the address', () => {
  test.each<OpenPanel>([
    { type: 'script', id: 'night_watch' },
    { type: 'bench', id: 'night_watch' },
    { type: 'cast' },
    { type: 'cast', kind: 'warden' },
    { type: 'ground' },
    { type: 'contacts' },
    { type: 'level' },
    { type: 'checks' },
    { type: 'build' },
    { type: 'parts' },
  ])('is read as it was written: %j', (open) => {
    expect(readOpened(writeOpened(open)!, game)).toEqual(open);
  });

  test('is nothing for what is not in the game, and for words that mean nothing', () => {
    for (const written of [null, '', 'script:gone', 'bench:', 'script', 'attic', ':', 'cues'])
      expect([written, readOpened(written, game)]).toEqual([written, undefined]);
    expect(readOpened('cast:gone', game)).toEqual({ type: 'cast' });
  });

  test('leaves what else the address asks for, and whole views their path', () => {
    const level = '/games/kiln-yard/levels/drying-hall';
    expect(addressOfOpened(level, '?seed=4&open=ground', { type: 'script', id: 'night_watch' })).toBe(
      `${level}?seed=4&open=script%3Anight_watch`,
    );
    expect(addressOfOpened(level, '?open=ground', undefined)).toBe(level);
    expect(addressOfOpened(level, '?open=ground', { type: 'tune' })).toBe(`${level}/tune`);
  });
});
