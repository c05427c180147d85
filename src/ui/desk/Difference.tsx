'use client';

import { sayChange, type PairedDifference } from '@/core/index';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** What the last edit has changed, on the same seeds. */
export function Difference({ difference }: { difference: PairedDifference }) {
  const tone = !difference.isReal ? 'quiet' : difference.value > 0 ? 'good' : 'bad';
  return (
    <div className={css.ruled}>
      <div className="quiet small">By your last edit, on the same {difference.seeds} seeds</div>
      <div className={`mono ${tone} ${css.factValue}`}>{sayDifference(difference)}</div>
      <Changes />
    </div>
  );
}

/** So many other changes are told; the plainest come first. */
const MOST_CHANGES = 3;

/** What else has changed for certain, with intervals that allow for looking at all of it. */
function Changes() {
  const { reading } = useDesk();
  const changes = useFollowed(reading, (state) => state.changes);
  if (changes.length === 0) return null;
  return (
    <ul className={`small ${css.changes}`} data-testid="changes" aria-label="What else has changed">
      {changes.slice(0, MOST_CHANGES).map((change) => (
        <li key={change.column}>{sayChange(change)}</li>
      ))}
    </ul>
  );
}

function sayDifference({ value, halfWidth, isReal }: PairedDifference): string {
  if (value === 0 && halfWidth === 0) return 'the same on every seed';
  const points = `${value > 0 ? '+' : '−'}${Math.abs(value * 100).toFixed(1)} points ± ${(halfWidth * 100).toFixed(1)}`;
  return isReal ? points : `no real change (${points})`;
}
