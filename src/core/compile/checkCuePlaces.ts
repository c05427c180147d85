import type { FaultCode } from '../foundation/faultCodes';
import type { ArenaGrid } from '../arena/grid';
import type { GameDocument } from '../document/gameDocument';
import { kindOf, standShapeOf, type Kind } from '../document/resolveKind';
import { errorAt, warningAt, type Diagnostic, type Span } from '../foundation/diagnostic';
import { actsOf, type CheckedBehavior } from '../language/checkedBehavior';
import type { CheckedCues, PlaceDefinition } from '../language/cues/checkedCues';
import { outlineOf } from './compileBodies';
import { findContact } from './compileContacts';
import { kindsOfSpawner, waveAt, type CueProgram, type PlaceProgram } from './cueProgram';
import { bearsArrival } from './entryPlaces';
import type { GroundMap } from './levelProgram';

/** So many places of a line or a side of an area are looked at. */
const SAMPLES = 24;

/** What can be said of cues before any run: places at which nothing can come in, waves that nothing ends, what is never taken away. */
export function checkCuePlaces(
  game: GameDocument,
  { cues: definitions }: CheckedCues,
  cues: readonly CueProgram[],
  kindIds: readonly string[],
  grid: ArenaGrid,
  ground: GroundMap,
  behaviorOf: (kind: Kind) => CheckedBehavior | undefined,
  path: (string | number)[],
): Diagnostic[] {
  const faults: Diagnostic[] = [];
  const error = (span: Span, code: FaultCode, message: string, hint: string) =>
    faults.push(errorAt({ path, span }, code, message, hint));
  const warn = (span: Span, code: FaultCode, message: string, hint: string) =>
    faults.push(warningAt({ path, span }, code, message, hint));
  const canGo = (kind: number) => canEverGo(game, kindIds[kind], kindIds, behaviorOf(kindOf(game, kindIds[kind])!));
  cues.forEach((cue, index) => {
    const definition = definitions[index];
    const written = definition.type === 'spawner' ? definition.spawner : definition.waves;
    const kinds = kindsOf(cue);
    for (const kind of kinds) {
      const own = kindOf(game, kindIds[kind])!;
      // What stands beside a gap has its place from the gap, and what comes over an edge from outside is let in.
      if (cue.type === 'spawner' && cue.gap) continue;
      cue.place.spots.forEach((_, spot) => {
        if (hasPlace(cue.place, spot, own, grid, ground)) return;
        const mark = written.place.marks[Math.min(spot, written.place.marks.length - 1)];
        const where = groundName(game, written.place);
        error(
          mark.span,
          'no-place',
          `${own.name} cannot come in at ${mark.id}: ${where ? `nowhere there is ${where} that is free` : 'it is all in walls or on ground that does not bear it'}.`,
          where ? 'Move the mark, or name another ground.' : 'Move the mark to open ground.',
        );
      });
    }
    const stays = kinds.find((kind) => !canGo(kind));
    if (cue.type === 'spawner') {
      const isRetired = cue.outsideBy < Infinity || cue.retireTicks < Infinity;
      if (stays !== undefined && !isRetired && cue.mostInAll === Infinity)
        warn(
          written.span,
          'never-retired',
          `What ${cue.name} lets in never goes: after ${cue.mostAlive} nothing more comes.`,
          'Let something defeat, collect or retire it, or limit how many come in all.',
        );
    } else {
      const hasNext = waveAt(cue, 1) !== undefined;
      const waits = cue.nextWhenCleared && cue.nextTicks === Infinity;
      if (stays !== undefined && waits && cue.stragglerTicks === Infinity && hasNext)
        warn(
          written.span,
          'wave-never-ends',
          `Nothing makes ${kindOf(game, kindIds[stays])!.name} go, so wave 1 of ${cue.name} is never cleared and wave 2 never comes.`,
          'Let something defeat it, or write `stragglers vanish after …` or `next after …`.',
        );
    }
  });
  return faults;
}

function kindsOf(cue: CueProgram): number[] {
  const kinds =
    cue.type === 'spawner' ? kindsOfSpawner(cue) : cue.waves.flatMap(({ entries }) => entries.map(({ kind }) => kind));
  return [...new Set(kinds)];
}

function groundName(game: GameDocument, place: PlaceDefinition): string | undefined {
  return place.ground && game.terrain.find(({ id }) => id === place.ground!.id)?.name;
}

/** Whether any of many places of a mark would do, wherever the player is. */
function hasPlace(place: PlaceProgram, spot: number, kind: Kind, grid: ArenaGrid, ground: GroundMap): boolean {
  const { x, y, width, height, isLine } = place.spots[spot];
  const body = { stand: outlineOf(standShapeOf(kind)), floats: kind.floats ?? false };
  const across = isLine || height === 0 ? 1 : SAMPLES;
  const along = width === 0 && height === 0 ? 1 : SAMPLES;
  for (let row = 0; row < across; row++) {
    for (let column = 0; column < along; column++) {
      const share = (column + 0.5) / along;
      const atX = x + width * share;
      const atY = y + height * (isLine ? share : (row + 0.5) / across);
      if (bearsArrival({ grid, ...ground }, body, place.ground, atX, atY)) return true;
    }
  }
  return false;
}

const TAKES_AWAY = new Set<string>(['defeat', 'harm', 'collect']);

/** Whether anything in the level can make a kind go: a contact, or its own behavior. */
function canEverGo(
  game: GameDocument,
  kindId: string,
  kindIds: readonly string[],
  behavior: CheckedBehavior | undefined,
): boolean {
  const isTaken = kindIds.some((by) =>
    game.contacts?.[findContact(game, by, kindId)]?.does.some(({ effect }) => TAKES_AWAY.has(effect)),
  );
  if (isTaken || !behavior) return isTaken;
  return (
    behavior.states.some(({ motion }) => motion.operation === 'drift' && motion.choices.rim === 'leave') ||
    actsOf(behavior).some((act) => act.type === 'do' && act.phrase.operation === 'vanish')
  );
}
