'use client';

import { Button, Modal } from '@mantine/core';
import { standInName, standInsOf, type GameDocument } from '@/core/index';
import { BriefRow, type BandOf } from './BriefRow';

/** A line of a brief: a measure of what somebody comes to lies within a band. */
interface Line<Measure extends string> {
  standIn: string;
  measure: Measure;
  least?: number;
  most?: number;
}

/** What can be asked for, with the words and the ends of the slider for each. */
export interface BriefKind<Measure extends string> {
  measures: readonly Measure[];
  rules: Record<Measure, { name: string; unit: string }>;
  bandOf: (measure: Measure) => BandOf;
  say: (line: Line<Measure>, standIn: string) => string;
  /** What a new line asks for. */
  fresh: Line<Measure>;
  most: number;
}

/** What something is meant to be: lines with sliders, kept with the game. */
export function BriefModal<Measure extends string>({
  of,
  about,
  kind,
  game,
  lines,
  onChange,
  onClose,
}: {
  /** What the brief is of, as in “Brief of this level”. */
  of: string;
  about: string;
  kind: BriefKind<Measure>;
  game: GameDocument;
  lines: readonly Line<Measure>[];
  onChange: (what: string, lines: Line<Measure>[]) => void;
  onClose: () => void;
}) {
  const measures = kind.measures.map((value) => ({
    value,
    label: `${kind.rules[value].name}, ${kind.rules[value].unit}`,
  }));
  return (
    <Modal opened onClose={onClose} title={`Brief of ${of}`} size={720}>
      <p className="quiet flush">{about}</p>
      {lines.length === 0 && <p>None yet. Add a line, then say what is meant.</p>}
      {lines.map((line, index) => (
        <BriefRow
          key={index}
          said={kind.say(line, standInName(game, line.standIn))}
          line={line}
          players={standInsOf(game)}
          measures={measures}
          band={kind.bandOf(line.measure)}
          onChange={(to) => {
            const changed = { standIn: line.standIn, measure: line.measure, ...to };
            // Another measure begins with a band of its own.
            const { low, high } = kind.bandOf(changed.measure);
            if (changed.measure !== line.measure) changed.most = (low + high) / 2;
            onChange(
              `Brief of ${of}`,
              lines.map((own, at) => (at === index ? changed : own)),
            );
          }}
          onRemove={() =>
            onChange(
              `Remove a line of the brief of ${of}`,
              lines.filter((_, at) => at !== index),
            )
          }
        />
      ))}
      <Button
        size="compact-sm"
        variant="outline"
        disabled={lines.length >= kind.most}
        onClick={() => onChange(`Add to the brief of ${of}`, [...lines, kind.fresh])}
      >
        Add a line
      </Button>
    </Modal>
  );
}
