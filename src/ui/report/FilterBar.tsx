'use client';

import { NativeSelect } from '@mantine/core';
import { nameOfPiece } from '@/core/index';
import type { ReportReply, RunFilter } from '@/server/contracts/batches';
import styles from './report.module.css';
import { isFiltered, sayFilter } from './reportAddress';

interface FilterBarProps {
  report: ReportReply;
  filter: RunFilter;
  onFilter: (filter: RunFilter) => void;
}

/** Which runs map, times, ends and table are about; a click on an end or on a bar of times narrows it, too. */
export function FilterBar({ report: { summary, part, sheet }, filter, onFilter }: FilterBarProps) {
  const nameOf = (owner: string) => nameOfPiece(owner, sheet) ?? owner;
  return (
    <div className={styles.filterBar} role="group" aria-label="Which runs">
      <NativeSelect
        size="xs"
        aria-label="Outcome"
        value={filter.outcome ?? ''}
        data={[
          { value: '', label: 'every outcome' },
          { value: 'won', label: 'cleared' },
          { value: 'lost', label: 'lost' },
          { value: 'out of time', label: 'out of time' },
        ]}
        onChange={(event) =>
          onFilter({ ...filter, outcome: (event.currentTarget.value || undefined) as RunFilter['outcome'] })
        }
      />
      {isFiltered(filter) ? (
        <>
          <span data-testid="filter">
            <b>{part?.runs ?? '…'}</b> of {summary.runs} runs: {sayFilter(filter, nameOf)}
          </span>
          <button type="button" className="act" onClick={() => onFilter({})}>
            Show all
          </button>
        </>
      ) : (
        <span className="quiet">All {summary.runs} runs. Click an end or a bar of times to see only those.</span>
      )}
    </div>
  );
}
