import { setKindKnob } from '../document/commands';
import type { GameDocument, Level } from '../document/gameDocument';
import type { Diagnostic } from '../foundation/diagnostic';
import { succeed, type Result } from '../foundation/result';
import { cueBlocksOf } from '../written/cueBlocks';
import { readOverrides } from './readOverrides';
import { applyChanges, changesOf, type NumberChange, type NumberOverride } from './withNumbers';

/** One change of a document, to be made in a draft of it. */
export type TakeNumbers = (draft: GameDocument) => void;

/**
 * What sets numbers for good, by the names by which they are set for some runs; in the document as it is given, so that it has
 * to be applied to a draft of that. Faults are those of {@link readOverrides}.
 */
export function takeNumbers(
  game: GameDocument,
  level: Level,
  set: readonly NumberOverride[],
): Result<TakeNumbers, Diagnostic> {
  const read = readOverrides(game, level, set);
  if (!read.ok) return read;
  const { knobs, numbers = [] } = read.value;
  const changes = changesOf(game, level, numbers);
  if (!changes.ok) return changes;
  const ofCues = knobs.flatMap(({ kind, knob, value }) => knobOfCue(game, level, kind, knob, value));
  const ofKinds = knobs.filter(({ kind }) => game.cast.some(({ id }) => id === kind));
  return succeed((draft) => {
    for (const { kind, knob, value } of ofKinds) setKindKnob(draft, kind, knob, value);
    applyChanges(draft, [...changes.value, ...ofCues]);
  });
}

/** The number behind `knob NAME =` in the text of a cue. */
function knobOfCue(game: GameDocument, level: Level, cue: string, knob: string, value: number): NumberChange[] {
  const lines = cueBlocksOf(game, level).find(({ name }) => name === cue)?.lines ?? [];
  const line = lines.find(({ word, head }) => word === 'knob' && head.text.split(/[\s=]+/)[1] === knob);
  const number = line?.parts.find(({ type }) => type === 'number');
  if (!number) return [];
  return [{ place: { in: 'cues', level: game.levels.indexOf(level), from: number.from, to: number.to }, value }];
}
