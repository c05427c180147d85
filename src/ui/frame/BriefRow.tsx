'use client';

import { ActionIcon, NativeSelect, RangeSlider, Tooltip } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import css from './frame.module.css';

export interface BandOf {
  low: number;
  high: number;
  step: number;
  unit: string;
}

/** One line of a brief, said and set: who, what, and from where to where. */
export function BriefRow<Measure extends string>({
  said,
  line,
  players,
  measures,
  band: { low, high, step, unit },
  onChange,
  onRemove,
}: {
  said: string;
  line: { standIn: string; measure: Measure; least?: number; most?: number };
  players: readonly { id: string; name: string }[];
  measures: readonly { value: Measure; label: string }[];
  band: BandOf;
  onChange: (change: { standIn?: string; measure?: Measure; least?: number; most?: number }) => void;
  onRemove: () => void;
}) {
  return (
    <div className={css.briefLine} role="group" aria-label={said}>
      <span className={css.briefSaid}>{said}</span>
      <NativeSelect
        size="xs"
        aria-label="Who plays"
        value={line.standIn}
        data={players.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(event) => onChange({ ...line, standIn: event.currentTarget.value })}
      />
      <NativeSelect
        size="xs"
        aria-label="Measure"
        value={line.measure}
        data={[...measures]}
        onChange={(event) => onChange({ standIn: line.standIn, measure: event.currentTarget.value as Measure })}
      />
      <RangeSlider
        key={line.measure}
        size="sm"
        className={css.briefBand}
        thumbFromLabel="At least"
        thumbToLabel="At most"
        min={low}
        max={high}
        step={step}
        minRange={step}
        label={(value) => `${value} ${unit}`}
        defaultValue={[Math.max(low, line.least ?? low), Math.min(high, line.most ?? high)]}
        // The ends of the slider mean that any is right there.
        onChangeEnd={([least, most]) => {
          const { standIn, measure } = line;
          onChange({
            ...{ standIn, measure },
            ...(least > low ? { least } : {}),
            ...(most < high ? { most } : {}),
          });
        }}
      />
      <Tooltip label="Remove this line">
        <ActionIcon variant="subtle" color="clay" aria-label={`Remove: ${said}`} onClick={onRemove}>
          <IconTrash size={16} />
        </ActionIcon>
      </Tooltip>
    </div>
  );
}
