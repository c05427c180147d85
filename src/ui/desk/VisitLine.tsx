'use client';

import { ActionIcon, Menu, UnstyledButton } from '@mantine/core';
import { IconChevronLeft, IconChevronRight, IconX } from '@tabler/icons-react';
import css from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';
import { useLevelNames } from './useLevelNames';

/** So many runs are written in the list; the arrows lead through all of them. */
const MOST_LISTED = 60;

/** Which runs one goes through, and where among them one is; before that, the way to the lost ones. */
export function VisitLine() {
  const { visits, reading } = useDesk();
  const names = useLevelNames();
  const { visit } = useFollowed(visits, (state) => state);
  const lost = useFollowed(reading, (state) => state.rows.filter(({ outcome }) => outcome !== 'won').length);
  if (!visit)
    return (
      <button
        type="button"
        className="act"
        disabled={lost === 0}
        title="Shows each run that was not cleared, three seconds before it ends"
        onClick={() => void visits.openLost(names)}
      >
        {lost === 0 ? 'No lost run' : `Lost runs, ${lost}`}
      </button>
    );
  return (
    <div className={css.visit} role="group" aria-label="Runs to look at">
      <ActionIcon size="sm" variant="subtle" aria-label="The run before" onClick={() => void visits.step(-1)}>
        <IconChevronLeft size={15} />
      </ActionIcon>
      <VisitList />
      <ActionIcon size="sm" variant="subtle" aria-label="The next run" onClick={() => void visits.step(1)}>
        <IconChevronRight size={15} />
      </ActionIcon>
      <ActionIcon size="sm" variant="subtle" color="gray" aria-label="Leave these runs" onClick={() => visits.close()}>
        <IconX size={13} />
      </ActionIcon>
    </div>
  );
}

function VisitList() {
  const { visits, playback } = useDesk();
  const visit = useFollowed(visits, (state) => state.visit)!;
  const ticksPerSecond = useFollowed(playback, (state) => state.ticksPerSecond);
  const sayRun = ({ seed, says, endTick }: (typeof visit.runs)[number]) =>
    `run ${seed}: ${says} at ${(endTick / ticksPerSecond).toFixed(1)} s`;
  return (
    <Menu position="top-end" withinPortal>
      <Menu.Target>
        <UnstyledButton className={css.visitTitle} data-testid="visit" title={sayRun(visit.runs[visit.at])}>
          <b className="cut">{visit.title}</b>{' '}
          <span className="quiet one-line">
            {visit.at + 1} of {visit.runs.length}
          </span>
        </UnstyledButton>
      </Menu.Target>
      <Menu.Dropdown className={css.visitRuns}>
        {visit.runs.slice(0, MOST_LISTED).map((run, index) => (
          <Menu.Item
            key={run.seed}
            className={index === visit.at ? 'river' : undefined}
            onClick={() => void visits.goTo(index)}
          >
            {sayRun(run)}
          </Menu.Item>
        ))}
        {visit.runs.length > MOST_LISTED && <Menu.Label>and {visit.runs.length - MOST_LISTED} more</Menu.Label>}
      </Menu.Dropdown>
    </Menu>
  );
}
