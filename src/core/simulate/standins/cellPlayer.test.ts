import { describe, expect, test } from '@jest/globals';
import { dryingHall } from '../../../../tests/support/kilnYard';
import { RandomStream } from '../../foundation/random';
import { runChunk } from '../../pipeline';
import { summarise } from '../../measure/summary';
import { PlayerBody } from '../engine/player/playerBody';
import { CellPlayer, inputTowards, prepareStandInGround } from './cellPlayer';
import { ScreenMemory } from './standInView';
import { STAND_INS } from './traits';

const CASUAL = STAND_INS[0];

function clearRate(knobs: { knob: string; value: number }[], runs = 150) {
  const program = dryingHall({ knobs: knobs.map((entry) => ({ kind: 'warden', ...entry })) });
  return summarise(runChunk(program, CASUAL, 1, runs).rows, program).clearRate;
}

describe('the casual stand-in', () => {
  test('clears between 35 and 75 % of the demo hall', () => {
    const { value } = clearRate([], 300);
    expect(value).toBeGreaterThan(0.35);
    expect(value).toBeLessThan(0.75);
  });

  test('clears less as the guards walk faster, with intervals apart between slow, default and quick', () => {
    const [slow, normal, quick] = [1, 2.2, 3.5].map((value) => clearRate([{ knob: 'pace', value }]));
    expect(slow.low).toBeGreaterThan(normal.high);
    expect(normal.low).toBeGreaterThan(quick.high);
  });

  test('clears less as the guards see farther', () => {
    const [near, far] = [3, 9].map((value) => clearRate([{ knob: 'sight', value }]));
    expect(near.low).toBeGreaterThan(far.high);
  });

  test('never uses what is newer than its reaction delay', () => {
    const program = dryingHall();
    const delayTicks = 20;
    const press = (newest: number) => {
      const memory = new ScreenMemory(program, delayTicks);
      const standIn = new CellPlayer(program, CASUAL, prepareStandInGround(program));
      const random = new RandomStream(3, 1);
      standIn.reset(random);
      const inputs: number[] = [];
      const own = new PlayerBody();
      own.reset(program.player);
      for (let tick = 0; tick < 400; tick++) {
        const frame = memory.next();
        program.pieces.forEach((piece, index) => {
          const isNew = tick > 400 - delayTicks;
          frame.x[index] = piece.x + (isNew ? newest : 0);
          frame.y[index] = piece.y + (isNew ? newest : 0);
          frame.facingX[index] = 1;
          frame.facingY[index] = 0;
        });
        inputs.push(standIn.press(memory.viewNow(own, tick), random));
      }
      return inputs;
    };
    // Guards that jump about within the last 20 ticks change nothing; those that jump earlier would.
    expect(press(5)).toEqual(press(0));
  });

  test('sees the picture of exactly the delay ago once it has run that long', () => {
    const program = dryingHall();
    const memory = new ScreenMemory(program, 5);
    const own = new PlayerBody();
    for (let tick = 0; tick < 30; tick++) {
      memory.next().x[0] = tick;
      const view = memory.viewNow(own, tick);
      expect([view.seen.x[0], view.delayTicks]).toEqual([Math.max(0, tick - 5), Math.min(5, tick)]);
    }
  });

  test('waits for a guard to pass: it stands still for a while in most runs', () => {
    const program = dryingHall();
    const standing = runChunk(program, CASUAL, 1, 40)
      .rows.filter((row) => row.outcome === 'won')
      .map((row) => row.ticks / 60);
    const shortest = 33 / 3.4;
    expect(standing.filter((seconds) => seconds > shortest + 1).length).toBeGreaterThan(standing.length / 2);
  });

  test('presses the key nearest to where it wants to go', () => {
    expect([
      inputTowards(1, 0),
      inputTowards(1, 1),
      inputTowards(0, 1),
      inputTowards(-1, 0.2),
      inputTowards(0.1, -1),
      inputTowards(0, 0),
    ]).toEqual([1, 2, 3, 5, 7, 0]);
  });
});
