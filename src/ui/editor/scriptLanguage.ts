import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import { HighlightStyle, LanguageSupport, LRLanguage, syntaxHighlighting } from '@codemirror/language';
import { linter, type Diagnostic as EditorDiagnostic } from '@codemirror/lint';
import { hoverTooltip, type Tooltip } from '@codemirror/view';
import { styleTags, tags } from '@lezer/highlight';
import {
  checkScript,
  JOINING_WORDS,
  scriptParser,
  STATEMENT_WORDS,
  TARGETS,
  UNIT_NAMES,
  VOCABULARY,
  type ClauseParameter,
} from '@/core/index';

const language = LRLanguage.define({
  parser: scriptParser.configure({
    props: [
      styleTags({
        Keyword: tags.keyword,
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
  languageData: { commentTokens: { line: '#' }, closeBrackets: { brackets: ['{', '('] } },
});

const colours = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--river)', fontWeight: '600' },
  { tag: tags.number, color: 'var(--clay)' },
  { tag: tags.unit, color: 'var(--ochre)' },
  { tag: tags.comment, color: 'var(--dim)', fontStyle: 'italic' },
  { tag: tags.operator, color: 'var(--dim)' },
  { tag: tags.name, color: 'var(--ink)' },
]);

/** The same check as everywhere else, as squiggles. */
const squiggles = linter(
  (view) => {
    const text = view.state.doc.toString();
    return checkScript(text, []).diagnostics.map(({ where, severity, message, hint }): EditorDiagnostic => {
      const from = Math.min(where.span?.from ?? 0, text.length);
      return {
        from,
        to: Math.min(text.length, Math.max(where.span?.to ?? 0, from)),
        severity,
        message: `${message}\n${hint}`,
      };
    });
  },
  { delay: 120 },
);

const COMPLETIONS: Completion[] = [
  ...VOCABULARY.map((entry): Completion => ({
    label: entry.words.join(' '),
    type: entry.role === 'motion' ? 'function' : 'property',
    detail: entry.role,
    info: `${entry.meaning} As in: ${entry.example}`,
  })),
  ...Object.entries(STATEMENT_WORDS).map(([label, { meaning }]): Completion => ({
    label,
    type: 'keyword',
    info: meaning,
  })),
  ...JOINING_WORDS.map((label): Completion => ({ label, type: 'keyword' })),
  ...TARGETS.map((label): Completion => ({ label, type: 'variable', detail: 'target' })),
  ...UNIT_NAMES.map((label): Completion => ({ label, type: 'unit', detail: 'unit' })),
];

/** Proposes words of the language, and the knobs and states of this script. */
export function completeScript(context: CompletionContext): CompletionResult | null {
  const word = context.matchBefore(/[a-zA-Z_][\w]*/);
  if (!word && !context.explicit) return null;
  const text = context.state.doc.toString();
  const own = [...text.matchAll(/\b(knob|state)\s+([a-zA-Z_]\w*)/g)].map(([, what, name]): Completion => ({
    label: name,
    type: 'variable',
    detail: what,
  }));
  return { from: word?.from ?? context.pos, options: [...own, ...COMPLETIONS], validFor: /^\w*$/ };
}

/** What a word means, when the pointer rests on it. */
const meanings = hoverTooltip((view, place): Tooltip | null => {
  const line = view.state.doc.lineAt(place);
  const words = [...line.text.matchAll(/[a-zA-Z_]\w*/g)];
  const word = words.find(
    (match) => line.from + match.index <= place && place <= line.from + match.index + match[0].length,
  );
  if (!word) return null;
  const entry = VOCABULARY.find(
    (candidate) => candidate.words.includes(word[0]) && line.text.includes(candidate.words.join(' ')),
  );
  const clause = VOCABULARY.flatMap((candidate) => candidate.parameters).find(
    (parameter): parameter is ClauseParameter => parameter.type === 'quantity' && parameter.words.includes(word[0]),
  );
  const meaning = STATEMENT_WORDS[word[0]]?.meaning ?? entry?.meaning ?? clause?.meaning;
  if (!meaning) return null;
  return {
    pos: line.from + word.index,
    end: line.from + word.index + word[0].length,
    create: () => {
      const dom = document.createElement('div');
      dom.style.cssText = 'padding: 6px 9px; max-width: 340px';
      dom.textContent = clause && !entry ? `${word[0]}: ${meaning} (${clause.dimension})` : meaning;
      return { dom };
    },
  };
});

/** Everything that makes a plain editor one for behaviors. */
export function scriptLanguage(): LanguageSupport {
  return new LanguageSupport(language, [
    syntaxHighlighting(colours),
    language.data.of({ autocomplete: completeScript }),
    squiggles,
    meanings,
  ]);
}
