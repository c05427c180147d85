import * as z from 'zod';

/** The shapes of replies; fetched with the first request, so that pages stand before them. */
export { batchInfo, batchListReply, compareReply, reportReply, runPageReply } from '@/server/contracts/batches';
export { faultShape } from '@/server/contracts/faults';
export { gameListReply, gameReply, importReply, removeReply, revisionReply, saveReply } from '@/server/contracts/games';
export { historyReply } from '@/server/contracts/history';
export { machinesReply } from '@/server/contracts/machines';
export { findNumbersReply } from '@/server/contracts/numbers';
export { notesReply } from '@/server/contracts/notes';
export { deedsReply, linksReply, madeLinkReply, meReply } from '@/server/contracts/people';
export { togetherEvent } from '@/server/contracts/together';

/** For replies of which nothing is read. */
export const anyReply = z.unknown();
