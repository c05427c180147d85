import { compileHappening, startOfCheck } from '../../compile/compileSavedCheck';
import type { LevelProgram, Overrides } from '../../compile/levelProgram';
import type { GameDocument } from '../../document/gameDocument';
import { MOST_CHECK_SECONDS, unpackInputs, type SavedCheck } from '../../document/savedCheck';
import { playKey } from '../../document/playKey';
import { standInsOf } from '../../document/standIns';
import { fail, succeed, type Result } from '../../foundation/result';
import type { Diagnostic } from '../../foundation/diagnostic';
import { compileGameLevel } from '../../pipeline';
import type { RunEvent } from '../../simulate/engine/runEvent';
import { isInput } from '../../simulate/engine/player/inputs';
import { Runner, type Steering } from '../../simulate/run';
import { steeringOf } from '../../simulate/steeringOf';
import { watchHappening } from './watchHappening';

/**
 * What came of a saved check. `holds` and `broken` have the moment, in seconds from where it begins, at which that was clear;
 * `cannot be played`: why, in the words of a fault.
 */
export type CheckOutcome =
  { status: 'holds' | 'broken'; seconds: number; why: string } | { status: 'cannot be played'; why: string };

export interface PlayedCheck {
  levelId: string;
  check: SavedCheck;
  outcome: CheckOutcome;
}

/** Plays the saved checks of one level again and again, as it changes; what a change does not touch is not played anew. */
export class CheckPlayer {
  private key = '';
  private known = new Map<string, CheckOutcome>();

  play(game: GameDocument, levelId: string): PlayedCheck[] {
    const key = `${levelId} ${playKey(game, levelId)}`;
    if (key !== this.key) this.known = new Map();
    this.key = key;
    const played = playSavedChecks(game, levelId, (check) => this.known.get(JSON.stringify(check)));
    this.known = new Map(played.map(({ check, outcome }) => [JSON.stringify(check), outcome]));
    return played;
  }
}

/** Plays all saved checks of a level of which nothing is known yet; levels are compiled once for each start. */
export function playSavedChecks(
  game: GameDocument,
  levelId: string,
  known: (check: SavedCheck) => CheckOutcome | undefined = () => undefined,
): PlayedCheck[] {
  const checks = game.levels.find(({ id }) => id === levelId)?.checks ?? [];
  const compiled = new Map<string, Result<LevelProgram, Diagnostic>>();
  const compile = (overrides: Overrides) => {
    const key = JSON.stringify(overrides);
    const program = compiled.get(key) ?? compileGameLevel(game, levelId, overrides);
    compiled.set(key, program);
    return program;
  };
  return checks.map((check) => ({ levelId, check, outcome: known(check) ?? playSavedCheck(game, check, compile) }));
}

/** Who presses the keys in a saved check, in a level that has so many ticks a second. */
export function steeringOfCheck(
  game: Pick<GameDocument, 'standIns'>,
  { plays, inputs }: SavedCheck,
  ticksPerSecond: number,
): Steering | undefined {
  if (inputs !== undefined)
    return { type: 'inputs', inputs: unpackInputs(inputs, MOST_CHECK_SECONDS * ticksPerSecond).filter(isInput) };
  return plays === undefined ? { type: 'inputs', inputs: [] } : steeringOf(plays, standInsOf(game));
}

/** Plays one saved check up to where it is decided. */
function playSavedCheck(
  game: GameDocument,
  check: SavedCheck,
  compile: (overrides: Overrides) => Result<LevelProgram, Diagnostic>,
): CheckOutcome {
  const start = startOfCheck(check);
  const program = start.ok ? compile(start.value) : start;
  if (!program.ok) return { status: 'cannot be played', why: program.faults[0].message };
  const made = compileHappening(check.happens, program.value);
  if (!made.ok) return { status: 'cannot be played', why: made.faults[0].message };
  const { ticksPerSecond } = program.value;
  const steering = steeringOfCheck(game, check, ticksPerSecond);
  if (!steering) return { status: 'cannot be played', why: `There is no stand-in \`${check.plays}\`.` };
  return watchRun(check, program.value, steering, watchHappening(made.value));
}

function watchRun(
  { seed = 1, holds, seconds }: SavedCheck,
  program: LevelProgram,
  steering: Steering,
  watch: ReturnType<typeof watchHappening>,
): CheckOutcome {
  const { ticksPerSecond } = program;
  const events: RunEvent[] = [];
  let firstTick = -1;
  let lastTick = 0;
  let has = false;
  const { record } = new Runner(program, steering).run(seed, {
    events,
    skipHash: true,
    onTick(world) {
      if (firstTick < 0) firstTick = world.tick;
      lastTick = world.tick;
      has ||= watch(world, events);
      events.length = 0;
    },
    isEnough: (world) => has || world.tick - firstTick >= seconds * ticksPerSecond,
  });
  const passed = (lastTick - firstTick) / ticksPerSecond;
  if (has) {
    const isGood = holds === 'before';
    return { status: isGood ? 'holds' : 'broken', seconds: passed, why: `it happens at ${passed.toFixed(1)} s` };
  }
  // What is over without being won shows nothing of the time that was left.
  const endsEarly = record !== undefined && passed < seconds - 1e-9;
  if (holds === 'not before' && (!endsEarly || record.outcome === 'won'))
    return { status: 'holds', seconds: passed, why: `not until ${passed.toFixed(1)} s` };
  const why = endsEarly
    ? `the run is over at ${passed.toFixed(1)} s (${record.outcome}${record.outcome === 'out of time' ? '' : `, ${record.cause}`})`
    : `not within ${passed.toFixed(1)} s`;
  return { status: 'broken', seconds: passed, why };
}

/** What a check needs so that its run can be shown: the level as it begins, and who plays. */
export function sceneOfCheck(
  game: GameDocument,
  levelId: string,
  check: SavedCheck,
): Result<{ program: LevelProgram; steering: Steering; seed: number }, Diagnostic> {
  const start = startOfCheck(check);
  if (!start.ok) return start;
  const program = compileGameLevel(game, levelId, start.value);
  if (!program.ok) return program;
  const steering = steeringOfCheck(game, check, program.value.ticksPerSecond);
  return steering ? succeed({ program: program.value, steering, seed: check.seed ?? 1 }) : fail([]);
}
