import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import { HighlightStyle, indentService, LanguageSupport, LRLanguage, syntaxHighlighting } from '@codemirror/language';
import { linter, type Diagnostic as EditorDiagnostic } from '@codemirror/lint';
import { StateEffect, StateField, type Extension } from '@codemirror/state';
import {
  Decoration,
  EditorView,
  hoverTooltip,
  keymap,
  MatchDecorator,
  ViewPlugin,
  type DecorationSet,
  type Tooltip,
  type ViewUpdate,
} from '@codemirror/view';
import { styleTags, tags } from '@lezer/highlight';
import {
  completeAt,
  completeCueAt,
  CUE_WORDS,
  cueMeaningAt,
  meaningAt,
  openBraces,
  outlineScript,
  quickFix,
  scriptParser,
  type CompletionPlace,
  type CueNames,
  type Diagnostic,
  type GameNames,
  type Proposal,
} from '@/core/index';

const language = LRLanguage.define({
  parser: scriptParser.configure({
    props: [
      styleTags({
        Keyword: tags.keyword,
        CueKeyword: tags.keyword,
        // Inside a cue these are words like all others; what begins a line is marked below.
        'CueBlock/Keyword CueBlock/Start CueBlock/CueKeyword': tags.name,
        Memory: tags.keyword,
        Equals: tags.operator,
        Start: tags.keyword,
        Number: tags.number,
        RateUnit: tags.unit,
        Percent: tags.unit,
        Comment: tags.comment,
        Symbol: tags.operator,
        Word: tags.name,
      }),
    ],
  }),
  languageData: { commentTokens: { line: '#' }, closeBrackets: { brackets: ['{', '('] }, indentOnInput: /^\s*\}$/ },
});

/** A new line begins under the brace that is open there, as the formatter would put it. */
const indentation = indentService.of((context, at) => {
  const depth = openBraces(context.state.sliceDoc(0, at));
  const closesFirst = /^\s*\}/.test(context.textAfterPos(at));
  return Math.max(0, depth - (closesFirst ? 1 : 0)) * 2;
});

const colours = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--river-deep)', fontWeight: '600' },
  { tag: tags.number, color: 'var(--clay)' },
  { tag: tags.unit, color: 'var(--ochre)' },
  { tag: tags.comment, color: 'var(--dim)', fontStyle: 'italic' },
  { tag: tags.operator, color: 'var(--dim)' },
  { tag: tags.name, color: 'var(--ink)' },
]);

/** What an editor asks of the game that its script is part of. */
export interface ScriptSurroundings {
  names: () => GameNames;
  /** The faults of the text as it stands. */
  faults: () => Diagnostic[];
}

/** The same check as everywhere else, as squiggles with their quick fixes. */
function squiggles({ faults }: Pick<ScriptSurroundings, 'faults'>): Extension {
  return linter(
    (view) => {
      const text = view.state.doc.toString();
      return faults().map((fault): EditorDiagnostic => {
        const from = Math.min(fault.where.span?.from ?? 0, text.length);
        const fix = quickFix(text, fault);
        return {
          from,
          to: Math.min(text.length, Math.max(fault.where.span?.to ?? 0, from)),
          severity: fault.severity,
          message: `${fault.message}\n${fault.hint}`,
          actions: fix ? [{ name: fix.title, apply: (editor) => editor.dispatch({ changes: fix.edits }) }] : [],
        };
      });
    },
    { delay: 120 },
  );
}

const ICONS: Record<string, string> = {
  motion: 'function',
  condition: 'property',
  act: 'function',
  state: 'class',
  knob: 'variable',
  kept: 'variable',
  reading: 'constant',
  unit: 'unit',
  target: 'variable',
};

/** Proposes only what may stand at the caret. */
export function completeScript({ names }: Pick<ScriptSurroundings, 'names'>) {
  return completeBy((text, place) => completeAt(text, place, names()));
}

function completeBy(find: (text: string, place: number) => CompletionPlace) {
  return (context: CompletionContext): CompletionResult | null => {
    const text = context.state.doc.toString();
    const { from, proposals } = find(text, context.pos);
    if (!context.explicit && !isWanted(text, from, context.pos, proposals)) return null;
    if (proposals.length === 0) return null;
    const options = proposals.map(({ text: label, what, meaning }, index): Completion => ({
      label,
      detail: what,
      info: meaning || undefined,
      type: ICONS[what] ?? 'keyword',
      // In the order of the table, not of the alphabet.
      boost: Math.max(-90, -index),
    }));
    return { from, options, validFor: /^[\w-]*$/ };
  };
}

/**
 * Whether proposals come up unasked: while a word is being written that is not yet whole, and behind a space where
 * something must follow. Elsewhere they would take the Enter that ends a line.
 */
function isWanted(text: string, from: number, place: number, proposals: readonly Proposal[]): boolean {
  const word = text.slice(from, place);
  if (word !== '') return !proposals.some((proposal) => proposal.text === word);
  return text[place - 1] === ' ' && !proposals.some(({ what }) => what === 'statement');
}

/** What a word means, when the pointer rests on it. */
const meaningsBy = (find: typeof meaningAt) =>
  hoverTooltip((view, place): Tooltip | null => {
    const found = find(view.state.doc.toString(), place);
    if (!found) return null;
    return {
      pos: found.from,
      end: found.to,
      create: () => {
        const dom = document.createElement('div');
        dom.style.cssText = 'padding: 6px 9px; max-width: 340px';
        dom.textContent = found.meaning;
        return { dom };
      },
    };
  });

/** Which lines the proving ground is at: the state, and the transitions that hold. */
export const setLiveLines = StateEffect.define<{ from: number; holds: boolean }[]>();

const liveLines = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update: (decorations, transaction) => {
    let next = decorations.map(transaction.changes);
    for (const effect of transaction.effects) {
      if (!effect.is(setLiveLines)) continue;
      const lines = effect.value
        .filter(({ from }) => from <= transaction.state.doc.length)
        .map(({ from, holds }) => ({ line: transaction.state.doc.lineAt(from).from, holds }));
      const sorted = lines
        .sort((a, b) => a.line - b.line)
        .filter(({ line }, index) => index === 0 || lines[index - 1].line !== line);
      next = Decoration.set(
        sorted.map(({ line, holds }) => Decoration.line({ class: holds ? 'live-holds' : 'live-state' }).range(line)),
      );
    }
    return next;
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** The place where a state or knob is declared that is named at a place of a text. */
export function declarationOf(text: string, place: number): number | undefined {
  const before = /[a-zA-Z_]\w*$/.exec(text.slice(0, place))?.[0] ?? '';
  const after = /^\w*/.exec(text.slice(place))![0];
  const outline = outlineScript(text);
  if (!outline || before + after === '') return undefined;
  const name = before + after;
  const state = outline.states.find((candidate) => candidate.name === name);
  const other = [...outline.knobs, ...outline.memory].find((candidate) => candidate.name === name);
  return state?.nameSpan.from ?? other?.span.from;
}

/** F12, or a click with Ctrl held, goes to where a state or knob is declared. */
function goToDeclaration(view: EditorView, place: number): boolean {
  const target = declarationOf(view.state.doc.toString(), place);
  if (target === undefined) return false;
  view.dispatch({ selection: { anchor: target }, scrollIntoView: true });
  return true;
}

const jumps = [
  keymap.of([{ key: 'F12', run: (view) => goToDeclaration(view, view.state.selection.main.head) }]),
  EditorView.domEventHandlers({
    mousedown: (event, view) => {
      const place = event.ctrlKey || event.metaKey ? view.posAtCoords({ x: event.clientX, y: event.clientY }) : null;
      return place !== null && goToDeclaration(view, place);
    },
  }),
];

/** Everything that makes a plain editor one for behaviors. */
export function scriptLanguage(surroundings: ScriptSurroundings): LanguageSupport {
  return new LanguageSupport(language, [
    syntaxHighlighting(colours),
    language.data.of({ autocomplete: completeScript(surroundings) }),
    squiggles(surroundings),
    meaningsBy(meaningAt),
    liveLines,
    indentation,
    ...jumps,
  ]);
}

const CUE_LINE_WORDS = new Set(CUE_WORDS.map(({ word }) => word));

const lineWordMarks = new MatchDecorator({
  regexp: /(?:^|[{;])\s*([a-z]+)\b/g,
  decorate: (add, _, to, [, word]) => {
    if (CUE_LINE_WORDS.has(word)) add(to - word.length, to, Decoration.mark({ class: 'cue-word' }));
  },
});

/** Words that begin a line of a cue look like the keywords they are. */
const lineWords = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = lineWordMarks.createDeco(view);
    }
    update(update: ViewUpdate) {
      this.decorations = lineWordMarks.updateDeco(update, this.decorations);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

/** As {@link scriptLanguage}, for the cues and rules of a level. */
export function cueLanguage(surroundings: { names: () => CueNames; faults: () => Diagnostic[] }): LanguageSupport {
  return new LanguageSupport(language, [
    syntaxHighlighting(colours),
    language.data.of({ autocomplete: completeBy((text, place) => completeCueAt(text, place, surroundings.names())) }),
    squiggles(surroundings),
    meaningsBy(cueMeaningAt),
    lineWords,
    indentation,
  ]);
}
