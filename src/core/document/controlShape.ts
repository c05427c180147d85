import * as z from 'zod';

const speed = z.number().min(0.1).max(60).describe('how fast it goes, cells/s');
const seconds = z.number().min(0).max(10).describe('seconds');

/** What a player throws, or strikes with. */
const throwing = z
  .strictObject({
    shot: z.string().describe('id of the kind that is thrown'),
    shotSpeed: speed.describe('how fast it flies, cells/s'),
    range: z
      .number()
      .min(0.5)
      .max(256)
      .describe('how far it flies; of a blow: how far before the player it stands, cells'),
    cooldown: z.number().min(0.02).max(10).describe('seconds between two of them'),
    ammunition: z.number().int().min(1).max(10_000).optional().describe('without end when left out'),
    charge: seconds.optional().describe('how long the key must be held before it leaves, seconds; 0 when left out'),
    aim: z
      .union([z.literal('pointer'), z.number().min(0).max(360)])
      .optional()
      .describe('where it goes: to the pointer, or at a fixed angle, degrees; where the player faces when left out'),
    blow: z
      .number()
      .min(0.02)
      .max(10)
      .optional()
      .describe('a blow: it does not fly, but is held out before the player for so long, seconds'),
  })
  .optional()
  .describe('what the player throws or strikes with; left out, nothing');

/** How the player steers; each scheme with the numbers that a designer turns. */
export const controlShape = z.discriminatedUnion('scheme', [
  z.strictObject({
    scheme: z.literal('eight ways'),
    speed,
    evenDiagonals: z.boolean().describe('whether diagonals are as fast as straights'),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('four ways'),
    speed,
    cornering: z.number().min(0).max(0.5).describe('how far off the middle of an opening it still turns in, cells'),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('one cell a press'),
    speed,
    pressBuffer: seconds.describe('a press this long before the step ends is kept for the next, seconds'),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('slide until blocked'),
    speed,
    pressBuffer: seconds
      .optional()
      .describe('a press this long before the slide ends is kept for the next, seconds; 0 when left out'),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('steer to a point'),
    speed,
    goesOn: z
      .boolean()
      .optional()
      .describe(
        'whether one press sets where it goes, round what stands in the way; left out: it goes straight to where it is pointed at, while it is',
      ),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('flap'),
    speed: z
      .number()
      .min(0)
      .max(60)
      .describe('how fast it goes ahead by itself, cells/s; 0 where all comes towards it'),
    lift: z.number().min(0.5).max(40).describe('upward speed after a flap, cells/s'),
    mostFall: z.number().min(0.5).max(60).describe('it never falls faster than this, cells/s'),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('run and jump'),
    speed,
    jump: z.number().min(0.5).max(60).describe('upward speed at take-off, cells/s'),
    jumps: z.number().int().min(1).max(5).describe('how many before it touches ground again'),
    coyote: seconds.describe('how long after leaving an edge it can still jump, seconds'),
    jumpBuffer: seconds.describe('a press this long before landing still counts, seconds'),
    mostFall: z.number().min(0.5).max(60).describe('it never falls faster than this, cells/s'),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('along a rail'),
    speed,
    rail: z.enum(['across', 'up and down']).describe('which way the player moves'),
    throws: throwing,
  }),
]);

export type Control = z.infer<typeof controlShape>;
export type Scheme = Control['scheme'];

/** What the player fires, with all that may be left out filled in. */
export interface Gun {
  shot: string;
  shotSpeed: number;
  range: number;
  cooldown: number;
  charge: number;
  ammunition: number | undefined;
  /** Degrees; undefined: where the player faces. */
  aim: number | 'pointer' | undefined;
  /** Seconds for which a blow is held out; undefined for what flies. */
  blow: number | undefined;
}

/** What a player throws or strikes with; the same under every scheme. */
export type Throwing = NonNullable<Control['throws']>;

/** With these numbers something thrown plays well at once. */
export const USUAL_THROWING = { shotSpeed: 9, range: 6, cooldown: 0.45 };

/** Undefined where the player throws nothing. */
export function gunOf(control: Control | undefined): Gun | undefined {
  const throws = control?.throws;
  return throws && { ammunition: undefined, charge: 0, aim: undefined, blow: undefined, ...throws };
}

/** Whether a scheme uses its action for something else, so that throwing has a key of its own. */
export function throwsByItsOwnKey(scheme: Scheme): boolean {
  return scheme === 'flap' || scheme === 'run and jump';
}

/** A control of each scheme with numbers that play well at once; along a rail it fires shots of the given kind, if any. */
export function startingControl(scheme: Scheme, shotKind?: string): Control {
  switch (scheme) {
    case 'eight ways':
      return { scheme, speed: 3.4, evenDiagonals: true };
    case 'four ways':
      return { scheme, speed: 3.4, cornering: 0.35 };
    case 'one cell a press':
      return { scheme, speed: 7, pressBuffer: 0.12 };
    case 'slide until blocked':
      return { scheme, speed: 12, pressBuffer: 0.3 };
    case 'steer to a point':
      return { scheme, speed: 4 };
    case 'flap':
      return { scheme, speed: 3, lift: 6, mostFall: 9 };
    case 'run and jump':
      return { scheme, speed: 5, jump: 11, jumps: 1, coyote: 0.09, jumpBuffer: 0.12, mostFall: 16 };
    case 'along a rail':
      return {
        scheme,
        speed: 6,
        rail: 'across',
        throws:
          shotKind === undefined ? undefined : { aim: 270, shot: shotKind, shotSpeed: 11, range: 20, cooldown: 0.4 },
      };
  }
}

export const SCHEMES = controlShape.options.map((option) => option.shape.scheme.value);
