'use client';

import { sayEnd, saySeconds, sayShare, type EndGroup, type LossGroup } from '@/core/index';
import type { RunFilter } from '@/server/contracts/batches';
import css from './report.module.css';

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

/** Ways in which lives are lost, those of runs that were cleared among them; nothing where there are no lives. */
export function LossTable({ losses }: { losses: readonly LossGroup[] }) {
  if (losses.length === 0) return null;
  return (
    <>
      <h2 className={`heading ${css.part}`}>What takes lives, in all runs</h2>
      <table className="rows">
        <thead>
          <tr>
            <th>loss</th>
            <th className="number">a run</th>
            <th className="number">median at</th>
          </tr>
        </thead>
        <tbody>
          {losses.map((loss) => (
            <tr key={`${loss.cause} ${loss.piece}`}>
              <td>{sayEnd(loss)}</td>
              <td className="number">{loss.perRun.toFixed(2)}</td>
              <td className="number">{saySeconds(loss.medianSeconds)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
