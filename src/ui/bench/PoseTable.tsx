'use client';

import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import { FACINGS, inFour, writePoseCsv, type PoseRow } from '@/core/index';
import { saveText } from '../frame/saveText';
import css from './bench.module.css';

const ARROWS = ['→', '↘', '↓', '↙', '←', '↖', '↑', '↗'];
const STRAIGHT = [0, 2, 4, 6];

/** Which pictures are needed: how long each kind looks each way in each state. */
export function PoseTable({ rows }: { rows: readonly PoseRow[] }) {
  const [count, setCount] = useState<'4' | '8'>('4');
  const facings = count === '8' ? FACINGS.map((_, index) => index) : STRAIGHT;
  const sharesOf = (row: PoseRow) => (count === '8' ? row.facings : inFour(row));
  return (
    <section className={css.list} aria-label="Pictures needed">
      <div className={css.posesHead}>
        <b>Pictures needed</b>
        <SegmentedControl
          size="xs"
          aria-label="Facings told apart"
          data={['4', '8']}
          value={count}
          onChange={(value) => setCount(value === '8' ? '8' : '4')}
        />
        <button type="button" className="act" onClick={() => saveText('pictures.csv', 'text/csv', writePoseCsv(rows))}>
          CSV
        </button>
      </div>
      <table className="poses">
        <thead>
          <tr>
            <th>kind, state</th>
            {facings.map((facing) => (
              <th key={facing} title={FACINGS[facing]} aria-label={FACINGS[facing]}>
                {ARROWS[facing]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={`${row.kind} ${row.state}`}>
              <th>
                {row.kind}, {row.state}
              </th>
              {sharesOf(row).map((share, index) => (
                <td key={index} data-never={share === 0 || undefined}>
                  {sayShare(share)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className={`quiet ${css.posesNote}`}>Percent of the time of a kind; – for never.</p>
    </section>
  );
}

function sayShare(share: number): string {
  if (share === 0) return '–';
  return share < 0.005 ? '<1' : String(Math.round(100 * share));
}
