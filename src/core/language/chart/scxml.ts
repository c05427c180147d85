import type { FaultCode } from '../../foundation/faultCodes';
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { errorAt, type Diagnostic } from '../../foundation/diagnostic';
import { fail, succeed, type Result } from '../../foundation/result';
import { isName } from '../syntax/isName';
import { outlineScript, type Piece } from '../edit/outline';
import { parseScript } from '../syntax/parseScript';

/** The namespace of what state charts have no word for; documented in docs/file-format.md. */
export const GORGE_NAMESPACE = 'urn:gorge:behavior:1';
const SCXML_NAMESPACE = 'http://www.w3.org/2005/07/scxml';
const MOST_CHARACTERS = 500_000;
const MOST_STATES = 500;

type XmlNode = Record<string, unknown>;

/** Writes a behavior as a state chart. What it does in a state, and its text, stand in the namespace of Gorge. */
export function writeScxml(text: string): Result<string, Diagnostic> {
  const outline = outlineScript(text);
  if (!outline)
    return fail([fault('scxml-no-behavior', 'This script has no behavior.', 'Begin with `behavior NAME {`.')]);
  const inner = parseScript(text).statements.find((statement) => statement.keyword === 'behavior')!.block!.statements;
  const declarations = inner.filter(({ keyword }) => ['knob', 'keep', 'use'].includes(keyword));
  const data = declarations.map((statement) => {
    const [name] = statement.tokens;
    return element(
      'data',
      {
        id: `${statement.keyword}.${name?.text ?? ''}`,
        'gorge:text': text.slice(statement.span.from, statement.span.to),
      },
      [],
    );
  });
  const states = outline.states.map((state) =>
    element(
      'state',
      {
        id: state.name,
        'gorge:do': state.motion?.text ?? 'hold',
        ...(state.isOut ? { 'gorge:be': 'out' } : {}),
        ...(state.facing ? { 'gorge:face': state.facing.text.replace(/^face\s*/, '') } : {}),
      },
      [
        ...(state.enter ? [element('onentry', {}, actsOf(state.enter))] : []),
        ...(state.leave ? [element('onexit', {}, actsOf(state.leave))] : []),
        ...state.repeats.map((repeat) => element('gorge:repeat', { text: repeat.whole.text }, [])),
        ...state.transitions.map((transition) =>
          element(
            'transition',
            {
              target: transition.targets[0].state,
              cond: transition.condition.text,
              ...(transition.targets.length > 1
                ? {
                    'gorge:either': transition.targets.map(({ state: name, weight }) => `${name} ${weight}`).join(', '),
                  }
                : {}),
            },
            transition.acts ? actsOf(transition.acts) : [],
          ),
        ),
      ],
    ),
  );
  const chart = element(
    'scxml',
    {
      xmlns: SCXML_NAMESPACE,
      'xmlns:gorge': GORGE_NAMESPACE,
      version: '1.0',
      datamodel: 'x-gorge',
      name: outline.behavior,
      ...startOf(outline.states),
    },
    [...(data.length > 0 ? [element('datamodel', {}, data)] : []), ...states, element('gorge:script', { text }, [])],
  );
  return succeed(`<?xml version="1.0" encoding="UTF-8"?>\n${new XMLBuilder(OPTIONS).build([chart])}`);
}

const OPTIONS = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  format: true,
  suppressEmptyNode: true,
  processEntities: false,
} as const;

function startOf(states: readonly { name: string; isStart: boolean }[]): { initial?: string } {
  const start = states.find((state) => state.isStart);
  return start ? { initial: start.name } : {};
}

/** Attribute values keep their line ends, which a reader of XML would otherwise turn into spaces. */
function element(name: string, attributes: Record<string, string>, children: XmlNode[]): XmlNode {
  const protectedValues = Object.fromEntries(
    Object.entries(attributes).map(([key, value]) => [
      key,
      value
        .replace(/&/g, '&amp;')
        .replace(/</g, '&lt;')
        .replace(/>/g, '&gt;')
        .replace(/"/g, '&quot;')
        .replace(/\t/g, '&#9;')
        .replace(/\r/g, '&#13;')
        .replace(/\n/g, '&#10;'),
    ]),
  );
  return { [name]: children, ...(Object.keys(attributes).length > 0 ? { ':@': protectedValues } : {}) };
}

/** The acts in braces, each as an element with its text. */
function actsOf(block: Piece): XmlNode[] {
  return parseScript(block.text.slice(1, -1)).statements.map((statement) => {
    const text = block.text
      .slice(1, -1)
      .slice(statement.span.from, statement.span.to)
      .replace(/[;\s]+$/, '');
    return element('gorge:act', { text }, []);
  });
}

/**
 * Reads a state chart into the text of a behavior. One that Gorge wrote and nobody changed gives back its text to the byte;
 * a changed or foreign one is written anew: what it does in a state is then `hold` unless it is said in the namespace.
 */
export function readScxml(xml: string): Result<string, Diagnostic> {
  if (xml.length > MOST_CHARACTERS)
    return fail([
      fault(
        'scxml-too-large',
        `The file has ${xml.length} characters; at most ${MOST_CHARACTERS} can be read.`,
        'Split the chart.',
      ),
    ]);
  if (/<!(DOCTYPE|ENTITY)/i.test(xml))
    return fail([fault('scxml-entities', 'The file declares entities.', 'Save it without a document type.')]);
  const validity = XMLValidator.validate(xml);
  if (validity !== true)
    return fail([
      fault(
        'scxml-broken',
        `This is no well-formed XML: ${validity.err.msg} (line ${validity.err.line})`,
        'Export it anew.',
      ),
    ]);
  const tree = parseXml(xml);
  if (!tree) return fail([fault('scxml-broken', 'This is no well-formed XML.', 'Export it anew.')]);
  const chart = tree.find((node) => 'scxml' in node);
  if (!chart) return fail([fault('scxml-missing', 'The file holds no `scxml`.', 'Choose a state chart in SCXML.')]);
  const children = childrenOf(chart, 'scxml');
  const parallel = children.find((node) => 'parallel' in node);
  if (parallel)
    return fail([
      fault('scxml-parallel', 'Parallel states have no counterpart here.', 'Make a behavior for each of them.'),
    ]);
  const written = writeText(chart, children);
  if (!written.ok) return written;
  const source = children.find((node) => 'gorge:script' in node);
  const text = source && attribute(source, 'text');
  // The text that came with the chart holds as long as the chart still says the same.
  if (text !== undefined && saysTheSame(text, xml)) return succeed(text);
  return written;
}

/** Undefined for what the parser takes offence at, though it passed as well-formed. */
function parseXml(xml: string): XmlNode[] | undefined {
  try {
    const parser = new XMLParser({ ...OPTIONS, parseAttributeValue: false, processEntities: true, htmlEntities: true });
    return parser.parse(xml) as XmlNode[];
  } catch {
    return undefined;
  }
}

function saysTheSame(text: string, xml: string): boolean {
  const again = writeScxml(text);
  return again.ok && squeeze(again.value) === squeeze(xml);
}

function squeeze(xml: string): string {
  return xml.replace(/>\s+</g, '><').trim();
}

function writeText(chart: XmlNode, children: XmlNode[]): Result<string, Diagnostic> {
  const states = children.flatMap((node) => ('state' in node || 'final' in node ? [node] : []));
  if (states.length === 0) return fail([fault('scxml-no-states', 'The chart has no states.', 'Add one.')]);
  if (states.length > MOST_STATES)
    return fail([
      fault(
        'scxml-too-many',
        `The chart has ${states.length} states; at most ${MOST_STATES} can be read.`,
        'Split it.',
      ),
    ]);
  const faults: Diagnostic[] = [];
  const ids = states.map((node) => attribute(node, 'id') ?? '');
  for (const id of ids)
    if (!isName(id))
      faults.push(fault('scxml-name', `\`${id}\` cannot be the name of a state.`, 'Use letters, digits and `_`.'));
  if (faults.length > 0) return fail(faults);
  const name = attribute(chart, 'name') ?? 'imported';
  const initial = attribute(chart, 'initial') ?? ids[0];
  const lines = [`behavior ${isName(name) ? name : 'imported'} {`];
  const datamodel = children.find((node) => 'datamodel' in node);
  for (const data of datamodel ? childrenOf(datamodel, 'datamodel') : []) {
    const text = attribute(data, 'gorge:text');
    const id = attribute(data, 'id') ?? '';
    if (text !== undefined) lines.push(`  ${oneLine(text)}`);
    else if (isName(id)) lines.push(`  keep ${id} = ${Number(attribute(data, 'expr')) || 0}`);
  }
  for (const node of states) lines.push('', ...writeState(node, initial));
  return succeed([...lines, '}', ''].join('\n'));
}

function writeState(node: XmlNode, initial: string): string[] {
  const id = attribute(node, 'id')!;
  const children = childrenOf(node, 'state' in node ? 'state' : 'final');
  const lines = [
    `  ${id === initial ? 'start ' : ''}state ${id} {`,
    `    do ${oneLine(attribute(node, 'gorge:do') ?? 'hold')}`,
  ];
  if (attribute(node, 'gorge:be') === 'out') lines.push('    be out');
  const face = attribute(node, 'gorge:face');
  if (face !== undefined) lines.push(`    face ${oneLine(face)}`);
  for (const child of children) {
    if ('onentry' in child) lines.push(`    enter ${writeActs(childrenOf(child, 'onentry'))}`);
    else if ('onexit' in child) lines.push(`    leave ${writeActs(childrenOf(child, 'onexit'))}`);
    else if ('gorge:repeat' in child) lines.push(`    ${oneLine(attribute(child, 'text') ?? '')}`);
    else if ('transition' in child) lines.push(`    ${writeTransition(child)}`);
  }
  return [...lines, '  }'];
}

function writeTransition(node: XmlNode): string {
  const target = attribute(node, 'gorge:either')
    ? `either ${attribute(node, 'gorge:either')}`
    : (attribute(node, 'target') ?? '');
  const event = attribute(node, 'event');
  const cond = oneLine(attribute(node, 'cond') ?? '');
  // Events of other charts are heard as sounds.
  const heard = event && isName(event.replace(/\W/g, '_')) ? `hears ${event.replace(/\W/g, '_')}` : '';
  const condition = cond || heard || 'after 0 s';
  const acts = childrenOf(node, 'transition').length > 0 ? ` ${writeActs(childrenOf(node, 'transition'))}` : '';
  return `go ${target} ${condition.startsWith('after ') ? '' : 'when '}${condition}${acts}`;
}

function writeActs(nodes: readonly XmlNode[]): string {
  const acts = nodes.flatMap((node) => {
    if ('gorge:act' in node) return [oneLine(attribute(node, 'text') ?? '')];
    if ('assign' in node) return [`set ${attribute(node, 'location')} = ${attribute(node, 'expr')}`];
    if ('raise' in node) return [`shout ${(attribute(node, 'event') ?? '').replace(/\W/g, '_')} within 8 cells`];
    return [];
  });
  return `{ ${acts.join('; ')} }`;
}

/** Comments end at the end of their line, so a text of several lines loses them when it becomes one. */
function oneLine(text: string): string {
  return text
    .replace(/#[^\n]*/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}

function childrenOf(node: XmlNode, name: string): XmlNode[] {
  const value = node[name];
  return Array.isArray(value) ? (value as XmlNode[]) : [];
}

function attribute(node: XmlNode, name: string): string | undefined {
  const attributes = node[':@'] as Record<string, unknown> | undefined;
  const value = attributes?.[name];
  return value === undefined ? undefined : String(value);
}

function fault(code: FaultCode, message: string, hint: string): Diagnostic {
  return errorAt({ path: [] }, code, message, hint);
}
