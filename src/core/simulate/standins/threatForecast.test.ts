import { describe, expect, test } from '@jest/globals';
import { demoLevel } from '../../../../tests/support/kilnYard';
import { RandomStream } from '../../foundation/random';
import { PlayerBody } from '../engine/player/playerBody';
import { CellSight } from './cellSight';
import type { ScreenFrame, StandInView } from './standInView';
import { ThreatForecast } from './threatForecast';
import { STAND_INS } from './traits';

const STEPS = 10;
const TICKS_PER_STEP = 17.6;
const PROGRAM = demoLevel('cart-crossing');
const { width, height } = PROGRAM.grid;

/** A screen on which everything stands anywhere and moves on a little, and some of it is gone. */
function anyView(random: RandomStream): StandInView {
  const count = PROGRAM.pieces.length;
  const frame = (): ScreenFrame => ({
    x: new Float64Array(count),
    y: new Float64Array(count),
    facingX: new Float64Array(count).fill(1),
    facingY: new Float64Array(count),
    isAlarmed: new Uint8Array(count),
    isGone: new Uint8Array(count),
    isFilled: new Uint8Array(count),
  });
  const [seen, earlier] = [frame(), frame()];
  for (let piece = 0; piece < count; piece++) {
    seen.x[piece] = random.nextUnit() * (width + 4) - 2;
    seen.y[piece] = random.nextUnit() * (height + 4) - 2;
    earlier.x[piece] = seen.x[piece] + random.nextUnit() - 0.5;
    earlier.y[piece] = seen.y[piece] + (random.nextUnit() - 0.5) * 0.2;
    seen.isGone[piece] = random.nextUnit() < 0.15 ? 1 : 0;
  }
  const own = new PlayerBody();
  own.x = random.nextUnit() * width;
  own.y = random.nextUnit() * height;
  return { own, tick: 100, delayTicks: 20, seen, earlier, gapTicks: 8 };
}

describe('the forecast of a stand-in', () => {
  test('prices all cells at once as it prices each by itself, and finds the carrier under each', () => {
    const seed = 4711;
    const random = new RandomStream(seed, 3);
    const forecast = new ThreatForecast(PROGRAM, STAND_INS[0], new CellSight(PROGRAM.grid), STEPS);
    let priced = 0;
    let borne = 0;
    for (let view = 0; view < 20; view++) {
      const seen = anyView(random);
      forecast.offMiddleX = random.nextUnit() - 0.5;
      forecast.offMiddleY = random.nextUnit() - 0.5;
      forecast.update(seen, TICKS_PER_STEP);
      for (let step = 1; step <= STEPS; step++) {
        const all = forecast.dangerAt(step, 0.3)!;
        for (let cell = 0; cell < width * height; cell++) {
          const alone = forecast.price(cell % width, Math.floor(cell / width), cell, step, 0.3);
          expect([seed, view, step, cell, all[cell]]).toEqual([seed, view, step, cell, alone]);
          if (alone > 0) priced++;
          const bears = isBorne(forecast, seen, cell, step);
          expect([seed, view, step, cell, forecast.bears(cell, step)]).toEqual([seed, view, step, cell, bears]);
          if (bears) borne++;
        }
      }
    }
    expect(priced).toBeGreaterThan(1000);
    expect(borne).toBeGreaterThan(1000);
  });

  test('prices cell by cell where somebody can see', () => {
    const hall = demoLevel('drying-hall');
    const forecast = new ThreatForecast(hall, STAND_INS[0], new CellSight(hall.grid), STEPS);
    const view = anyView(new RandomStream(1, 3));
    forecast.update(view, TICKS_PER_STEP);
    expect(forecast.dangerAt(1, 0.3)).toBeUndefined();
  });
});

/** Whether any pallet, moved straight on from where it was seen, reaches under the middle of a cell: every one is looked at. */
function isBorne(
  forecast: ThreatForecast,
  { seen, earlier, gapTicks, delayTicks }: StandInView,
  cell: number,
  step: number,
) {
  const x = (cell % width) + 0.5 + forecast.offMiddleX;
  const y = Math.floor(cell / width) + 0.5 + forecast.offMiddleY;
  return PROGRAM.pieces.some(({ kindIndex }, piece) => {
    const { isCarrier, hit } = PROGRAM.kinds[kindIndex];
    if (!isCarrier || seen.isGone[piece] === 1) return false;
    const moveX = (seen.x[piece] - earlier.x[piece]) / gapTicks;
    const moveY = (seen.y[piece] - earlier.y[piece]) / gapTicks;
    const gapX = x - (seen.x[piece] + moveX * delayTicks + moveX * TICKS_PER_STEP * step);
    const gapY = y - (seen.y[piece] + moveY * delayTicks + moveY * TICKS_PER_STEP * step);
    return gapX <= hit.east - 0.35 && gapX >= 0.35 - hit.west && gapY <= hit.south && gapY >= -hit.north;
  });
}
