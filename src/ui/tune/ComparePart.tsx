'use client';

import { Button, NativeSelect, Progress } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
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
import { useDesk } from '../desk/DeskContext';
import { nameOfSave } from '../history/versionWords';
import { gorgeApi } from '../requests/gorgeApi';
import { later } from '../frame/later';
import type { CompareRequest, TuneState } from './tuneController';
import css from './tune.module.css';

// What is only looked at when asked for is fetched then.
const ComparedPlaces = later(() => import('./ComparedPlaces').then(({ ComparedPlaces: Places }) => Places));
const InStepDialog = later(() => import('./InStepDialog').then(({ InStepDialog: Dialog }) => Dialog));

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
  const { session } = useDesk();
  const [shown, setShown] = useState<{ standIn: string; seed: number }>();
  const { status, request, found, failure, seconds } = compare;
  if (status === 'failed') return <p className={`bad ${css.note}`}>{failure}</p>;
  if (status === 'none' || !request)
    return (
      <p className={`quiet ${css.note}`}>
        What a version of before comes to beside this draft: clear rates, times and all else, with what is certain and
        which runs came out otherwise.
      </p>
    );
  const played = found?.standIns.filter(({ seeds }) => seeds > 1) ?? [];
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
      {played.map((one) => (
        <ComparedOne
          key={one.standIn}
          one={one}
          name={standInName(game, one.standIn)}
          onShow={(seed) => setShown({ standIn: one.standIn, seed })}
        />
      ))}
      {status !== 'running' && played.length > 0 && compare.game && (
        <ComparedPlaces before={request.before} after={compare.game} levelId={session.level.id} standIns={played} />
      )}
      {shown && compare.game && (
        <InStepDialog
          {...shown}
          before={request.before}
          after={compare.game}
          levelId={session.level.id}
          onClose={() => setShown(undefined)}
        />
      )}
      {status === 'done' && found && (
        <p className={`quiet ${css.note}`}>
          {found.runs.toLocaleString('en-GB')} runs, {seconds.toFixed(0)} s; ± is widened for as many looks at once.
        </p>
      )}
    </div>
  );
}

function ComparedOne({ one, name, onShow }: { one: ComparedStandIn; name: string; onShow: (seed: number) => void }) {
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
          <Seeds title="won only now" seeds={gained} onShow={onShow} />{' '}
          <Seeds title="won only before" seeds={lost} onShow={onShow} />
        </div>
      )}
    </div>
  );
}

/** Seeds that came out otherwise, each a way to both of its runs, side by side. */
function Seeds({ title, seeds, onShow }: { title: string; seeds: readonly number[]; onShow: (seed: number) => void }) {
  if (seeds.length === 0) return null;
  return (
    <span>
      {seeds.length} {title}:{' '}
      {seeds.slice(0, MOST_SEEDS).map((seed, index) => (
        <span key={seed}>
          {index > 0 && ', '}
          <button type="button" className="act" title="Shows both runs side by side" onClick={() => onShow(seed)}>
            {seed}
          </button>
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
