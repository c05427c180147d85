import { describe, expect, test } from '@jest/globals';
import { Playback } from './playback';

function playing(speed = 1): Playback {
  const playback = new Playback();
  playback.setRun(600, 60);
  playback.setSpeed(speed);
  playback.toggle();
  return playback;
}

describe('playback', () => {
  test('moves on by real time, keeps the rest of a tick, and scales with speed', () => {
    const playback = playing();
    for (let frame = 0; frame < 100; frame++) playback.advance(10);
    expect(playback.store.getState().tick).toBe(60);
    const slow = playing(0.25);
    slow.advance(1000);
    expect(slow.store.getState().tick).toBe(15);
  });

  test('stops at the end and starts over from there', () => {
    const playback = playing();
    playback.advance(60_000);
    expect(playback.store.getState()).toMatchObject({ tick: 600, isPlaying: false });
    playback.toggle();
    expect(playback.store.getState()).toMatchObject({ tick: 0, isPlaying: true });
  });

  test('stays inside the run, also when a new one is shorter', () => {
    const playback = playing();
    playback.seek(9000);
    expect(playback.store.getState()).toMatchObject({ tick: 600, isPlaying: false });
    playback.step(-700);
    expect(playback.store.getState().tick).toBe(0);
    playback.seek(500);
    playback.setRun(200, 60);
    expect(playback.store.getState().tick).toBe(200);
  });
});
