'use client';

import { Progress } from '@mantine/core';
import { isDead, sayStep, type MatterFigure, type NamedNumber, type StepFigure } from '@/core/index';
import css from './tune.module.css';
import type { TuneState } from './tuneController';

/** So many numbers are listed at once. */
const FIRST_SHOWN = 12;

interface MatterPartProps {
  matter: TuneState['matter'];
  /** Who is asked next. */
  standIn: string;
  isStale: boolean;
  canChoose: (number: NamedNumber) => boolean;
  onChoose: (number: NamedNumber) => void;
  onStart: () => void;
  onGoOn: () => void;
  onCancel: () => void;
}

/** What a step of each number does to the clear rate, the strongest first; a click chooses a number. */
export function MatterPart(props: MatterPartProps) {
  const { matter, standIn, isStale, canChoose, onChoose, onStart, onGoOn, onCancel } = props;
  const { status, found, failure, request, seconds } = matter;
  const figures = found?.figures ?? [];
  const alive = figures.filter((figure) => !isDead(figure));
  const dead = figures.filter(isDead);
  const runsOfDead = Math.min(...dead.map(({ down, up }) => Math.max(down?.runs ?? 0, up?.runs ?? 0)));
  const row = (figure: MatterFigure) => (
    <MatterRow key={figure.number.fullName} figure={figure} canChoose={canChoose} onChoose={onChoose} />
  );
  return (
    <section className={css.matter} aria-label="What matters" data-testid="matter" data-status={status}>
      <h2 className="heading">What matters</h2>
      {status !== 'running' && (
        <button
          type="button"
          className="act"
          title="Plays a tenth less and a tenth more of every number, on the same seeds"
          onClick={onStart}
        >
          {status === 'none' ? `Which numbers matter to ${standIn}?` : `Ask again, for ${standIn}`}
        </button>
      )}
      {status === 'cancelled' && (
        <p className="quiet">
          The question for {request} is not answered yet.{' '}
          <button type="button" className="act" title="Runs that were made are not made again" onClick={onGoOn}>
            Go on
          </button>
        </p>
      )}
      {status === 'running' && (
        <>
          <span className="quiet">
            A tenth less and more of each, {(found?.runs ?? 0).toLocaleString('en-GB')} of about{' '}
            {(found?.most ?? 0).toLocaleString('en-GB')} runs
          </span>{' '}
          <button type="button" className="act bad" onClick={onCancel}>
            Cancel
          </button>
          <Progress size="xs" value={found ? (100 * found.runs) / found.most : 0} aria-label="Runs made" />
        </>
      )}
      {status === 'failed' && <p className="bad">{failure}</p>}
      {isStale && figures.length > 0 && <p className={`wary ${css.note}`}>Of the level before its last change.</p>}
      {alive.length > 0 && (
        <table className={css.table}>
          <thead>
            <tr>
              <th>{request}, points</th>
              <th>−10 %</th>
              <th>+10 %</th>
            </tr>
          </thead>
          <tbody>{alive.slice(0, FIRST_SHOWN).map(row)}</tbody>
        </table>
      )}
      {alive.length > FIRST_SHOWN && (
        <details>
          <summary className="quiet">{alive.length - FIRST_SHOWN} more that do less</summary>
          <table className={css.table}>
            <tbody>{alive.slice(FIRST_SHOWN).map(row)}</tbody>
          </table>
        </details>
      )}
      {dead.length > 0 && (
        <details>
          <summary className="quiet">
            {dead.length} of which none of {runsOfDead} runs takes notice
          </summary>
          {dead.map(({ number }) => number.name).join(', ')}
        </details>
      )}
      {status === 'done' && found && (
        <p className="quiet">
          {found.runs.toLocaleString('en-GB')} runs, {seconds.toFixed(0)} s; ± widened for as many comparisons, grey:
          nothing for certain.
        </p>
      )}
    </section>
  );
}

interface MatterRowProps extends Pick<MatterPartProps, 'canChoose' | 'onChoose'> {
  figure: MatterFigure;
}

function MatterRow({ figure: { number, down, up }, canChoose, onChoose }: MatterRowProps) {
  return (
    <tr>
      <td>
        <button
          type="button"
          className="act"
          disabled={!canChoose(number)}
          title={`${number.value} ${number.unit}; a click chooses it`}
          onClick={() => onChoose(number)}
        >
          {number.name}
        </button>
      </td>
      <StepCell side={down} />
      <StepCell side={up} />
    </tr>
  );
}

function StepCell({ side }: { side: StepFigure | undefined }) {
  const isReal = side?.difference?.isReal === true && side.touched > 0;
  return (
    <td
      className={isReal ? 'mono' : 'mono quiet'}
      title={side && `at ${side.value}, ${side.runs} runs: ${sayStep(side)}`}
    >
      {side?.fault === undefined ? sayStep(side).replace(' points', '').replace('changes nothing', '0') : '–'}
    </td>
  );
}
