import {
  checkLevelCues,
  commands,
  EDGE_NAMES,
  resolvedCast,
  type CueNames,
  type GameDocument,
  type Level,
} from '@/core/index';
import type { DeskSession } from '../editor/deskSession';
import type { TextSource } from '../editor/openEditor';
import { cueLanguage } from '../editor/scriptLanguage';

export function cueTextOf(level: Level): string {
  return (level.cues ?? []).join('\n');
}

/** The cues of the level that is open as a text to be edited. */
export function cueSource(session: DeskSession): TextSource {
  const { levelId } = session.state;
  const levelOf = (game: GameDocument) => commands.levelIn(game, levelId);
  return {
    label: 'Text of the cues',
    change: 'Edit cues',
    read: (game) => cueTextOf(levelOf(game)),
    write: (draft, text) => commands.setCues(draft, levelId, text),
    language: cueLanguage({
      names: () => cueNames(session.state.game, levelOf(session.state.game)),
      faults: () => checkLevelCues(session.state.game, levelOf(session.state.game))?.diagnostics ?? [],
    }),
  };
}

export type CueBlockType = 'spawner' | 'waves' | 'rules';

export function cueNames(game: GameDocument, level: Level): CueNames {
  const cast = [...resolvedCast(game).values()];
  // What a new line is about is the first of them: not the player.
  const kinds = [...cast.filter(({ control }) => !control), ...cast.filter(({ control }) => control)];
  const cues = [...cueTextOf(level).matchAll(/^\s*(?:spawner|waves)\s+([a-zA-Z_]\w*)/gm)].map(([, name]) => name);
  return {
    kinds: kinds.map(({ id }) => id),
    tags: [...new Set(kinds.flatMap((kind) => kind.names))],
    marks: [...level.marks.map(({ id }) => id), ...EDGE_NAMES],
    grounds: game.terrain.map(({ id }) => id),
    cues,
  };
}

/** The middle of the open cell that is nearest to the middle of a level. */
function openPlace(game: GameDocument, { map }: Level): { x: number; y: number } {
  const solid = new Set(game.terrain.filter((ground) => ground.solid).map(({ glyph }) => glyph));
  const [midX, midY] = [map[0].length / 2, map.length / 2];
  const open = map.flatMap((row, y) =>
    [...row].flatMap((glyph, x) => (solid.has(glyph) ? [] : [{ x: x + 0.5, y: y + 0.5 }])),
  );
  const far = ({ x, y }: { x: number; y: number }) => (x - midX) ** 2 + (y - midY) ** 2;
  return open.reduce((best, cell) => (far(cell) < far(best) ? cell : best), open[0] ?? { x: midX, y: midY });
}

/** A block to begin with, about what the level has; marks that are missing are made. */
export function addCueBlock(game: GameDocument, levelId: string, type: CueBlockType): void {
  const level = commands.levelIn(game, levelId);
  const kind = [...resolvedCast(game).values()].find((candidate) => !candidate.control)?.id ?? game.cast[0].id;
  const before = cueTextOf(level).trimEnd();
  // A mark at which nothing comes in yet, before one at which something does.
  const marks = level.marks.filter(({ id }) => id !== level.rules.winAt);
  const isUsed = (id: string) => new RegExp(`(?<![\\w-])${id}(?![\\w-])`).test(before);
  const mark =
    (marks.find(({ id }) => !isUsed(id)) ?? marks[0])?.id ??
    commands.addMark(game, levelId, 'Way in', { point: openPlace(game, level) });
  const taken = cueNames(game, level).cues;
  const free = (name: string) => {
    for (let number = 1; ; number++) {
      const candidate = number === 1 ? name : `${name}_${number}`;
      if (!taken.includes(candidate)) return candidate;
    }
  };
  const block = {
    spawner: `spawner ${free('arrivals')} {\n  knob interval = 3 s in 0.5..20\n  at ${mark}\n  every interval ± 0.5 s, first after 1 s\n  pick ${kind}\n  limit 12 alive\n  retire when outside by 2 cells\n}\n`,
    waves: `waves ${free('tide')} {\n  at ${mark}\n  wave 1 { 3 ${kind}, one every 0.6 s }\n  wave 2 { 5 ${kind}, one every 0.6 s }\n  repeat wave 2 growing 1.5x to 20\n  next when cleared, rest 3 s\n  stragglers vanish after 20 s\n}\n`,
    rules: `rules {\n  lives 3\n  come back safe for 2 s\n  score 1 every 1 s\n${level.rules.winAt ? '' : '  win when clock >= 30 s\n'}}\n`,
  }[type];
  commands.setCues(game, levelId, before === '' ? block : `${before}\n\n${block}`);
}
