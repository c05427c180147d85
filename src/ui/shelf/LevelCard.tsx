'use client';

import { PageLink } from '../frame/PageLink';
import type { ReactNode } from 'react';
import {
  judgeBriefLine,
  judgeEstimate,
  sayBriefLine,
  sayBriefVerdict,
  sayShare,
  standInName,
  standInsOf,
  wilsonInterval,
  type BriefLine,
  type BriefVerdict,
  type GameDocument,
  type Level,
} from '@/core/index';
import type { ArmInfo, BatchInfo } from '@/server/contracts/batches';
import { newestArms, newestOf, sayBatch } from '../frame/batchWords';
import { BriefCount } from '../frame/BriefCount';
import { VERDICT_CLASSES } from '../frame/briefWords';
import { later } from '../frame/later';
import css from './shelf.module.css';

// Maps are drawn once the page stands.
const LevelMap = later(() => import('./LevelMap').then((module) => module.LevelMap));

/** Four of them stand side by side at 1,280 pixels. */
const CARD_WIDTH = 290;
const MAP_HEIGHT = 174;

/** One level: its map, what it holds, and the way to its desk. */
export function LevelCard({
  game,
  level,
  revision,
  batches,
  children,
}: {
  game: GameDocument;
  level: Level;
  /** The newest revision of the game. */
  revision: string;
  batches: readonly BatchInfo[];
  /** What can be done to the level, below it. */
  children?: ReactNode;
}) {
  const newest = newestOf(batches, level.id);
  const guards = level.pieces.filter((piece) => !game.cast.find((kind) => kind.id === piece.kind)?.control).length;
  return (
    <article className={`plate ${css.levelCard}`} style={{ width: CARD_WIDTH }}>
      <PageLink className={css.levelLink} href={`/games/${game.id}/levels/${level.id}`}>
        <div style={{ display: 'grid', placeItems: 'center', minHeight: MAP_HEIGHT, background: 'var(--layer)' }}>
          <LevelMap game={game} level={level} width={CARD_WIDTH} height={MAP_HEIGHT} />
        </div>
        <div className={css.levelHead}>
          <div className={css.levelLine}>
            <b className={css.levelName}>{level.name}</b>
            <span className={`quiet ${css.levelState}`}>
              {level.map[0].length} × {level.map.length}, {sayPieces(guards, level)}
            </span>
          </div>
        </div>
      </PageLink>
      <div className={`quiet ${css.levelFoot}`}>
        {newest ? (
          <>
            Last measured:{' '}
            <PageLink href={`/games/${game.id}/batches/${newest.batch.id}`}>batch {newest.batch.id}</PageLink>,{' '}
            <span className="one-line">{sayBatch(newest.batch, newest.arm, game)}</span>
            {newest.arm.revision !== revision && <span className="wary">, before the latest changes to the game</span>}
          </>
        ) : (
          'Not measured yet: Run 500 on its desk'
        )}
      </div>
      <MeasuredLadder game={game} level={level} batches={batches} />
      {children}
    </article>
  );
}

const CARD_WORDS = { met: 'as meant', 'not met': 'not as meant', open: 'not decided', unknown: '' } as const;

/** How often each kind of player cleared the level when it was measured last, and how its brief stands by those runs. */
function MeasuredLadder({ game, level, batches }: { game: GameDocument; level: Level; batches: readonly BatchInfo[] }) {
  const arms = newestArms(batches, level.id);
  const measured = standInsOf(game).filter(({ id }) => arms.has(id));
  if (measured.length === 0) return null;
  const verdicts = (level.brief ?? []).map((line) => judgeByArm(line, arms.get(line.standIn)));
  return (
    <div className={css.ladder} aria-label={`What ${level.name} was measured at`} role="group">
      {measured.map(({ id, name }) => {
        const { runsWon, runsDone } = arms.get(id)!;
        const clearRate = wilsonInterval(runsWon, runsDone);
        const verdict = verdicts.find(({ line }) => line.measure === 'clears' && line.standIn === id);
        return (
          <div key={id} className={css.ladderRung} title={`${name} clears ${sayShare(clearRate)} of ${runsDone} runs`}>
            <span>{name}</span>
            <span className={css.ladderTrack}>
              <span className={css.ladderBar} style={{ width: `${100 * clearRate.value}%` }} />
            </span>
            <span className="mono">{Math.round(100 * clearRate.value)} %</span>
            {verdict && (
              <span
                className={VERDICT_CLASSES[verdict.status]}
                title={`${sayBriefLine(verdict.line, name)}: ${sayBriefVerdict(verdict)}`}
              >
                {CARD_WORDS[verdict.status]}
              </span>
            )}
          </div>
        );
      })}
      {verdicts.length > 0 && <BriefSum game={game} verdicts={verdicts} />}
    </div>
  );
}

/** How a line of a brief stands by what was measured last of whom it is about. */
function judgeByArm(line: BriefLine, arm: ArmInfo | undefined): BriefVerdict {
  if (!arm) return judgeEstimate(line, undefined, 0);
  const { runsDone, runsWon, figures } = arm;
  if (line.measure === 'clears')
    return judgeBriefLine(line, { runs: runsDone, clearRate: wilsonInterval(runsWon, runsDone) });
  return judgeEstimate(line, figures?.[line.measure], runsDone);
}

/** How all of a brief stands; and each line of which more is to be said than its rung does. */
function BriefSum({ game, verdicts }: { game: GameDocument; verdicts: readonly BriefVerdict[] }) {
  const off = verdicts.filter(
    ({ line, status }) => line.measure !== 'clears' && (status === 'not met' || status === 'open'),
  );
  return (
    <div className={css.briefSum}>
      <BriefCount verdicts={verdicts} />
      {off.map((verdict, index) => (
        <p key={index} className={`flush ${VERDICT_CLASSES[verdict.status]}`}>
          {sayBriefLine(verdict.line, standInName(game, verdict.line.standIn))}: {sayBriefVerdict(verdict)}
        </p>
      ))}
    </div>
  );
}

/** What stands in a level, or comes into it. */
function sayPieces(pieces: number, level: Level): string {
  if (pieces === 0 && level.cues) return 'all by cues';
  return `${pieces} ${pieces === 1 ? 'piece' : 'pieces'}${level.cues?.some((line) => /^\s*(spawner|waves)\b/.test(line)) ? ' + cues' : ''}`;
}
