import { kindOf, type GameDocument, type PlayedCheck, type RecordedRun } from '@/core/index';

/** Who plays in a check that is made of a moment: the same keys again, nobody, or a stand-in, by its id. */
export type WhoPlays = 'keys' | 'nobody' | (string & {});

export interface ShownMoment {
  run: RecordedRun;
  /** Ticks from where the run begins. */
  tick: number;
  /** Where the run begins, as a start is written. */
  from: string | undefined;
  who: WhoPlays;
  /** Ids of what is selected. */
  selected: readonly string[];
}

/** Statements of a moment that hold when they are played, whoever plays then. */
export async function proposeForMoment(
  game: GameDocument,
  levelId: string,
  { run, tick, from, who, selected }: ShownMoment,
): Promise<PlayedCheck[]> {
  const { playSavedChecks, proposeChecks, recordRun, sceneOfCheck } = await import('./runEngine');
  const keepsKeys = who === 'keys';
  const scene = {
    ...(from === undefined ? {} : { from }),
    ...(run.seed === 1 ? {} : { seed: run.seed }),
    ...(keepsKeys || who === 'nobody' ? {} : { plays: who }),
  };
  const level = game.levels.find(({ id }) => id === levelId);
  if (!level) return [];
  const made = sceneOfCheck(game, levelId, {
    ...{ ...scene, happens: { event: 'level is won' }, holds: 'before', seconds: tick / run.ticksPerSecond },
  });
  if (!made.ok) return [];
  const { program, steering, seed } = made.value;
  const shown = keepsKeys ? run : recordRun(program, steering, seed);
  const playerId = level.pieces.find(({ kind }) => kindOf(game, kind)?.control)?.id;
  const isWatched = program.brains.some(({ sightRange }) => sightRange > 0);
  const frames = shown.frames.length / shown.frameSize - 1;
  const checks = proposeChecks(shown, Math.min(tick, frames), scene, { keepsKeys, selected, playerId, isWatched });
  const levels = game.levels.map((own) => (own.id === levelId ? { ...own, checks } : own));
  return playSavedChecks({ ...game, levels }, levelId).filter(({ outcome }) => outcome.status === 'holds');
}
