import * as z from 'zod';

const seconds = z.number().min(0).max(600).describe('how long, seconds');

/** What can happen to a body when it is met. */
export const effectShape = z.discriminatedUnion('effect', [
  z.strictObject({ effect: z.literal('defeat') }).describe('it is out; for the player the run is lost'),
  z
    .strictObject({ effect: z.literal('harm'), health: z.number().min(0.1).max(10000).describe('how much') })
    .describe('takes health'),
  z
    .strictObject({
      effect: z.literal('push'),
      speed: z.number().min(0.1).max(60).describe('cells/s, away from the one that pushes'),
      seconds,
    })
    .describe('is moved away, whatever it does'),
  z.strictObject({ effect: z.literal('stun'), seconds }).describe('it neither moves nor decides'),
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
      points: z.number().int().min(-100000).max(100000).describe('how many'),
    })
    .describe('counts points'),
  z
    .strictObject({
      effect: z.literal('refill'),
      what: z.enum(['health', 'ammunition']).describe('of what'),
      amount: z.number().min(1).max(10000).describe('how much'),
    })
    .describe('gives the player shots, or health back up to what it had at the start'),
  z
    .strictObject({
      effect: z.literal('speed'),
      factor: z.number().min(0.05).max(10).describe('factor on its speed'),
      seconds,
    })
    .describe('is faster or slower for a time'),
  z.strictObject({ effect: z.literal('safe'), seconds }).describe('nothing harms or defeats it for a time'),
]);

export type Effect = z.infer<typeof effectShape>;
export type EffectName = Effect['effect'];
export const EFFECT_NAMES = effectShape.options.map((option) => option.shape.effect.value);

export const contactShape = z
  .strictObject({
    by: z.string().describe('a kind, or else a tag: whoever causes it'),
    on: z.string().describe('a kind, or else a tag: to whom it happens'),
    does: z.array(effectShape).max(8).describe('in this order; empty: they pass each other on purpose'),
    cooldown: seconds.optional().describe('least time until the same two meet again, seconds; 0.5 when left out'),
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
