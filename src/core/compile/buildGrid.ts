import type { ArenaGrid } from '../arena/grid';
import { USUAL, type GameDocument, type Level, type Terrain } from '../document/gameDocument';
import { FOOTING, type GroundMap, type GroundProgram } from './levelProgram';

/** Whether ground stops bodies with some tags. */
function stops({ solid, lets, bars }: Terrain, tags: readonly string[]): boolean {
  return solid ? !lets?.some((tag) => tags.includes(tag)) : (bars?.some((tag) => tags.includes(tag)) ?? false);
}

/** The ground of a level as arrays, as it is to bodies with some tags. The map must be a rectangle of known characters. */
export function buildGrid(
  game: Pick<GameDocument, 'terrain'>,
  level: Pick<Level, 'map'>,
  tags: readonly string[] = [],
): ArenaGrid {
  const { width, height, typeOfCell } = readMap(game, level);
  const isSolid = Uint8Array.from(game.terrain, (ground) => (stops(ground, tags) ? 1 : 0));
  const isOpaque = Uint8Array.from(game.terrain, (ground) => (ground.opaque ? 1 : 0));
  const solid = new Uint8Array(typeOfCell.length);
  const opaque = new Uint8Array(typeOfCell.length);
  // A loop over tables: this is done in every frame in which somebody paints.
  for (let cell = 0; cell < typeOfCell.length; cell++) {
    solid[cell] = isSolid[typeOfCell[cell]];
    opaque[cell] = isOpaque[typeOfCell[cell]];
  }
  return { width, height, solid, opaque };
}

/** What the types of ground do, in numbers of a tick, and which cell is of which; by the tags of the kinds of the level. */
export function buildGround(
  game: Pick<GameDocument, 'terrain'>,
  level: Level,
  playerTags: readonly string[],
  tagsOfKinds: readonly (readonly string[])[],
): GroundMap {
  const ticks = level.ticksPerSecond;
  const types = game.terrain.map((ground): GroundProgram => ({
    id: ground.id,
    name: ground.name,
    solid: stops(ground, playerTags),
    solidFor: ground.lets || ground.bars ? tagsOfKinds.map((tags) => (stops(ground, tags) ? 1 : 0)) : undefined,
    opaque: ground.opaque,
    footing: FOOTING[ground.footing ?? 'firm'],
    grip: (ground.grip ?? USUAL.grip) / (ticks * ticks),
    slides: ground.slides ?? false,
    speedFactor: ground.speedFactor ?? 1,
    pushX: (ground.push?.[0] ?? 0) / ticks,
    pushY: (ground.push?.[1] ?? 0) / ticks,
    harm: (ground.harm ?? 0) / ticks,
    pathCost: ground.pathCost ?? 1,
    strength: ground.strength ?? 0,
    becomes: game.terrain.findIndex((other) => other.id === ground.becomes),
    blockedAs: -1,
    under: -1,
  }));
  const { typeOfCell } = readMap(game, level);
  const used = new Set(typeOfCell);
  const isPlain = types.every((type, index) => !used.has(index) || isPlainGround(type));
  return { types, typeOfCell, isPlain };
}

function isPlainGround(type: GroundProgram): boolean {
  const moves = type.speedFactor !== 1 || type.pushX !== 0 || type.pushY !== 0;
  return (
    type.footing === FOOTING.firm &&
    !type.slides &&
    !moves &&
    type.harm === 0 &&
    type.pathCost === 1 &&
    type.strength === 0
  );
}

function readMap(
  game: Pick<GameDocument, 'terrain'>,
  level: Pick<Level, 'map'>,
): { width: number; height: number; typeOfCell: Uint8Array } {
  const width = level.map[0].length;
  const height = level.map.length;
  const typeOfCell = new Uint8Array(width * height);
  const typeOfGlyph = new Map(game.terrain.map((terrain, index) => [terrain.glyph, index]));
  level.map.forEach((row, rowIndex) => {
    for (let column = 0; column < width; column++)
      typeOfCell[rowIndex * width + column] = typeOfGlyph.get(row[column]) ?? 0;
  });
  return { width, height, typeOfCell };
}
