'use client';

import { useEffect, useState, type ReactNode } from 'react';
import { RulesList, WhyList } from '../../bench/WhyList';
import type { ReadingController } from '../../editor/readingController';
import { useDesk, useFollowed } from '../DeskContext';
import css from './card.module.css';

/** Why a piece does what it does at the moment of the run that is shown. */
export function WhyNow({ pieceId }: { pieceId: string }) {
  return (
    <WhyAtMoment
      about={pieceId}
      label="Why?"
      ask={async (reading, tick) => {
        const explanation = await reading.explain(tick, pieceId);
        return explanation && <WhyList explanation={explanation} />;
      }}
    />
  );
}

/** Why the level is not won, lost or scored yet at that moment, and why a cue has not opened. */
export function WhyRulesNow() {
  return (
    <WhyAtMoment
      about="rules"
      label="Why not yet?"
      ask={async (reading, tick) => {
        const explanation = await reading.explainRules(tick);
        return explanation && <RulesList explanation={explanation} />;
      }}
    />
  );
}

interface Question {
  /** What is asked about; another answer is shown for another one. */
  about: string;
  label: string;
  ask: (reading: ReadingController, tick: number) => Promise<ReactNode>;
}

function WhyAtMoment({ about, label, ask }: Question) {
  const { reading, playback } = useDesk();
  const [isOpen, setIsOpen] = useState(false);
  const tick = useFollowed(playback, (state) => Math.round(state.tick));
  const isPlaying = useFollowed(playback, (state) => state.isPlaying);
  const seed = useFollowed(reading, (state) => state.sampleSeed);
  const isStale = useFollowed(reading, (state) => state.isStale);
  const [answer, setAnswer] = useState<{ key: string; shown: ReactNode }>();
  const key = `${about} ${seed} ${tick}`;
  useEffect(() => {
    if (!isOpen || isPlaying || isStale) return;
    let isCurrent = true;
    void ask(reading, tick).then((shown) => {
      if (isCurrent) setAnswer({ key, shown });
    });
    return () => {
      isCurrent = false;
    };
    // Another question has another key.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isOpen, isPlaying, isStale, reading, tick, key]);
  return (
    <div className={css.whyNow}>
      <button type="button" className="act" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
        {isOpen ? `Close ${label.replace('?', '')}` : label}
      </button>
      {isOpen && (
        <div className={css.whyText}>
          {isPlaying ? (
            <span className="quiet">Pause the run to ask.</span>
          ) : answer?.key !== key ? (
            <span className="quiet">Playing the run up to here…</span>
          ) : (
            (answer.shown ?? <span className="quiet">The run has ended before this moment.</span>)
          )}
        </div>
      )}
    </div>
  );
}
