import * as z from 'zod';
import { quantity } from './quantity';

const time = (label: string) => quantity({ label, unit: 's', low: 0, high: 600, about: 'how long, seconds' });

/** What can happen to a body when it is met. */
export const effectShape = z.discriminatedUnion('effect', [
  z.strictObject({ effect: z.literal('defeat') }).describe('it is out; for the player the run is lost'),
  z
    .strictObject({
      effect: z.literal('harm'),
      health: quantity({ label: 'Harm', unit: 'health', low: 0.1, high: 10_000, about: 'how much' }),
    })
    .describe('takes health'),
  z
    .strictObject({
      effect: z.literal('push'),
      speed: quantity({
        ...{ label: 'Push speed', unit: 'cells/s', low: 0.1, high: 60 },
        about: 'cells/s, away from the one that pushes',
      }),
      seconds: time('Push time'),
    })
    .describe('is moved away, whatever it does'),
  z.strictObject({ effect: z.literal('stun'), seconds: time('Time') }).describe('it neither moves nor decides'),
  z.strictObject({ effect: z.literal('collect') }).describe('it is taken up and counted'),
  z.strictObject({ effect: z.literal('carry along') }).describe('it is moved with the one that carries'),
  z
    .strictObject({ effect: z.literal('teleport'), to: z.string().describe('id of a mark') })
    .describe('stands at another place at once'),
  z.strictObject({ effect: z.literal('deliver') }).describe('puts down all that the player has collected'),
  z
    .strictObject({ effect: z.literal('fill') })
    .describe('takes one thing that the player carries; once for each piece, which then is filled'),
  z
    .strictObject({
      effect: z.literal('open'),
      area: z.string().describe('id of a mark'),
      ground: z.string().describe('id of the ground that opens'),
      becomes: z.string().describe('id of the ground that it becomes'),
      needs: z.string().optional().describe('id of a kind of which one must have been collected; it is used up'),
    })
    .describe('changes ground inside a mark, as a door or a bridge'),
  z
    .strictObject({
      effect: z.literal('score'),
      points: quantity({
        ...{ label: 'Points', unit: 'points', low: -100_000, high: 100_000, whole: true },
        about: 'how many',
      }),
    })
    .describe('counts points'),
  z
    .strictObject({
      effect: z.literal('refill'),
      what: z.enum(['health', 'ammunition']).meta({ label: 'Of what', description: 'of what' }),
      amount: quantity({ label: 'Amount', unit: '', low: 1, high: 10_000, step: 1, about: 'how much' }),
    })
    .describe('gives the player shots, or health back up to what it had at the start'),
  z
    .strictObject({
      effect: z.literal('speed'),
      factor: quantity({ label: 'Factor', unit: 'times', low: 0.05, high: 10, about: 'factor on its speed' }),
      seconds: time('Time'),
    })
    .describe('is faster or slower for a time'),
  z
    .strictObject({ effect: z.literal('safe'), seconds: time('Time') })
    .describe('nothing harms or defeats it for a time'),
]);

export type Effect = z.infer<typeof effectShape>;
export type EffectName = Effect['effect'];
export const EFFECT_NAMES = effectShape.options.map((option) => option.shape.effect.value);

export const contactShape = z
  .strictObject({
    by: z.string().describe('a kind, or else a tag: whoever causes it'),
    on: z.string().describe('a kind, or else a tag: to whom it happens'),
    does: z.array(effectShape).max(8).describe('in this order; empty: they pass each other on purpose'),
    cooldown: quantity({
      ...{ label: 'Least time between meetings', unit: 's', low: 0, high: 600, step: 0.1 },
      about: 'least time until the same two meet again, seconds; 0.5 when left out',
    }).optional(),
  })
  .describe('what one kind does to another on contact');

export type Contact = z.infer<typeof contactShape>;

export const USUAL_COOLDOWN_SECONDS = 0.5;

/** An effect of each sort to begin with. */
export function startingEffect(effect: EffectName, mark: string, ground: string, becomes: string): Effect {
  switch (effect) {
    case 'harm':
      return { effect, health: 1 };
    case 'push':
      return { effect, speed: 6, seconds: 0.2 };
    case 'stun':
      return { effect, seconds: 1 };
    case 'teleport':
      return { effect, to: mark };
    case 'open':
      return { effect, area: mark, ground, becomes };
    case 'score':
      return { effect, points: 10 };
    case 'refill':
      return { effect, what: 'health', amount: 1 };
    case 'speed':
      return { effect, factor: 1.5, seconds: 3 };
    case 'safe':
      return { effect, seconds: 3 };
    default:
      return { effect };
  }
}
