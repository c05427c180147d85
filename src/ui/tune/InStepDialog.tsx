'use client';

import { Modal } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { PageLink } from '../frame/PageLink';
import { useState } from 'react';
import { saySeconds, standInName, type GameDocument, type RecordedRun } from '@/core/index';
import { useFollowed } from '../desk/DeskContext';
import { addressOfRun } from '../editor/askedRun';
import { Playback } from '../editor/playback';
import { Failed, Loading } from '../frame/States';
import { PlayingBar, useAdvancing } from '../replay/PlayingBar';
import { ReplayEnd, ReplayPicture } from '../replay/ReplayPicture';
import { startSimulationWorker } from '../workers/simulationWorker';
import { partingTick } from './partingTick';
import css from './tune.module.css';

const WIDTH = 470;
const MOST_HEIGHT = 420;
/** They are shown from so long before they part. */
const LEAD_SECONDS = 1;

interface InStepProps {
  before: GameDocument;
  after: GameDocument;
  levelId: string;
  standIn: string;
  seed: number;
  onClose: () => void;
}

/** The same person on the same seed in both versions, side by side and in step, from just before they part. */
export function InStepDialog({ onClose, ...asked }: InStepProps) {
  const { before, after, levelId, standIn, seed } = asked;
  const query = useQuery({
    queryKey: ['in step', levelId, standIn, seed],
    queryFn: async () => [await recordIn(before, asked), await recordIn(after, asked)] as const,
    staleTime: Infinity,
    gcTime: 0,
  });
  return (
    <Modal
      opened
      onClose={onClose}
      size="auto"
      centered
      title={`${standInName(after, standIn)}, seed ${seed}: before and draft`}
    >
      {query.data ? (
        <>
          <InStep {...asked} runs={query.data} />
          <PageLink href={addressOfRun(after.id, levelId, { seed, standIn, seconds: 0 })}>
            The run of the draft on the desk
          </PageLink>
        </>
      ) : query.error ? (
        <Failed error={query.error} />
      ) : (
        <Loading what="both runs" />
      )}
    </Modal>
  );
}

async function recordIn(game: GameDocument, { levelId, standIn, seed }: Omit<InStepProps, 'onClose'>) {
  const worker = startSimulationWorker();
  try {
    const { faults } = await worker.api.prepare(worker.feed.next(game), levelId, false);
    if (faults.length > 0) throw new Error(faults[0].message);
    const run = await worker.api.record(standIn, seed);
    if (!run) throw new Error('This run cannot be simulated again.');
    return run;
  } finally {
    worker.end();
  }
}

const lastTickOf = ({ frames, frameSize }: RecordedRun) => frames.length / frameSize - 1;

function InStep({
  before,
  after,
  levelId,
  runs,
}: Omit<InStepProps, 'onClose'> & { runs: readonly [RecordedRun, RecordedRun] }) {
  const parts = partingTick(...runs);
  const { ticksPerSecond } = runs[1];
  const [playback] = useState(() => {
    const own = new Playback();
    own.setRun(Math.max(...runs.map(lastTickOf)), ticksPerSecond);
    own.seek(Math.max(0, (parts ?? 0) - LEAD_SECONDS * ticksPerSecond));
    own.play();
    return own;
  });
  useAdvancing(playback);
  const { tick } = useFollowed(playback, (state) => state);
  return (
    <>
      <p className="quiet flush">
        {parts === undefined
          ? 'They never part.'
          : `They part at ${saySeconds(parts / ticksPerSecond)}: up to there the player does the same in both.`}
      </p>
      <div className={css.inStep}>
        {[before, after].map((game, side) => (
          <div key={side} role="group" aria-label={side === 0 ? 'Before' : 'Draft'}>
            <div className="quiet small">{side === 0 ? 'before' : 'draft'}</div>
            <ReplayPicture
              game={game}
              levelId={levelId}
              run={runs[side]}
              tick={Math.min(tick, lastTickOf(runs[side]))}
              mind={undefined}
              width={WIDTH}
              mostHeight={MOST_HEIGHT}
            />
            <ReplayEnd game={game} levelId={levelId} run={runs[side]} />
          </div>
        ))}
      </div>
      <div className={css.status}>
        <PlayingBar playback={playback} />
      </div>
    </>
  );
}
