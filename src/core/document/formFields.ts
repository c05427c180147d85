import * as z from 'zod';
import { effectShape, type EffectName } from './contactShape';
import { controlShape, throwingShape, type Scheme } from './controlShape';
import { kindShape, levelShape, rulesShape, scrollShape, terrainShape } from './gameDocument';
import { outlineShape, type OutlineShape } from './outlineShape';
import { quantityOf, type QuantitySpec } from './quantity';

/** A field of a form as its shape says: a number, a yes or no, or one of some words. */
export type FormField =
  | { type: 'number'; key: string; spec: QuantitySpec }
  | { type: 'switch'; key: string; label: string }
  | { type: 'choice'; key: string; label: string; options: readonly string[] };

type Shapes = Readonly<Record<string, z.ZodType>>;

const crumbsShape = (kindShape.shape.crumbs.unwrap() as z.ZodOptional<z.ZodObject>).unwrap();
const flightShape = (kindShape.shape.flight.unwrap() as z.ZodOptional<z.ZodObject>).unwrap();
const pushShape = terrainShape.shape.push.unwrap() as z.ZodTuple;

/** Where the numbers of forms stand. */
const ROOMS = {
  ground: terrainShape.shape,
  kind: kindShape.shape,
  crumbs: crumbsShape.shape,
  flight: flightShape.shape,
  throwing: throwingShape.shape,
  level: levelShape.shape,
  rules: rulesShape.shape,
  scroll: scrollShape.shape,
} as const;

export type FieldRoom = keyof typeof ROOMS;

/** Label, unit, limits and step of a number, by where it stands and its name in the document. */
export function quantityIn(room: FieldRoom, field: string): QuantitySpec {
  return quantityOf(innermost((ROOMS[room] as Shapes)[field]));
}

/** How far ground pushes, east and south. */
export function pushQuantities(): QuantitySpec[] {
  return (pushShape.def.items as z.ZodType[]).map(quantityOf);
}

/** The angle at which a player throws. */
export function aimQuantity(): QuantitySpec {
  const { options } = innermost(throwingShape.shape.aim) as z.ZodUnion;
  return quantityOf((options as z.ZodType[]).find((option) => option instanceof z.ZodNumber)!);
}

/** What only one scheme of control has, in the order of its shape; the speed, which all have, is among it. */
export function controlFields(scheme: Scheme): FormField[] {
  const option = controlShape.options.find(({ shape }) => shape.scheme.value === scheme)!;
  return fieldsOf(option.shape as Shapes);
}

/** The numbers and words of an effect; ids of other things are not among them. */
export function effectFields(effect: EffectName): FormField[] {
  const option = effectShape.options.find(({ shape }) => shape.effect.value === effect)!;
  return fieldsOf(option.shape as Shapes);
}

/** A size of a shape of a form. */
export function outlineQuantity(form: OutlineShape['form'], size: string): QuantitySpec {
  const options = outlineShape.options as readonly z.ZodObject[];
  const option = options.find(({ shape }) => (shape.form as z.ZodLiteral).value === form)!;
  return quantityOf((option.shape as Shapes)[size]);
}

function fieldsOf(shapes: Shapes): FormField[] {
  return Object.entries(shapes).flatMap(([key, shape]): FormField[] => {
    const inner = innermost(shape);
    if (inner instanceof z.ZodNumber) return [{ type: 'number', key, spec: quantityOf(inner) }];
    const label = inner.meta()?.label ?? key;
    if (inner instanceof z.ZodBoolean) return [{ type: 'switch', key, label }];
    if (inner instanceof z.ZodEnum) return [{ type: 'choice', key, label, options: inner.options as string[] }];
    return [];
  });
}

/** A shape without what says that it may be left out. */
function innermost(shape: z.ZodType): z.ZodType {
  return shape instanceof z.ZodOptional ? innermost(shape.unwrap() as z.ZodType) : shape;
}
