import type { Want } from './wants/wants';

/** Something that is minded, and where it is foreseen at a few moments from now on, cells. */
export interface MindedThing {
  piece: number;
  x: number[];
  y: number[];
  isHunting: boolean;
}

/** What a stand-in believes, minds and wants at one moment, to be drawn over a replay. */
export interface MindPicture {
  want: Want['why'];
  /** Cells of the goal, and of the way that is planned. */
  goals: number[];
  legs: number[];
  minded: MindedThing[];
}
