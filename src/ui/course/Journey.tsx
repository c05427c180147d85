'use client';

import { Button, NativeSelect, Progress } from '@mantine/core';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { findAlongCourse, sayShare, standInsOf, type CourseState, type GameDocument, type Station } from '@/core/index';
import { JourneyController } from './journeyController';
import css from './course.module.css';

const PEOPLE = 100;

/** How many of a hundred people come how far along the course, and how hard each level is on the way. */
export function Journey({ game }: { game: GameDocument }) {
  const [controller] = useState(() => new JourneyController());
  useEffect(() => () => controller.end(), [controller]);
  const { status, found, failure, seconds, standIn } = useStore(controller.store);
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
    </section>
  );
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
        <Link href={`/games/${gameId}/levels/${levelId}`}>{name}</Link>
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
