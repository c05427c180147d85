import { boundsMeet, prepareMeeting, shapesMeet } from '../../arena/meeting';
import { hitShapeFor } from '../../compile/compileBodies';
import { findContact } from '../../compile/compileContacts';
import { gunOf } from '../../document/controlShape';
import { reachOf } from '../../document/outlineShape';
import { endsRun, hitShapeOf, kindOf, standReachOf, type Kind } from '../../document/resolveKind';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { kindsToldByRules } from '../rules/checkRules';
import type { Subject } from '../subject';

/** A hit shape whose middle is off the stand shape's by more than this share of its size is most likely a slip. */
const OFF_CENTRE_SHARE = 0.25;

/**
 * Kinds that meet nobody, whether they stand there, come in, are fired or laid down; shapes off their centre; and pieces that
 * lie on the player at the start.
 */
export function checkContacts(subject: Subject): Diagnostic[] {
  const { game, level, program, path } = subject;
  const kinds = program.kinds.map(({ id }) => kindOf(game, id)!);
  const player = kinds[program.player.kindIndex];
  const told = kindsToldByRules(program);
  const faults = kinds.flatMap((kind, index) => faultsOfKind(subject, kind, kinds, told.has(index)));
  const placedPlayer = level.pieces.find(({ id }) => id === program.player.id);
  const playerHit = hitShapeFor(hitShapeOf(player));
  level.pieces.forEach((piece, index) => {
    const kind = kindOf(game, piece.kind);
    if (!placedPlayer || !kind || kind.control || !isDangerous(subject, kind, player)) return;
    const meeting = prepareMeeting(hitShapeFor(hitShapeOf(kind)), playerHit);
    const [dx, dy] = [piece.at[0] - program.player.x, piece.at[1] - program.player.y];
    if (!boundsMeet(meeting, dx, dy, 0, 0) || !shapesMeet(meeting, dx, dy, 0, 0)) return;
    faults.push(
      warningAt(
        { path: [...path, 'pieces', index, 'at'] },
        'overlap-at-start',
        `${piece.name} lies on ${placedPlayer.name} at the start, so the run ends at once.`,
        'Move one of them away.',
      ),
    );
  });
  return faults;
}

function isThrownByPlayer(kind: Kind, kinds: readonly Kind[]): boolean {
  return kinds.some(({ control }) => gunOf(control)?.shot === kind.id);
}

function faultsOfKind({ game, level }: Subject, kind: Kind, kinds: readonly Kind[], isTold: boolean): Diagnostic[] {
  const index = game.cast.findIndex((entry) => entry.id === kind.id);
  const faults: Diagnostic[] = [];
  const meetsAnybody =
    // What blocks is met by everybody as ground is.
    kind.blocks === true ||
    endsRun(level, kind) ||
    kinds.some((other) => findContact(game, kind.id, other.id) >= 0 || findContact(game, other.id, kind.id) >= 0);
  const tag = level.rules.loseWhenTouching;
  if (!kind.control && !meetsAnybody && !isTold)
    faults.push(
      warningAt(
        { path: ['cast', index] },
        'contact-missing',
        `${kind.name} does nothing to anybody on contact, and nothing happens to it.`,
        isThrownByPlayer(kind, kinds)
          ? 'Say in the contacts what it does to those that it hits, as `defeat`, `harm` or `stun`.'
          : `Give it ${tag === undefined ? '' : `the tag \`${tag}\` or `}an entry in the contacts; an entry that does nothing says that it is meant.`,
      ),
    );
  if (isOffCentre(kind))
    faults.push(
      warningAt(
        { path: ['cast', index, 'hit'] },
        'hit-shape-off-centre',
        `The hit shape of ${kind.name} lies off the middle of what stands.`,
        'Centre it, unless the body is meant to be lopsided.',
      ),
    );
  return faults;
}

function isDangerous({ game, level }: Subject, kind: Kind, player: Kind): boolean {
  const does = game.contacts?.[findContact(game, kind.id, player.id)]?.does ?? [];
  return endsRun(level, kind) || does.some(({ effect }) => effect === 'harm' || effect === 'defeat');
}

function isOffCentre(kind: Kind): boolean {
  if (!kind.hit) return false;
  const hit = reachOf(hitShapeOf(kind));
  const stand = standReachOf(kind);
  const off = (low: number, high: number, standLow: number, standHigh: number) =>
    Math.abs((high - low) / 2 - (standHigh - standLow) / 2) > OFF_CENTRE_SHARE * (low + high);
  return off(hit.west, hit.east, stand.west, stand.east) || off(hit.north, hit.south, stand.north, stand.south);
}
