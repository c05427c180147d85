'use client';

import type { QuantitySpec } from '@/core/index';
import { NumberField } from './fields';

/** A number as its shape says: label, unit, limits and step stand there. Shares are shown in per cent. */
export function QuantityField({
  of: { label, unit, low, high, step, isWhole },
  value,
  says,
  least,
  width,
  onCommit,
}: {
  of: QuantitySpec;
  value: number;
  /** Other words behind the number than its unit. */
  says?: string;
  /** Where 0 stands for what is left out. */
  least?: number;
  width?: number;
  onCommit: (value: number) => void;
}) {
  const factor = unit === '%' ? 100 : 1;
  const shown = (number: number) => Number((number * factor).toFixed(6));
  return (
    <NumberField
      label={label}
      value={shown(value)}
      unit={says ?? unit}
      min={shown(least ?? low)}
      max={shown(high)}
      step={shown(step)}
      width={width}
      onCommit={(next) => onCommit(isWhole ? Math.round(next) : next / factor)}
    />
  );
}
