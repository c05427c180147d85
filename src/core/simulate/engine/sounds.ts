import { isLineClear } from '../../arena/sight';
import { actsOfState, PLAYER_SOUND, type LevelProgram } from '../../compile/levelProgram';
import type { ColumnTable } from './columns';
import type { World } from './world';

/** Shouts of one tick, as many as there can be of them at most. */
export class Soundscape {
  readonly counted: Int32Array;
  readonly sound: Int32Array;
  readonly from: Int32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly range: Float64Array;

  constructor(table: ColumnTable) {
    this.counted = table.integers('one');
    this.sound = table.integers('sound');
    this.from = table.integers('sound');
    this.x = table.floats('sound');
    this.y = table.floats('sound');
    this.range = table.floats('sound');
  }

  get count(): number {
    return this.counted[0];
  }

  add(sound: number, from: number, x: number, y: number, range: number): void {
    const index = this.counted[0]++;
    this.sound[index] = sound;
    this.from[index] = from;
    this.x[index] = x;
    this.y[index] = y;
    this.range[index] = range;
  }

  /** Takes over what is in another one, which is then empty. */
  takeFrom(other: Soundscape): void {
    this.counted[0] = 0;
    for (let index = 0; index < other.count; index++)
      this.add(other.sound[index], other.from[index], other.x[index], other.y[index], other.range[index]);
    other.counted[0] = 0;
  }
}

/** How many shouts one tick can hold at most: every piece does each of its acts a few times at the very most. */
export function mostSounds({ pieces, brains }: LevelProgram): number {
  const shouts = brains.map((brain) =>
    brain.states.reduce((sum, state) => sum + actsOfState(state).filter(({ act }) => act === 'shout').length, 0),
  );
  return pieces.reduce((sum, { brain }) => sum + (brain >= 0 ? MOST_TIMES * shouts[brain] : 0), 0);
}

/** Acts of a state are done at most so often in a tick: sent into it by a cue, begun in it, left and entered anew. */
const MOST_TIMES = 4;

/** Whether a sound reaches a piece in this tick; the place of the nearest becomes its last sound. */
export function hears(world: World, piece: number, sound: number, range: number, isBlocked: boolean): boolean {
  if (sound === PLAYER_SOUND) return hearsPlayer(world, piece, range, isBlocked);
  const { soundsNow } = world;
  let best = Infinity;
  for (let index = 0; index < soundsNow.count; index++) {
    if (soundsNow.sound[index] !== sound || soundsNow.from[index] === piece) continue;
    const dx = soundsNow.x[index] - world.x[piece];
    const dy = soundsNow.y[index] - world.y[piece];
    const square = dx * dx + dy * dy;
    const reach = Math.min(range, soundsNow.range[index]);
    if (square > reach * reach || square >= best) continue;
    if (isBlocked && !isOpenTo(world, piece, soundsNow.x[index], soundsNow.y[index])) continue;
    best = square;
    world.lastSoundX[piece] = soundsNow.x[index];
    world.lastSoundY[piece] = soundsNow.y[index];
    world.hasHeard[piece] = 1;
  }
  return best < Infinity;
}

/** The steps of a player that moved in the tick before. */
function hearsPlayer(world: World, piece: number, range: number, isBlocked: boolean): boolean {
  const { player } = world;
  if (!world.hasPlayer || (world.playerMovedX === 0 && world.playerMovedY === 0)) return false;
  const dx = player.x - world.x[piece];
  const dy = player.y - world.y[piece];
  if (dx * dx + dy * dy > range * range) return false;
  if (isBlocked && !isOpenTo(world, piece, player.x, player.y)) return false;
  world.lastSoundX[piece] = player.x;
  world.lastSoundY[piece] = player.y;
  world.hasHeard[piece] = 1;
  return true;
}

function isOpenTo(world: World, piece: number, x: number, y: number): boolean {
  return isLineClear(world.ground.grid, world.x[piece], world.y[piece], x, y);
}

/** Whether another of its kind that is near and in sight chases; its last sighting is then taken over. */
export function seesAllyHunt(world: World, piece: number, range: number): boolean {
  const { piecesOfKind, program } = world.level;
  let holds = false;
  for (const other of piecesOfKind[program.pieces[piece].kindIndex]) {
    if (other === piece || world.alive[other] === 0 || !world.isHunting(other)) continue;
    const dx = world.x[other] - world.x[piece];
    const dy = world.y[other] - world.y[piece];
    if (dx * dx + dy * dy > range * range || !isOpenTo(world, piece, world.x[other], world.y[other])) continue;
    takeSighting(world, piece, other);
    holds = true;
  }
  return holds;
}

/** A piece learns where another last saw the player, if that is newer than what it knows. */
export function takeSighting(world: World, piece: number, other: number): void {
  if (world.lastSeenTick[other] <= world.lastSeenTick[piece]) return;
  world.lastSeenTick[piece] = world.lastSeenTick[other];
  world.lastSeenX[piece] = world.lastSeenX[other];
  world.lastSeenY[piece] = world.lastSeenY[other];
}
