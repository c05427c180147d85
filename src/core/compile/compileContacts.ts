import { cellsOfArea } from '../arena/area';
import { USUAL_COOLDOWN_SECONDS, type Contact, type Effect } from '../document/contactShape';
import type { GameDocument, Level } from '../document/gameDocument';
import { markBox } from '../document/markBox';
import { ancestorsOf, kindOf } from '../document/resolveKind';
import { assertNever } from '../foundation/result';
import { ticksOf } from './ticksOf';
import type { ContactProgram, EffectProgram } from './levelProgram';

/** How exactly a name in a contact means a kind: itself, one that it varies, one of its tags, or not at all. */
function nearness(game: GameDocument, name: string, kindId: string): number {
  if (name === kindId) return 3;
  if (game.cast.some((kind) => kind.id === name))
    return ancestorsOf(game.cast, kindId).some((ancestor) => ancestor.id === name) ? 2 : 0;
  return kindOf(game, kindId)?.tags.includes(name) ? 1 : 0;
}

/**
 * Index of the contact that holds when one kind meets another, or −1: the one that names both most exactly (a kind before
 * the one that it varies, before a tag); of equals the first.
 */
export function findContact(game: GameDocument, byKind: string, onKind: string): number {
  let best = -1;
  let bestScore = 0;
  (game.contacts ?? []).forEach((contact, index) => {
    const by = nearness(game, contact.by, byKind);
    const on = nearness(game, contact.on, onKind);
    const score = by > 0 && on > 0 ? by * 4 + on : 0;
    if (score > bestScore) {
      bestScore = score;
      best = index;
    }
  });
  return best;
}

/** Every contact that can happen between the kinds of a level. */
export function compileContacts(game: GameDocument, level: Level, kinds: readonly string[]): ContactProgram[] {
  return kinds.flatMap((byKind, by) =>
    kinds.flatMap((onKind, on) => {
      const contact: Contact | undefined = game.contacts?.[findContact(game, byKind, onKind)];
      const effects = (contact?.does ?? []).flatMap((effect) => compileEffect(game, level, kinds, effect));
      if (!contact || effects.length === 0) return [];
      const cooldown = contact.cooldown ?? USUAL_COOLDOWN_SECONDS;
      return [{ by, on, effects, cooldownTicks: Math.max(1, ticksOf(cooldown, level.ticksPerSecond)) }];
    }),
  );
}

function compileEffect(game: GameDocument, level: Level, kinds: readonly string[], effect: Effect): EffectProgram[] {
  const ticks = (seconds: number) => ticksOf(seconds, level.ticksPerSecond);
  switch (effect.effect) {
    case 'carry along':
      // Being carried is no blow that happens once; kinds say it of themselves.
      return [];
    case 'push':
      return [{ effect: 'push', step: effect.speed / level.ticksPerSecond, ticks: Math.max(1, ticks(effect.seconds)) }];
    case 'stun':
    case 'safe':
      return [{ effect: effect.effect, ticks: ticks(effect.seconds) }];
    case 'speed':
      return [{ effect: 'speed', factor: effect.factor, ticks: ticks(effect.seconds) }];
    case 'teleport': {
      const mark = level.marks.find((candidate) => candidate.id === effect.to);
      if (!mark) return [];
      const [x, y, width, height] = markBox(mark);
      return [{ effect: 'teleport', x: x + width / 2, y: y + height / 2 }];
    }
    case 'open': {
      const mark = level.marks.find((candidate) => candidate.id === effect.area);
      if (!mark) return [];
      const [x, y, width, height] = markBox(mark);
      const ground = game.terrain.findIndex((candidate) => candidate.id === effect.ground);
      const becomes = game.terrain.findIndex((candidate) => candidate.id === effect.becomes);
      const needs = effect.needs === undefined ? -1 : kinds.indexOf(effect.needs);
      if (effect.needs !== undefined && needs < 0) return [];
      const area = { x, y, width: Math.max(width, 1e-6), height: Math.max(height, 1e-6) };
      return [
        { effect: 'open', cells: cellsOfArea(area, level.map[0].length, level.map.length), ground, becomes, needs },
      ];
    }
    case 'defeat':
    case 'harm':
    case 'collect':
    case 'deliver':
    case 'fill':
    case 'score':
    case 'refill':
      return [effect];
    default:
      return assertNever(effect);
  }
}
