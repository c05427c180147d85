import { dropOldDeeds } from '../database/deeds';
import { allGameIds, dropRemoved, thinHistory } from '../database/history';
import { log } from '../log';

const EVERY_MS = 3_600_000;

/** Thins out histories and ends what was removed long ago. A game for which that fails is told of and keeps nobody else waiting. */
export async function tidyUp(now: Date): Promise<void> {
  let versions = 0;
  for (const id of await allGameIds()) {
    try {
      versions += await thinHistory(id, now);
    } catch (error) {
      log.error({ game: id, err: error }, 'a history could not be thinned out');
    }
  }
  const gone = { ...(await dropRemoved(now)), deeds: await dropOldDeeds(now) };
  if (versions + gone.games + gone.batches + gone.deeds > 0) log.info({ versions, ...gone }, 'tidied up');
}

/** Tidies up now and every hour; a failure is tried again the next time. */
export function startTidying(): void {
  const tidy = () => void tidyUp(new Date()).catch((error: unknown) => log.error({ err: error }, 'tidying up failed'));
  tidy();
  setInterval(tidy, EVERY_MS).unref();
}
