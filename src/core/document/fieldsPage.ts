import { gameJsonSchema } from './gameDocument';

/** As much of a JSON Schema as the definitions of the file format come to. */
interface Shape {
  type?: string;
  description?: string;
  const?: unknown;
  enum?: unknown[];
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  maxLength?: number;
  minItems?: number;
  maxItems?: number;
  pattern?: string;
  properties?: Record<string, Shape>;
  required?: string[];
  additionalProperties?: boolean | Shape;
  items?: Shape;
  prefixItems?: Shape[];
  anyOf?: Shape[];
  oneOf?: Shape[];
}

/** One object of the document with the fields that it may have. */
interface Section {
  title: string;
  shape: Shape;
}

/** Fields that say which of several forms an object has. */
const TELLING = ['scheme', 'effect', 'form', 'event'];

const TITLES: Readonly<Record<string, string>> = {
  terrain: 'Ground: one of `terrain`',
  cast: 'Kind: one of `cast`',
  stand: 'Shape: `stand` and `hit` of a kind',
  hit: 'Shape: `stand` and `hit` of a kind',
  control: 'Control: `control` of a kind',
  throws: 'Throwing and striking: `throws` of a control',
  crumbs: 'Crumbs: `crumbs` of a kind',
  parts: 'Part: one of `parts` of a kind',
  flight: 'Flight: `flight` of a kind',
  contacts: 'Contact: one of `contacts`',
  does: 'Effect: one of `does` of a contact',
  scripts: 'Behavior: one of `scripts`',
  standIns: 'Stand-in: one of `standIns`',
  limits: 'Limits: `limits` of a stand-in',
  levels: 'Level: one of `levels`',
  scroll: 'Scroll: `scroll` of a level',
  marks: 'Mark: one of `marks` of a level',
  lanes: 'Lane: one of `lanes` of a level',
  pieces: 'Piece: one of `pieces` of a level',
  rules: 'Rules: `rules` of a level',
  brief: 'Line of a brief: one of `brief` of a level',
  courseBrief: 'Line of the brief of the course: one of `courseBrief`',
  checks: 'Saved check: one of `checks` of a level',
  happens: 'Happening: `happens` of a saved check',
  links: 'Way on: one of `links` of a level',
};

/** The page of all fields of a game document, as Markdown; made from the definitions that read the file. */
export function writeFieldsPage(): string {
  const sections: Section[] = [];
  collect('The document', gameJsonSchema() as Shape, sections);
  return `${HEAD}\n${sections.map(writeSection).join('\n')}`;
}

/** Adds an object and all objects within it, each title and form once. */
function collect(title: string, shape: Shape, into: Section[]): void {
  for (const { title: name, shape: form } of formsOf(title, shape)) {
    if (into.some((section) => section.title === name)) continue;
    into.push({ title: name, shape: form });
    for (const [field, inner] of Object.entries(form.properties ?? {})) {
      const one = inner.items ?? inner;
      if (formsOf('', one).length > 0) collect(titleOf(field), one, into);
    }
  }
}

function titleOf(field: string): string {
  const title = TITLES[field];
  if (title === undefined) throw new Error(`the page of fields has no title for ${field}`);
  return title;
}

/** The objects that a value may be: itself, or each of several forms. */
function formsOf(title: string, shape: Shape): Section[] {
  if (shape.properties) return [{ title, shape }];
  return (shape.oneOf ?? shape.anyOf ?? [])
    .filter(({ properties }) => properties)
    .map((form) => ({ title: `${title}, ${formName(form)}`, shape: form }));
}

function formName({ properties = {} }: Shape): string {
  const telling = TELLING.find((field) => properties[field]?.const !== undefined);
  if (telling) return `\`"${telling}": ${JSON.stringify(properties[telling].const)}\``;
  const own = Object.keys(properties).find((field) => field !== 'id' && field !== 'name');
  return `with \`${own}\``;
}

function writeSection({ title, shape }: Section): string {
  const says = shape.description ? `${capitalized(shape.description)}.\n\n` : '';
  const rows = Object.entries(shape.properties ?? {})
    .filter(([field]) => !TELLING.includes(field))
    .map(([field, inner]) => {
      const must = shape.required?.includes(field) ? 'yes' : '';
      return `| \`${field}\` | ${must} | ${sayTaken(inner)} | ${inner.description ?? ''} |`;
    });
  if (rows.length === 0) return `### ${title}\n\n${says}`;
  return `### ${title}\n\n${says}| field | must stand | takes | meaning |\n| --- | --- | --- | --- |\n${rows.join('\n')}\n`;
}

/** "0.1 to 60", "one of `north`, `east`", "list of texts, at most 20" */
function sayTaken(shape: Shape): string {
  if (shape.const !== undefined) return `\`${JSON.stringify(shape.const)}\``;
  if (shape.enum) return `one of ${shape.enum.map((value) => `\`${JSON.stringify(value)}\``).join(', ')}`;
  const forms = shape.oneOf ?? shape.anyOf;
  if (forms) return forms.some(({ properties }) => properties) ? 'one of its forms' : forms.map(sayTaken).join(' or ');
  if (shape.prefixItems) return `[${shape.prefixItems.map(sayTaken).join('; ')}]`;
  switch (shape.type) {
    case 'array':
      return sayList(shape);
    case 'object':
      return shape.properties ? 'an object' : 'names with values';
    case 'boolean':
      return 'true or false';
    case 'integer':
      return `whole, ${sayRange(shape)}`;
    case 'number':
      return sayRange(shape);
    default:
      return sayText(shape);
  }
}

function sayRange({ minimum, exclusiveMinimum, maximum }: Shape): string {
  return exclusiveMinimum === undefined ? `${minimum} to ${maximum}` : `above ${exclusiveMinimum}, to ${maximum}`;
}

function sayText({ pattern, maxLength }: Shape): string {
  if (pattern?.startsWith('^[a-z]')) return 'an id';
  if (pattern?.startsWith('^#')) return 'a colour';
  return maxLength === undefined ? 'a text' : `a text of at most ${maxLength}`;
}

function sayList({ items = {}, minItems, maxItems }: Shape): string {
  const what = formsOf('', items).length > 0 ? 'of objects' : `of: ${sayTaken(items)}`;
  const least = minItems ? `${minItems} or more, ` : '';
  return `list ${what}; ${least}at most ${maxItems}`;
}

function capitalized(text: string): string {
  return text[0].toUpperCase() + text.slice(1);
}

const HEAD = `# Every field of a game document

Made by \`npm run docs\` from the definitions that read the file. An id is a small letter followed by small letters, digits, \`-\` or \`_\`, 64 at most. Numbers stand without
unit in the one that is named; x goes east and y south, both in cells from the upper left corner; degrees are 0 for east and go clockwise. What the fields are for is told in
[the game document](file-format.md).
`;
