import { LIMITS } from '../document/limits';
import { paintCells, type Point } from '../document/commands';
import type { GameDocument, Level } from '../document/gameDocument';
import { bug, fail, succeed, type Result } from '../foundation/result';
import { LIBRARY } from '../language/library';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { addLane, makeRanks } from '../document/placeCommands';
import { findSite, Workplace } from './workplace';

/** Something that is laid into a level whole: kinds, behaviors, pieces, marks and cues, all of them ordinary afterwards. */
export interface ReadyPart {
  id: string;
  name: string;
  /** What is laid down, and what can be turned in it, in a sentence or two. */
  about: string;
  /** Levels of which view it fits. */
  views: readonly ('above' | 'side')[];
  /** How much open ground it needs, cells; none where it makes its own. */
  needs: { columns: number; rows: number } | undefined;
  /** Whether it stands on the ground where the level is seen from the side. */
  stands?: true;
  lay: (place: Workplace, at: Point) => void;
}

const BOTH = ['above', 'side'] as const;

const WATCH = `# Walks a beat, goes after whom it sees, and gives up a while after it has lost them.
behavior watch_beat {
  knob pace  = 2 cells/s in 0.5..6    # how fast it walks its beat
  knob sight = 5 cells   in 1..14     # how far it sees
  knob run   = 3.2 cells/s in 0.5..9  # how fast it comes after you
  knob nerve = 2 s       in 0.2..10   # how long it goes on once it has lost you

  start state walks {
    do patrol route, back and forth, at pace, pausing 0.4 s
    go chases when sees player within sight, arc 90 deg, for 0.2 s
  }

  state chases {
    do chase player by path at run
    go walks when unseen for nerve
  }
}`;

const LEDGE_WALK = `# Walks to and fro and turns at ledges and walls.
behavior ledge_walk {
  knob pace = 1.6 cells/s in 0.3..6   # how fast it walks

  start state walks { do pace across, minding ledges, at pace }
}`;

const HUNT = `# Roams until it sees somebody, on whichever side, hunts them round walls, and loses interest.
behavior near_hunt {
  knob stroll = 1.2 cells/s in 0.2..5   # how fast it roams
  knob dash   = 2.8 cells/s in 0.5..9   # how fast it hunts
  knob reach  = 5 cells     in 1..14    # how far it notices

  start state roams {
    do wander at stroll, turning every 1.5 s
    go hunts when sees player within reach, arc 360 deg
  }

  state hunts {
    do chase player by path at dash, apart 0.6 cells
    go roams when unseen for 2.5 s
  }
}`;

const ROLL = `# Rolls through its lane, as fast as its cue says.
behavior lane_roll {
  knob roll = 3 cells/s in 0.5..9   # how fast it rolls

  start state rolls { do drift leaving at roll }
}`;

/** The hazard on a beat that everybody can copy from. */
const BLAST = (LIBRARY.find(({ name }) => name === 'vent') ?? bug('no vent to copy from')).text;

const RANKS = `# Steps to the side in ranks, and down at the edges; quicker the fewer are left.
behavior rank_march {
  knob beat = 0.7 s in 0.1..3   # time between steps while all are there

  start state marches { do march stepping 0.5 cells, every beat, down 0.5 cells, quickening to 0.15 s }
}`;

const SLAB = `# Comes along at the pace that its cue gives it.
behavior slab_drift {
  knob drift_by = 1.6 cells/s in 0.2..5   # how fast it comes

  start state drifts { do drift leaving at drift_by }
}`;

/** Longer a hit shape cannot be, cells. */
const MOST_SLAB = 16;

const POLISH = {
  ...{ solid: false, opaque: false, slides: true as const },
  ...{ tint: '#cfe0dd', hatching: 'backslant' as const },
};
const DOOR = { solid: true, opaque: true, tint: '#a9764f', hatching: 'rungs' as const };

/** The row nearest to a wanted one in which nothing stands; the wanted one where something stands everywhere. */
function freeRow({ map, pieces }: Level, wanted: number): number {
  const rows = map.map((_, row) => row).slice(1, -1);
  const isFree = (row: number) => pieces.every(({ at: [, y] }) => Math.abs(y - row - 0.5) > 1);
  rows.sort((one, other) => Math.abs(one - wanted) - Math.abs(other - wanted));
  return rows.find(isFree) ?? rows[0] ?? 0;
}

/** All ready parts, in the order in which they are offered. */
export const READY_PARTS: readonly ReadyPart[] = [
  {
    ...{ id: 'guard', name: 'Guard with a beat and sight', views: ['above'], needs: { columns: 7, rows: 1 } },
    about:
      'A watchman that walks to and fro, sees ahead of it, chases and gives up. Drag its waypoints; turn pace, sight, run and nerve.',
    lay: (place) => {
      const watchman = place.kind({ name: 'Watchman', radius: 0.38, tint: '#7c3a2d', behaves: WATCH });
      place.piece(watchman, place.at(0, 0), [place.at(0, 0), place.at(6, 0)]);
    },
  },
  {
    ...{
      id: 'walker',
      name: 'Walker that turns at ledges',
      views: ['side'],
      needs: { columns: 5, rows: 1 },
      stands: true,
    },
    about: 'It walks its ground to and fro and turns where that ends, or at a wall. Turn its pace.',
    lay: (place) => {
      const walker = place.kind({
        name: 'Ledge walker',
        radius: 0.36,
        tint: '#7c3a2d',
        falls: true,
        behaves: LEDGE_WALK,
      });
      place.piece(walker, { ...place.at(2, 0), y: place.at(2, 0).y + 0.14 });
    },
  },
  {
    ...{ id: 'chaser', name: 'Chaser', views: ['above'], needs: { columns: 1, rows: 1 } },
    about:
      'It roams, notices whoever it sees on any side, hunts them round walls and loses interest. Turn reach, dash and stroll.',
    lay: (place) => {
      const hunter = place.kind({ name: 'Yard hound', radius: 0.36, tint: '#5b4a7a', behaves: HUNT });
      place.piece(hunter, place.at(0, 0));
    },
  },
  {
    ...{ id: 'lane', name: 'Lane with traffic', views: ['above'], needs: undefined },
    about:
      'The row becomes a lane through the whole level, with a cue that lets rollers in. Under Cues stands the share of gaps that can be crossed.',
    lay: (place, at) => {
      const glyph = place.game.terrain.find(
        ({ solid, footing, harm, slides }) => !solid && !footing && !harm && !slides,
      )!.glyph;
      const row = freeRow(place.level, Math.floor(at.y));
      const heading = ((place.level.lanes ?? []).length % 2 === 0 ? 0 : 180) as 0 | 180;
      const name = `Lane ${(place.level.lanes ?? []).length + 1}`;
      const id = addLane(place.game, place.levelId, { name, runs: 'across', at: row, size: 1, heading, glyph });
      const { mark } = place.level.lanes!.find((lane) => lane.id === id)!;
      place.laid.push(name);
      const shape = { form: 'box' as const, width: 1.4, height: 0.8 };
      const roller = place.kind({
        name: 'Roller',
        radius: 0.8,
        tint: '#8a6a3a',
        stand: shape,
        hit: shape,
        behaves: ROLL,
      });
      const cue = place.cueName('lane_traffic');
      place.cue(cue, [
        `spawner ${cue} {`,
        '  knob gap = 2.4 s in 0.5..10',
        `  at ${mark}`,
        '  every gap ± 0.6 s, first after 0.3 s',
        `  pick ${roller}`,
        `  give heading ${heading} deg, speed 2.6..3.2 cells/s`,
        '  retire when outside by 3 cells',
        '}',
      ]);
    },
  },
  {
    ...{ id: 'hazard', name: 'Timed hazard with a warning', views: BOTH, needs: { columns: 1, rows: 1 } },
    about: 'Off, a warning, on, and off again. Turn pause, warning and blast.',
    lay: (place) => {
      const jet = place.kind({ name: 'Hot jet', radius: 0.36, tint: '#b0532e', floats: true, behaves: BLAST });
      place.piece(jet, place.at(0, 0));
    },
  },
  {
    ...{ id: 'waves', name: 'Waves that grow', views: ['above'], needs: { columns: 2, rows: 2 } },
    about:
      'Hounds come out of a gate, wave after wave, each bigger than the last. Counts, rests and growth stand under Cues.',
    lay: (place) => {
      const { column, row } = place.site;
      const gate = place.mark('Gate', { area: [column, row, 2, 2] });
      const hunter = place.kind({ name: 'Yard hound', radius: 0.36, tint: '#5b4a7a', behaves: HUNT });
      const cue = place.cueName('hound_waves');
      place.cue(cue, [
        `waves ${cue} {`,
        `  at ${gate}`,
        '  grace 0.8 s',
        '  first after 2 s',
        `  wave 1 { 2 ${hunter}, one every 0.6 s }`,
        `  wave 2 { 3 ${hunter}, one every 0.5 s }`,
        '  repeat wave 2 growing 1.5x to 12',
        '  next when cleared or after 8 s, rest 2 s',
        '  stragglers vanish after 20 s',
        '}',
      ]);
    },
  },
  {
    ...{ id: 'ranks', name: 'Formation in ranks', views: BOTH, needs: { columns: 10, rows: 3 } },
    about:
      'Ten marchers in two ranks that step to the side, down at the edges, and quicken. Drag them as one; turn the beat.',
    lay: (place) => {
      const marcher = place.kind({ name: 'Marcher', radius: 0.34, tint: '#4c6a3d', floats: true, behaves: RANKS });
      const first = place.piece(marcher, place.at(0, 0));
      place.laid.pop();
      const ids = makeRanks(place.game, place.levelId, first, 5, 2, { x: 1.5, y: 1.5 });
      place.pieces.push(...ids.filter((id) => id !== first));
      place.laid.push(`${ids.length} marchers`);
    },
  },
  {
    ...{ id: 'gaps', name: 'Gaps that come along', views: BOTH, needs: undefined },
    about:
      'Slabs come in from the east with a gap between them, each time elsewhere. Width, pace and how far gaps shift stand under Cues.',
    lay: (place) => {
      const { map } = place.level;
      const edge = map[0].length - 0.5;
      const length = Math.min(MOST_SLAB, map.length);
      // Gaps lie where the slabs beside them reach the rims of the level.
      const [top, bottom] = [Math.max(1, map.length - MOST_SLAB - 1), Math.min(map.length - 1, MOST_SLAB + 1)];
      const line = place.mark('Slab line', {
        line: [
          { x: edge, y: top },
          { x: edge, y: bottom },
        ],
      });
      // Long enough to close all that lies beside a gap.
      const shape = { form: 'box' as const, width: 0.9, height: length };
      const slab = place.kind({
        name: 'Slab',
        radius: length / 2,
        tint: '#8f7a63',
        floats: true,
        stand: shape,
        hit: shape,
        behaves: SLAB,
      });
      const cue = place.cueName('slab_gaps');
      place.cue(cue, [
        `spawner ${cue} {`,
        '  knob every_so = 4.5 s in 1..15',
        `  at ${line}`,
        '  every every_so, first after 1 s',
        `  gap 3..3.6 cells between ${slab} and ${slab}, shifting at most 2 cells`,
        '  give heading 180 deg, speed 1.6 cells/s',
        '  retire when outside by 2 cells',
        '}',
      ]);
    },
  },
  {
    ...{ id: 'slide', name: 'Slide floor with stones', views: ['above'], needs: { columns: 9, rows: 7 } },
    about:
      'A floor on which whoever steps slides on until something stops them, with stones to stop at. Paint stones elsewhere.',
    lay: (place) => {
      const polish = place.ground('polished floor', POLISH);
      const stone = place.game.terrain.find(({ solid }) => solid)?.glyph;
      const { column, row, columns, rows } = place.site;
      const cells = Array.from({ length: columns * rows }, (_, at) => ({
        column: column + (at % columns),
        row: row + Math.floor(at / columns),
      }));
      paintCells(place.game, place.levelId, cells, polish.glyph);
      const stones = [
        [2, 1],
        [7, 2],
        [1, 4],
        [5, 5],
      ].map(([x, y]) => ({ column: column + x, row: row + y }));
      if (stone !== undefined) paintCells(place.game, place.levelId, stones, stone);
      place.laid.push(`${columns} × ${rows} cells of floor`);
    },
  },
  {
    ...{ id: 'door', name: 'Door with its key', views: ['above'], needs: { columns: 8, rows: 5 } },
    about:
      'A chamber behind a bolted door, and the key that opens it when it is taken. Move the chamber with the area tool, door mark and all.',
    lay: (place) => {
      const door = place.ground('bolted door', DOOR);
      const { column, row } = place.site;
      const floor = place.level.map[row][column];
      const wall = place.game.terrain.find(({ id, solid }) => solid && id !== door.id)?.glyph ?? door.glyph;
      const ring = Array.from({ length: 25 }, (_, at) => ({ x: at % 5, y: Math.floor(at / 5) })).filter(
        ({ x, y }) => x === 0 || x === 4 || y === 0 || y === 4,
      );
      const cells = ring.map(({ x, y }) => ({ column: column + 3 + x, row: row + y }));
      paintCells(place.game, place.levelId, cells, wall);
      const leaf = { column: column + 3, row: row + 2 };
      paintCells(place.game, place.levelId, [leaf], door.glyph);
      place.laid.push('a chamber of 5 × 5 cells');
      const area = place.mark('Bolted door', { area: [leaf.column, leaf.row, 1, 1] });
      const key = place.kind({ name: `Key of ${area}`, tags: ['key'], radius: 0.26, tint: '#b8902f' });
      place.piece(key, place.at(0, 2));
      const becomes = place.game.terrain.find(({ glyph }) => glyph === floor)!.id;
      place.contact(place.player, key, [{ effect: 'collect' }, { effect: 'open', area, ground: door.id, becomes }]);
    },
  },
  {
    ...{ id: 'goal', name: 'Goal to carry to', views: ['above'], needs: { columns: 7, rows: 1 } },
    about:
      'A crate that is taken up, and a rack that it fills, for points. To make the level need it, write in its rules: win when all rack filled.',
    lay: (place) => {
      const crate = place.kind({ name: 'Crate', tags: ['crate'], radius: 0.3, tint: '#3d6f7a' });
      const rack = place.kind({ name: 'Rack', tags: ['rack'], radius: 0.42, tint: '#a98c5a' });
      place.piece(crate, place.at(0, 0));
      place.piece(rack, place.at(6, 0));
      place.contact(place.player, crate, [{ effect: 'collect' }]);
      place.contact(place.player, rack, [{ effect: 'fill' }]);
      place.rule('carry at most', 'carry at most 1');
      place.rule('score 50 when rack filled', 'score 50 when rack filled');
    },
  },
];

/** What was laid down, for those who laid it. */
export interface LaidPart {
  /** Ids of its pieces. */
  pieces: string[];
  /** What was made, in words. */
  laid: string[];
}

/** Parts that fit a level. */
export function partsFor({ view }: Pick<Level, 'view'>): ReadyPart[] {
  return READY_PARTS.filter(({ views }) => views.includes(view ?? 'above'));
}

/** Lays a ready part as near as it can be to a place; where there is no ground for it nothing is changed, and that is told. */
export function layReadyPart(
  game: GameDocument,
  levelId: string,
  partId: string,
  at: Point,
): Result<LaidPart, Diagnostic> {
  const level = game.levels.find(({ id }) => id === levelId);
  const part = level && partsFor(level).find(({ id }) => id === partId);
  if (!part)
    return fail([
      refuse(
        `There is no ready part \`${partId}\` for this level.`,
        `There are ${READY_PARTS.map(({ id }) => id).join(', ')}.`,
      ),
    ]);
  const site = part.needs
    ? findSite(game, level, at, { ...part.needs, stands: part.stands === true })
    : { column: 0, row: 0, columns: level.map[0].length, rows: level.map.length };
  if (!site)
    return fail([
      refuse(
        `There is no free place of ${part.needs!.columns} × ${part.needs!.rows} cells for it.`,
        `It needs open ground${part.stands ? ' above firm ground' : ''} without pieces, and not close to the player. Make some room, or the level larger.`,
      ),
    ]);
  if (level.pieces.length + MOST_PIECES > LIMITS.pieces)
    return fail([refuse('The level holds no more pieces.', `${LIMITS.pieces} are the most. Remove some.`)]);
  const place = new Workplace(game, levelId, site);
  part.lay(place, at);
  return succeed({ pieces: place.pieces, laid: place.laid });
}

/** No ready part has more pieces. */
const MOST_PIECES = 10;

const refuse = (message: string, hint: string) => errorAt({ path: [] }, 'part-cannot-be-laid', message, hint);
