import type { LevelProgram } from '../../compile/levelProgram';
import { AirPlayer } from './airPlayer';
import { CellPlayer, prepareStandInGround } from './cellPlayer';
import { RailPlayer } from './railPlayer';
import { SlidePlayer } from './slidePlayer';
import type { StandIn } from './standIn';
import type { StandInTraits } from './traits';

/** A stand-in that plays a level through the control scheme of its player. */
export function makeStandIn(program: LevelProgram, traits: StandInTraits): StandIn {
  const { control } = program.player;
  switch (control.scheme) {
    case 'slide until blocked':
      return new SlidePlayer(program, traits);
    case 'flap':
    case 'run and jump':
      return new AirPlayer(program, traits, control);
    case 'rail and fire':
      return new RailPlayer(program, traits, control);
    default:
      return new CellPlayer(program, traits, prepareStandInGround(program));
  }
}
