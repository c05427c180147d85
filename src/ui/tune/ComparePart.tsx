'use client';

import { Button, NativeSelect, Progress } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import {
  sayBothSides,
  sayChanges,
  sayDifference,
  sayShare,
  standInName,
  standInsOf,
  type ComparedStandIn,
  type GameDocument,
  type MeasureComparison,
} from '@/core/index';
import type { SaveInfo } from '@/server/contracts/history';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { addressOfRun } from '../editor/askedRun';
import { nameOfSave } from '../history/versionWords';
import { gorgeApi } from '../requests/gorgeApi';
import type { CompareRequest, TuneState } from './tuneController';
import css from './tune.module.css';

const COMPARED_RUNS = 200;
/** So many changes of the document, and so many seeds that came out otherwise, are told. */
const MOST_CHANGES = 6;
const MOST_SEEDS = 6;

interface ComparePartProps {
  compare: TuneState['compare'];
  game: GameDocument;
  onStart: (request: CompareRequest) => void;
  onCancel: () => void;
}

/** The draft against a kept version: every measure of everybody on the same seeds, and whether the difference is real. */
export function ComparePart({ compare, game, onStart, onCancel }: ComparePartProps) {
  const history = useQuery({
    queryKey: ['history', game.id, 'tune'],
    queryFn: () => gorgeApi.history(game.id, undefined),
  });
  const saves = history.data?.saves ?? [];
  const [chosen, setChosen] = useState<string>();
  const [fault, setFault] = useState('');
  const save = saves.find(({ id }) => String(id) === chosen) ?? saves.find(({ isCurrent }) => !isCurrent) ?? saves[0];
  const begin = async (own: SaveInfo) => {
    setFault('');
    try {
      const before = await gorgeApi.revision(game.id, own.revision);
      onStart({ name: nameOfSave(own), before, standIns: standInsOf(game).map(({ id }) => id), runs: COMPARED_RUNS });
    } catch (error) {
      setFault(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <section aria-label="Against a kept version" className={css.compare}>
      <div className={css.head}>
        <h2 className="heading">Against a kept version</h2>
        <NativeSelect
          size="xs"
          aria-label="Version to compare with"
          disabled={saves.length === 0}
          data={saves.map((own) => ({ value: String(own.id), label: nameOfSave(own) }))}
          value={save ? String(save.id) : ''}
          onChange={(event) => setChosen(event.currentTarget.value)}
        />
        <Button
          size="compact-sm"
          variant="outline"
          disabled={!save || compare.status === 'running'}
          title="Everybody plays both versions on the same seeds"
          onClick={() => save && void begin(save)}
        >
          Compare
        </Button>
        {compare.status === 'running' && (
          <button type="button" className="act bad" onClick={onCancel}>
            Cancel
          </button>
        )}
      </div>
      {(fault || history.error) && <p className={`bad ${css.note}`}>{fault || 'The history cannot be read.'}</p>}
      <Compared compare={compare} game={game} />
    </section>
  );
}

function Compared({ compare, game }: Pick<ComparePartProps, 'compare' | 'game'>) {
  const { status, request, found, failure, seconds } = compare;
  if (status === 'failed') return <p className={`bad ${css.note}`}>{failure}</p>;
  if (status === 'none' || !request)
    return (
      <p className={`quiet ${css.note}`}>
        What a version of before comes to beside this draft: clear rates, times and all else, with what is certain and
        which runs came out otherwise.
      </p>
    );
  const changes = compare.game ? sayChanges(request.before, compare.game) : [];
  return (
    <div data-testid="compare" data-status={status}>
      {status === 'running' && (
        <Progress size="xs" value={found ? (100 * found.runs) / found.most : 0} aria-label="Runs made" />
      )}
      {compare.game !== game && <p className={`wary ${css.note}`}>These are of the level before its last change.</p>}
      <p className={`quiet ${css.note}`}>
        {changes.length === 0
          ? `Nothing differs from ${request.name}.`
          : `Since ${request.name}: ${changes.slice(0, MOST_CHANGES).join('; ')}${changes.length > MOST_CHANGES ? ` and ${changes.length - MOST_CHANGES} more` : ''}.`}
      </p>
      {found?.standIns
        .filter(({ seeds }) => seeds > 1)
        .map((one) => (
          <ComparedOne key={one.standIn} one={one} name={standInName(game, one.standIn)} />
        ))}
      {status === 'done' && found && (
        <p className={`quiet ${css.note}`}>
          {found.runs.toLocaleString('en-GB')} runs, {seconds.toFixed(0)} s; ± is widened for as many looks at once.
        </p>
      )}
    </div>
  );
}

function ComparedOne({ one, name }: { one: ComparedStandIn; name: string }) {
  const { clears, measures, gained, lost, seeds } = one;
  const [rate, ...others] = measures;
  const real = others.filter(({ difference }) => difference.isReal && difference.value !== 0);
  return (
    <div className={css.comparedOne} role="group" aria-label={name}>
      <div>
        <b>{name}</b> {sayShare(clears[0])} → {sayShare(clears[1])},{' '}
        <span className={toneOf(rate)}>{sayDifference(rate)}</span> <span className="quiet">on {seeds} seeds</span>
      </div>
      {real.length > 0 && (
        <ul className={css.changes}>
          {real.map((measure) => (
            <li key={measure.column}>
              {measure.name} {sayBothSides(measure)}, <span className="mono">{sayDifference(measure)}</span>
            </li>
          ))}
        </ul>
      )}
      {gained.length + lost.length > 0 && (
        <div className="quiet">
          <Seeds title="won only now" seeds={gained} standIn={one.standIn} />{' '}
          <Seeds title="won only before" seeds={lost} standIn={one.standIn} />
        </div>
      )}
    </div>
  );
}

/** Seeds that came out otherwise, each a way to its run of the draft. */
function Seeds({ title, seeds, standIn }: { title: string; seeds: readonly number[]; standIn: string }) {
  const { session } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  if (seeds.length === 0) return null;
  return (
    <span>
      {seeds.length} {title}:{' '}
      {seeds.slice(0, MOST_SEEDS).map((seed, index) => (
        <span key={seed}>
          {index > 0 && ', '}
          <Link className="act" href={addressOfRun(game.id, levelId, { seed, standIn, seconds: 0 })}>
            {seed}
          </Link>
        </span>
      ))}
      {seeds.length > MOST_SEEDS ? ' …' : ''}
    </span>
  );
}

function toneOf({ difference }: MeasureComparison): string {
  if (!difference.isReal) return 'quiet';
  return difference.value > 0 ? 'good' : 'bad';
}
