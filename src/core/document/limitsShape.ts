import * as z from 'zod';
import { TRAIT_LIMITS, type TraitLimit } from '../people/traits';

/** The shape of the limits of a stand-in of one's own: what a person can have, and nothing else. */
export const limitsShape = z.strictObject(
  Object.fromEntries(
    TRAIT_LIMITS.map(({ key, least, most, label, unit, says }) => {
      const range = `The ${label} of a person lies from ${least} to ${most} ${unit}.`;
      return [key, z.number(range).min(least, range).max(most, range).optional().describe(`${unit}: ${says}`)];
    }),
  ) as Record<TraitLimit['key'], z.ZodOptional<z.ZodNumber>>,
);
