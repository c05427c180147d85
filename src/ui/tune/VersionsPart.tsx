'use client';

import { Button, NativeSelect, Progress } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import {
  BRIEF_MEASURES,
  BRIEF_RULES,
  pointsOfSweep,
  sayChanges,
  standInsOf,
  type BriefMeasure,
  type GameDocument,
} from '@/core/index';
import type { SaveInfo } from '@/server/contracts/history';
import { gorgeApi } from '../requests/gorgeApi';
import { SweepChart } from './SweepChart';
import { figureAt, sayFigure } from './sweepFigures';
import type { TuneState, VersionsRequest } from './tuneController';
import { savesToRead, versionsToRead } from './versionsToRead';
import css from './tune.module.css';

const RUNS = 100;
const MOST_CHANGES = 3;

interface VersionsPartProps {
  versions: TuneState['versions'];
  game: GameDocument;
  levelId: string;
  onStart: (request: VersionsRequest) => void;
  onCancel: () => void;
}

/** How hard the level was in its kept versions, one after the other up to the draft, as lines with intervals. */
export function VersionsPart({ versions, game, levelId, onStart, onCancel }: VersionsPartProps) {
  const history = useQuery({
    queryKey: ['history', game.id, 'tune'],
    queryFn: () => gorgeApi.history(game.id, undefined),
  });
  const [fault, setFault] = useState('');
  const saves = savesToRead(history.data?.saves ?? []);
  const begin = async () => {
    setFault('');
    try {
      const before = await Promise.all(
        saves.map(async (save) => ({
          name: shortName(save),
          game: await gorgeApi.revision(game.id, save.revision),
        })),
      );
      const all = versionsToRead([...before, { name: 'draft', game }], levelId);
      onStart({ versions: all, standIns: standInsOf(game).map(({ id }) => id), runs: RUNS });
    } catch (error) {
      setFault(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <section aria-label="Over the versions" className={css.compare}>
      <div className={css.head}>
        <h2 className="heading">Over the versions</h2>
        <Button
          size="compact-sm"
          variant="outline"
          disabled={saves.length === 0 || versions.status === 'running'}
          title={`Everybody plays each version ${RUNS} times, on the same seeds`}
          onClick={() => void begin()}
        >
          {saves.length === 0 ? 'No earlier version yet' : `Read ${saves.length + 1} versions`}
        </Button>
        {versions.status === 'running' && (
          <button type="button" className="act bad" onClick={onCancel}>
            Cancel
          </button>
        )}
      </div>
      {(fault || history.error) && <p className={`bad ${css.note}`}>{fault || 'The history cannot be read.'}</p>}
      <Read versions={versions} game={game} />
    </section>
  );
}

function Read({ versions, game }: Pick<VersionsPartProps, 'versions' | 'game'>) {
  const [measure, setMeasure] = useState<BriefMeasure>('clears');
  const { status, request, found, failure, seconds } = versions;
  if (status === 'failed') return <p className={`bad ${css.note}`}>{failure}</p>;
  if (status === 'none' || !request)
    return (
      <p className={`quiet ${css.note}`}>
        What this level came to in versions of before: those with a name, and the newest others, without those in which
        it plays alike.
      </p>
    );
  const standIns = standInsOf(game).filter(({ id }) => request.standIns.includes(id));
  const points = found ? pointsOfSweep(found.cells, []) : [];
  return (
    <div data-testid="versions" data-status={status}>
      {status === 'running' && (
        <Progress size="xs" value={found ? (100 * found.runs) / found.most : 0} aria-label="Runs made" />
      )}
      {versions.game !== game && <p className={`wary ${css.note}`}>The draft was another when these were read.</p>}
      <NativeSelect
        size="xs"
        aria-label="What is shown of the versions"
        data={BRIEF_MEASURES.map((value) => ({ value, label: BRIEF_RULES[value].name }))}
        value={measure}
        onChange={(event) => setMeasure(event.currentTarget.value as BriefMeasure)}
      />
      {points.length > 1 && (
        <SweepChart
          name="versions"
          unit=""
          now={undefined}
          points={points}
          standIns={standIns}
          measure={measure}
          brief={[]}
          labels={request.versions.map(({ name }) => name)}
        />
      )}
      <table className="rows">
        <thead>
          <tr>
            <th>version</th>
            {standIns.map(({ id, name }) => (
              <th key={id}>{name}</th>
            ))}
            <th>what changed</th>
          </tr>
        </thead>
        <tbody>
          {points.map((point, at) => (
            <tr key={at}>
              <td>{request.versions[at].name}</td>
              {standIns.map(({ id }) => (
                <td key={id} className="mono">
                  {sayFigure(figureAt(point, id, measure), measure)}
                </td>
              ))}
              <td className="quiet">{at > 0 && sayFew(request.versions[at - 1].game, request.versions[at].game)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {status === 'done' && found && (
        <p className={`quiet ${css.note}`}>
          {found.runs.toLocaleString('en-GB')} runs, {seconds.toFixed(0)} s; in brackets the 95 % interval.
        </p>
      )}
    </div>
  );
}

/** Short enough to stand below a chart. */
function shortName({ name, savedAt }: SaveInfo): string {
  const when = { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' } as const;
  return name ?? new Date(savedAt).toLocaleString('en-GB', when);
}

function sayFew(before: GameDocument, after: GameDocument): string {
  const changes = sayChanges(before, after);
  const more = changes.length > MOST_CHANGES ? ` and ${changes.length - MOST_CHANGES} more` : '';
  return `${changes.slice(0, MOST_CHANGES).join('; ')}${more}`;
}
