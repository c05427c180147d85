import { NO_OVERRIDES, previewMovers, sayMoments, saySpan, timeRoute, timetableOf, type Timetable } from '@/core/index';
import { chooseLevel, openGame, openLevel } from '../gameFile';
import { EXIT, printJson, printResult } from '../output';

export interface MoversOptions {
  /** May be left out where there is only one. */
  level?: string;
  json?: boolean;
}

/** `gorge movers GAME --level ID`: when each mover is where, with nobody there to disturb it. */
export async function movers(file: string, options: MoversOptions): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  const program = openLevel(opened, levelId, NO_OVERRIDES);
  const routes = timeRoute(program);
  const previews = previewMovers(program);
  const tables = previews.movers.map((mover) =>
    timetableOf(
      mover,
      routes.find(({ piece }) => piece === mover.piece),
    ),
  );
  const nameOf = (id: string) => program.pieces.find((piece) => piece.id === id)?.name ?? id;
  if (options.json) await printJson({ version: 1, level: levelId, movers: tables.map(jsonOf) });
  else await printResult(`${say(tables, previews.inStep, nameOf).join('\n')}\n`);
  return EXIT.good;
}

function say(tables: readonly Timetable[], inStep: readonly string[][], nameOf: (id: string) => string): string[] {
  if (tables.length === 0) return ['Nothing moves by itself.'];
  return [
    ...tables.map(({ piece, motion, span, round, seconds, length, moments }) => {
      const goes =
        round === undefined
          ? `${length.toFixed(1)} cells in ${seconds.toFixed(1)} s`
          : `one round of ${length.toFixed(1)} cells takes ${round.toFixed(1)} s`;
      return [`${nameOf(piece)} (${piece}), ${motion}: ${saySpan(span)} cells; ${goes}`, sayMoments(moments)]
        .filter(Boolean)
        .join('; ');
    }),
    ...inStep.map((group) => `${group.map(nameOf).join(', ')} go in step.`),
  ];
}

function jsonOf({ round, ...table }: Timetable) {
  return { ...table, round: round ?? null };
}
