import { waveAt, countInWave, type CueProgram, type SpawnerProgram, type WavesProgram } from '../../compile/cueProgram';
import { actsOfState, isUnsafe, type LevelProgram } from '../../compile/levelProgram';
import { lastSecondToWin } from './runEnd';

/** How much of each kind there can be in a run at most, and what can become of it; before any run, so at the very best. */
export interface Supply {
  /** By kind: how many at most in a whole run; Infinity for no end. */
  most: number[];
  /** By kind: whether anything can take it away, whatever that is. */
  canGo: boolean[];
  /** By kind: whether anything can defeat it. */
  canBeDefeated: boolean[];
}

/** So many waves are counted before there is no end to them. */
const MOST_WAVES = 400;

export function supplyOf(program: LevelProgram): Supply {
  const most = program.kinds.map(() => 0);
  for (const { kindIndex, isShot, isArrival } of program.pieces) if (!isShot && !isArrival) most[kindIndex]++;
  most[program.player.kindIndex]++;
  for (const cue of program.cues) addCue(program, most, cue);
  const { gun } = program.player;
  if (gun)
    most[program.pieces[gun.firstShot].kindIndex] += gun.ammunition < 0 || refills(program) ? Infinity : gun.ammunition;
  program.kinds.forEach(({ parts }, kind) => {
    for (const part of parts) if (most[kind] > 0) most[part] += most[kind];
  });
  for (const kind of firedBy(program)) most[kind] = Infinity;
  const isMet = (by: number, on: number) => most[by] > 0 && most[on] > 0;
  const meets = (kind: number, effects: ReadonlySet<string>) =>
    program.contacts.some(
      (contact) =>
        contact.on === kind && isMet(contact.by, kind) && contact.effects.some(({ effect }) => effects.has(effect)),
    );
  const used = new Set(program.ground.typeOfCell);
  const groundTakes = program.ground.types.some((type, index) => used.has(index) && (type.harm > 0 || isUnsafe(type)));
  const canBeDefeated = program.kinds.map(({ floats }, kind) => meets(kind, DEFEATS) || (groundTakes && !floats));
  const leaving = leavingKinds(program);
  return {
    most,
    canBeDefeated,
    canGo: withParts(
      program,
      program.kinds.map((_, kind) => canBeDefeated[kind] || meets(kind, TAKES) || leaving.has(kind)),
    ),
  };
}

/** What is fixed to a body goes with it. */
function withParts({ kinds }: LevelProgram, canGo: readonly boolean[]): boolean[] {
  const all = [...canGo];
  kinds.forEach(({ parts }, kind) => {
    if (canGo[kind]) for (const part of parts) all[part] = true;
  });
  return all;
}

const DEFEATS: ReadonlySet<string> = new Set(['defeat', 'harm']);
const TAKES: ReadonlySet<string> = new Set(['collect']);

function refills({ contacts, player }: LevelProgram): boolean {
  return contacts.some(
    ({ on, effects }) =>
      on === player.kindIndex && effects.some((own) => own.effect === 'refill' && own.what === 'ammunition'),
  );
}

function addCue(program: LevelProgram, most: number[], cue: CueProgram): void {
  if (cue.type === 'spawner') {
    const kinds = cue.gap ? [cue.gap.first, cue.gap.second, cue.gap.strip] : cue.picks.map(({ kind }) => kind);
    for (const kind of kinds) if (kind >= 0) most[kind] += Math.min(cue.mostInAll, mostInTime(program, cue));
    return;
  }
  const waves = countWaves(cue);
  for (let number = 0; number < Math.min(waves, MOST_WAVES); number++)
    for (const entry of waveAt(cue, number)!.entries) most[entry.kind] += countInWave(cue, number, entry);
  if (waves === Infinity)
    for (const { entries } of cue.waves.slice(cue.repeatFrom)) for (const { kind } of entries) most[kind] = Infinity;
  // Supplies come in every rest, so once less often than waves.
  for (const { kind, count } of cue.supplies) if (waves > 1) most[kind] += count * (waves - 1);
}

/** How many a spawner lets in at the very most until a run is over. */
function mostInTime(program: LevelProgram, { firstTicks, everyTicks, jitterTicks, isOnce }: SpawnerProgram): number {
  const left = lastSecondToWin(program) * program.ticksPerSecond - Math.max(0, firstTicks - jitterTicks);
  if (left < 0 || isOnce) return left < 0 ? 0 : 1;
  const every = everyTicks - jitterTicks;
  return every > 0 ? 1 + Math.floor(left / every) : Infinity;
}

/** How many waves come in all; Infinity for no end. */
export function countWaves({ waves, repeatFrom, repeatTimes }: WavesProgram): number {
  return repeatFrom < 0 ? waves.length : waves.length + repeatTimes * (waves.length - repeatFrom);
}

/** Kinds that behaviors fire or lay down. */
function firedBy({ pieces, brains }: LevelProgram): Set<number> {
  const used = new Set(pieces.filter(({ brain }) => brain >= 0).map(({ brain }) => brain));
  const kinds = [...used].flatMap((brain) =>
    brains[brain].states.flatMap(actsOfState).flatMap((act) => (act.act === 'fire' && act.kind >= 0 ? [act.kind] : [])),
  );
  return new Set(kinds);
}

/** Kinds that go by themselves: they vanish, drift out of the level, or are retired by what let them in. Shots always end. */
export function leavingKinds({ pieces, brains, cues }: LevelProgram): Set<number> {
  const kinds = new Set(pieces.filter(({ isShot }) => isShot).map(({ kindIndex }) => kindIndex));
  for (const { brain, kindIndex } of pieces) {
    if (brain < 0) continue;
    const { states } = brains[brain];
    const leaves = states.some(
      (state) =>
        (state.motion.operation === 'drift' && state.motion.rim === 'leave') ||
        actsOfState(state).some(({ act }) => act === 'vanish'),
    );
    if (leaves) kinds.add(kindIndex);
  }
  for (const cue of cues) {
    if (cue.type === 'spawner' && (cue.outsideBy < Infinity || cue.retireTicks < Infinity))
      for (const { kind } of cue.picks) kinds.add(kind);
    if (cue.type === 'waves' && cue.stragglerTicks < Infinity && !cue.stragglerStates)
      for (const { entries } of cue.waves) for (const { kind } of entries) kinds.add(kind);
  }
  return kinds;
}
