import { countInWave, waveAt, type WavesProgram } from '../../../compile/cueProgram';
import type { World } from '../world';
import { arrive } from './arrive';
import { WAVE_STAGE } from './cueState';

/** An arrival for which no place is found is tried again for so many seconds before the wave goes on without it. */
const MOST_WAIT_SECONDS = 5;

/** Brings a row of waves on by a tick. */
export function serveWaves(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  if (state.stage[cue] === WAVE_STAGE.resting && world.tick >= state.due[cue]) begin(world, cue, waves);
  if (state.stage[cue] === WAVE_STAGE.arriving) letIn(world, cue, waves);
  if (state.stage[cue] === WAVE_STAGE.open) waitForEnd(world, cue, waves);
}

function begin(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  if (!waveAt(waves, state.wave[cue] + 1)) {
    state.stage[cue] = WAVE_STAGE.over;
    return;
  }
  state.wave[cue]++;
  state.served[cue] = 0;
  state.stage[cue] = WAVE_STAGE.arriving;
  state.lastArrival[cue] = world.tick;
  state.due[cue] = world.tick;
  world.events?.push({ type: 'wave', tick: world.tick, cue: waves.name, number: state.wave[cue] + 1, what: 'starts' });
}

function letIn(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  const wave = waveAt(waves, state.wave[cue])!;
  for (;;) {
    const kind = kindOfArrival(waves, state.wave[cue], wave.entries, state.served[cue]);
    if (kind < 0) {
      state.stage[cue] = WAVE_STAGE.open;
      state.lastArrival[cue] = world.tick;
      return;
    }
    if (state.due[cue] > world.tick) return;
    if (!arrive(world, cue, kind, waves.place, waves, true)) {
      const waited = (world.tick - state.due[cue]) / world.level.program.ticksPerSecond;
      if (waited < MOST_WAIT_SECONDS) return;
      state.missed[cue]++;
    }
    state.served[cue]++;
    state.due[cue] += wave.oneEveryTicks;
  }
}

/** The kind that comes as number so-and-so of a wave, from 0; −1 behind the last. */
function kindOfArrival(
  waves: WavesProgram,
  number: number,
  entries: readonly { kind: number; count: number }[],
  served: number,
): number {
  let before = 0;
  for (let index = 0; index < entries.length; index++) {
    before += countInWave(waves, number, entries[index]);
    if (served < before) return entries[index].kind;
  }
  return -1;
}

function waitForEnd(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  const since = world.tick - state.lastArrival[cue];
  if (since >= waves.stragglerTicks) sendAway(world, cue);
  const isCleared = state.alive[cue] === 0;
  const goesOn = (waves.nextWhenCleared && isCleared) || since >= waves.nextTicks;
  if (!goesOn) return;
  if (isCleared)
    world.events?.push({
      type: 'wave',
      tick: world.tick,
      cue: waves.name,
      number: state.wave[cue] + 1,
      what: 'cleared',
    });
  if (!waveAt(waves, state.wave[cue] + 1)) {
    // The last is over only when all that came is gone.
    if (isCleared) state.stage[cue] = WAVE_STAGE.over;
    return;
  }
  state.stage[cue] = WAVE_STAGE.resting;
  state.due[cue] = world.tick + waves.restTicks;
  for (const { kind, count, place } of waves.supplies)
    for (let index = 0; index < count; index++)
      arrive(world, cue, kind, place, { heading: undefined, step: undefined }, false);
}

function sendAway(world: World, cue: number): void {
  for (const { first, count } of world.level.program.pools)
    for (let piece = first; piece < first + count; piece++)
      if (world.alive[piece] === 1 && world.cueOfPiece[piece] === cue) world.retire(piece, 'left');
}
