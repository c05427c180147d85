import type * as z from 'zod';
import { isNestedDeeper, LIMITS } from '@/core/index';
import { RequestFault } from './requestFault';

/** A document stands in one more bracket. */
const MOST_NESTING = LIMITS.nesting + 1;

/** A text as JSON of a shape. Throws the fault of a request where it is none. */
export function parseJson<Shape extends z.ZodType>(text: string, shape: Shape): z.output<Shape> {
  if (isNestedDeeper(text, MOST_NESTING)) {
    throw new RequestFault(400, {
      code: 'too-deep',
      message: 'The brackets of the body lie too deep in each other.',
      hint: 'Nothing was changed. Send it as this program writes it.',
    });
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new RequestFault(400, {
      code: 'json-broken',
      message: 'The body is no JSON.',
      hint: 'Nothing was changed. Send valid JSON.',
    });
  }
  return shape.parse(value);
}
