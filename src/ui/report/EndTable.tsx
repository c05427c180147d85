'use client';

import { sayEnd, saySeconds, sayShare, type Summary } from '@/core/index';

/** Ways in which runs end, the commonest first. */
export function EndTable({ summary }: { summary: Summary }) {
  if (summary.ends.length === 0) return <p className="quiet">Every run was cleared.</p>;
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
        {summary.ends.map((end) => (
          <tr key={`${end.cause} ${end.piece}`}>
            <td>{sayEnd(end)}</td>
            <td className="number">{sayShare(end.share)}</td>
            <td className="number">{saySeconds(end.medianSeconds)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
