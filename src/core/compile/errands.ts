import { assertNever } from '../foundation/result';
import type { Area } from '../arena/area';
import type { RuleCondition } from './cueProgram';
import { readingsOf } from './goesByPoints';
import { harmsByTouch } from './harmsByTouch';
import type { LevelProgram } from './levelProgram';

/** What the rules make a player want, as indices of pieces: things to take up, goals to fill, places to put things down. */
export interface Errands {
  take: number[];
  fill: number[];
  deliver: number[];
  /** What fills up its ammunition. */
  refill: number[];
  /** What it has to touch. */
  touch: number[];
  /** Where it has to be. */
  areas: Area[];
}

/** Reads from the winning rules and the contacts what there is to be fetched and brought, and where. */
export function errandsOf(program: LevelProgram): Errands {
  const { rules, pieces } = program;
  const wanted = {
    take: new Set<number>(),
    fill: new Set<number>(),
    deliver: new Set<number>(),
    touch: new Set<number>(),
  };
  const areas: Area[] = [];
  const takes = kindsThat(program, 'collect');
  const fills = kindsThat(program, 'fill');
  const delivers = kindsThat(program, 'deliver');
  const addAll = (to: Set<number>, kinds: Iterable<number>) => {
    for (const kind of kinds) to.add(kind);
  };
  const bring = () => {
    addAll(wanted.take, takes);
    addAll(wanted.fill, fills);
    addAll(wanted.deliver, delivers);
  };
  const score = () => {
    for (const { points, event } of rules.scores) {
      if (points <= 0) continue;
      if (event.type === 'delivery' || event.type === 'filled') bring();
      if (event.type === 'collected')
        addAll(
          wanted.take,
          event.kinds.filter((kind) => takes.has(kind)),
        );
    }
    for (const kind of kindsThatScore(program)) (takes.has(kind) ? wanted.take : wanted.touch).add(kind);
  };
  const want = (condition: RuleCondition): void => {
    switch (condition.type) {
      case 'or':
      case 'and':
        condition.parts.forEach(want);
        return;
      case 'all filled':
        addAll(
          wanted.fill,
          condition.kinds.filter((kind) => fills.has(kind)),
        );
        addAll(wanted.take, takes);
        return;
      case 'none left':
        addAll(
          wanted.take,
          condition.kinds.filter((kind) => takes.has(kind)),
        );
        return;
      case 'touches':
        addAll(wanted.touch, condition.kinds);
        return;
      case 'at':
        areas.push(condition.area);
        return;
      // Where pieces have to be, the player need not go.
      case 'some at':
      case 'each at':
        return;
      case 'compare': {
        const read = new Set([...readingsOf(condition.left), ...readingsOf(condition.right)]);
        if (read.has('delivered')) bring();
        if (read.has('carried')) addAll(wanted.take, takes);
        if (read.has('score')) score();
        return;
      }
      case 'not':
      case 'cleared':
        return;
      default:
        assertNever(condition);
    }
  };
  rules.wins.forEach(want);
  if (rules.playsFor === 'points') score();
  const piecesOf = (kinds: ReadonlySet<number>) =>
    pieces.flatMap((piece, index) => (kinds.has(piece.kindIndex) ? [index] : []));
  const refills = program.contacts.filter(
    ({ on, effects }) =>
      on === program.player.kindIndex && effects.some((own) => own.effect === 'refill' && own.what === 'ammunition'),
  );
  return {
    take: piecesOf(wanted.take),
    fill: piecesOf(wanted.fill),
    deliver: piecesOf(wanted.deliver),
    refill: piecesOf(new Set(refills.map(({ by }) => by))),
    touch: piecesOf(wanted.touch),
    areas,
  };
}

/** Whether the rules want nothing of the player but to live on, or to fight. */
export function isOnlyToLive(program: LevelProgram): boolean {
  const { take, fill, deliver, touch, areas } = errandsOf(program);
  return !program.exit && take.length + fill.length + deliver.length + touch.length + areas.length === 0;
}

/** Kinds to which the player does something on contact; what is put down may also be written the other way round. */
function kindsThat({ contacts, player }: LevelProgram, effect: 'collect' | 'fill' | 'deliver'): Set<number> {
  const kinds = new Set<number>();
  for (const { by, on, effects } of contacts) {
    if (!effects.some((own) => own.effect === effect)) continue;
    if (by === player.kindIndex) kinds.add(on);
    else if (effect === 'deliver' && on === player.kindIndex) kinds.add(by);
  }
  return kinds;
}

/** Kinds whose touch brings the player points, and no harm. */
function kindsThatScore(program: LevelProgram): Set<number> {
  const { contacts, player, kinds } = program;
  return new Set(
    contacts.flatMap(({ by, on, effects }) => {
      const kind = by === player.kindIndex ? on : on === player.kindIndex ? by : -1;
      const scores = effects.some((own) => own.effect === 'score' && own.points > 0);
      return kind >= 0 && scores && !harmsByTouch(program, kind) && !kinds[kind].isThreat ? [kind] : [];
    }),
  );
}
