import { beforeEach, describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import { ProvingGround } from './provingGround';

const game = kilnYard();
const FRAME_MS = 1000 / 60;

let ground: ProvingGround;
beforeEach(() => {
  ground = new ProvingGround();
  ground.show(game, 'drying-hall', 'warden');
});

const frames = (count: number) => {
  for (let frame = 0; frame < count; frame++) ground.advance(FRAME_MS);
};
/** Where dot and subject are, cells. */
const places = () => {
  const { frames: values, frameSize } = ground.moment!;
  const [x, y, subjectX, subjectY] = values.slice(frameSize, frameSize + 4);
  return { x, y, distance: Math.hypot(x - subjectX, y - subjectY) };
};

describe('the proving ground', () => {
  test('plays in step with the screen, never many ticks a frame, and not while it stands still', () => {
    frames(60);
    expect(ground.state.tick).toBe(60);
    ground.advance(60_000);
    expect(ground.state.tick).toBeLessThanOrEqual(60 + 8);
    const { tick } = ground.state;
    ground.setRunning(false);
    frames(30);
    expect(ground.state.tick).toBe(tick);
    ground.single();
    expect(ground.state.tick).toBe(tick + 1);
  });

  test('the dot follows the pointer at its speed, and pulling it takes it from what it did by itself', () => {
    const before = places();
    ground.setMode('circle');
    ground.pull(before.x + 20, before.y);
    expect(ground.state.mode).toBe('drag');
    frames(12);
    expect(places().x - before.x).toBeCloseTo(ground.state.dotSpeed * 0.2, 1);
  });

  test('coming nearer it is seen, the subject hunts, and the log says when it changed', () => {
    expect(ground.state.explanation?.state).toBe('rounds');
    ground.setMode('approach');
    for (let second = 0; second < 20 && ground.state.log.length === 0; second++) frames(60);
    expect(ground.state.log.at(-1)).toMatchObject({ from: 'rounds', to: 'hunt' });
    expect(ground.state.log.at(-1)!.seconds).toBeGreaterThan(0);
    expect(places().distance).toBeLessThan(8);
  });

  test('going round it keeps about four cells away once it is there', () => {
    ground.setMode('circle');
    frames(300);
    const distances: number[] = [];
    for (let step = 0; step < 60; step++) {
      frames(4);
      distances.push(places().distance);
    }
    const sorted = distances.sort((a, b) => a - b);
    expect(sorted[30]).toBeGreaterThan(2.5);
    expect(sorted[30]).toBeLessThan(6);
  });

  test('an edit begins anew, and the dot stays where it was', () => {
    ground.pull(12, 12);
    frames(90);
    const { x, y } = places();
    ground.show(game, 'drying-hall', 'warden');
    expect(ground.state.tick).toBe(0);
    expect(places().x).toBeCloseTo(x, 5);
    expect(places().y).toBeCloseTo(y, 5);
  });

  test('what was good last stays on the screen while the text has a fault, which is told', () => {
    frames(10);
    const broken = structuredClone(game);
    broken.scripts.find(({ id }) => id === 'night_watch')!.lines = ['behavior night_watch {'];
    ground.show(broken, 'drying-hall', 'warden');
    expect(ground.state.faults.length).toBeGreaterThan(0);
    frames(10);
    expect(ground.state.tick).toBe(20);
    ground.show(game, 'drying-hall', 'warden');
    expect(ground.state.faults).toEqual([]);
  });

  test('allies stand beside the subject, and a closed one shows nothing and plays nothing', () => {
    const alone = ground.moment!.pieces.length;
    ground.store.setState({ allies: 2 });
    ground.show(game, 'drying-hall', 'warden');
    expect(ground.moment!.pieces).toHaveLength(alone + 2);
    ground.close();
    frames(10);
    expect([ground.moment, ground.state.tick]).toEqual([undefined, 0]);
  });
});
