import { sayShare, standInName, wilsonInterval, type GameDocument } from '@/core/index';
import type { ArmInfo, BatchInfo } from '@/server/contracts/batches';

const USUAL_STAND_IN = 'casual';

/** The newest batch that says something of a level as it is written, with the arm that does. */
export function newestOf(
  batches: readonly BatchInfo[],
  levelId: string,
  isWanted: (batch: BatchInfo) => boolean = () => true,
): { batch: BatchInfo; arm: ArmInfo } | undefined {
  for (const batch of batches) {
    const arms = batch.arms.filter((own) => own.levelId === levelId && own.isPlain);
    // Of several who played, the one whose numbers are shown everywhere else.
    const arm = arms.find(({ standInId }) => standInId === USUAL_STAND_IN) ?? arms.at(0);
    if (arm && isWanted(batch)) return { batch, arm };
  }
  return undefined;
}

/** The newest finished runs of a level as it is written, by who played. */
export function newestArms(batches: readonly BatchInfo[], levelId: string): Map<string, ArmInfo> {
  const arms = batches
    .filter(({ status }) => status === 'finished')
    .flatMap((batch) => batch.arms)
    .filter((arm) => arm.levelId === levelId && arm.isPlain);
  // The first of each is the newest.
  return new Map([...arms].reverse().map((arm) => [arm.standInId, arm]));
}

/** "Casual clears 48 % (44–52 %)", or how far a batch has come. */
export function sayBatch(batch: BatchInfo, arm: ArmInfo, game: GameDocument): string {
  switch (batch.status) {
    case 'running':
      return batch.ahead > 0 && batch.runsDone === 0
        ? `waits, ${batch.ahead} before it`
        : `running, ${batch.runsDone} of ${batch.runs} runs`;
    case 'cancelled':
      return `cancelled after ${batch.runsDone} of ${batch.runs} runs`;
    case 'failed':
      return 'failed';
    case 'finished':
      return sayArm(arm, game);
  }
}

/** "Casual clears 48 % (44–52 %)", with what is set otherwise. */
export function sayArm({ standInId, name, isPlain, runsWon, runsDone }: ArmInfo, game: GameDocument): string {
  return `${isPlain ? standInName(game, standInId) : name} clears ${sayShare(wilsonInterval(runsWon, runsDone))}`;
}

/** Levels of the arms of a batch, each once. */
export function levelNames({ arms }: BatchInfo): string {
  return [...new Set(arms.map(({ levelName }) => levelName))].join(', ');
}
