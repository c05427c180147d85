'use client';

import { sayCrossing, type CueFigures as Figures, type CueNumber, type CueProjection } from '@/core/index';
import { CueFigures, LaneView } from './CueFigures';
import { CueNumberRow } from './CueNumberRow';
import styles from './cues.module.css';
import { SmallLadder } from '../desk/SmallLadder';

interface CueAsideProps {
  chosen: Figures | undefined;
  shown: CueProjection | undefined;
  isBusy: boolean;
  numbers: readonly CueNumber[];
  onTurn: (number: CueNumber, value: number) => void;
  onDrop: () => void;
}

/** The numbers of one cue, and what they come to. */
export function CueAside({ chosen, shown, isBusy, numbers, onTurn, onDrop }: CueAsideProps) {
  return (
    <aside className={styles.aside} aria-busy={isBusy}>
      <SmallLadder />
      {chosen && shown ? (
        <>
          <h2 className={`heading ${styles.name}`}>{chosen.name}</h2>
          {numbers
            .filter(({ cue }) => cue === chosen.name)
            .map((number) => (
              <CueNumberRow
                key={number.what}
                number={number}
                onPreview={(value) => onTurn(number, value)}
                onDone={onDrop}
              />
            ))}
          <CueFigures figures={chosen} projection={shown} />
          {shown.lanes.map((lane) => (
            <LaneView key={lane.name} lane={lane} />
          ))}
          {shown.crossings.map((crossing) => (
            <section key={crossing.lanes.join()} className={styles.figures} data-testid="crossing">
              <h2 className="heading">One after the other</h2>
              <p className={styles.figureLine}>{sayCrossing(crossing)}</p>
            </section>
          ))}
          {shown.lanes.length === 0 && !chosen.gaps && (
            <p className={`quiet ${styles.below}`}>Gaps are shown for cues that come in where a lane begins.</p>
          )}
        </>
      ) : (
        <p className="quiet">What a cue comes to stands here.</p>
      )}
    </aside>
  );
}
