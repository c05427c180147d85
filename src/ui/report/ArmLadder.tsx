'use client';

import { sayShare, wilsonInterval } from '@/core/index';
import type { ArmInfo } from '@/server/contracts/batches';
import styles from './report.module.css';

/** What every arm of a batch clears, with intervals; a click shows the report of another one. */
export function ArmLadder({
  arms,
  chosen,
  onChoose,
}: {
  arms: readonly ArmInfo[];
  chosen: number;
  onChoose: (arm: number) => void;
}) {
  return (
    <section className={`band ${styles.arms}`} aria-label="Arms">
      <div className={styles.armsHead}>
        <h2 className="heading">Arms · {arms.length}</h2>
        <span className="quiet">clear rate on the same seeds; thin line: 95 % interval; a click shows its report</span>
      </div>
      <div role="radiogroup" aria-label="Whose report is shown">
        {arms.map((arm) => (
          <ArmBar key={arm.arm} arm={arm} isChosen={arm.arm === chosen} onChoose={() => onChoose(arm.arm)} />
        ))}
      </div>
    </section>
  );
}

function ArmBar({ arm, isChosen, onChoose }: { arm: ArmInfo; isChosen: boolean; onChoose: () => void }) {
  const { name, runs, runsDone, runsWon } = arm;
  const share = wilsonInterval(runsWon, runsDone);
  const percent = (part: number) => `${(part * 100).toFixed(1)}%`;
  return (
    <button type="button" role="radio" aria-checked={isChosen} className={styles.arm} onClick={onChoose}>
      <span className="cut" title={name}>
        {name}
      </span>
      <span className={styles.bar}>
        {runsDone > 0 && (
          <>
            <span className={styles.barValue} style={{ width: percent(share.value) }} />
            <span
              className={styles.barInterval}
              style={{ left: percent(share.low), width: percent(share.high - share.low) }}
            />
          </>
        )}
      </span>
      <span className="mono">{runsDone > 0 ? sayShare(share) : 'not begun'}</span>
      <span className="quiet mono">{runsDone < runs ? `${runsDone} of ${runs}` : `${runs} runs`}</span>
    </button>
  );
}
