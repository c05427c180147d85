'use client';

import {
  sayBriefLine,
  sayControls,
  sayPlayed,
  type BriefLine,
  type Played,
  type ShareWithInterval,
} from '@/core/index';
import type { Rung } from '../editor/readingController';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** How often each stand-in gets through, with intervals; a click shows the numbers and runs of another one. */
export function Ladder({ isStale }: { isStale: boolean }) {
  const { reading } = useDesk();
  const ladder = useFollowed(reading, (state) => state.ladder);
  const controls = useFollowed(reading, (state) => state.controls);
  const playedFor = ladder[0]?.summary.played?.what;
  const doubted = ladder.filter(({ trust }) => !trust.isTrusted && trust.reasons.length > 0);
  return (
    <section aria-label="Ladder of stand-ins" aria-busy={isStale}>
      <Rungs isStale={isStale} />
      <p className={`quiet ${css.trust}`}>
        {playedFor
          ? `Nothing wins this level: what each kind of player comes to in the median, in ${playedFor}; thin line: 95 % interval.`
          : 'Share of runs won by each kind of player; thin line: 95 % interval.'}{' '}
        Click one for its numbers and runs.
        {controls.length > 0 && (
          <>
            <br />
            <span data-testid="controls">{sayControls(controls)}</span>
          </>
        )}
      </p>
      {alikeIn(doubted).map((rungs) => (
        <p key={rungs[0].standIn} className={`wary ${css.note}`} data-testid={`distrust-${rungs[0].standIn}`}>
          <b>
            {listed(rungs.map(({ name }) => name))} {rungs.length > 1 ? 'are' : 'is'} not to be trusted here:
          </b>{' '}
          {sayTogether(rungs.map(({ trust }) => trust.reasons.join('; ')))}.
        </p>
      ))}
    </section>
  );
}

/** The bars alone. */
export function Rungs({ isStale }: { isStale: boolean }) {
  const { reading } = useDesk();
  const ladder = useFollowed(reading, (state) => state.ladder);
  const standIn = useFollowed(reading, (state) => state.standIn);
  const most = Math.max(...ladder.map(({ summary }) => summary.played?.spread.medianHigh ?? 0));
  const { session } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const brief = game.levels.find(({ id }) => id === levelId)?.brief ?? [];
  return (
    <div
      className={`${css.rungs} ${css.fading}`}
      data-faded={isStale || undefined}
      aria-busy={isStale}
      role="radiogroup"
      aria-label="Whose runs are shown"
    >
      {ladder.map((rung) => (
        <RungBar
          key={rung.standIn}
          rung={rung}
          most={most}
          isChosen={rung.standIn === standIn}
          meant={brief.find((line) => line.measure === 'clears' && line.standIn === rung.standIn)}
          onChoose={() => reading.choose(rung.standIn)}
        />
      ))}
    </div>
  );
}

/** Those that are doubted for the same reasons, together; how often may differ. */
function alikeIn(doubted: readonly Rung[]): Rung[][] {
  const groups = new Map<string, Rung[]>();
  for (const rung of doubted) {
    const reasons = rung.trust.reasons.join('; ').replaceAll(NUMBER, '#');
    groups.set(reasons, [...(groups.get(reasons) ?? []), rung]);
  }
  return [...groups.values()];
}

const NUMBER = /\d+/g;

/** Sentences that differ in their numbers as one, with from where to where each number goes. */
function sayTogether([first, ...others]: readonly string[]): string {
  const numbers = [first, ...others].map((text) => (text.match(NUMBER) ?? []).map(Number));
  let at = 0;
  return first.replaceAll(NUMBER, () => {
    const own = numbers.map((list) => list[at]);
    at++;
    const [low, high] = [Math.min(...own), Math.max(...own)];
    return low === high ? String(low) : `${low} to ${high}`;
  });
}

function listed(names: readonly string[]): string {
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0];
}

interface RungBarProps {
  rung: Rung;
  /** The most that any of them comes to, where nothing wins the level. */
  most: number;
  isChosen: boolean;
  /** What its clear rate is meant to be, where anybody has said. */
  meant: BriefLine | undefined;
  onChoose: () => void;
}

/** One rung: the rate as a bar with its interval; the number stands beside it, never on it. */
function RungBar({ rung, most, isChosen, meant, onChoose }: RungBarProps) {
  const { name, summary, trust } = rung;
  const { played } = summary;
  const isDoubted = !trust.isTrusted;
  return (
    <button
      type="button"
      role="radio"
      aria-checked={isChosen}
      onClick={onChoose}
      title={`${summary.runs} runs${isDoubted ? '; not to be trusted here' : ''}`}
      className={css.rung}
      data-on={isChosen || undefined}
      data-played={played !== undefined || undefined}
    >
      <span title={name} className={css.rungName}>
        {name}
      </span>
      <Bar
        share={played ? shareOf(played, most) : summary.clearRate}
        isDoubted={isDoubted}
        isChosen={isChosen}
        meant={played ? undefined : meant}
      />
      <RungNumbers rung={rung} isChosen={isChosen} />
    </button>
  );
}

function RungNumbers({ rung: { standIn, summary, trust }, isChosen }: { rung: Rung; isChosen: boolean }) {
  const { played, clearRate } = summary;
  const percent = (share: number) => Math.round(share * 100);
  return (
    <span className={`mono ${css.rungNumbers}`}>
      <b
        data-testid={isChosen ? 'clear-rate' : `clear-rate-${standIn}`}
        data-fingerprint={summary.hash}
        data-runs={summary.runs}
        className={isChosen && !played ? css.chosenRate : css.rate}
      >
        {!trust.isTrusted && '? '}
        {played ? sayPlayed(played, played.spread.median) : `${percent(clearRate.value)} %`}
      </b>
      <br />
      <span className="quiet tiny" data-testid={isChosen ? 'clear-interval' : undefined}>
        {played
          ? `${sayPlayed(played, played.spread.medianLow).split(' ')[0]}–${sayPlayed(played, played.spread.medianHigh)}`
          : `${percent(clearRate.low)}–${percent(clearRate.high)} %`}
      </span>
    </span>
  );
}

/** What is played for as a share of the most that anybody comes to. */
function shareOf({ spread }: Played, most: number): { value: number; low: number; high: number } {
  const share = (value: number) => (most > 0 ? value / most : 0);
  return { value: share(spread.median), low: share(spread.medianLow), high: share(spread.medianHigh) };
}

function Bar({
  share: { value, low, high },
  isDoubted,
  isChosen,
  meant,
}: {
  share: Pick<ShareWithInterval, 'value' | 'low' | 'high'>;
  isDoubted: boolean;
  isChosen: boolean;
  meant: BriefLine | undefined;
}) {
  const percent = (share: number) => `${(share * 100).toFixed(1)}%`;
  return (
    <span
      className="tinted"
      style={{
        position: 'relative',
        display: 'block',
        height: isChosen ? 18 : 12,
        background: 'var(--layer)',
        borderRadius: 2,
      }}
    >
      <span
        style={{
          position: 'absolute',
          inset: 0,
          width: percent(value),
          background: 'var(--river)',
          opacity: isDoubted ? 0.3 : isChosen ? 1 : 0.65,
          borderRadius: 2,
        }}
      />
      {meant && (
        <span
          className={css.meant}
          title={`Meant: ${sayBriefLine(meant, meant.standIn)}`}
          style={{
            left: `${meant.least ?? 0}%`,
            width: `${Math.max(0, (meant.most ?? 100) - (meant.least ?? 0))}%`,
          }}
        />
      )}
      <span
        style={{
          position: 'absolute',
          top: 'calc(50% - 1px)',
          height: 2,
          left: percent(low),
          width: percent(high - low),
          background: 'var(--ink)',
        }}
      />
    </span>
  );
}
