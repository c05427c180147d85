import { useQuery } from '@tanstack/react-query';
import {
  CONTROLS,
  controlRate,
  judgeTrust,
  summarise,
  type ControlRate,
  type FullSummary,
  type GameDocument,
  type Trust,
} from '@/core/index';
import type { BatchInfo } from '@/server/contracts/batches';
import { measuredLevel } from '../editor/readingController';
import { startSimulationWorker } from '../workers/simulationWorker';

/** So many runs of each control stand beside a batch. */
const CONTROL_RUNS = 100;

/** What the level of a batch comes to without anybody playing it, worked out here, and whether the batch says more than that. */
export function useTrust(
  game: GameDocument,
  batch: BatchInfo,
  summary: FullSummary,
): { trust: Trust | undefined; controls: readonly ControlRate[] | undefined } {
  const { data: controls } = useQuery({
    queryKey: ['controls', batch.revision, batch.levelId],
    queryFn: () => runControls(game, batch.levelId),
    staleTime: Infinity,
  });
  const trust = controls && summary.runs > 0 ? judgeTrust(summary, summary.findings, controls) : undefined;
  return { trust, controls };
}

async function runControls(game: GameDocument, levelId: string): Promise<ControlRate[]> {
  const worker = startSimulationWorker();
  try {
    await worker.api.prepare(game, levelId, false);
    const rates: ControlRate[] = [];
    for (const control of CONTROLS) {
      const chunk = await worker.api.runChunk(control, 1, CONTROL_RUNS);
      if (!chunk) continue;
      rates.push(controlRate(control, summarise(chunk.rows, measuredLevel(game, levelId))));
    }
    return rates;
  } finally {
    worker.end();
  }
}
