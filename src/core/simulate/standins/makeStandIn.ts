import type { LevelProgram } from '../../compile/levelProgram';
import { FlapPerson } from './flapPerson';
import { LevelKnowledge } from './levelKnowledge';
import { Person } from './person';
import type { StandIn } from './standIn';
import type { StandInTraits } from '../../people/traits';

/** A stand-in that plays a level through the control scheme of its player. */
export function makeStandIn(program: LevelProgram, traits: StandInTraits): StandIn {
  const { control } = program.player;
  const knowledge = LevelKnowledge.of(program);
  return control.scheme === 'flap'
    ? new FlapPerson(program, traits, control, knowledge)
    : new Person(program, traits, knowledge);
}
