import type { FaultCode } from '../../foundation/faultCodes';
import { errorAt, type Diagnostic } from '../../foundation/diagnostic';
import { fail, succeed, type Result } from '../../foundation/result';
import { OrderedHash } from '../../foundation/traceHash';
import type { LevelProgram } from '../../compile/levelProgram';
import type { ColumnArray } from './columns';
import { ENGINE_VERSION } from './engineVersion';
import type { PlayerBody } from './player/playerBody';
import { copyNumbers, RunNumbers } from './runNumbers';
import type { World } from './world';

/**
 * Everything of a run at a moment between two ticks, as plain data. Restored into any world of the same level it goes on to the
 * same bytes.
 */
export interface WorldSnapshot {
  engine: number;
  /** Fingerprint of the level program that it belongs to. */
  level: string;
  numbers: RunNumbers;
  player: Record<string, number | boolean>;
  columns: Record<string, ColumnArray>;
}

export function takeSnapshot(world: World): WorldSnapshot {
  world.following?.partAll(world);
  world.noteStreams();
  const numbers = new RunNumbers();
  copyNumbers(numbers, world);
  return {
    engine: ENGINE_VERSION,
    level: fingerprintOfLevel(world.level.program),
    numbers,
    player: { ...world.player } as unknown as Record<string, number | boolean>,
    columns: Object.fromEntries(world.table.columns.map(({ name, array }) => [name, array.slice()])),
  };
}

/** Puts a world to where a snapshot was taken. The faults say why it does not fit; the world is then as it was. */
export function restoreSnapshot(world: World, snapshot: WorldSnapshot): Result<World, Diagnostic> {
  if (snapshot.engine !== ENGINE_VERSION)
    return refuse(
      'snapshot-of-other-engine',
      `This moment was kept by version ${snapshot.engine} of the engine; here is version ${ENGINE_VERSION}.`,
      'Play the run again up to there.',
    );
  if (snapshot.level !== fingerprintOfLevel(world.level.program))
    return refuse(
      'snapshot-of-other-level',
      'This moment belongs to another level, or to another state of this one.',
      'Play the run again up to there.',
    );
  const missing = world.table.columns.find(({ name, array }) => snapshot.columns[name]?.length !== array.length);
  if (missing)
    return refuse('snapshot-broken', `The kept moment lacks \`${missing.name}\`.`, 'Play the run again up to there.');
  world.follows.fill(0);
  copyNumbers(world, snapshot.numbers);
  world.player.copyFrom(snapshot.player as unknown as PlayerBody);
  for (const { name, array } of world.table.columns) array.set(snapshot.columns[name]);
  world.takeUpColumns();
  return succeed(world);
}

function refuse(code: FaultCode, message: string, hint: string): Result<World, Diagnostic> {
  return fail([errorAt({ path: [] }, code, message, hint)]);
}

/** A hash over all that a world is at a moment: columns, numbers and player. */
export function fingerprintOfWorld(world: World): string {
  const { numbers, player, columns } = takeSnapshot(world);
  const hash = new OrderedHash();
  hash.addText(JSON.stringify(numbers) + JSON.stringify(player));
  for (const [name, array] of Object.entries(columns)) {
    hash.addText(name);
    const bytes = new Uint8Array(array.buffer, array.byteOffset, array.byteLength);
    for (let index = 0; index < bytes.length; index++) hash.addInteger(bytes[index]);
  }
  return hash.digest();
}

const known = new WeakMap<LevelProgram, string>();

/** Tells level programs apart, with the knobs and the start that were chosen for a try. */
function fingerprintOfLevel(program: LevelProgram): string {
  const before = known.get(program);
  if (before) return before;
  const hash = new OrderedHash();
  hash.addText(JSON.stringify(program, (_, value: unknown) => (ArrayBuffer.isView(value) ? listOf(value) : value)));
  const digest = hash.digest();
  known.set(program, digest);
  return digest;
}

function listOf(view: ArrayBufferView): number[] {
  return Array.from(view as Uint8Array);
}
