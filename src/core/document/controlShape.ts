import * as z from 'zod';
import { quantity } from './quantity';

const speed = quantity({
  ...{ label: 'Speed', unit: 'cells/s', low: 0.1, high: 60 },
  about: 'how fast it goes, cells/s',
});
const pressBuffer = (about: string) =>
  quantity({ label: 'Press kept', unit: 's', low: 0, high: 10, step: 0.02, about });
const mostFall = quantity({
  ...{ label: 'Falls at most', unit: 'cells/s', low: 0.5, high: 60 },
  about: 'it never falls faster than this, cells/s',
});

/** What a player throws, or strikes with. */
export const throwingShape = z.strictObject({
  shot: z.string().describe('id of the kind that is thrown'),
  shotSpeed: quantity({
    ...{ label: 'Shot speed', unit: 'cells/s', low: 0.1, high: 60 },
    about: 'how fast it flies, cells/s',
  }),
  range: quantity({
    ...{ label: 'Range', unit: 'cells', low: 0.5, high: 256, step: 1 },
    about: 'how far it flies; of a blow: how far before the player it stands, cells',
  }),
  cooldown: quantity({
    ...{ label: 'Cooldown', unit: 's', low: 0.02, high: 10, step: 0.05 },
    about: 'seconds between two of them',
  }),
  ammunition: quantity({
    ...{ label: 'Ammunition (0: no end)', unit: '', low: 1, high: 10_000, whole: true },
    about: 'without end when left out',
  }).optional(),
  charge: quantity({
    ...{ label: 'Charge', unit: 's', low: 0, high: 10, step: 0.05 },
    about: 'how long the key must be held before it leaves, seconds; 0 when left out',
  }).optional(),
  aim: z
    .union([
      z.literal('pointer'),
      quantity({ label: 'Angle of throw', unit: 'deg', low: 0, high: 360, step: 15, about: 'degrees' }),
    ])
    .optional()
    .describe('where it goes: to the pointer, or at a fixed angle, degrees; where the player faces when left out'),
  blow: quantity({
    ...{ label: 'Held out', unit: 's', low: 0.02, high: 10, step: 0.05 },
    about: 'a blow: it does not fly, but is held out before the player for so long, seconds',
  }).optional(),
});

const throwing = throwingShape.optional().describe('what the player throws or strikes with; left out, nothing');

/** How the player steers; each scheme with the numbers that a designer turns. */
export const controlShape = z.discriminatedUnion('scheme', [
  z.strictObject({
    scheme: z.literal('eight ways'),
    speed,
    evenDiagonals: z
      .boolean()
      .meta({ label: 'Even diagonals', description: 'whether diagonals are as fast as straights' }),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('four ways'),
    speed,
    cornering: quantity({
      ...{ label: 'Cornering', unit: 'cells', low: 0, high: 0.5, step: 0.05 },
      about: 'how far off the middle of an opening it still turns in, cells',
    }),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('one cell a press'),
    speed,
    pressBuffer: pressBuffer('a press this long before the step ends is kept for the next, seconds'),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('slide until blocked'),
    speed,
    pressBuffer: pressBuffer(
      'a press this long before the slide ends is kept for the next, seconds; 0 when left out',
    ).optional(),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('steer to a point'),
    speed,
    goesOn: z
      .boolean()
      .meta({
        label: 'One press',
        description:
          'whether one press sets where it goes, round what stands in the way; left out: it goes straight to where it is pointed at, while it is',
      })
      .optional(),
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('flap'),
    speed: quantity({
      ...{ label: 'Speed', unit: 'cells/s', low: 0, high: 60 },
      about: 'how fast it goes ahead by itself, cells/s; 0 where all comes towards it',
    }),
    lift: quantity({
      ...{ label: 'Lift', unit: 'cells/s', low: 0.5, high: 40 },
      about: 'upward speed after a flap, cells/s',
    }),
    mostFall,
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('run and jump'),
    speed,
    jump: quantity({
      ...{ label: 'Jump', unit: 'cells/s', low: 0.5, high: 60 },
      about: 'upward speed at take-off, cells/s',
    }),
    jumps: quantity({
      ...{ label: 'Jumps', unit: '', low: 1, high: 5, whole: true },
      about: 'how many before it touches ground again',
    }),
    coyote: quantity({
      ...{ label: 'After the edge', unit: 's', low: 0, high: 10, step: 0.01 },
      about: 'how long after leaving an edge it can still jump, seconds',
    }),
    jumpBuffer: quantity({
      ...{ label: 'Before landing', unit: 's', low: 0, high: 10, step: 0.01 },
      about: 'a press this long before landing still counts, seconds',
    }),
    mostFall,
    throws: throwing,
  }),
  z.strictObject({
    scheme: z.literal('along a rail'),
    speed,
    rail: z.enum(['across', 'up and down']).meta({ label: 'Rail', description: 'which way the player moves' }),
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
