import type { RandomStream } from '../foundation/random';

/** Draws for texts and levels that are made from a seed. */
export class Draw {
  constructor(readonly random: RandomStream) {}

  pick<Item>(items: readonly Item[]): Item {
    return items[this.random.nextInteger(0, items.length - 1)];
  }

  /** A number as it is written, in [low, high]. */
  number(low: number, high: number): string {
    return (low + this.random.nextUnit() * (high - low)).toFixed(2);
  }

  isSo(share: number): boolean {
    return this.random.nextUnit() < share;
  }

  whole(low: number, high: number): number {
    return this.random.nextInteger(low, high);
  }
}

/** What generated behaviors may be about besides themselves and the player. */
export interface BehaviorWorld {
  /** Tag of others, id of a mark, id of a kind that may be fired, id of a ground. */
  tag: string;
  mark: string;
  shot?: string;
  ground: string;
  isSideView: boolean;
}

/**
 * The text of a behavior made from draws: every motion, condition, facing and act, memory, joined conditions and mixes. The
 * words in it that ask for the player's place without seeing it are left out on wish, for what must be the same wherever an
 * unseen player stands.
 */
export function generatedBehavior(
  name: string,
  draw: Draw,
  { tag, mark, shot, ground, isSideView }: BehaviorWorld,
  asksForPlayer = true,
): string {
  const names = ['a', 'b', 'c', 'd'].slice(0, draw.whole(1, 4));
  const number = (low: number, high: number) => draw.number(low, high);
  const value = () =>
    draw.pick([
      '1',
      'scares',
      'scares + 1',
      'clock / 1 s',
      'health * 2',
      'allies',
      ...(asksForPlayer ? ['distance / 2 cells - scares'] : []),
    ]);
  const speed = () =>
    draw.pick([`${number(0.5, 5)} cells/s`, 'pace', 'pace * (1 + scares * 0.1)', 'pace * here / 2 s']);
  const ledges = isSideView ? draw.pick(['', ', minding ledges', ', over ledges']) : '';
  const aboutPlayer = [
    `flee player at ${speed()}, until ${number(2, 9)} cells`,
    `circle player, ${draw.pick(['clockwise', 'counterclockwise'])}, at ${speed()}, keeping ${number(1, 4)} cells`,
    `roam corridors, ${draw.pick(['toward player', 'away from player', 'ahead of player'])}, at ${speed()}`,
    `follow player by path at ${speed()}, keep ${number(0.5, 2)} cells`,
    `chase player ${draw.pick(['by path', 'straight'])}, seen or not, ${draw.pick(['measured across', 'measured up and down', 'measured all round'])}, at ${speed()}, keep ${number(0.5, 3)} cells`,
  ];
  const motion = () =>
    draw.pick([
      'hold',
      `patrol route, ${draw.pick(['loop', 'back and forth', 'once'])}, at ${speed()}, pausing ${number(0, 1)} s`,
      `pace ${draw.pick(['across', 'ahead', 'up and down'])}${ledges} at ${speed()}, pausing ${number(0, 0.5)} s`,
      `hover route, ${draw.pick(['from its phase', 'from a random phase'])}, over ${number(1, 5)} s`,
      `drift ${draw.pick(['wrapping', 'bouncing', 'reflecting'])} at ${speed()}${draw.pick(['', '', `, from wall and ${ground}`])}`,
      `wander at ${speed()}, turning every ${number(0.3, 2)} s`,
      `chase player ${draw.pick(['by path', 'straight'])} at pace * ${number(0.5, 2)}, keep ${number(0, 1)} cells, slack ${number(0, 1)} cells, apart ${draw.pick(['0', number(0.3, 2)])} cells, leading ${number(0, 1)} s`,
      `travel to ${draw.pick(['last sighting', 'last sound', 'home', `mark ${mark}`])} at ${speed()}`,
      `search nearby at ${number(0.5, 4)} cells/s, within ${number(1, 6)} cells, pausing ${number(0, 1)} s`,
      `look around at ${number(30, 360)} deg/s, arc ${number(30, 360)} deg`,
      `turn to ${draw.pick(['player', 'last sighting', 'last sound'])} at ${number(60, 720)} deg/s`,
      `roam corridors, at random, at ${speed()}`,
      `follow ${tag} at ${speed()}, keep ${number(0.5, 2)} cells`,
      `chase ${tag} by path at ${speed()}`,
      ...(asksForPlayer ? aboutPlayer : []),
    ]);
  const single = (): string =>
    draw.pick([
      `sees player within ${number(2, 12)} cells, arc ${number(20, 360)} deg, for ${number(0, 0.5)} s`,
      `near player within ${number(1, 6)} cells, until ${number(6, 9)} cells`,
      `near ${tag} within ${number(1, 4)} cells, until ${number(4, 6)} cells`,
      `sees ${tag} within ${number(2, 8)} cells, arc ${number(60, 360)} deg`,
      `unseen for ${number(0, 3)} s`,
      `after ${number(0.1, 4)} s`,
      `every ${number(0.1, 2)} s`,
      `chance ${number(5, 95)} % every ${number(0.1, 1)} s`,
      `hears clatter within ${number(2, 20)} cells`,
      `hears player within ${number(1, 6)} cells, ${draw.pick(['through walls', 'blocked by walls'])}`,
      `ally hunts within ${number(2, 12)} cells`,
      `stuck for ${number(0.1, 1)} s`,
      `on ${ground}`,
      'arrived',
      'struck',
      'cut off',
      'foremost',
      `drawn every ${number(0.1, 1)} s`,
      `scares ${draw.pick(['>', '<', '>=', '<=', '='])} ${value()}`,
      `here > ${number(0, 3)} s`,
      `not sees player within ${number(2, 8)} cells`,
    ]);
  const condition = () =>
    draw.pick([single(), `${single()} or ${single()}`, `${single()} and (${single()} or not ${single()})`]);
  const act = () =>
    draw.pick([
      `set scares = ${value()}`,
      `shout clatter within ${number(1, 20)} cells`,
      `tell sighting within ${number(1, 20)} cells`,
      'face back',
      `face heading ${number(0, 360)} deg`,
      `hurry by ${number(50, 300)} %, for ${number(0.1, 2)} s`,
      'forget sighting',
      ...(shot
        ? [
            `fire ${shot} ${draw.pick(['ahead', 'toward player', `heading ${number(0, 360)} deg`])}, at ${number(2, 9)} cells/s, range ${number(2, 9)} cells`,
          ]
        : []),
    ]);
  const acts = (most: number) => Array.from({ length: draw.whole(0, most) }, act).join('; ');
  const states = names.map((state, index) => {
    const target = () =>
      draw.pick([draw.pick(names), `either ${draw.pick(names)} ${number(0.1, 3)}, ${draw.pick(names)}`]);
    const transitions = Array.from(
      { length: draw.whole(index === 0 ? 0 : 1, 3) },
      () => `go ${target()} when ${condition()} { ${acts(1)} }`,
    );
    const near = asksForPlayer ? [`face player within ${number(2, 9)} cells`] : [];
    const face = draw.pick(['', '', '', 'face player', 'face last sighting', 'face heading 90 deg', ...near]);
    const repeat = draw.pick(['', '', `repeat every ${number(0.1, 2)} s { ${acts(2)} }`]);
    const lines = [`do ${motion()}`, face, `enter { ${acts(1)} }`, `leave { ${acts(1)} }`, repeat, ...transitions];
    return `${index === 0 ? 'start ' : ''}state ${state} { ${lines.join(' ')} }`;
  });
  return `behavior ${name} { knob pace = 2 cells/s in 0..9 keep scares = 0\n${states.join('\n')}\n}`;
}
