'use client';

import { Button, Checkbox, NativeSelect, Progress } from '@mantine/core';
import { PageLink } from '../frame/PageLink';
import { useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import {
  findAlongCourse,
  judgeCourse,
  playKey,
  sayCourseBriefLine,
  sayShare,
  standInName,
  standInsOf,
  wilsonInterval,
  type CourseState,
  type GameDocument,
  type Station,
} from '@/core/index';
import { VERDICT_CLASSES } from '../frame/briefWords';
import { CourseBriefDialog } from './CourseBriefDialog';
import { JourneyController } from './journeyController';
import type { GameEdit } from './useGameEdit';
import css from './course.module.css';

const PEOPLE = 100;

/** How many of a hundred people come how far along the course, and how hard each level is on the way. */
export function Journey({ game, onEdit }: { game: GameDocument; onEdit: GameEdit }) {
  const [controller] = useState(() => new JourneyController());
  useEffect(() => () => controller.end(), [controller]);
  const { status, found, failure, seconds, standIn, game: before } = useStore(controller.store);
  const isOutdated = useMemo(() => before !== undefined && !playsAlike(before, game), [before, game]);
  const [chosen, setChosen] = useState('casual');
  const players = standInsOf(game);
  const nameOf = (id: string) => players.find((one) => one.id === id)?.name ?? id;
  return (
    <section aria-label="How far people come" className={css.journey}>
      <div className={css.journeyHead}>
        <h2 className="heading">How far people come</h2>
        <NativeSelect
          size="xs"
          aria-label="Who sets out"
          value={chosen}
          data={players.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(event) => setChosen(event.currentTarget.value)}
        />
        <Button
          size="compact-sm"
          variant="light"
          disabled={status === 'running'}
          onClick={() => void controller.start(game, chosen, PEOPLE)}
        >
          Send {PEOPLE} people
        </Button>
        {status === 'running' && (
          <button type="button" className="act bad" onClick={() => controller.cancel()}>
            Cancel
          </button>
        )}
      </div>
      {status === 'none' && (
        <p className="quiet flush">
          Each plays level after level, as the ways on lead, until it loses where nothing leads on, or finishes.
        </p>
      )}
      {CARRIED.map(({ field, label, on, off }) => (
        <Checkbox
          key={field}
          size="xs"
          className={css.carries}
          label={label}
          checked={game[field] === true}
          onChange={({ currentTarget: { checked } }) =>
            void onEdit(checked ? on : off, (draft) => {
              if (checked) draft[field] = true;
              else delete draft[field];
            })
          }
        />
      ))}
      {status === 'failed' && <p className="bad flush">{failure}</p>}
      {status === 'running' && (
        <Progress size="xs" value={found ? (100 * found.runs) / found.most : 0} aria-label="Runs made" />
      )}
      {found && (
        <div data-testid="journey" data-status={status}>
          <p className={css.journeySum}>
            {nameOf(standIn)}: {sayFinish(found)}{' '}
            <span className="quiet">
              {found.runs.toLocaleString('en-GB')} runs{status === 'done' && `, ${seconds.toFixed(0)} s`}
              {status === 'cancelled' && ', cancelled'}
            </span>
            {isOutdated && <span className="wary"> The game has changed since: send them again.</span>}
          </p>
          <Stations game={game} found={found} />
          {status === 'done' &&
            findAlongCourse(found).map((sentence) => (
              <p key={sentence} className={`wary ${css.finding}`}>
                {sentence}
              </p>
            ))}
        </div>
      )}
      <CourseBrief game={game} onEdit={onEdit} standIn={standIn} found={found} />
    </section>
  );
}

/** How what the course is meant to be stands, and the way to say it. */
function CourseBrief({
  game,
  onEdit,
  standIn,
  found,
}: {
  game: GameDocument;
  onEdit: GameEdit;
  standIn: string;
  found: CourseState | undefined;
}) {
  const [isOpen, setIsOpen] = useState(false);
  const verdicts = judgeCourse(game.courseBrief ?? [], found ?? NOBODY_WENT);
  return (
    <>
      {verdicts.length > 0 && (
        <ul className={css.courseBrief} aria-label="Brief of the course">
          {verdicts.map(({ line, status, says }, index) => {
            const isOfOthers = line.standIn !== standIn || !found;
            return (
              <li key={index} className={isOfOthers ? 'quiet' : VERDICT_CLASSES[status]}>
                {sayCourseBriefLine(line, standInName(game, line.standIn))}:{' '}
                {isOfOthers ? `send ${standInName(game, line.standIn)} people along to tell` : says}
              </li>
            );
          })}
        </ul>
      )}
      <button type="button" className="act" onClick={() => setIsOpen(true)}>
        Brief of the course …
      </button>
      {isOpen && <CourseBriefDialog game={game} onEdit={onEdit} onClose={() => setIsOpen(false)} />}
    </>
  );
}

/** What can be carried on from level to level, and how the steps are called that say so and take it back. */
const CARRIED = [
  {
    field: 'carriesLives',
    label: 'Lives that are left are carried on to the next level',
    on: 'Carry lives on',
    off: 'Begin each level with its own lives',
  },
  {
    field: 'carriesPoints',
    label: 'Points that were made are carried on to the next level',
    on: 'Carry points on',
    off: 'Begin each level without points',
  },
] as const;

const NOBODY_WENT = { stations: [], finishes: wilsonInterval(0, 0), runs: 0, most: 0 };

/** Whether people would come along two versions of a game in the same way. */
function playsAlike(before: GameDocument, now: GameDocument): boolean {
  if (before === now) return true;
  if (CARRIED.some(({ field }) => before[field] !== now[field])) return false;
  const keysOf = (game: GameDocument) => game.levels.map(({ id }) => `${id} ${playKey(game, id)}`).join('\n');
  return keysOf(before) === keysOf(now);
}

function sayFinish({ finishes, seconds, points, goesOn }: CourseState): string {
  const round = goesOn > 0 ? `, ${goesOn} still go on` : '';
  return `${sayShare(finishes)} finish the course${round}; in the median ${seconds.toFixed(0)} s and ${points} points.`;
}

function Stations({ game, found }: { game: GameDocument; found: CourseState }) {
  return (
    <table className={css.stations}>
      <thead>
        <tr>
          <th>Level</th>
          <th>Come to it, of {found.people}</th>
          <th>Clear it the first time</th>
          <th>End here</th>
        </tr>
      </thead>
      <tbody>
        {found.stations.map((station) => (
          <StationRow key={station.levelId} station={station} people={found.people} gameId={game.id} />
        ))}
      </tbody>
    </table>
  );
}

function StationRow({ station, people, gameId }: { station: Station; people: number; gameId: string }) {
  const { levelId, name, enters, clears, endsHere, fault } = station;
  const come = Math.round(enters.value * people);
  return (
    <tr>
      <td>
        <PageLink href={`/games/${gameId}/levels/${levelId}`}>{name}</PageLink>
      </td>
      {fault === undefined ? (
        <>
          <td>
            <span className={css.rate}>
              <span className={css.rateBar} style={{ width: `${100 * enters.value}%` }} />
            </span>
            <span className={`mono ${css.rateSaid}`}>{come}</span>
          </td>
          <td>
            <span className={css.rate} title={sayShare(clears)}>
              <span className={css.rateBar} style={{ width: `${100 * clears.value}%` }} />
              <span
                className={css.rateSpan}
                style={{ left: `${100 * clears.low}%`, width: `${100 * (clears.high - clears.low)}%` }}
              />
            </span>
            <span className={`mono ${css.rateSaid}`}>{sayShare(clears)}</span>
          </td>
          <td className="mono">{endsHere}</td>
        </>
      ) : (
        <td colSpan={3} className="bad">
          cannot be played: {fault}
        </td>
      )}
    </tr>
  );
}
