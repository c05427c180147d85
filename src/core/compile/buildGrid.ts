import type { ArenaGrid } from '../arena/grid';
import type { GameDocument, Level } from '../document/gameDocument';

/** The ground of a level as arrays. The map must be a rectangle of known characters. */
export function buildGrid(game: Pick<GameDocument, 'terrain'>, level: Pick<Level, 'map'>): ArenaGrid {
  const width = level.map[0].length;
  const height = level.map.length;
  const solid = new Uint8Array(width * height);
  const opaque = new Uint8Array(width * height);
  const terrainOfGlyph = new Map(game.terrain.map((terrain) => [terrain.glyph, terrain]));
  level.map.forEach((row, rowIndex) => {
    for (let column = 0; column < width; column++) {
      const terrain = terrainOfGlyph.get(row[column]);
      solid[rowIndex * width + column] = terrain?.solid ? 1 : 0;
      opaque[rowIndex * width + column] = terrain?.opaque ? 1 : 0;
    }
  });
  return { width, height, solid, opaque };
}
