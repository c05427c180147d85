import type { Happening, HappeningName, SavedCheck } from '../document/savedCheck';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import { nearestWord } from '../foundation/nearestWord';
import { fail, succeed, type Result } from '../foundation/result';
import type { LevelProgram, Overrides } from './levelProgram';
import { readStart } from './readStart';

/** Index that stands for the player among the pieces of a check. */
export const THE_PLAYER = -1;
/** Index that stands for any piece. */
export const ANY_PIECE = -2;

/** What is waited for, with names as indices; states as their index in the brain of the piece. */
export type HappeningProgram =
  | { event: 'turns'; piece: number }
  | { event: 'is in state'; piece: number; state: number }
  | { event: 'sees the player'; piece: number }
  | { event: 'is at'; piece: number; x: number; y: number }
  | { event: 'is gone'; piece: number }
  | { event: 'have come in'; cue: string; count: number }
  | { event: 'wave is over'; cue: string; wave: number }
  | { event: 'more are there'; kinds: number[]; than: number }
  | { event: 'score is'; points: number }
  | { event: 'player is lost' }
  | { event: 'level is won' };

/** Gives the index of what a check names; what it names and is not there is noted. */
interface Names {
  piece(id: string): number;
  mover(id: string): number;
  state(piece: number, state: string): number;
  cue(name: string, type?: 'waves'): string;
  kinds(name: string): number[];
}

type Compilers = {
  [Name in HappeningName]: (happening: Extract<Happening, { event: Name }>, names: Names) => HappeningProgram;
};

const COMPILERS: Compilers = {
  turns: ({ event, piece }, names) => ({ event, piece: names.mover(piece) }),
  'is in state': ({ event, piece, state }, names) => {
    const index = names.piece(piece);
    return { event, piece: index, state: names.state(index, state) };
  },
  'sees the player': ({ event, piece }, names) => ({
    event,
    piece: piece === undefined ? ANY_PIECE : names.piece(piece),
  }),
  'is at': ({ event, piece, at: [x, y] }, names) => ({ event, piece: names.mover(piece), x, y }),
  'is gone': ({ event, piece }, names) => ({ event, piece: names.piece(piece) }),
  'have come in': ({ event, cue, count }, names) => ({ event, cue: names.cue(cue), count }),
  'wave is over': ({ event, cue, wave }, names) => ({ event, cue: names.cue(cue, 'waves'), wave }),
  'more are there': ({ event, kind, than }, names) => ({ event, kinds: names.kinds(kind), than }),
  'score is': (happening) => happening,
  'player is lost': (happening) => happening,
  'level is won': (happening) => happening,
};

/**
 * What a saved check waits for, for a level that compiled; or what it names that is not there any more. Faults have paths
 * within the check.
 */
export function compileHappening(happening: Happening, program: LevelProgram): Result<HappeningProgram, Diagnostic> {
  const faults: Diagnostic[] = [];
  const lost = (path: string, name: string, what: string, known: readonly string[]) => {
    const nearest = nearestWord(name, known);
    faults.push(
      warningAt(
        { path: ['happens', path] },
        'check-names-nothing',
        `A saved check names the ${what} \`${name}\`, which is not in the level.`,
        nearest ? `Did you mean \`${nearest}\`? Otherwise remove the check.` : 'Name another, or remove the check.',
      ),
    );
    return ANY_PIECE;
  };
  const { pieces, player, brains, cues, kinds } = program;
  const ids = pieces.filter(({ isShot }) => !isShot).map(({ id }) => id);
  const piece = (id: string) => {
    const index = pieces.findIndex((one) => one.id === id);
    return index >= 0 ? index : lost('piece', id, 'piece', ids);
  };
  const compile = COMPILERS[happening.event] as (own: Happening, names: Names) => HappeningProgram;
  const compiled = compile(happening, {
    piece,
    mover: (id) => (id === player.id ? THE_PLAYER : piece(id)),
    state: (index, state) => {
      if (index < 0) return index;
      const { brain } = pieces[index];
      const states = brain < 0 ? [] : brains[brain].states.map(({ name }) => name);
      return states.includes(state) ? states.indexOf(state) : lost('state', state, 'state', states);
    },
    cue: (name, type) => {
      const known = cues.filter((one) => type === undefined || one.type === type).map((one) => one.name);
      if (!known.includes(name)) lost('cue', name, type === 'waves' ? 'waves' : 'cue', known);
      return name;
    },
    kinds: (name) => {
      const meant = kinds.flatMap(({ id, tags }, index) => (id === name || tags.includes(name) ? [index] : []));
      if (meant.length === 0)
        lost('kind', name, 'kind or tag', [...new Set(kinds.flatMap(({ id, tags }) => [id, ...tags]))]);
      return meant;
    },
  });
  return faults.length > 0 ? fail(faults) : succeed(compiled);
}

/** From where a saved check begins, as what a run sets otherwise. */
export function startOfCheck({ from }: SavedCheck): Result<Overrides, Diagnostic> {
  if (from === undefined) return succeed({ knobs: [] });
  const start = readStart(from);
  return start.ok
    ? succeed({ knobs: [], ...start.value })
    : fail(start.faults.map((fault) => ({ ...fault, severity: 'warning', where: { path: ['from'] } })));
}
