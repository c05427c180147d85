import { READINGS, type PieceReading, type VocabularyEntry } from '../language/vocabulary';

/** A whole behavior around the example of a word; every state and number that the example names is there. */
export function behaviorWith({ role, example }: Pick<VocabularyEntry, 'role' | 'example'>): string {
  const states = ['hunt', 'search', 'rounds', 'listen', 'look', 'dazed', 'shove', 'rest', 'flight'];
  const line = {
    motion: `${example}`,
    condition: `do hold ${example}`,
    facing: `do hold ${example}`,
    act: `do hold enter { ${example} } repeat every 0.2 s { ${example} }`,
  }[role];
  // Its first state looks, so that what is said of the last sighting is said of one.
  const look = 'go look when sees player within 6 cells for 5 s';
  const reach = [look, ...states.map((name, index) => `go ${name} after ${9 + index} s`)].join(' ');
  const others = states.map((name) => `state ${name} { do hold go home after 1 s }`).join('\n');
  return `behavior all { start state home { ${line} ${reach} } ${others} }`;
}

/** As {@link behaviorWith}, for a number that a piece can read. */
export function behaviorReading(word: string): string {
  const { example } = READINGS[word as PieceReading];
  const isSet = example.startsWith('set');
  const use = isSet ? `enter { ${example} } go rest when alarmed > 0 s` : example;
  return behaviorWith({ role: 'condition', example: use })
    .replace('{', '{ keep alarmed = 0 s knob nerve = 1 s in 0..9 ')
    .replace(example.includes('nerve') ? '' : ' knob nerve = 1 s in 0..9', '');
}
