import Papa from 'papaparse';
import { FACINGS, type PoseRow } from '../measure/poses';

/** Which pictures of each kind are needed, as CSV: a row for each kind and state, shares of its time in percent. */
export function writePoseCsv(rows: readonly PoseRow[]): string {
  const percent = (share: number) => (100 * share).toFixed(2);
  return Papa.unparse(
    rows.map(({ kind, state, share, facings }) => ({
      kind,
      state,
      share_percent: percent(share),
      ...Object.fromEntries(FACINGS.map((facing, index) => [`${facing}_percent`, percent(facings[index])])),
    })),
    { newline: '\n' },
  );
}
