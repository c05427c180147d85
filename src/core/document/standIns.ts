import { CONTROLS, STAND_INS, type StandInTraits, type TraitLimit } from '../people/traits';
import { bug } from '../foundation/result';
import type { GameDocument } from './gameDocument';

type Limits = Partial<Record<TraitLimit['key'], number>>;

/** A stand-in as the document has it. */
export type OwnStandIn = NonNullable<GameDocument['standIns']>[number];

/** Names that no stand-in of one's own may take. */
export const TAKEN_IDS: readonly string[] = [...STAND_INS.map(({ id }) => id), ...CONTROLS, 'all'];

/** Everybody who can play a game: those that ship, from the least to the most able, and its own. */
export function standInsOf(game: Pick<GameDocument, 'standIns'>): StandInTraits[] {
  return [...STAND_INS, ...(game.standIns ?? []).map(traitsOf)];
}

/** What a stand-in is called; its id when the game has none of that id any more. */
export function standInName(game: Pick<GameDocument, 'standIns'>, id: string): string {
  return standInsOf(game).find((known) => known.id === id)?.name ?? id;
}

/** The limits of a stand-in of one's own: those of whom it is like, but for what it sets. */
export function traitsOf({ id, name, like, limits }: OwnStandIn): StandInTraits {
  const base = STAND_INS.find((known) => known.id === like) ?? bug(`no stand-in ${like}`);
  return { ...base, ...limits, id, name };
}

/** Adds a stand-in like one of those that ship; its id. */
export function addStandIn(game: GameDocument, like: OwnStandIn['like']): string {
  const taken = new Set(standInsOf(game).map(({ id }) => id));
  let number = 1;
  while (taken.has(`player-${number}`)) number++;
  const id = `player-${number}`;
  (game.standIns ??= []).push({ id, name: `Player ${number}`, like });
  return id;
}

export function removeStandIn(game: GameDocument, id: string): void {
  game.standIns = (game.standIns ?? []).filter((own) => own.id !== id);
  if (game.standIns.length === 0) delete game.standIns;
}

/** Sets a limit; that of whom the stand-in is like is not written down. */
export function setLimit(game: GameDocument, id: string, key: TraitLimit['key'], value: number): void {
  const own = ownIn(game, id);
  const limits: Limits = { ...own.limits };
  if (STAND_INS.find((known) => known.id === own.like)?.[key] === value) delete limits[key];
  else limits[key] = value;
  if (Object.keys(limits).length === 0) delete own.limits;
  else own.limits = limits;
}

export function nameStandIn(game: GameDocument, id: string, name: string): void {
  ownIn(game, id).name = name;
}

export function setLikeness(game: GameDocument, id: string, like: OwnStandIn['like']): void {
  ownIn(game, id).like = like;
}

function ownIn(game: GameDocument, id: string): OwnStandIn {
  return game.standIns?.find((own) => own.id === id) ?? bug(`no stand-in ${id}`);
}
