'use client';

import {
  sayShare,
  standInName,
  waysOn,
  wilsonInterval,
  type CourseWay,
  type GameDocument,
  type Level,
} from '@/core/index';
import type { BatchInfo } from '@/server/contracts/batches';
import { newestOf } from '../frame/batchWords';
import css from './course.module.css';

const NODE = { width: 120, height: 54, gap: 24 };
const END_WIDTH = 52;
/** Before the end there is room for what the last way asks for. */
const END_GAP = 22;
/** Space above and below the row of levels for ways that skip or go back. */
const LEAST_RISE = 26;
const RISE_PER_LEVEL = 9;
/** Space for what is written beside a way. */
const LABEL_SPACE = 14;

/** The course as a row of levels with all ways on between them: won above and straight, back and lost below. */
export function CourseMap({ game, batches }: { game: GameDocument; batches: readonly BatchInfo[] }) {
  const { levels } = game;
  const ways = levels.flatMap((level) => waysOn(game, level));
  const { shown, rise, width, height } = layOut(game, ways);
  return (
    <div className={css.map}>
      <svg
        width={width}
        height={height}
        role="group"
        aria-label={`The course: ${ways.map((way) => sayWay(game, way)).join('; ')}`}
      >
        {shown.map(({ way, from, to, steps }, index) => (
          <Way key={index} from={from} to={to} top={rise} steps={steps} way={way} title={sayWay(game, way)} />
        ))}
        {levels.map((level, place) => (
          <g key={level.id} transform={`translate(${leftOf(place)} ${rise})`}>
            <LevelNode game={game} level={level} place={place} batches={batches} />
          </g>
        ))}
        <g transform={`translate(${endOf(levels.length)} ${rise})`}>
          <rect width={END_WIDTH} height={NODE.height} rx={4} fill="none" stroke="var(--layer)" strokeDasharray="3 3" />
          <text x={END_WIDTH / 2} y={NODE.height / 2 + 4} fontSize={12} fill="var(--dim)" textAnchor="middle">
            end
          </text>
        </g>
      </svg>
    </div>
  );
}

interface ShownWay {
  way: CourseWay;
  /** Left edges of the levels, in pixels. */
  from: number;
  to: number;
  /** So many levels on; 0 or fewer lead back. */
  steps: number;
}

/** Left edge of the end of the course behind so many levels. */
function endOf(levels: number): number {
  return leftOf(levels) + END_GAP;
}

function leftOf(place: number): number {
  return place * (NODE.width + NODE.gap) + 4;
}

/** Which ways are drawn, from where to where, and how much space above and below the levels they need, in pixels. */
function layOut({ levels }: GameDocument, ways: readonly CourseWay[]) {
  // The end of the course has the place behind the last level.
  const placeOf = (id: string | undefined) =>
    id === undefined ? levels.length : levels.findIndex((level) => level.id === id);
  const shown = ways
    .filter((way) => way.link !== undefined || way.when === 'won')
    .map((way): ShownWay => {
      const [from, to] = [placeOf(way.from), placeOf(way.to)];
      return { way, from: leftOf(from), to: to === levels.length ? endOf(to) : leftOf(to), steps: to - from };
    });
  const rise = spaceFor(shown.filter(({ way, steps }) => way.when === 'won' && steps > 1));
  const fall = spaceFor(shown.filter(({ way, steps }) => way.when === 'lost' || steps <= 0));
  const width = endOf(levels.length) + END_WIDTH + 4;
  return { shown, rise, width, height: NODE.height + rise + fall };
}

function spaceFor(ways: readonly ShownWay[]): number {
  if (ways.length === 0) return 8;
  const longest = Math.max(...ways.map(({ steps }) => Math.abs(steps)));
  return LEAST_RISE + LABEL_SPACE + RISE_PER_LEVEL * Math.min(8, longest);
}

interface LevelNodeProps {
  game: GameDocument;
  level: Level;
  place: number;
  batches: readonly BatchInfo[];
}

/** A level with the share that its newest finished batch has cleared, and the interval of that. */
function LevelNode({ game, level, place, batches }: LevelNodeProps) {
  const newest = newestOf(batches, level.id, ({ status }) => status === 'finished')?.arm;
  const share = newest && wilsonInterval(newest.runsWon, newest.runsDone);
  const full = NODE.width - 20;
  return (
    <>
      <title>
        {share ? `${level.name}: ${standInName(game, newest.standInId)} clears ${sayShare(share)}` : level.name}
      </title>
      <a href={`/games/${game.id}/levels/${level.id}`}>
        <rect width={NODE.width} height={NODE.height} rx={4} fill="var(--paper)" stroke="var(--layer)" />
        <text x={10} y={20} fontSize={12.5} fontWeight={600} fill="var(--ink)">
          {place + 1}. {shorten(level.name)}
        </text>
      </a>
      <rect x={10} y={40} width={full} height={6} fill="var(--layer)" />
      {share && (
        <>
          <rect x={10} y={40} width={full * share.value} height={6} fill="var(--moss)" />
          <line
            x1={10 + full * share.low}
            x2={10 + full * share.high}
            y1={43}
            y2={43}
            stroke="var(--ink)"
            strokeWidth={1.5}
          />
        </>
      )}
      <text x={10} y={34} fontSize={11} fill="var(--dim)">
        {share ? `${standInName(game, newest.standInId)} ${Math.round(share.value * 100)} %` : 'not measured yet'}
      </text>
    </>
  );
}

function Way({
  from,
  to,
  top,
  steps,
  way,
  title,
}: {
  from: number;
  to: number;
  top: number;
  steps: number;
  way: CourseWay;
  title: string;
}) {
  const middle = top + NODE.height / 2;
  const colour = way.when === 'won' ? 'var(--moss)' : 'var(--clay)';
  const dash = way.when === 'won' ? undefined : '4 3';
  if (steps === 1 && way.when === 'won') {
    return (
      <g>
        <title>{title}</title>
        <path d={`M ${from + NODE.width} ${middle} H ${to - 5}`} stroke={colour} strokeWidth={2} fill="none" />
        <Tip x={to - 1} y={middle} turn={0} colour={colour} />
        {way.score !== undefined && <Label x={(from + NODE.width + to) / 2} y={middle - 6} text={`≥ ${way.score}`} />}
      </g>
    );
  }
  const goesBack = steps <= 0 || way.when === 'lost';
  const edge = goesBack ? top + NODE.height : top;
  const depth = (goesBack ? 1 : -1) * (18 + RISE_PER_LEVEL * Math.min(8, Math.abs(steps)));
  const start = from + NODE.width * (way.when === 'lost' ? 0.35 : 0.65);
  const end = to + (way.to === undefined ? END_WIDTH / 2 : NODE.width * (way.when === 'lost' ? 0.2 : 0.5));
  return (
    <g>
      <title>{title}</title>
      <path
        d={`M ${start} ${edge} C ${start} ${edge + depth * 1.3}, ${end} ${edge + depth * 1.3}, ${end} ${edge + Math.sign(depth) * 6}`}
        stroke={colour}
        strokeWidth={1.75}
        strokeDasharray={dash}
        fill="none"
      />
      <Tip x={end} y={edge + Math.sign(depth)} turn={goesBack ? -90 : 90} colour={colour} />
      <Label
        x={(start + end) / 2}
        y={edge + depth * 0.98 + (goesBack ? 12 : -5)}
        text={`${way.when}${way.score === undefined ? '' : ` ≥ ${way.score}`}`}
      />
    </g>
  );
}

function Tip({ x, y, turn, colour }: { x: number; y: number; turn: number; colour: string }) {
  return <path d="M 0 0 L -7 -4 L -7 4 Z" fill={colour} transform={`translate(${x} ${y}) rotate(${turn})`} />;
}

function Label({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <text x={x} y={y} fontSize={10.5} fill="var(--dim)" textAnchor="middle">
      {text}
    </text>
  );
}

/** "Ember Night, won from 500 points: on to Drying Hall" */
function sayWay(game: GameDocument, { from, when, score, to }: CourseWay): string {
  const nameOf = (id: string) => game.levels.find((level) => level.id === id)?.name ?? id;
  const condition = score === undefined ? when : `${when} with ${score} points or more`;
  return `${nameOf(from)}, ${condition}: ${to === undefined ? 'the end' : `on to ${nameOf(to)}`}`;
}

function shorten(name: string): string {
  return name.length > 15 ? `${name.slice(0, 14)}…` : name;
}
