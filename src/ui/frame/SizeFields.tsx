'use client';

import { Group, NativeSelect, NumberInput } from '@mantine/core';
import { LEAST_LEVEL_SIDE, LIMITS, type NewLevel } from '@/core/index';

/** The size and view of a level as they stand in the fields. */
export interface WishedSize {
  columns: string | number;
  rows: string | number;
  view: NonNullable<NewLevel['view']>;
}

export const USUAL_SIZE: WishedSize = { columns: 30, rows: 18, view: 'above' };

/** The size as a level can have it; undefined while something else stands in a field. */
export function sizeOf({ columns, rows, view }: WishedSize): Omit<NewLevel, 'name'> | undefined {
  const isWhole = (value: string | number, most: number) =>
    typeof value === 'number' && Number.isInteger(value) && value >= LEAST_LEVEL_SIDE && value <= most;
  if (!isWhole(columns, LIMITS.columns) || !isWhole(rows, LIMITS.rows)) return undefined;
  return { columns: Number(columns), rows: Number(rows), view };
}

/** Fields for the size of a level that is to be made, and for the side from which it is seen. */
export function SizeFields({ size, onChange }: { size: WishedSize; onChange: (size: WishedSize) => void }) {
  return (
    <>
      <Group grow mt="sm">
        <NumberInput
          label="Width, cells"
          min={LEAST_LEVEL_SIDE}
          max={LIMITS.columns}
          value={size.columns}
          onChange={(columns) => onChange({ ...size, columns })}
        />
        <NumberInput
          label="Height, cells"
          min={LEAST_LEVEL_SIDE}
          max={LIMITS.rows}
          value={size.rows}
          onChange={(rows) => onChange({ ...size, rows })}
        />
        <NativeSelect
          label="Seen from"
          value={size.view}
          data={[
            { value: 'above', label: 'above' },
            { value: 'side', label: 'the side: bodies fall' },
          ]}
          onChange={(event) => onChange({ ...size, view: event.currentTarget.value as WishedSize['view'] })}
        />
      </Group>
    </>
  );
}
