import { isOf } from '@/queue/numberStore';
import {
  findNumbersRequest,
  keepNumbersRequest,
  type FindNumbersReply,
  type KeepNumbersReply,
} from '../contracts/numbers';
import { answer } from '../http/faults';
import { readJson } from '../http/requests';
import { keptNumbers } from '../jobs/keptNumbers';

const MOST_ASKED_BYTES = 1024 * 1024;
const MOST_KEPT_BYTES = 16 * 1024 * 1024;

/** Numbers of runs that somebody has measured before. */
export function postFindNumbers(request: Request): Promise<Response> {
  return answer(async (): Promise<FindNumbersReply> => {
    const { play, stretches } = await readJson(request, findNumbersRequest, MOST_ASKED_BYTES);
    const store = keptNumbers();
    if (!store) return { numbers: stretches.map(() => null) };
    return { numbers: await Promise.all(stretches.map(async (own) => (await store.find({ play, ...own })) ?? null)) };
  });
}

/** Takes in numbers that a desk has measured; those of other versions or seeds than it says are left out. */
export function putNumbers(request: Request): Promise<Response> {
  return answer(async (): Promise<KeepNumbersReply> => {
    const { play, numbers } = await readJson(request, keepNumbersRequest, MOST_KEPT_BYTES);
    const store = keptNumbers();
    const sound = numbers.filter(({ stretch, result }) => isOf({ play, ...stretch }, result));
    if (!store) return { kept: 0 };
    for (const { stretch, result } of sound) await store.keep({ play, ...stretch }, result);
    return { kept: sound.length };
  });
}
