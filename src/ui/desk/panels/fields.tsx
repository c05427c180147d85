'use client';

import { NativeSelect, NumberInput, Switch, TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import styles from './panels.module.css';

/** A row of a form: what it is at the left, the field at the right. */
export function Row({ label, hint, children }: { label: string; hint?: string; children: ReactNode }) {
  return (
    <div title={hint} className={styles.row}>
      <span className="quiet">{label}</span>
      <div className={styles.rowFields}>{children}</div>
    </div>
  );
}

interface NumberFieldProps {
  label: string;
  value: number;
  unit: string;
  min: number;
  max: number;
  step?: number;
  width?: number;
  disabled?: boolean;
  onCommit: (value: number) => void;
}

/** A number with its unit. It takes effect on Enter, on leaving the field, and with every step of the arrows. */
export function NumberField({
  label,
  value,
  unit,
  min,
  max,
  step = 0.1,
  width = 92,
  disabled,
  onCommit,
}: NumberFieldProps) {
  const [draft, setDraft] = useState<number | string>();
  const commit = (next: number | string | undefined) => {
    setDraft(undefined);
    const number = Number(next);
    if (next === undefined || next === '' || !Number.isFinite(number)) return;
    const held = Math.min(max, Math.max(min, number));
    if (held !== value) onCommit(held);
  };
  return (
    <>
      <NumberInput
        size="xs"
        w={width}
        aria-label={label}
        min={min}
        max={max}
        step={step}
        clampBehavior="blur"
        disabled={disabled}
        value={draft ?? value}
        onChange={(next) => setDraft(next)}
        onBlur={() => commit(draft)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit(draft);
          if (event.key === 'Escape') setDraft(undefined);
        }}
      />
      {unit && <span className="quiet">{unit}</span>}
    </>
  );
}

export function SelectField<Value extends string>({
  label,
  value,
  options,
  width,
  onCommit,
}: {
  label: string;
  value: Value;
  options: readonly { value: Value; label: string }[];
  width?: number;
  onCommit: (value: Value) => void;
}) {
  return (
    <NativeSelect
      size="xs"
      w={width}
      aria-label={label}
      value={value}
      data={options.map((option) => ({ ...option }))}
      onChange={(event) => onCommit(event.currentTarget.value as Value)}
    />
  );
}

export function SwitchField({
  label,
  value,
  children,
  onCommit,
}: {
  label: string;
  value: boolean;
  children: ReactNode;
  onCommit: (value: boolean) => void;
}) {
  return (
    <Switch
      size="xs"
      aria-label={label}
      checked={value}
      label={children}
      onChange={(event) => onCommit(event.currentTarget.checked)}
    />
  );
}

/** A text that takes effect on Enter and on leaving the field. */
export function TextField({
  label,
  value,
  width,
  maxLength = 80,
  onCommit,
}: {
  label: string;
  value: string;
  width?: number;
  maxLength?: number;
  onCommit: (value: string) => void;
}) {
  const [draft, setDraft] = useState<string>();
  const commit = () => {
    setDraft(undefined);
    if (draft !== undefined && draft !== value && draft.trim() !== '') onCommit(draft);
  };
  return (
    <TextInput
      size="xs"
      w={width}
      style={width ? { flexShrink: 0 } : { flex: 1 }}
      aria-label={label}
      maxLength={maxLength}
      value={draft ?? value}
      onChange={(event) => setDraft(event.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  );
}

export function ColourField({
  label,
  value,
  onCommit,
}: {
  label: string;
  value: string;
  onCommit: (value: string) => void;
}) {
  const [draft, setDraft] = useState<string>();
  return (
    <input
      className={styles.colour}
      type="color"
      aria-label={label}
      value={draft ?? value}
      onChange={(event) => setDraft(event.currentTarget.value)}
      onBlur={() => {
        if (draft && draft !== value) onCommit(draft);
        setDraft(undefined);
      }}
    />
  );
}

/** The name of a kind or a ground, and the word that stands for it in texts. */
export function NameRow({
  of,
  named,
  onCommit,
}: {
  of: string;
  named: { id: string; name: string };
  onCommit: (name: string) => void;
}) {
  return (
    <Row label="name">
      <TextField label={`Name of the ${of}`} value={named.name} onCommit={onCommit} />
      <span className="quiet one-line">
        in scripts <span className="mono">{named.id}</span>
      </span>
    </Row>
  );
}

interface Side {
  label: string;
  value: number;
  onCommit: (value: number) => void;
}

/** Two numbers of one sort beside each other, for example columns and rows. */
export function NumberPair({
  first,
  second,
  between,
  unit,
  ...limits
}: {
  first: Side;
  second: Side;
  between: string;
  unit: string;
  min: number;
  max: number | [number, number];
  step: number;
}) {
  const [mostFirst, mostSecond] = typeof limits.max === 'number' ? [limits.max, limits.max] : limits.max;
  return (
    <>
      <NumberField {...limits} {...first} unit={between} max={mostFirst} width={70} />
      <NumberField {...limits} {...second} unit={unit} max={mostSecond} width={70} />
    </>
  );
}
