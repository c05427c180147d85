import * as z from 'zod';

/** How every fault of the server looks: what is wrong, what to do, and where. */
export const faultShape = z.object({
  code: z.string(),
  message: z.string(),
  hint: z.string(),
  where: z.string().optional(),
  /** Name of the request, under which the log of the server tells more. */
  request: z.string().optional(),
  /** Everything that was found, when there is more than one thing. */
  diagnostics: z
    .array(
      z.object({
        code: z.string(),
        severity: z.enum(['error', 'warning']),
        message: z.string(),
        hint: z.string(),
        where: z.string(),
      }),
    )
    .optional(),
  /** The revision that somebody else has saved, for clashes. */
  currentRevision: z.string().optional(),
});

export type Fault = z.infer<typeof faultShape>;
