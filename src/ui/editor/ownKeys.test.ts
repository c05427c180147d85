import { beforeEach, describe, expect, test } from '@jest/globals';
import { KEY_TABLE, sayPress } from './keyTable';
import { OwnKeys, USUAL_CHOICE } from './ownKeys';

let kept: Map<string, string>;
let keys: OwnKeys;

const storage = {
  getItem: (name: string) => kept.get(name) ?? null,
  setItem: (name: string, text: string) => void kept.set(name, text),
  removeItem: (name: string) => void kept.delete(name),
};

beforeEach(() => {
  kept = new Map();
  keys = new OwnKeys(storage);
});

const plain = { shiftKey: false, ctrlKey: false, metaKey: false, altKey: false };

describe('the table of keys', () => {
  test('no key means two things, and nothing stands in it twice', () => {
    const presses = Object.values(USUAL_CHOICE).flat();
    expect(presses).toEqual([...new Set(presses)]);
    const acts = KEY_TABLE.flatMap((row) => ('act' in row ? [row.act] : []));
    expect(acts).toEqual([...new Set(acts)]);
  });

  test('a press is said as the table says it', () => {
    expect(sayPress({ ...plain, key: 'n' })).toBe('N');
    expect(sayPress({ ...plain, key: 'N', shiftKey: true })).toBe('Shift+N');
    expect(sayPress({ ...plain, key: '?', shiftKey: true })).toBe('?');
    expect(sayPress({ ...plain, key: 'Z', shiftKey: true, metaKey: true })).toBe('Ctrl+Shift+Z');
    expect(sayPress({ ...plain, key: ' ' })).toBe('Space');
  });

  test('keys that only change others are no press, and nothing is one together with Alt', () => {
    for (const key of ['Shift', 'Control', 'Meta', 'Alt', '']) expect(sayPress({ ...plain, key })).toBeUndefined();
    expect(sayPress({ ...plain, key: 'n', altKey: true })).toBeUndefined();
  });
});

describe('keys of one’s own', () => {
  test('are kept on this machine, and only what differs', () => {
    keys.give('play', 'Q');
    expect(JSON.parse(kept.get('gorge.keys.desk')!)).toEqual({ play: ['Q'] });
    const again = new OwnKeys(storage);
    again.load();
    expect([again.keyOf('play'), again.actOf({ ...plain, key: 'q' }), again.areUsual]).toEqual(['Q', 'play', false]);
  });

  test('are taken from what had them, which is said', () => {
    expect(keys.give('undo', 'T')).toEqual({ isFixed: false, takenFrom: 'try' });
    expect(keys.keyOf('try')).toBe('');
    expect(keys.give('undo', 'U')).toEqual({ isFixed: false });
  });

  test('cannot be those that browsers and editors need', () => {
    for (const press of ['Tab', 'ArrowLeft', 'Shift+ArrowLeft', 'Enter', 'Escape', 'Space', 'F5', 'Ctrl+C', 'Ctrl+W'])
      expect([press, keys.give('play', press)]).toEqual([press, { isFixed: true }]);
    expect(keys.areUsual).toBe(true);
  });

  test('can all be as they usually are again', () => {
    keys.give('play', 'Q');
    keys.reset();
    expect([keys.areUsual, kept.size]).toEqual([true, 0]);
  });

  test.each(['', 'no json', '[]', 'null', '{"play": 3, "next": ["G"]}', '{"unheard of": ["Q"]}'])(
    'what was kept as %j is taken over as far as it can be read',
    (text) => {
      kept.set('gorge.keys.desk', text);
      keys.load();
      expect(keys.keyOf('play')).toBe('P');
      expect(keys.keyOf('next')).toBe(text.includes('next') ? 'G' : 'N');
    },
  );

  test('hold until the page is closed where nothing can be kept', () => {
    const full = new OwnKeys({
      ...storage,
      setItem: () => {
        throw new Error('no room');
      },
    });
    full.give('play', 'Q');
    expect(full.keyOf('play')).toBe('Q');
  });
});
