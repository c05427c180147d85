import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf } from '../document/resolveKind';
import { setScript } from '../document/commands';
import { setMotion } from '../language/edit/edits';
import { outlineScript } from '../language/edit/outline';
import { applyEdits } from '../language/edit/textEdit';
import type { Finding } from '../measure/findings';
import { checkScripts } from '../written/checkScripts';
import { cueBlocksOf, textOfCues } from '../written/cueBlocks';

/** A plain way to set right what a finding tells: one change of the document. */
export interface FindingFix {
  /** What it does, for a button. */
  title: string;
  apply: (draft: GameDocument) => void;
}

/** So much more of what is short. */
const MORE = 1.5;
/** A clock that is to press leaves so much of what the slowest needs. */
const SPARE = 1.2;
const STRAGGLER_SECONDS = 8;
const AWAY_CELLS = 4;
const GRACE_SECONDS = 0.8;
const APART_CELLS = 0.8;
const LEAD_SECONDS = 0.7;

/** Undefined where nothing plain can be done, or has been done already. */
export function fixOf(game: GameDocument, levelId: string, { code, about, seconds }: Finding): FindingFix | undefined {
  const level = game.levels.find(({ id }) => id === levelId);
  if (!level) return undefined;
  switch (code) {
    case 'wave-held-up':
      return addToCue(game, level, about, 'stragglers', `stragglers vanish after ${STRAGGLER_SECONDS} s`);
    case 'arrives-on-player':
      return (
        addToCue(game, level, about, 'away', `away from player by ${AWAY_CELLS} cells`) ??
        addToCue(game, level, about, 'grace', `grace ${GRACE_SECONDS} s`)
      );
    case 'clock-ends-it':
      return moreTime(level);
    case 'clock-never-felt':
      return lessTime(level, seconds);
    case 'runs-out-of-shots':
      return moreShots(game, level);
    case 'lies-on-another':
      return keepApart(game, about);
    case 'copies-in-step':
      return setApart(level, about);
    default:
      return undefined;
  }
}

/** A line more in a cue that has none of its sort. */
function addToCue(
  game: GameDocument,
  level: Level,
  cue: string | undefined,
  word: string,
  line: string,
): FindingFix | undefined {
  const block = cueBlocksOf(game, level).find(({ name }) => name === cue);
  if (!block || block.lines.some((own) => own.word === word)) return undefined;
  const lines = applyEdits(textOfCues(level), [{ from: block.end, to: block.end, insert: `  ${line}\n` }]).split('\n');
  return { title: `Write \`${line}\` in ${cue}`, apply: (draft) => void (levelIn(draft, level).cues = lines) };
}

function moreTime(level: Level): FindingFix {
  return giveTime(level, MORE * level.rules.timeLimit);
}

/** A little more than the slowest needs. */
function lessTime(level: Level, slowest: number): FindingFix {
  return giveTime(level, SPARE * slowest);
}

/** So many seconds, up to whole fives. */
function giveTime(level: Level, seconds: number): FindingFix {
  const then = Math.max(5, Math.ceil(seconds / 5) * 5);
  return {
    title: `Give ${then} s instead of ${level.rules.timeLimit} s`,
    apply: (draft) => void (levelIn(draft, level).rules.timeLimit = then),
  };
}

function moreShots(game: GameDocument, level: Level): FindingFix | undefined {
  const kind = level.pieces.map((piece) => kindOf(game, piece.kind)).find((own) => own?.control);
  // A kind that takes its throws from another one is changed there, by hand.
  const now = game.cast.find(({ id }) => id === kind?.id)?.control?.throws?.ammunition;
  if (!kind || now === undefined) return undefined;
  const then = Math.ceil(MORE * now);
  return {
    title: `Give ${then} shots instead of ${now}`,
    apply: (draft) => {
      const own = draft.cast.find(({ id }) => id === kind.id);
      if (own?.control?.throws) own.control.throws.ammunition = then;
    },
  };
}

/** What every chase of a behavior has behind it, if that leaves its text without faults. */
function keepApart(game: GameDocument, kindId: string | undefined): FindingFix | undefined {
  const behavior = kindId === undefined ? undefined : kindOf(game, kindId)?.behavior;
  const script = game.scripts.find(({ id }) => id === behavior);
  if (!script) return undefined;
  const text = script.lines.join('\n');
  const edits = (outlineScript(text)?.states ?? []).flatMap(({ name, motion }) =>
    motion && /^chase\b/.test(motion.text) && !/\bapart\b/.test(motion.text)
      ? setMotion(text, name, `${motion.text}, apart ${APART_CELLS} cells`)
      : [],
  );
  const changed = applyEdits(text, edits);
  if (changed === text) return undefined;
  const trial: GameDocument = {
    ...game,
    scripts: game.scripts.map((own) => (own.id === script.id ? { ...own, lines: changed.split('\n') } : own)),
  };
  const faults = checkScripts(trial).get(script.id)?.diagnostics ?? [];
  if (faults.some(({ severity }) => severity === 'error')) return undefined;
  return {
    title: `Keep chasers of ${script.id} ${APART_CELLS} cells apart`,
    apply: (draft) => setScript(draft, script.id, changed),
  };
}

/** Each piece of a kind a little further on in its round than the one before. */
function setApart(level: Level, kindId: string | undefined): FindingFix | undefined {
  const own = level.pieces.filter(({ kind }) => kind === kindId);
  if (own.length < 2) return undefined;
  const leadOf = (index: number) => Number((index * LEAD_SECONDS).toFixed(1));
  return {
    title: `Let each begin ${LEAD_SECONDS} s further on in its round`,
    apply: (draft) =>
      levelIn(draft, level)
        .pieces.filter(({ kind }) => kind === kindId)
        .forEach((piece, index) => {
          if (index > 0) piece.lead = leadOf(index);
        }),
  };
}

function levelIn(draft: GameDocument, { id }: Level): Level {
  return draft.levels.find((level) => level.id === id)!;
}
