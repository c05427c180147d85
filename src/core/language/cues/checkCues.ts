import type { Diagnostic } from '../../foundation/diagnostic';
import { readKnob } from '../check/knobs';
import { FaultList } from '../check/faultList';
import { noteMisplaced } from '../check/misplaced';
import { noteBrokenPlaces } from '../check/brokenPlaces';
import type { KnobDefinition } from '../checkedBehavior';
import { parseScript, type StatementSyntax } from '../syntax/parseScript';
import type { CheckedCues, RulesDefinition } from './checkedCues';
import type { CueNames, CueScope } from './cueConditions';
import { readRules } from './readRules';
import { readSpawner } from './readSpawner';
import { readWaves } from './readWaves';
import { isWordOf } from './cueLines';
import { COURSE_NUMBERS, RULE_READINGS, type CueBlock } from './cueWords';

export interface CueVerdict {
  /** Undefined when there are errors. */
  checked: CheckedCues | undefined;
  diagnostics: Diagnostic[];
}

/**
 * Checks the cues and rules of a level. Goes on after a fault; every fault has the exact stretch of text. `path` is where
 * the lines stand in the document.
 */
export function checkCues(text: string, path: (string | number)[], known: Omit<CueNames, 'cues'>): CueVerdict {
  const faults = new FaultList(path);
  const syntax = parseScript(text);
  if (syntax.excess) faults.excess(syntax.excess);
  noteBrokenPlaces(syntax, faults);
  const blocks = syntax.statements.filter((statement) => {
    if (isCue(statement.keyword)) return true;
    noteMisplaced(statement, 'The cues of a level', ['spawner', 'waves', 'rules'], faults);
    return false;
  });
  const names: CueNames = {
    ...known,
    cues: blocks.flatMap(({ keyword, tokens }) => (keyword !== 'rules' && tokens[0] ? [tokens[0].text] : [])),
  };
  const checked: CheckedCues = { knobs: [], cues: [], rules: undefined };
  for (const block of blocks) new CueReader(block, names, faults, checked).read();
  const isSound = !faults.diagnostics.some(({ severity }) => severity === 'error');
  return {
    checked: isSound ? checked : undefined,
    diagnostics: faults.diagnostics.sort((a, b) => a.where.span!.from - b.where.span!.from),
  };
}

function isCue(keyword: string): keyword is 'spawner' | 'waves' | 'rules' {
  return keyword === 'spawner' || keyword === 'waves' || keyword === 'rules';
}

/** Reads one block: its name, its knobs, then line by line. */
class CueReader {
  private readonly knobs = new Map<string, KnobDefinition>();
  private readonly scope: CueScope;
  private readonly name: string;

  constructor(
    private readonly block: StatementSyntax,
    names: CueNames,
    private readonly faults: FaultList,
    private readonly checked: CheckedCues,
  ) {
    this.scope = {
      knobs: this.knobs,
      readKnobs: new Set(Object.keys(COURSE_NUMBERS)),
      memory: new Map(),
      tableNumbers: Object.keys(COURSE_NUMBERS),
      readMemory: new Set(),
      readings: RULE_READINGS,
      faults,
      names,
    };
    this.name = block.keyword === 'rules' ? 'rules' : this.readCueName(names);
    // Numbers of the course are known before any run, as knobs are.
    for (const name of Object.keys(COURSE_NUMBERS))
      this.knobs.set(name, { ...COURSE_KNOB, name, span: block.keywordSpan });
  }

  read(): void {
    const { block, faults, scope, checked } = this;
    const lines = block.block?.statements ?? [];
    if (!block.block)
      faults.error(block.span, 'block-missing', `\`${block.keyword}\` needs braces.`, 'Add `{ … }` behind it.');
    for (const line of lines) if (line.keyword === 'knob') this.addKnob(line);
    const own = lines.filter((line) => line.keyword !== 'knob' && this.isKnown(line));
    for (const line of own) {
      if (REPEATED_WORDS.has(line.keyword) || own.find(({ keyword }) => keyword === line.keyword) === line) continue;
      faults.error(line.keywordSpan, 'line-twice', `\`${line.keyword}\` stands here twice.`, 'Keep one of the two.');
    }
    if (block.keyword === 'spawner') {
      const spawner = readSpawner(this.name, block, own, scope);
      if (spawner) checked.cues.push({ type: 'spawner', spawner });
    } else if (block.keyword === 'waves') {
      const waves = readWaves(this.name, block, own, scope);
      if (waves) checked.cues.push({ type: 'waves', waves });
    } else this.addRules(readRules(block, own, scope));
    for (const knob of this.knobs.values()) {
      if (knob.name in COURSE_NUMBERS) continue;
      checked.knobs.push({ cue: this.name, knob });
      if (!scope.readKnobs.has(knob.name))
        faults.warning(
          knob.span,
          'knob-unread',
          `Nothing reads the knob \`${knob.name}\`; turning it changes nothing.`,
          'Use it in a line, or remove it.',
        );
    }
  }

  private addRules(rules: RulesDefinition): void {
    if (this.checked.rules)
      this.faults.error(this.block.keywordSpan, 'rules-twice', 'A level has one `rules`.', 'Write them together.');
    this.checked.rules ??= rules;
  }

  private readCueName(names: CueNames): string {
    const [name, extra] = this.block.tokens;
    if (name?.type !== 'word') {
      this.faults.error(
        name?.span ?? this.block.keywordSpan,
        'name-missing',
        `This ${this.block.keyword} has no name.`,
        `Write \`${this.block.keyword} NAME {\`.`,
      );
      return '';
    }
    if (extra)
      this.faults.error(
        extra.span,
        'unexpected-word',
        `\`${extra.text}\` is not expected behind the name.`,
        'Names are one word; use `_` inside them.',
      );
    if (names.cues.filter((other) => other === name.text).length > 1)
      this.faults.error(name.span, 'cue-twice', `There are two cues \`${name.text}\`.`, 'Rename one of them.');
    return name.text;
  }

  private addKnob(line: StatementSyntax): void {
    const knob = readKnob(line, this.scope);
    if (!knob) return;
    if (this.knobs.has(knob.name))
      this.faults.error(knob.span, 'knob-twice', `There are two knobs \`${knob.name}\`.`, 'Rename one of them.');
    else this.knobs.set(knob.name, knob);
  }

  private isKnown(line: StatementSyntax): boolean {
    return isWordOf(this.block.keyword as CueBlock, line, this.faults);
  }
}

/** Words that may begin several lines of a block. */
const REPEATED_WORDS = new Set(['wave', 'supply', 'score', 'win', 'lose', 'retire']);

const COURSE_KNOB: Omit<KnobDefinition, 'span' | 'name'> = {
  dimension: 'number',
  unit: undefined,
  value: 1,
  low: 1,
  high: 100,
};
