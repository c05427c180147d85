import type { Proof } from './prove';
import type { SlideFacts } from './slideFacts';

/** What a proof says, in sentences for a designer: first whether it can be won, then how, and what was not looked at. */
export function sayProof(proof: Proof, ticksPerSecond: number, slides: SlideFacts | undefined): string[] {
  return [sayVerdict(proof, ticksPerSecond), ...sayHow(proof, ticksPerSecond), ...saySlides(slides)];
}

function sayVerdict(
  { seed, status, witness, by, lookedAt, places, notBefore, whyNotAll }: Proof,
  ticksPerSecond: number,
): string {
  const seconds = (ticks: number) => `${(ticks / ticksPerSecond).toFixed(1)} s`;
  const moments = `${lookedAt.toLocaleString('en-GB')} moments`;
  if (status === 'impossible' && places !== undefined)
    return `On seed ${seed} it cannot be won without losing a life or health: of all places at all times, ${places.toLocaleString('en-GB')}, those that can be come to without touching what goes its own course never lead to the goal.`;
  if (status === 'impossible')
    return `On seed ${seed} it cannot be won without losing a life or health: every moment was looked at, ${moments}.`;
  if (!witness) {
    const why = whyNotAll ? ` Not every moment was looked at: ${whyNotAll}.` : '';
    const before = notBefore === undefined ? '' : ` Nothing wins before ${seconds(notBefore)}.`;
    return `On seed ${seed} no way was found among ${moments} and by stand-ins, which proves nothing.${why}${before}`;
  }
  const found = `On seed ${seed} it can be won in ${seconds(witness.ticks)} with ${witness.presses} presses, without losing a life or health; found by ${by}, replayed.`;
  if (notBefore === witness.ticks) return `${found} No quicker way exists.`;
  return notBefore === undefined ? found : `${found} Nothing wins before ${seconds(notBefore)}.`;
}

function sayHow({ facts, witness }: Proof, ticksPerSecond: number): string[] {
  if (!facts || !witness) return [];
  const milliseconds = (ticks: number) => `${Math.round((1000 * ticks) / ticksPerSecond)} ms`;
  const waits =
    facts.waits === 0
      ? 'This way never waits.'
      : `This way waits ${facts.waits} ${facts.waits === 1 ? 'time' : 'times'}, ${(facts.waitTicks / ticksPerSecond).toFixed(1)} s in all.`;
  if (!facts.tightest) return [waits];
  const { tick, x, y, early, late } = facts.tightest;
  const at = `at ${(tick / ticksPerSecond).toFixed(1)} s at ${x.toFixed(1)}, ${y.toFixed(1)}`;
  return [waits, `Its tightest press, ${at}, may come ${milliseconds(early)} early and ${milliseconds(late)} late.`];
}

function saySlides(slides: SlideFacts | undefined): string[] {
  if (!slides) return [];
  const { fewestSlides, rests, trapped } = slides;
  const fewest =
    fewestSlides === undefined
      ? 'No row of slides does what winning asks for.'
      : `Hazards aside it takes ${fewestSlides} slides at least.`;
  const places = trapped.slice(0, 6).map(({ x, y }) => `${x.toFixed(1)}, ${y.toFixed(1)}`);
  const out =
    trapped.length === 0
      ? `From each of its ${rests} rests slides lead out.`
      : `From ${trapped.length} of its ${rests} rests none lead out: ${places.join('; ')}${trapped.length > places.length ? '; …' : ''}.`;
  return [fewest, out];
}
