import { briefLineShape, courseBriefLineShape } from './briefLine';
import * as z from 'zod';
import { contactShape } from './contactShape';
import { controlShape } from './controlShape';
import { LIMITS } from './limits';
import { limitsShape } from './limitsShape';
import { FORMAT_VERSION } from './migrations/migrate';
import { outlineShape } from './outlineShape';
import { quantity } from './quantity';
import { MOST_SAVED_CHECKS, savedCheckShape } from './savedCheck';

const identifier = z
  .string()
  .regex(/^[a-z][a-z0-9_-]{0,63}$/, 'must be a small letter followed by small letters, digits, - or _ (64 at most)');
const ownId = identifier.describe('its name in the rest of the document');
const label = z.string().min(1).max(80).describe('its name on the screens');
const coordinate = z.number().min(-1000).max(1000);
const point = z.tuple([coordinate, coordinate]);

const colour = z
  .string()
  .regex(/^#[0-9a-fA-F]{6}$/, 'must be a colour like #d8ccb4')
  .describe('its colour on the screens, as #d8ccb4');
const push = (label: string, about: string) => quantity({ label, unit: 'cells/s', low: -60, high: 60, about });

export const HATCHINGS = ['none', 'diagonal', 'backslant', 'crossed', 'dots', 'waves', 'rungs', 'courses'] as const;
export const FOOTINGS = ['firm', 'slippery', 'liquid', 'void'] as const;

export const terrainShape = z
  .strictObject({
    id: ownId,
    name: label,
    glyph: z.string().length(1).describe('the character that stands for this ground in maps'),
    solid: z.boolean().describe('stops bodies'),
    opaque: z.boolean().describe('stops sight'),
    lets: z.array(identifier).max(20).optional().describe('of solid ground: tags of the kinds that pass all the same'),
    bars: z
      .array(identifier)
      .max(20)
      .optional()
      .describe('of open ground: tags of the kinds that it stops all the same'),
    tint: colour,
    hatching: z.enum(HATCHINGS).describe('the pattern by which it is told apart without colours'),
    footing: z
      .enum(FOOTINGS)
      .optional()
      .describe('firm when left out; liquid drowns and void swallows what stands in it'),
    grip: quantity({
      ...{ label: 'Grip', unit: 'cells/s²', low: 0.1, high: 200, step: 0.5 },
      about: 'on slippery ground: how fast a speed can change, cells/s²; 4 when left out',
    }).optional(),
    slides: z
      .boolean()
      .optional()
      .describe('whoever steps on to it one cell a press goes on the same way until something is in it, or off it'),
    speedFactor: quantity({
      ...{ label: 'Speed factor', unit: 'times', low: 0.05, high: 4 },
      about: 'factor on the speed of what walks here',
    }).optional(),
    push: z
      .tuple([push('Push east', 'to the east, cells/s'), push('Push south', 'to the south, cells/s')])
      .optional()
      .describe('moves what stands here: x and y, cells/s'),
    harm: quantity({
      ...{ label: 'Harm', unit: 'health a second', low: 0, high: 10000 },
      about: 'health that it takes from the player, a second',
    }).optional(),
    pathCost: quantity({
      ...{ label: 'Path cost', unit: 'times', low: 1, high: 100 },
      about: 'how many cells a cell counts when a way is chosen',
    }).optional(),
    strength: quantity({
      ...{ label: 'Strength', unit: 'hits', low: 1, high: 100, whole: true },
      about: 'hits until it turns into another ground',
    }).optional(),
    becomes: identifier.optional().describe('id of the ground that it turns into'),
  })
  .describe('a type of ground');

const knobValues = z.record(z.string(), z.number()).describe('knob values, each in the unit that the script gives it');

const partOffset = z.number().min(-16).max(16);

/** Fields of a kind that one which varies another may leave out. */
const kindFields = {
  tags: z.array(identifier).max(20).describe('words by which contacts, rules and behaviors name several kinds at once'),
  radius: quantity({
    ...{ label: 'Radius', unit: 'cells', low: 0.05, high: 8, step: 0.05 },
    about: 'radius of the circle that it fills unless stand or hit say otherwise, cells',
  }),
  tint: colour,
  stand: outlineShape.optional().describe('what walls and ground meet'),
  hit: outlineShape.optional().describe('what others meet'),
  control: controlShape.optional().describe('present for the kind that the player steers'),
  behavior: identifier.optional().describe('id of the script that it follows'),
  knobs: knobValues.optional(),
  health: quantity({
    ...{ label: 'Health', unit: '', low: 0.1, high: 10000, step: 1 },
    about: 'harm it bears until it is defeated; 1 when left out',
  }).optional(),
  floats: z.boolean().optional().describe('crosses liquid and void and is not pushed by the ground'),
  falls: z.boolean().optional().describe('is pulled down in levels seen from the side'),
  blocks: z
    .boolean()
    .optional()
    .describe('stops bodies as a wall does, as long as it is there; only for kinds without a behavior'),
  pushed: quantity({
    ...{ label: 'Pressed for', unit: 's', low: 0, high: 10, step: 0.05 },
    about: 'of one that blocks: a player who presses on against it for so long pushes it on by a cell, seconds',
  }).optional(),
  wear: quantity({
    ...{ label: 'Wear', unit: 'hits at a time', low: 0, high: 100, step: 1 },
    about: 'hits that ground with a strength takes when this kind runs into it',
  }).optional(),
  crumbs: z
    .strictObject({
      within: quantity({
        ...{ label: 'Crumbs within', unit: 'cells round a hit', low: 0.5, high: 8, step: 0.5 },
        about: 'how far round the place that it hit, cells',
      }),
      share: quantity({
        ...{ label: 'Share of cells hit too', unit: '%', low: 0, high: 1, step: 0.05 },
        about: 'how likely a cell there is hit too',
      }),
    })
    .optional()
    .describe('of one that wears ground: cells round a hit are hit too, drawn at random'),
  parts: z
    .array(
      z.strictObject({
        kind: identifier.describe('id of the kind of the part, which has no parts of its own'),
        at: z
          .tuple([partOffset, partOffset])
          .describe(
            'how far ahead of its middle and how far to the right of it the part is, cells; turns with it, seen from the side it is mirrored and the second is down',
          ),
      }),
    )
    .max(LIMITS.parts)
    .optional()
    .describe('other bodies that are fixed to it: they come, move and go with it'),
  flight: z
    .strictObject({
      slows: quantity({
        ...{ label: 'Loses speed', unit: '%', low: 0, high: 0.99, step: 0.05 },
        about: 'share of its speed that it loses in a second',
      }).optional(),
      pierces: quantity({
        ...{ label: 'Goes through', unit: 'more after its first hit', low: 0, high: 100, whole: true },
        about: 'how many it goes through before it is spent',
      }).optional(),
    })
    .optional()
    .describe('how it flies when it is thrown or fired; left out: evenly, and spent on the first that it hits'),
};

export const kindShape = z
  .strictObject({
    id: ownId,
    name: label,
    varies: identifier.optional().describe('id of a kind from which everything is taken that is not written here'),
    ...z.strictObject(kindFields).partial().shape,
  })
  .superRefine((kind, context) => {
    if (kind.varies !== undefined) return;
    for (const field of ['tags', 'radius', 'tint'] as const) {
      if (kind[field] === undefined)
        context.addIssue({
          code: 'custom',
          path: [field],
          message: `a kind that varies no other needs \`${field}\``,
        });
    }
  })
  .describe('one entry of the cast; `tags`, `radius` and `tint` must stand unless it varies another');

export const pieceShape = z
  .strictObject({
    id: ownId,
    name: label,
    kind: identifier.describe('id of its kind'),
    at: point.describe('x and y of its centre, cells'),
    facing: z.number().min(0).max(360).describe('degrees, 0 = east, clockwise'),
    route: z.array(point).max(LIMITS.waypoints).optional().describe('waypoints, cells'),
    knobs: knobValues.optional(),
    lead: z.number().min(0).max(600).optional().describe('it moves as if it had set out this many seconds earlier'),
    formation: identifier.optional().describe('pieces with the same formation march as one'),
  })
  .describe('a placed kind');

const markHead = { id: ownId, name: label };

export const markShape = z
  .union([
    z.strictObject({
      ...markHead,
      area: z
        .tuple([coordinate, coordinate, z.number().positive().max(256), z.number().positive().max(256)])
        .describe('x, y, width, height, cells'),
    }),
    z.strictObject({ ...markHead, point: point.describe('x and y, cells') }),
    z.strictObject({ ...markHead, line: z.tuple([point, point]).describe('both ends, cells') }),
  ])
  .describe('a named point, line or area');

export const laneShape = z
  .strictObject({
    id: ownId,
    name: label,
    runs: z.enum(['across', 'up and down']).describe('whether it is made of rows or of columns'),
    at: z.number().int().min(0).max(255).describe('first row, or first column of one that runs up and down'),
    size: z.number().int().min(1).max(64).describe('rows, or columns'),
    heading: z
      .union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)])
      .describe('degrees; where things go in it'),
    mark: identifier.describe('id of the mark at which they come in'),
  })
  .describe('a row or column of cells that is handled as one');

export const rulesShape = z.strictObject({
  winAt: identifier
    .optional()
    .describe('id of the mark that the player must reach; left out where the rules of the level say how it is won'),
  loseWhenTouching: identifier
    .optional()
    .describe('tag of the kinds whose touch ends the run; left out where no touch does, or contacts and rules say it'),
  timeLimit: quantity({
    ...{ label: 'Time limit', unit: 's', low: 1, high: 3600, step: 5 },
    about: 'after so long the run is over, seconds',
  }),
});

export const scrollShape = z
  .strictObject({
    toward: z.enum(['north', 'east', 'south', 'west']).describe('where the view moves'),
    speed: quantity({
      ...{ label: 'View moves by itself at', unit: 'cells/s', low: 0, high: 30 },
      about: 'how fast it moves on by itself, cells/s; 0 when left out',
    }).optional(),
    after: quantity({
      ...{ label: 'View begins to move after', unit: 's', low: 0, high: 600, step: 0.5 },
      about: 'when that begins, seconds; 0 when left out',
    }).optional(),
    follows: quantity({
      ...{ label: 'View stays behind the player by', unit: 'cells', low: 0.5, high: 256, step: 1 },
      about: 'it stays no more than so many cells behind the player; left out: it waits for nobody',
    }).optional(),
    from: z
      .number()
      .min(-256)
      .max(256)
      .optional()
      .describe('where its rim lies at the start, cells from the edge of the level; 0 when left out'),
  })
  .describe('the view moves on and never back: who is behind its rim is out');

export const courseLinkShape = z
  .strictObject({
    when: z.enum(['won', 'lost']).describe('after which end of a run'),
    score: z.number().int().min(-1_000_000).max(1_000_000).optional().describe('only from so many points on'),
    to: identifier.optional().describe('id of a level; left out, the course ends'),
  })
  .describe('a way on in the course');

export const levelShape = z.strictObject({
  id: ownId,
  name: label,
  ticksPerSecond: quantity({
    ...{
      label: 'Ticks a second',
      unit: 'a second',
      low: LIMITS.fewestTicks,
      high: LIMITS.mostTicks,
      step: 10,
      whole: true,
    },
    about: 'how finely time is cut, ticks a second; usually 60',
  }),
  view: z.literal('side').optional().describe('seen from the side, with gravity; left out: seen from above'),
  gravity: quantity({
    ...{ label: 'Gravity', unit: 'cells/s²', low: 1, high: 200, step: 1 },
    about: 'only from the side: cells/s², 28 when left out',
  }).optional(),
  scroll: scrollShape.optional(),
  map: z.array(z.string().max(LIMITS.columns)).min(1).max(LIMITS.rows).describe('one text a row, one character a cell'),
  marks: z.array(markShape).max(LIMITS.marks).describe('named places'),
  lanes: z.array(laneShape).max(100).optional().describe('rows or columns handled as one'),
  pieces: z.array(pieceShape).max(LIMITS.pieces).describe('what stands in the level at its start'),
  rules: rulesShape.describe('how the level ends, unless its cues say more'),
  cues: z
    .array(z.string().max(LIMITS.scriptLineLength))
    .max(LIMITS.scriptLines)
    .optional()
    .describe('what arrives when, and the rules: lines of the language'),
  brief: z.array(briefLineShape).max(40).optional().describe('what the level is meant to be, for whom'),
  checks: z.array(savedCheckShape).max(MOST_SAVED_CHECKS).optional().describe('what must stay so, whatever is changed'),
  links: z
    .array(courseLinkShape)
    .max(20)
    .optional()
    .describe(
      'where the course goes on; the first that fits. Where none does, winning leads to the next level and losing ends it',
    ),
});

export const scriptShape = z.strictObject({
  id: ownId,
  lines: z.array(z.string().max(LIMITS.scriptLineLength)).max(LIMITS.scriptLines).describe('lines of the language'),
});

export const standInShape = z
  .strictObject({
    id: ownId,
    name: label,
    like: z.enum(['novice', 'casual', 'practised', 'expert']).describe('whose limits hold where no other is set'),
    limits: limitsShape.optional().describe('where they differ from that'),
  })
  .describe("a simulated player of the game's own");

export const gameShape = z.strictObject({
  format: z.literal('gorge').describe('that this is a game of Gorge'),
  version: z.literal(FORMAT_VERSION).describe('of the format; newer ones than the program knows are refused'),
  id: ownId,
  name: label,
  pixelsPerCell: z.number().int().min(1).max(512).describe('what a cell is worth where `px` and `px/s` are written'),
  terrain: z.array(terrainShape).min(1).max(LIMITS.terrain).describe('types of ground'),
  cast: z.array(kindShape).max(LIMITS.cast).describe('kinds of which pieces are placed or come in'),
  contacts: z.array(contactShape).max(LIMITS.contacts).optional().describe('what kinds do to each other'),
  scripts: z.array(scriptShape).max(LIMITS.scripts).describe('behaviors'),
  standIns: z.array(standInShape).max(LIMITS.standIns).optional().describe("simulated players of the game's own"),
  levels: z.array(levelShape).max(LIMITS.levels).describe('in the order in which winning leads on'),
  courseBrief: z
    .array(courseBriefLineShape)
    .max(20)
    .optional()
    .describe('what the whole course is meant to be, for whom'),
  carriesLives: z
    .literal(true)
    .optional()
    .describe('lives that are left at the end of a level that was won are those of the next one that has lives'),
  carriesPoints: z
    .literal(true)
    .optional()
    .describe('a level begins with the points that were made along the course up to it'),
});

export type GameDocument = z.infer<typeof gameShape>;
export type Terrain = z.infer<typeof terrainShape>;
/** An entry of the cast as it is written; see `resolveKind` for what holds in the end. */
export type KindEntry = z.infer<typeof kindShape>;
export type Lane = z.infer<typeof laneShape>;
export type Piece = z.infer<typeof pieceShape>;
export type Mark = z.infer<typeof markShape>;
export type Scroll = z.infer<typeof scrollShape>;
export type CourseLink = z.infer<typeof courseLinkShape>;
export type Level = z.infer<typeof levelShape>;
export type Hatching = (typeof HATCHINGS)[number];
export type Footing = (typeof FOOTINGS)[number];
export type Script = z.infer<typeof scriptShape>;

/** The published JSON Schema of the file format. */
export function gameJsonSchema(): object {
  return { title: 'Gorge game document', ...z.toJSONSchema(gameShape) };
}

/** What holds when a level or a ground does not say otherwise. */
export const USUAL = { gravity: 28, grip: 4, health: 1 } as const;
