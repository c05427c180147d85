'use client';

import { Button, Progress } from '@mantine/core';
import {
  sayBriefLine,
  sayBriefVerdict,
  standInName,
  type Answer,
  type BriefVerdict,
  type GameDocument,
  type SolveState,
} from '@/core/index';
import { VERDICT_CLASSES } from '../frame/briefWords';
import css from './tune.module.css';
import type { TuneState } from './tuneController';

/** About so many runs a search takes for each who plays, for the bar. */
const ABOUT_RUNS = 2000;

interface SolvePartProps {
  solve: TuneState['solve'];
  game: GameDocument;
  levelId: string;
  names: readonly string[];
  onStart: () => void;
  onGoOn: () => void;
  onCancel: () => void;
  onTake: (names: readonly string[], values: readonly number[]) => void;
}

/** Looks for values of the chosen numbers with which the brief holds. */
export function SolvePart({ solve, game, levelId, names, onStart, onGoOn, onCancel, onTake }: SolvePartProps) {
  const brief = game.levels.find(({ id }) => id === levelId)?.brief ?? [];
  const { status, found, failure, request, seconds } = solve;
  const asked = request?.map(({ name }) => name) ?? [];
  const why =
    brief.length === 0
      ? 'Say in the brief what is meant first'
      : names.length === 0
        ? 'Choose a number first'
        : undefined;
  return (
    <section className={css.solve} aria-label="Find values" data-testid="solve" data-status={status}>
      <h2 className="heading">Find values for the brief</h2>
      {status !== 'running' && (
        <>
          <p className="quiet">
            {names.length === 0
              ? 'Choose one to three numbers at the left, and between which values they may be.'
              : `Turns ${names.join(', ')} between the values at the left, changing as little as possible.`}
          </p>
          <Button size="compact-sm" disabled={why !== undefined} title={why} onClick={onStart}>
            {status === 'none' ? 'Find values' : 'Find again'}
          </Button>
          {why && <span className="quiet"> {why}.</span>}
        </>
      )}
      {status === 'running' && (
        <>
          <span className="quiet">
            {found?.stage === 'proving' ? 'Playing what was found on fresh seeds' : 'Searching'},{' '}
            {found?.trials.length ?? 0} combinations, {(found?.runs ?? 0).toLocaleString('en-GB')} runs
          </span>{' '}
          <button type="button" className="act bad" onClick={onCancel}>
            Cancel
          </button>
          <Progress
            size="xs"
            value={Math.min(97, (100 * (found?.runs ?? 0)) / (ABOUT_RUNS * Math.max(1, playersOf(brief))))}
            aria-label="Runs of the search"
          />
        </>
      )}
      {status === 'failed' && <p className="bad">{failure}</p>}
      {status === 'cancelled' && (
        <p className="quiet">
          The search over {asked.join(', ')} is not finished; nothing is told for sure.{' '}
          <button type="button" className="act" title="Runs that were made are not made again" onClick={onGoOn}>
            Go on
          </button>
        </p>
      )}
      {status === 'done' && found && (
        <Found found={found} game={game} asked={asked} seconds={seconds} onTake={onTake} />
      )}
      {found && found.trials.length > 0 && <Way found={found} asked={asked} />}
    </section>
  );
}

function playersOf(brief: readonly { standIn: string }[]): number {
  return new Set(brief.map(({ standIn }) => standIn)).size;
}

interface FoundProps {
  found: SolveState;
  game: GameDocument;
  asked: readonly string[];
  seconds: number;
  onTake: (names: readonly string[], values: readonly number[]) => void;
}

function Found({ found, game, asked, seconds, onTake }: FoundProps) {
  const { answers, inTheWay, runs } = found;
  return (
    <>
      {inTheWay.length > 0 && (
        <div className="bad" data-testid="in-the-way">
          No values within these bounds do. In the way:
          <ul className={css.lines}>
            {inTheWay.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      {answers.map((answer) => (
        <AnswerCard key={answer.values.join()} answer={answer} game={game} asked={asked} onTake={onTake} />
      ))}
      <p className="quiet">
        {runs.toLocaleString('en-GB')} runs, {seconds.toFixed(0)} s. What is told of answers was played on seeds that
        the search has not seen.
      </p>
    </>
  );
}

interface AnswerCardProps extends Pick<FoundProps, 'game' | 'asked' | 'onTake'> {
  answer: Answer;
}

function AnswerCard({ answer: { values, holds, changed, verdicts }, game, asked, onTake }: AnswerCardProps) {
  const said = asked.map((name, at) => `${name} ${values[at]}`).join(', ');
  return (
    <div className={css.answer} data-testid="answer">
      <div className={css.chosenHead}>
        <b>{said}</b>
        <span className="quiet">{!holds ? 'comes nearest' : changed === 0 ? 'as it is' : `${changed} changed`}</span>
        <button
          type="button"
          className="act"
          aria-label={`Take ${said}`}
          disabled={changed === 0}
          onClick={() => onTake(asked, values)}
        >
          Take
        </button>
      </div>
      <ul className={css.lines}>
        {verdicts.map((verdict, index) => (
          <VerdictLine key={index} verdict={verdict} game={game} />
        ))}
      </ul>
    </div>
  );
}

function VerdictLine({ verdict, game }: { verdict: BriefVerdict; game: GameDocument }) {
  return (
    <li className={VERDICT_CLASSES[verdict.status]}>
      {sayBriefLine(verdict.line, standInName(game, verdict.line.standIn))}: {sayBriefVerdict(verdict)}
    </li>
  );
}

/** Every combination that was tried, the nearest first. */
function Way({ found: { trials }, asked }: { found: SolveState; asked: readonly string[] }) {
  const sorted = [...trials].sort((a, b) => a.off - b.off);
  return (
    <details>
      <summary className="quiet">The way it went: {trials.length} combinations</summary>
      <table className={css.table}>
        <thead>
          <tr>
            {asked.map((name) => (
              <th key={name}>{name}</th>
            ))}
            <th>runs</th>
            <th>first line</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map(({ values, runs, verdicts }) => (
            <tr key={values.join()}>
              {values.map((value, at) => (
                <td key={at} className="mono">
                  {value}
                </td>
              ))}
              <td className="mono">{runs}</td>
              <td className={`mono ${verdicts[0] ? VERDICT_CLASSES[verdicts[0].status] : ''}`}>
                {verdicts[0]?.value ? verdicts[0].value.value.toFixed(0) : '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
