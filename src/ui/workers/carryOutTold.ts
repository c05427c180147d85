import { carryOut, type ChunkResult, type PlayTask, type RunPlan } from '@/core/index';

/** How far it is is told so often, ms: a state costs something to work out, and nobody reads more of them. */
const TOLD_MS = 250;

/** Carries out a plan of runs and tells now and then, with the seconds so far, as long as it is wanted; gives the seconds in all. */
export async function carryOutTold<Task extends PlayTask>(
  plan: RunPlan<Task>,
  play: (task: Task) => Promise<ChunkResult>,
  lanes: number,
  isWanted: () => boolean,
  tell: (seconds: number) => void,
): Promise<number> {
  const startedMs = performance.now();
  const seconds = () => (performance.now() - startedMs) / 1000;
  let toldMs = startedMs;
  await carryOut(plan, play, lanes, isWanted, () => {
    if (performance.now() - toldMs < TOLD_MS) return;
    toldMs = performance.now();
    tell(seconds());
  });
  return seconds();
}
