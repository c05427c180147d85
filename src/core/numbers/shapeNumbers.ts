import * as z from 'zod';

/** A number of a document: where it stands and what it may be. */
export interface ShapeNumber {
  path: (string | number)[];
  /** The path in words, with the ids of what stands in lists. */
  name: string;
  /** Undefined where it is left out. */
  value: number | undefined;
  low: number;
  high: number;
  isWhole: boolean;
  /** What the shape says of it. */
  about: string;
  /** Undefined where the shape names none. */
  unit: string | undefined;
}

/** Names of the places of pairs and of boxes. */
const PLACES: Readonly<Record<number, readonly string[]>> = { 2: ['x', 'y'], 4: ['x', 'y', 'width', 'height'] };

/** Every number that a shape has room for in a value: those that are there, and those that could be set beside them. */
export function shapeNumbers(shape: z.ZodType, value: unknown): ShapeNumber[] {
  return walk(shape, value, [], [], '');
}

function walk(
  shape: z.ZodType,
  value: unknown,
  path: (string | number)[],
  names: readonly string[],
  about: string,
): ShapeNumber[] {
  const own = shape.description ?? about;
  if (shape instanceof z.ZodOptional) return walk(shape.unwrap() as z.ZodType, value, path, names, own);
  if (shape instanceof z.ZodNumber) {
    const number = typeof value === 'number' ? value : undefined;
    const { minValue, maxValue } = shape;
    return [
      {
        path,
        name: names.join('.'),
        value: number,
        low: minValue ?? -Infinity,
        high: maxValue ?? Infinity,
        isWhole: shape.isInt,
        about: own,
        unit: shape.meta()?.unit,
      },
    ];
  }
  if (value === undefined) return [];
  if (shape instanceof z.ZodUnion) {
    const fitting = (shape.options as z.ZodType[]).find((option) => option.safeParse(value).success);
    return fitting ? walk(fitting, value, path, names, own) : [];
  }
  return inside(shape, value).flatMap(({ shape: part, value: of, key, name }) =>
    walk(part, of, [...path, key], [...names, name], ''),
  );
}

interface Part {
  shape: z.ZodType;
  value: unknown;
  key: string | number;
  name: string;
}

function inside(shape: z.ZodType, value: unknown): Part[] {
  if (shape instanceof z.ZodObject) {
    const fields = value as Record<string, unknown>;
    return Object.entries(shape.shape as Record<string, z.ZodType>).map(([key, part]) => ({
      shape: part,
      value: fields[key],
      key,
      name: key,
    }));
  }
  if (shape instanceof z.ZodTuple) {
    const items = shape.def.items as z.ZodType[];
    return items.map((part, index) => ({
      shape: part,
      value: (value as unknown[])[index],
      key: index,
      name: PLACES[items.length]?.[index] ?? String(index + 1),
    }));
  }
  if (shape instanceof z.ZodArray) {
    return (value as unknown[]).map((item, index) => ({
      shape: shape.element as z.ZodType,
      value: item,
      key: index,
      name: idOf(item) ?? String(index + 1),
    }));
  }
  if (shape instanceof z.ZodRecord)
    return Object.entries(value as object).map(([key, item]) => ({
      shape: shape.valueType as z.ZodType,
      value: item as unknown,
      key,
      name: key,
    }));
  return [];
}

function idOf(item: unknown): string | undefined {
  const id = typeof item === 'object' && item !== null && 'id' in item ? item.id : undefined;
  return typeof id === 'string' ? id : undefined;
}
