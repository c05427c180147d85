import { describe, expect, test } from '@jest/globals';
import { FRAME_TICKS, SHOWN, type ScreenFrame } from '../screen';
import { PastOfPieces } from './past';

/** A thing on a straight walk of 8 cells and back, pausing at both ends; cells by look. */
function walk(looks: number, cellsALook: number, pauseLooks: number): { x: number; facing: number; still: number }[] {
  const way: { x: number; facing: number; still: number }[] = [];
  let x = 0;
  let facing = 1;
  let pause = 0;
  let still = 0;
  for (let look = 0; look < looks; look++) {
    if (pause > 0) {
      pause--;
      still++;
    } else {
      if (pause === 0 && (x >= 8 || x <= 0) && look > 0 && still > 0) facing = x >= 8 ? -1 : 1;
      x = Math.min(8, Math.max(0, x + facing * cellsALook));
      still = 0;
      if (x === 8 || x === 0) pause = pauseLooks;
    }
    way.push({ x, facing, still });
  }
  return way;
}

/** Has the past note such a walk; its last look is the present. */
function noted(way: readonly { x: number; facing: number; still: number }[]): PastOfPieces {
  const past = new PastOfPieces([0]);
  const stillSince = new Int32Array(1);
  const shownSince = new Int32Array(1);
  way.forEach(({ x, facing, still }, look) => {
    const tick = look * FRAME_TICKS;
    stillSince[0] = tick - still * FRAME_TICKS;
    past.note(
      {
        tick,
        x: Float64Array.of(x),
        y: Float64Array.of(2.5),
        facingX: Float64Array.of(facing),
        facingY: Float64Array.of(0),
        shown: Uint8Array.of(SHOWN.here),
      } as unknown as ScreenFrame,
      shownSince,
      stillSince,
      Float64Array.of(0.1),
    );
  });
  return past;
}

/** Has the past note something that never moves, out and here by turns for so many looks each, from out on. */
function notedVent(looks: number, outLooks: number, hereLooks: number, past = new PastOfPieces([0])): PastOfPieces {
  const never = new Int32Array(1);
  const shownSince = new Int32Array(1);
  for (let look = 0, since = 0; look < looks; look++) {
    const at = look % (outLooks + hereLooks);
    if (look > 0 && (at === 0 || at === outLooks)) since = look;
    shownSince[0] = since * FRAME_TICKS;
    past.note(
      {
        tick: look * FRAME_TICKS,
        x: Float64Array.of(4.5),
        y: Float64Array.of(2.5),
        facingX: Float64Array.of(1),
        facingY: Float64Array.of(0),
        shown: Uint8Array.of(at < outLooks ? SHOWN.out : SHOWN.here),
      } as unknown as ScreenFrame,
      shownSince,
      never,
      Float64Array.of(0),
    );
  }
  return past;
}

const SPEEDS = [0.03, 0.06, 0.1, 0.15, 0.22];

describe('the past of pieces', () => {
  test.each(SPEEDS)('at %d cells a look a beat is foreseen to within 0.2 cells once a round has been seen', (speed) => {
    const whole = walk(1100, speed, 8);
    let foreseen = 0;
    let worst = 0;
    for (let now = 400; now < 1000; now += 7) {
      const past = noted(whole.slice(0, now + 1));
      const round = past.roundOf(0, 1);
      if (round === 0) continue;
      foreseen++;
      for (let ahead = 0; ahead <= 40; ahead += 5) {
        const x = past.xAt(past.placeAfter(0, round, ahead * FRAME_TICKS));
        worst = Math.max(worst, Math.abs(x - whole[now + ahead].x));
      }
    }
    // The slowest takes longer for a round than these looks.
    expect(foreseen).toBeGreaterThan(speed < 0.05 ? 20 : 60);
    expect(worst).toBeLessThan(0.2);
  });

  test.each(SPEEDS)('at %d cells a look what has turned back is foreseen on the way that it came', (speed) => {
    const whole = walk(1100, speed, 8);
    const turn = whole.findIndex(({ facing }) => facing < 0);
    const now = turn + 12;
    const past = noted(whole.slice(0, now + 1));
    expect(past.roundOf(0, 1)).toBe(0);
    const back = past.retraceOf(0, 1);
    expect(back).toBeGreaterThan(0);
    for (let ahead = 0; ahead <= 20; ahead++) {
      const place = past.placeBack(0, back, ahead * FRAME_TICKS);
      expect(Math.abs(past.xAt(place) - whole[now + ahead].x)).toBeLessThan(0.2);
    }
  });

  test('what goes past a place the other way is not taken for the beat', () => {
    const whole = walk(400, 0.06, 8);
    const turn = whole.findIndex(({ facing }) => facing < 0);
    for (let now = turn + 10; now < turn + 100; now++) expect(noted(whole.slice(0, now + 1)).roundOf(0, 1)).toBe(0);
  });

  test('what stands where it has stood before is not foreseen by where it had come from another way', () => {
    // It comes to the middle from the west and pauses; then from the east, and pauses there just as long.
    const pause = (x: number, facing: number) => Array.from({ length: 8 }, (_, at) => ({ x, facing, still: at + 1 }));
    const west = Array.from({ length: 40 }, (_, at) => ({ x: at * 0.1, facing: 1, still: 0 }));
    const on = Array.from({ length: 40 }, (_, at) => ({ x: 4 + at * 0.1, facing: 1, still: 0 }));
    const east = Array.from({ length: 40 }, (_, at) => ({ x: 8 - at * 0.1, facing: -1, still: 0 }));
    const past = noted([...west, ...pause(4, 1), ...on, ...east, ...pause(4, -1)]);
    expect(past.roundOf(0, 1)).toBe(0);
  });

  test('of another try it is foreseen from its first looks on, and never by what came after that try had ended', () => {
    const [out, here, ahead] = [30, 40, 45];
    let foreseen = 0;
    for (const firstLooks of [100, 133, 161, 204])
      for (let looks = 5; looks < 60; looks += 4) {
        const past = notedVent(firstLooks, out, here);
        past.breakOff();
        notedVent(looks, out, here, past);
        const round = past.roundOf(0, 1, ahead * FRAME_TICKS);
        if (round === 0) continue;
        foreseen++;
        for (let after = 1; after <= ahead; after++) {
          const isOut = (looks - 1 + after) % (out + here) < out;
          const place = past.placeAfter(0, round, after * FRAME_TICKS);
          expect([looks, after, past.shownAt(place)]).toEqual([looks, after, isOut ? SHOWN.out : SHOWN.here]);
        }
      }
    expect(foreseen).toBeGreaterThan(40);
  });

  test.each([
    [24, 28],
    [60, 20],
    [18, 160],
  ])('what never moves, out for %d looks and here for %d, is foreseen to the look after a round', (out, here) => {
    const round = out + here;
    for (let looks = 2 * round + 10; looks < 4 * round; looks += 3) {
      const past = notedVent(looks, out, here);
      const found = past.roundOf(0, 1);
      expect(found % round).toBe(0);
      expect(found).toBeGreaterThan(0);
      for (let ahead = 0; ahead < round; ahead++) {
        const shown = past.shownAt(past.placeAfter(0, found, ahead * FRAME_TICKS));
        expect(shown).toBe((looks - 1 + ahead) % round < out ? SHOWN.out : SHOWN.here);
      }
    }
  });

  test('what has just come back after it was there from the start is not taken for how it was at the start', () => {
    // Here for 60 looks before it first went, out for 20, and here again for less than it has ever been before.
    const past = new PastOfPieces([0]);
    for (let look = 0; look < 88; look++) {
      const since = look < 60 ? 0 : look < 80 ? 60 : 80;
      past.note(
        {
          tick: look * FRAME_TICKS,
          x: Float64Array.of(4.5),
          y: Float64Array.of(2.5),
          facingX: Float64Array.of(1),
          facingY: Float64Array.of(0),
          shown: Uint8Array.of(since === 60 ? SHOWN.out : SHOWN.here),
        } as unknown as ScreenFrame,
        Int32Array.of(since * FRAME_TICKS),
        new Int32Array(1),
        Float64Array.of(0),
      );
    }
    expect(past.roundOf(0, 1)).toBe(0);
  });

  test('nothing is foreseen of what has never been noted, nor without rounds to know it by', () => {
    const past = noted(walk(1100, 0.1, 8));
    expect(past.roundOf(7, 1)).toBe(0);
    expect(past.roundOf(0, 0)).toBe(0);
    expect(past.retraceOf(0, 0)).toBe(0);
  });
});
