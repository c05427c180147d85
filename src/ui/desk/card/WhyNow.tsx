'use client';

import { useEffect, useState } from 'react';
import type { Explanation } from '@/core/index';
import { WhyList } from '../../bench/WhyList';
import { useDesk, useFollowed } from '../DeskContext';

/** Why a piece does what it does at the moment of the run that is shown. */
export function WhyNow({ pieceId }: { pieceId: string }) {
  const { reading, playback } = useDesk();
  const [isOpen, setIsOpen] = useState(false);
  const tick = useFollowed(playback, (state) => Math.round(state.tick));
  const isPlaying = useFollowed(playback, (state) => state.isPlaying);
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  const isStale = useFollowed(reading, (state) => state.isStale);
  const [answer, setAnswer] = useState<{ key: string; explanation: Explanation | undefined }>();
  const key = `${pieceId} ${seed} ${tick}`;
  useEffect(() => {
    if (!isOpen || isPlaying || isStale) return;
    let isCurrent = true;
    void reading.explain(tick, pieceId).then((explanation) => {
      if (isCurrent) setAnswer({ key, explanation });
    });
    return () => {
      isCurrent = false;
    };
  }, [isOpen, isPlaying, isStale, reading, tick, pieceId, key]);
  return (
    <div style={{ marginTop: 8 }}>
      <button type="button" className="act" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
        {isOpen ? 'Close Why' : 'Why?'}
      </button>
      {isOpen && (
        <div style={{ maxHeight: 190, overflow: 'auto', marginTop: 4, fontSize: 12 }}>
          {isPlaying ? (
            <span className="quiet">Pause the run to ask.</span>
          ) : answer?.key !== key ? (
            <span className="quiet">Playing the run up to here…</span>
          ) : answer.explanation ? (
            <WhyList explanation={answer.explanation} />
          ) : (
            <span className="quiet">The run has ended before this moment.</span>
          )}
        </div>
      )}
    </div>
  );
}
