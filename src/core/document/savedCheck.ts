import * as z from 'zod';

const coordinate = z.number().min(-1000).max(1000);
const name = z.string().min(1).max(64);
const piece = name.describe('id of a piece, or of the player');

/** What a saved check waits for, each by the word that says it. */
export const happeningShape = z.discriminatedUnion('event', [
  z.strictObject({ event: z.literal('turns'), piece }).describe('a piece goes on in another direction'),
  z
    .strictObject({ event: z.literal('is in state'), piece, state: name.describe('name of a state of its behavior') })
    .describe('a piece is in a state'),
  z
    .strictObject({ event: z.literal('sees the player'), piece: piece.optional() })
    .describe('a piece, or any of them, sees the player'),
  z
    .strictObject({
      event: z.literal('is at'),
      piece,
      at: z.tuple([coordinate, coordinate]).describe('x and y, cells'),
    })
    .describe('a piece, or the player, is within half a cell of a place'),
  z.strictObject({ event: z.literal('is gone'), piece }).describe('a piece is no longer there'),
  z
    .strictObject({
      event: z.literal('have come in'),
      cue: name.describe('name of the cue'),
      count: z.number().int().min(1).max(10_000).describe('how many'),
    })
    .describe('a cue has let so many in'),
  z
    .strictObject({
      event: z.literal('wave is over'),
      cue: name.describe('name of the cue'),
      wave: z.number().int().min(1).max(10_000).describe('number of the wave, from 1'),
    })
    .describe('a wave is cleared'),
  z
    .strictObject({
      event: z.literal('more are there'),
      kind: name.describe('id of a kind, or a tag'),
      than: z.number().int().min(0).max(10_000).describe('how many'),
    })
    .describe('more than so many of a kind are in the level at once'),
  z
    .strictObject({
      event: z.literal('score is'),
      points: z.number().int().min(-1_000_000).max(1_000_000).describe('at least so many points'),
    })
    .describe('the score is so high'),
  z.strictObject({ event: z.literal('player is lost') }).describe('a life is lost, or the run'),
  z.strictObject({ event: z.literal('level is won') }).describe('the run ends by being won'),
]);

export type Happening = z.infer<typeof happeningShape>;
export type HappeningName = Happening['event'];
export const HAPPENING_NAMES = happeningShape.options.map((option) => option.shape.event.value);

/** Nobody waits longer for one check, s. */
export const MOST_CHECK_SECONDS = 600;
export const MOST_SAVED_CHECKS = 100;
/** So many letters of what was pressed in a try: some minutes of play. */
const MOST_INPUT_LETTERS = 100_000;

export const savedCheckShape = z
  .strictObject({
    from: z.string().max(200).optional().describe('where it begins, as `--from` has it; as drafted when left out'),
    plays: name.optional().describe('id of the stand-in that plays, or `blind`; nobody presses anything when left out'),
    inputs: z
      .string()
      .max(MOST_INPUT_LETTERS)
      .regex(/^(\d+(x\d+)?( \d+(x\d+)?)*)?$/, 'must be inputs like "1x40 0x12 3"')
      .optional()
      .describe('what is pressed instead, one a tick; `1x40` is 40 times 1'),
    seed: z.number().int().min(0).max(2_147_483_647).optional().describe('seed of the run; 1 when left out'),
    happens: happeningShape.describe('what is waited for'),
    holds: z.enum(['before', 'not before']).describe('whether it must happen by then, or must not happen until then'),
    seconds: z.number().min(0).max(MOST_CHECK_SECONDS).describe('from where it begins, s'),
  })
  .describe('something short that must stay so: a scene, and what happens in it by when');

export type SavedCheck = z.infer<typeof savedCheckShape>;

/** Inputs as a saved check keeps them: how often each in turn. */
export function packInputs(inputs: readonly number[]): string {
  const parts: string[] = [];
  for (let at = 0; at < inputs.length;) {
    let end = at + 1;
    while (end < inputs.length && inputs[end] === inputs[at]) end++;
    parts.push(end - at > 1 ? `${inputs[at]}x${end - at}` : String(inputs[at]));
    at = end;
  }
  return parts.join(' ');
}

/** What {@link packInputs} has packed; a hand-written count that is too long ends where a check does. */
export function unpackInputs(packed: string, mostTicks: number): number[] {
  const inputs: number[] = [];
  for (const part of packed.split(' ').filter((text) => text !== '')) {
    const [input, count = 1] = part.split('x').map(Number);
    for (let copies = 0; copies < count && inputs.length < mostTicks; copies++) inputs.push(input);
  }
  return inputs;
}
