import type { FaultEntry } from './faultEntry';

/** Faults of pictures, text maps and charts that are read in. */
export const OTHER_FILE_FAULTS = {
  'picture-type': { meaning: 'neither a PNG nor a JPEG picture', example: { said: 'a GIF' } },
  'picture-broken': {
    meaning: 'a picture cannot be read',
    example: { said: 'a PNG of which the last half is missing' },
  },
  'picture-too-large': {
    meaning: 'a picture is larger than is read',
    example: { said: 'a picture that is wider than is read' },
  },
  'picture-no-grid': { meaning: 'no cells can be told apart in a picture', example: { said: 'a photograph' } },
  'picture-grid-too-large': {
    meaning: 'a picture gives more cells than a level has',
    example: { said: 'a picture of 400 × 400 cells' },
  },
  'scxml-broken': { meaning: 'a chart is no well-formed XML', example: { said: '`<scxml><state>`' } },
  'scxml-entities': {
    meaning: 'a chart declares entities',
    example: { said: '`<!DOCTYPE scxml [ <!ENTITY a "b"> ]>`' },
  },
  'scxml-name': {
    meaning: 'a state of a chart has no name that the language can write',
    example: { said: '`<state id="3 steps"/>`' },
  },
  'scxml-no-behavior': {
    meaning: 'a chart has no behavior inside',
    example: { said: 'a script without a behavior, written out as a chart' },
  },
  'scxml-missing': {
    meaning: 'a chart lacks something that it must have',
    example: { said: '`<chart/>`' },
  },
  'scxml-too-many': { meaning: 'a chart has more states than are read', example: { said: 'a chart of 3,000 states' } },
  'scxml-no-states': { meaning: 'a chart has no states', example: { said: '`<scxml/>`' } },
  'scxml-parallel': { meaning: 'a chart has parallel states', example: { said: '`<parallel>`' } },
  'scxml-too-large': { meaning: 'a chart is larger than is read', example: { said: 'a chart of some megabytes' } },
} as const satisfies Readonly<Record<string, FaultEntry>>;
