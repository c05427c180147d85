'use client';

import type { ReactNode } from 'react';
import { commands, type CueFigures, type CueNumber, type CueProjection, type Diagnostic } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { SelectField } from '../desk/panels/fields';
import { ArrivalPlaces } from './ArrivalPlaces';
import { CueLane, handlesOf, inUnitOf } from './CueLane';
import type { CueBlockType } from './cueSource';
import styles from './cues.module.css';

const CLEAR_CHOICES = [2, 4, 6, 10, 15, 20];

interface OverTimeProps {
  hasCues: boolean;
  /** Whether what is shown is older than the text, since that has errors. */
  isBroken: boolean;
  shown: CueProjection | undefined;
  obstacle: Diagnostic | undefined;
  isBusy: boolean;
  waitedMs: number | undefined;
  chosen: CueFigures | undefined;
  numbers: readonly CueNumber[];
  clearSeconds: number;
  onClearSeconds: (seconds: number) => void;
  onSelect: (cue: string) => void;
  onTurn: (number: CueNumber, value: number) => void;
  onDrop: () => void;
  onAdd: (type: CueBlockType) => void;
}

/** What the cues let in over time, a line a cue. */
export function OverTime(props: OverTimeProps) {
  const { hasCues, shown, obstacle, onAdd } = props;
  return (
    <div className={styles.over}>
      <Head {...props} />
      <div className={styles.lanes}>
        {!hasCues && <NoCues onAdd={onAdd} />}
        {hasCues && obstacle && <Obstacle {...obstacle} isOld={shown !== undefined} />}
        {shown?.cues.length === 0 && (
          <p className={`quiet ${styles.note}`}>
            Nothing comes in: there are rules here and no cue. Add a spawner or waves to see over time what they let in.
          </p>
        )}
        {shown && shown.cues.length > 0 && <Lanes {...props} shown={shown} />}
      </div>
    </div>
  );
}

function Head(props: OverTimeProps) {
  const { shown, waitedMs, clearSeconds, onClearSeconds } = props;
  return (
    <div className={`band ${styles.head}`}>
      <h2 className="heading">Over time</h2>
      <span className="quiet" data-testid="projection-state" data-waited-ms={waitedMs}>
        {sayState(props)}
      </span>
      <div className="rest" />
      {shown?.cues.some(({ type }) => type === 'waves') && (
        <label className={`quiet ${styles.choice}`}>
          a wave counts as cleared after
          <SelectField
            label="A wave counts as cleared after"
            value={String(clearSeconds)}
            width={70}
            options={CLEAR_CHOICES.map((value) => ({ value: String(value), label: `${value} s` }))}
            onCommit={(value) => onClearSeconds(Number(value))}
          />
        </label>
      )}
    </div>
  );
}

/** On what the drawing rests. */
function sayState({ hasCues, shown, isBroken, isBusy, obstacle }: OverTimeProps): ReactNode {
  if (!hasCues) return '';
  if (!shown) return obstacle ? 'cannot be run yet' : 'working out…';
  if (isBroken) return 'of the last version without errors';
  if (shown.cues.length === 0) return '';
  return `${shown.seeds} runs of ${shown.seconds} s without a player${isBusy ? ', refining…' : ''}`;
}

const NOTHING = () => undefined;

function Lanes({ shown, chosen, numbers, onSelect, onTurn, onDrop }: OverTimeProps & { shown: CueProjection }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const level = commands.levelIn(game, session.state.levelId);
  const { seconds, together } = shown;
  return (
    <>
      {shown.cues.map((cue) => (
        <CueLane
          key={cue.name}
          {...cue}
          starts={cue.growth.flatMap(({ number, seconds: at }) =>
            at === undefined ? [] : [{ seconds: at, label: String(number) }],
          )}
          seconds={seconds}
          isSelected={chosen?.name === cue.name}
          handles={handlesOf(
            numbers.filter((number) => number.cue === cue.name),
            cue,
          )}
          onSelect={() => onSelect(cue.name)}
          onDrag={(number, at) => onTurn(number, inUnitOf(number, at))}
          onDrop={onDrop}
        />
      ))}
      <CueLane
        name="together"
        {...together}
        sample={[]}
        starts={[]}
        seconds={seconds}
        isSelected={false}
        handles={[]}
        onSelect={NOTHING}
        onDrag={NOTHING}
        onDrop={NOTHING}
      />
      <TimeScale seconds={seconds} />
      {chosen && (
        <ArrivalPlaces cue={chosen} seeds={shown.seeds} game={game} level={level}>
          Bars on the line above: arrivals a second. Ticks: arrivals of the first run. Line and band: how many are
          there, median and where eight of ten runs lie. Drag the green bar for the first arrival, the other for the
          interval.
        </ArrivalPlaces>
      )}
    </>
  );
}

/** Why there is nothing to look at, or nothing newer. */
function Obstacle({ message, hint, isOld }: { message: string; hint: string; isOld: boolean }) {
  return (
    <div role="status" className={styles.obstacle}>
      <p className="wary">{message}</p>
      <p className="quiet">
        {hint}{' '}
        {isOld ? 'Below stands the last version that could be run.' : 'Then it stands here what the cues come to.'}
      </p>
    </div>
  );
}

function NoCues({ onAdd }: { onAdd: (type: CueBlockType) => void }) {
  return (
    <div className={styles.none}>
      <h2>Nothing arrives in this level yet</h2>
      <p className="quiet">
        A spawner lets something in again and again, waves let groups in one after the other, and the rules say what
        wins, what loses and what scores. Marks say where things come in.
      </p>
      <div className={styles.acts}>
        <button type="button" className="act" onClick={() => onAdd('spawner')}>
          Begin with a spawner
        </button>
        <button type="button" className="act" onClick={() => onAdd('waves')}>
          Begin with waves
        </button>
        <button type="button" className="act" onClick={() => onAdd('rules')}>
          Begin with rules
        </button>
      </div>
    </div>
  );
}

function TimeScale({ seconds }: { seconds: number }) {
  const step = seconds > 60 ? 15 : seconds > 20 ? 10 : 5;
  const marks = Array.from({ length: Math.floor(seconds / step) + 1 }, (_, index) => index * step);
  return (
    <div className={styles.scale}>
      <span />
      <div className={styles.scaleMarks}>
        {marks.map((mark) => (
          <span
            key={mark}
            className={`quiet mono ${styles.scaleMark}`}
            data-last={mark === seconds || undefined}
            style={{ left: `${(mark / seconds) * 100}%` }}
          >
            {mark} s
          </span>
        ))}
      </div>
    </div>
  );
}
