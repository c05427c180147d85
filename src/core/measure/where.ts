import { cellMeansJoin } from './joins/cellMeans';
import { cellsJoin } from './joins/cells';
import { cellTimesJoin } from './joins/cellTimes';
import { placesJoin } from './joins/places';
import { entryOf } from './measure';

/** Where in the level things happen: maps of its cells. */
export const WHERE = {
  timeSpent: entryOf({
    name: 'Where time is spent',
    unit: 's a run',
    about: 'For every cell how long the player is in it while it can go, the mean of all runs.',
    join: cellTimesJoin(),
    reads: ({ facts }) => facts?.spent,
  }),
  waiting: entryOf({
    name: 'Where players wait',
    unit: 's a run',
    about: 'For every cell how long the player stands in it though it could go, the mean of all runs.',
    join: cellTimesJoin(),
    reads: ({ facts }) => facts?.waited,
  }),
  pressureCells: entryOf({
    name: 'Where much presses',
    unit: '0–1',
    about:
      'For every cell the mean pressure of all samples in which the player was in it, ten a second; of cells with 20 samples and more.',
    join: cellMeansJoin(1000),
    reads: ({ facts }) => facts?.pressedIn,
  }),
  seenCells: entryOf({
    name: 'Where players are in sight',
    unit: '% of the time there',
    about:
      'For every cell the share of all samples in which the player was in it, ten a second, in which any piece saw it; of cells with 20 samples and more.',
    join: cellMeansJoin(1),
    reads: ({ facts }) => facts?.seenIn,
  }),
  lossCells: entryOf({
    name: 'Where lives and health are lost',
    unit: 'times in a cell',
    about:
      'For every cell how often the player was harmed or lost a life in it, that with which a run ends among them.',
    join: placesJoin(),
    reads: ({ facts }) => facts?.lossPlaces,
  }),
  closeCells: entryOf({
    name: 'Where it is close',
    unit: 'close calls in a cell',
    about: 'For every cell how many close calls the player had in it, and how many shots missed it closely there.',
    join: placesJoin(),
    reads: ({ facts }) => facts && [...(facts.closePlaces ?? []), ...facts.missPlaces],
  }),
  sightCells: entryOf({
    name: 'Where players are first seen',
    unit: 'runs a cell',
    about: 'For every cell in how many runs the player was in it when a piece first saw it.',
    join: cellsJoin(),
    reads: ({ facts }) => facts?.firstSightPlace,
  }),
} as const;
