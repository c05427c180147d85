import { countInWave, waveAt, type WaveEntry, type WavesProgram } from '../../../compile/cueProgram';
import { sendInto } from '../brain';
import { NEVER } from '../never';
import { NO_PIECE } from '../rules/preparedRules';
import type { World } from '../world';
import { arrive, arriveInRow, placeRows } from './arrive';
import { WAVE_STAGE } from './cueState';

/** An arrival for which no place is found is tried again for so many seconds before the wave goes on without it. */
const MOST_WAIT_SECONDS = 5;

/** Brings a row of waves on by a tick. */
export function serveWaves(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  if (waves.open && state.openedAt[cue] === NEVER) {
    if (world.level.rules.opens[cue]?.(world, NO_PIECE) === false) return;
    state.openedAt[cue] = world.tick;
    state.due[cue] += world.tick;
  }
  beginIfDue(world, cue, waves);
  if (state.stage[cue] !== WAVE_STAGE.open) return;
  waitForEnd(world, cue, waves);
  // Without a rest the next one begins in the same tick.
  beginIfDue(world, cue, waves);
}

function beginIfDue(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  if (state.stage[cue] === WAVE_STAGE.resting && world.tick >= state.due[cue]) begin(world, cue, waves);
  if (state.stage[cue] === WAVE_STAGE.arriving) letIn(world, cue, waves);
}

function begin(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  if (!waveAt(waves, state.wave[cue] + 1)) {
    state.stage[cue] = WAVE_STAGE.over;
    return;
  }
  state.wave[cue]++;
  state.served[cue] = state.hasSent[cue] = 0;
  if (waves.formation >= 0) {
    world.startFormation(waves.formation);
    placeRows(world, cue, waves.place);
  }
  state.stage[cue] = WAVE_STAGE.arriving;
  state.lastArrival[cue] = world.tick;
  state.due[cue] = world.tick;
  world.events?.push({ type: 'wave', tick: world.tick, cue: waves.name, number: state.wave[cue] + 1, what: 'starts' });
}

function letIn(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  const wave = waveAt(waves, state.wave[cue])!;
  for (;;) {
    const entry = entryOfArrival(waves, state.wave[cue], wave.entries, state.served[cue]);
    if (!entry) {
      state.stage[cue] = WAVE_STAGE.open;
      state.lastArrival[cue] = world.tick;
      return;
    }
    if (state.due[cue] > world.tick) return;
    const isIn =
      entry.columns > 0
        ? arriveInRow(world, cue, waves, entry, next.place)
        : arrive(world, cue, entry.kind, waves.place, waves, true);
    if (!isIn) {
      const waited = (world.tick - state.due[cue]) / world.level.program.ticksPerSecond;
      if (waited < MOST_WAIT_SECONDS) return;
      state.missed[cue]++;
    }
    state.served[cue]++;
    state.due[cue] += wave.oneEveryTicks;
  }
}

/** Which of its entry the next arrival is, from 0; reused. */
const next = { place: 0 };

/** The entry of which one comes as number so-and-so of a wave, from 0; undefined behind the last. */
function entryOfArrival(
  waves: WavesProgram,
  number: number,
  entries: readonly WaveEntry[],
  served: number,
): WaveEntry | undefined {
  let before = 0;
  for (let index = 0; index < entries.length; index++) {
    const count = countInWave(waves, number, entries[index]);
    if (served < before + count) {
      next.place = served - before;
      return entries[index];
    }
    before += count;
  }
  return undefined;
}

function waitForEnd(world: World, cue: number, waves: WavesProgram): void {
  const state = world.cues;
  const since = world.tick - state.lastArrival[cue];
  if (since >= waves.stragglerTicks) sendStragglers(world, cue, waves);
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

/** Stragglers are taken away, or go once into the state that their wave gives them. */
function sendStragglers(world: World, cue: number, { stragglerStates }: WavesProgram): void {
  if (stragglerStates && world.cues.hasSent[cue] === 1) return;
  world.cues.hasSent[cue] = 1;
  const { program, brains, brainOfPiece } = world.level;
  for (const { first, count } of program.pools) {
    for (let piece = first; piece < first + count; piece++) {
      if (world.alive[piece] === 0 || world.cueOfPiece[piece] !== cue) continue;
      const brain = brainOfPiece[piece];
      if (!stragglerStates) world.retire(piece, 'left');
      else if (brain >= 0 && stragglerStates[brain] >= 0) sendInto(world, piece, brains[brain], stragglerStates[brain]);
    }
  }
}
