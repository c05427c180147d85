import { gunOf } from '../document/controlShape';
import { boundsMeet, prepareMeeting, shapesMeet } from '../arena/meeting';
import type { GameDocument, Level, Piece } from '../document/gameDocument';
import { hitShapeOf, standReachOf, type Kind } from '../document/resolveKind';
import { reachOf } from '../document/outlineShape';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import { hitShapeFor } from './compileBodies';
import { findContact } from './compileContacts';

type Path = (string | number)[];

interface Placed {
  piece: Piece;
  kind: Kind;
  path: Path;
}

/** A hit shape whose middle is off the stand shape's by more than this share of its size is most likely a slip. */
const OFF_CENTRE_SHARE = 0.25;

/** Kinds that meet nobody, shapes off their centre, and pieces that lie on the player at the start. */
export function checkContacts(
  game: GameDocument,
  level: Level,
  placed: readonly Placed[],
  player: Placed,
): Diagnostic[] {
  const faults: Diagnostic[] = [];
  const seen = new Set<string>();
  for (const { kind } of placed) {
    if (seen.has(kind.id)) continue;
    seen.add(kind.id);
    const index = game.cast.findIndex((entry) => entry.id === kind.id);
    if (!kind.control && !meetsAnybody(game, level, kind, placed)) {
      faults.push(
        warningAt(
          { path: ['cast', index] },
          'contact-missing',
          `${kind.name} does nothing to anybody on contact, and nothing happens to it.`,
          `Give it the tag \`${level.rules.loseWhenTouching}\` or an entry in the contacts; an entry that does nothing says that it is meant.`,
        ),
      );
    }
    if (isOffCentre(kind)) {
      faults.push(
        warningAt(
          { path: ['cast', index, 'hit'] },
          'hit-shape-off-centre',
          `The hit shape of ${kind.name} lies off the middle of what stands.`,
          'Centre it, unless the body is meant to be lopsided.',
        ),
      );
    }
  }
  const playerHit = hitShapeFor(hitShapeOf(player.kind));
  for (const { piece, kind, path } of placed) {
    if (kind.control || !isDangerous(game, level, kind, player.kind)) continue;
    const meeting = prepareMeeting(hitShapeFor(hitShapeOf(kind)), playerHit);
    const [dx, dy] = [piece.at[0] - player.piece.at[0], piece.at[1] - player.piece.at[1]];
    if (!boundsMeet(meeting, dx, dy, 0, 0) || !shapesMeet(meeting, dx, dy, 0, 0)) continue;
    faults.push(
      warningAt(
        { path: [...path, 'at'] },
        'overlap-at-start',
        `${piece.name} lies on ${player.piece.name} at the start, so the run ends at once.`,
        'Move one of them away.',
      ),
    );
  }
  return faults;
}

function isDangerous(game: GameDocument, level: Level, kind: Kind, player: Kind): boolean {
  const does = game.contacts?.[findContact(game, kind.id, player.id)]?.does ?? [];
  return (
    kind.tags.includes(level.rules.loseWhenTouching) ||
    does.some(({ effect }) => effect === 'harm' || effect === 'defeat')
  );
}

function meetsAnybody(game: GameDocument, level: Level, kind: Kind, placed: readonly Placed[]): boolean {
  if (kind.tags.includes(level.rules.loseWhenTouching)) return true;
  return placed.some(
    ({ kind: other }) =>
      findContact(game, kind.id, other.id) >= 0 ||
      findContact(game, other.id, kind.id) >= 0 ||
      findContact(game, gunOf(other.control)?.shot ?? '', kind.id) >= 0,
  );
}

function isOffCentre(kind: Kind): boolean {
  if (!kind.hit) return false;
  const hit = reachOf(hitShapeOf(kind));
  const stand = standReachOf(kind);
  const off = (low: number, high: number, standLow: number, standHigh: number) =>
    Math.abs((high - low) / 2 - (standHigh - standLow) / 2) > OFF_CENTRE_SHARE * (low + high);
  return off(hit.west, hit.east, stand.west, stand.east) || off(hit.north, hit.south, stand.north, stand.south);
}
