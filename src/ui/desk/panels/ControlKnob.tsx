'use client';

import { createContext, use } from 'react';
import type { QuantitySpec } from '@/core/index';
import { NumberField } from './fields';
import styles from './panels.module.css';

/** Pixels a cell while speeds and lengths are shown in pixels; undefined while they are shown in cells. */
export const PixelsContext = createContext<number | undefined>(undefined);

/** A number of a control, with its name before it. */
export function ControlKnob({
  of: { label, unit, low, high, step, isWhole },
  value,
  least = low,
  onCommit,
}: {
  of: QuantitySpec;
  value: number;
  /** Where 0 stands for what is left out. */
  least?: number;
  onCommit: (value: number) => void;
}) {
  const pixels = use(PixelsContext);
  const factor = pixels !== undefined && unit.startsWith('cells') ? pixels : 1;
  const shown = (number: number) => Number((number * factor).toFixed(3));
  return (
    <label className={styles.knob}>
      <span className="quiet">{label.toLowerCase()}</span>
      <NumberField
        label={label}
        value={shown(value)}
        unit={factor === 1 ? unit : unit.replace('cells', 'px')}
        min={shown(least)}
        max={shown(high)}
        step={factor === 1 ? step : 1}
        width={66}
        onCommit={(next) => onCommit(isWhole ? Math.round(next) : next / factor)}
      />
    </label>
  );
}
