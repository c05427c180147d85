import type { BriefLine, CourseBriefLine } from '../document/briefLine';
import type { GameDocument } from '../document/gameDocument';
import { standInsOf } from '../document/standIns';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { Subject } from './subject';

/** What is wrong with the brief of a level; nothing of it keeps the level from being played. */
export function checkBrief({ game, level, path }: Subject): Diagnostic[] {
  return checkLines(game, level.brief ?? [], [...path, 'brief']);
}

/** The same of the brief of the course. */
export function checkCourseBrief(game: GameDocument): Diagnostic[] {
  return checkLines(game, game.courseBrief ?? [], ['courseBrief']);
}

type Line = BriefLine | CourseBriefLine;

/** Lines of nobody, and lines that no run can meet: alone, or beside one of before. */
function checkLines(game: GameDocument, lines: readonly Line[], path: (string | number)[]): Diagnostic[] {
  const players = standInsOf(game).map(({ id }) => id);
  return lines.flatMap((line, index): Diagnostic[] => {
    const { standIn, measure } = line;
    const where = { path: [...path, index] };
    if (!players.includes(standIn))
      return [
        warningAt(
          where,
          'brief-of-nobody',
          `The brief speaks of \`${standIn}\`, and there is no such stand-in.`,
          `There are ${players.join(', ')}.`,
        ),
      ];
    const same = lines.slice(0, index + 1).filter((own) => own.standIn === standIn && own.measure === measure);
    const least = Math.max(...same.map((own) => own.least ?? -Infinity));
    const most = Math.min(...same.map((own) => own.most ?? Infinity));
    if (least <= most) return [];
    return [
      warningAt(
        where,
        'brief-contradicts',
        `The brief asks of ${standIn}, in \`${measure}\`, for at least ${least} and for at most ${most}.`,
        'Nothing can meet both: change one of the two.',
      ),
    ];
  });
}
