'use client';

import { Pagination } from '@mantine/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { nameOfPiece, type LevelSheet } from '@/core/index';
import type { BatchInfo, RunFilter, RunRow, RunSort } from '@/server/contracts/batches';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import css from './report.module.css';

const PAGE_SIZE = 17;

const COLUMNS: { sort: RunSort; label: string; className?: string }[] = [
  { sort: 'seed', label: 'seed' },
  { sort: 'outcome', label: 'outcome' },
  { sort: 'piece', label: 'by' },
  { sort: 'seconds', label: 'time', className: 'number' },
];

interface RunTableProps {
  batch: BatchInfo;
  /** Number of the arm whose runs are shown. */
  arm: number;
  filter: RunFilter;
  sheet: LevelSheet;
  onReplay: (seed: number) => void;
}

/** Every run, sorted and paged by the server; a click replays it. */
export function RunTable({ batch, arm, filter, sheet, onReplay }: RunTableProps) {
  const [sort, setSort] = useState<RunSort>('seed');
  const [order, setOrder] = useState<'up' | 'down'>('up');
  const [page, setPage] = useState(1);
  const query = useQuery({
    queryKey: ['runs', batch.gameId, String(batch.id), arm, filter, sort, order, page],
    queryFn: () =>
      gorgeApi.runs(batch.gameId, String(batch.id), { ...filter, arm, sort, order, page, size: PAGE_SIZE }),
    placeholderData: keepPreviousData,
  });
  const sortBy = (column: RunSort) => {
    setOrder(column === sort && order === 'up' ? 'down' : 'up');
    setSort(column);
    setPage(1);
  };
  return (
    <section className={css.runs} aria-label="Runs">
      <div className={css.runsHead}>
        <h2 className="heading">Runs</h2>
        <span className="quiet">{query.data ? `${query.data.total}, a click replays` : ''}</span>
      </div>
      {query.error && <Failed error={query.error} onRetry={() => void query.refetch()} />}
      {!query.data && !query.error && <Loading what="the runs" />}
      {query.data && (
        <>
          <table className="rows" data-testid="runs">
            <RunHead sort={sort} order={order} onSort={sortBy} />
            <tbody>
              {query.data.rows.map((row) => (
                <RunLine
                  key={row.seed}
                  row={row}
                  seconds={row.ticks / sheet.ticksPerSecond}
                  name={nameOfPiece(row.piece ?? undefined, sheet) ?? '–'}
                  onReplay={() => onReplay(row.seed)}
                />
              ))}
            </tbody>
          </table>
          <Pagination
            size="sm"
            mt={10}
            total={Math.max(1, Math.ceil(query.data.total / PAGE_SIZE))}
            value={page}
            onChange={setPage}
            siblings={1}
          />
        </>
      )}
    </section>
  );
}

interface RunHeadProps {
  sort: RunSort;
  order: 'up' | 'down';
  onSort: (column: RunSort) => void;
}

function RunHead({ sort, order, onSort }: RunHeadProps) {
  return (
    <thead>
      <tr>
        {COLUMNS.map((column) => (
          <th
            key={column.sort}
            className={column.className}
            aria-sort={column.sort === sort ? (order === 'up' ? 'ascending' : 'descending') : 'none'}
          >
            <button type="button" className={`act ${css.columnName}`} onClick={() => onSort(column.sort)}>
              {column.label}
              {column.sort === sort && (order === 'up' ? ' ▴' : ' ▾')}
            </button>
          </th>
        ))}
        <td />
      </tr>
    </thead>
  );
}

function RunLine({
  row,
  seconds,
  name,
  onReplay,
}: {
  row: RunRow;
  seconds: number;
  name: string;
  onReplay: () => void;
}) {
  return (
    <tr className={css.pressed} onClick={onReplay}>
      <td className="mono">{row.seed}</td>
      <td className={row.outcome === 'won' ? 'good' : 'bad'}>{row.outcome === 'won' ? 'cleared' : row.outcome}</td>
      <td className={css.runCell} title={name}>
        {name}
      </td>
      <td className="number">{seconds.toFixed(1)} s</td>
      <td>
        <button
          type="button"
          className="act"
          aria-label={`Replay seed ${row.seed}`}
          onClick={(event) => {
            event.stopPropagation();
            onReplay();
          }}
        >
          Replay
        </button>
      </td>
    </tr>
  );
}
