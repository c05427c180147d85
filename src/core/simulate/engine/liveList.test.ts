import { describe, expect, test } from '@jest/globals';
import { RandomStream } from '../../foundation/random';
import { LiveList } from './liveList';

const SIZE = 40;

function listed(list: LiveList): number[] {
  const places: number[] = [];
  for (let place = list.next[0]; place < SIZE; place = list.next[place + 1]) places.push(place);
  return places;
}

const takenOf = (taken: Uint8Array) => [...taken.keys()].filter((place) => taken[place] === 1);

describe('the list of places that are taken', () => {
  test('is in order whatever is taken and left, and forgets what was left when it is told to', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const random = new RandomStream(seed, 1);
      const taken = Uint8Array.from({ length: SIZE }, () => (random.nextUnit() < 0.3 ? 1 : 0));
      const list = new LiveList(SIZE);
      list.reset(taken);
      for (let step = 0; step < 120; step++) {
        const place = random.nextInteger(0, SIZE - 1);
        const before = new Set(listed(list));
        if (random.nextUnit() < 0.5) {
          taken[place] = 1;
          list.add(place);
          before.add(place);
        } else taken[place] = 0;
        expect([seed, step, listed(list)]).toEqual([seed, step, [...before].sort((a, b) => a - b)]);
        if (step % 7 > 0) continue;
        list.forgetLeft(taken);
        expect([seed, step, listed(list)]).toEqual([seed, step, takenOf(taken)]);
      }
    }
  });

  test('a loop visits what is taken ahead of it on the way, and not what is taken behind it', () => {
    const taken = new Uint8Array(SIZE);
    const list = new LiveList(SIZE);
    for (const place of [3, 10, 20]) {
      taken[place] = 1;
      list.add(place);
    }
    const visited: number[] = [];
    for (let place = list.next[0]; place < SIZE; place = list.next[place + 1]) {
      visited.push(place);
      if (place !== 10) continue;
      // It leaves in its own turn, and others come on both sides of it.
      taken[10] = 0;
      for (const other of [5, 11, 39]) {
        taken[other] = 1;
        list.add(other);
      }
    }
    expect(visited).toEqual([3, 10, 11, 20, 39]);
    list.forgetLeft(taken);
    expect(listed(list)).toEqual([3, 5, 11, 20, 39]);
  });

  test('with nothing taken there is nothing in it', () => {
    const list = new LiveList(SIZE);
    list.reset(new Uint8Array(SIZE));
    expect(listed(list)).toEqual([]);
  });
});
