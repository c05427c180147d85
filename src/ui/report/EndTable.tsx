'use client';

import { sayEnd, saySeconds, sayShare, type EndGroup } from '@/core/index';
import type { RunFilter } from '@/server/contracts/batches';

interface EndTableProps {
  ends: readonly EndGroup[];
  /** The filter, for the end that is chosen. */
  chosen: RunFilter;
  onChoose: (end: Partial<EndGroup>) => void;
}

/** Ways in which runs end, the commonest first; a click shows only those runs, another one all again. */
export function EndTable({ ends, chosen, onChoose }: EndTableProps) {
  const isChosen = ({ cause, piece }: EndGroup) => chosen.cause === cause && chosen.owner === piece;
  if (ends.length === 0) return <p className="quiet">Every run was cleared.</p>;
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>end</th>
          <th className="number">share of runs</th>
          <th className="number">median at</th>
        </tr>
      </thead>
      <tbody>
        {ends.map((end) => (
          <tr key={`${end.cause} ${end.piece}`}>
            <td>
              <button
                type="button"
                className="act"
                aria-pressed={isChosen(end)}
                onClick={() => onChoose(isChosen(end) ? { cause: undefined, piece: undefined } : end)}
              >
                {sayEnd(end)}
              </button>
            </td>
            <td className="number">{sayShare(end.share)}</td>
            <td className="number">{saySeconds(end.medianSeconds)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
