import * as z from 'zod';

declare module 'zod' {
  interface GlobalMeta {
    label?: string;
    unit?: string;
    step?: number;
  }
}

/** A number of the document: how it is called, in what it is measured, its limits and what it means. */
interface Quantity {
  /** As a label of forms. */
  label: string;
  /** Empty for bare counts; `%` for shares, which the document has as 0..1. */
  unit: string;
  low: number;
  high: number;
  /** By how much arrows and sliders change it, in the unit of the document. */
  step?: number;
  whole?: boolean;
  about: string;
}

/** The shape of a number. Panels, checks, docs, overrides and the JSON Schema all read it from here. */
export function quantity({ label, unit, low, high, step, whole, about }: Quantity): z.ZodNumber {
  const base = whole ? z.number().int() : z.number();
  return base
    .min(low)
    .max(high)
    .meta({ description: about, label, unit, step: step ?? (whole ? 1 : 0.1) });
}

/** What a form needs to know of a number. */
export interface QuantitySpec extends Required<Omit<Quantity, 'whole'>> {
  isWhole: boolean;
}

/** Reads what stands with the shape of a number, also where it may be left out. */
export function quantityOf(shape: z.ZodType): QuantitySpec {
  const inner = shape instanceof z.ZodOptional ? (shape.unwrap() as z.ZodType) : shape;
  if (!(inner instanceof z.ZodNumber)) throw new Error('this is a bug: no number has this shape');
  const { label = '', unit = '', step = 0.1, description = '' } = inner.meta() ?? {};
  const { minValue, maxValue, isInt } = inner;
  return {
    label,
    unit,
    step,
    about: description,
    low: minValue ?? -Infinity,
    high: maxValue ?? Infinity,
    isWhole: isInt,
  };
}
