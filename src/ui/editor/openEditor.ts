import {
  autocompletion,
  closeBrackets,
  closeBracketsKeymap,
  closeCompletion,
  completionKeymap,
  currentCompletions,
  type Completion,
} from '@codemirror/autocomplete';
import { defaultKeymap, insertNewlineAndIndent } from '@codemirror/commands';
import { bracketMatching, indentOnInput, type LanguageSupport } from '@codemirror/language';
import { lintGutter, lintKeymap } from '@codemirror/lint';
import { searchKeymap } from '@codemirror/search';
import { EditorState, Prec, type Extension } from '@codemirror/state';
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view';
import type { GameDocument } from '@/core/index';
import type { DeskSession } from './deskSession';

/** A text of the game that is edited: the script of a behavior, or the cues of a level. */
export interface TextSource {
  /** Name of the editor for who cannot see it. */
  label: string;
  /** Name of the step that undo takes back. */
  change: string;
  read: (game: GameDocument) => string;
  write: (draft: GameDocument, text: string) => void;
  language: LanguageSupport;
}

/** Typing that rests for this long becomes one step back. */
const TYPING_REST_MS = 700;

/** Enter ends the line where what is offered stands there already, whichever of it is marked. */
function endLine(view: EditorView): boolean {
  const { head } = view.state.selection.main;
  const isWritten = ({ apply, label }: Completion) => {
    const written = typeof apply === 'string' ? apply : label;
    const before = view.state.sliceDoc(Math.max(0, head - written.length - 1), head);
    return before.endsWith(written) && !/^\w/.test(before.slice(0, -written.length));
  };
  if (!currentCompletions(view.state).some(isWritten)) return false;
  closeCompletion(view);
  return insertNewlineAndIndent(view);
}

/** Escape twice, with nothing to close, leaves the text; Tab goes on to what comes next on the page anyway. */
function leaveByEscape(): Extension {
  let isSecond = false;
  const leave = (view: EditorView) => {
    if (isSecond) view.contentDOM.blur();
    isSecond = !isSecond;
    return true;
  };
  return [
    Prec.lowest(keymap.of([{ key: 'Escape', run: leave }])),
    EditorView.domEventHandlers({
      keydown: ({ key }) => {
        if (key !== 'Escape') isSecond = false;
        return false;
      },
    }),
  ];
}

const USUAL_EXTENSIONS: readonly Extension[] = [
  lineNumbers(),
  lintGutter(),
  drawSelection(),
  EditorView.lineWrapping,
  highlightActiveLine(),
  indentOnInput(),
  bracketMatching(),
  closeBrackets(),
  Prec.highest(keymap.of([{ key: 'Enter', run: endLine }])),
  // A list that comes up is meant at once; it never comes up where Enter ends a line.
  autocompletion({ interactionDelay: 0 }),
  keymap.of([...closeBracketsKeymap, ...defaultKeymap, ...searchKeymap, ...completionKeymap, ...lintKeymap]),
  leaveByEscape(),
];

/** Ties an editor to a text in the session, both ways; gives the function that unties it. */
export function openEditor(
  parent: HTMLElement,
  session: DeskSession,
  source: TextSource,
  onWord: (word: string) => void,
): { editor: EditorView; close: () => void } {
  let rest: ReturnType<typeof setTimeout> | undefined;
  let isTakingOver = false;
  const endTyping = () => {
    clearTimeout(rest);
    session.finishGesture(source.change);
  };
  const editor = new EditorView({
    parent,
    state: EditorState.create({
      doc: source.read(session.state.game),
      extensions: [
        ...USUAL_EXTENSIONS,
        source.language,
        EditorView.contentAttributes.of({ 'aria-label': source.label, tabindex: '0' }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged || update.selectionSet) onWord(wordAt(update.state));
          if (!update.docChanged || isTakingOver) return;
          const text = update.state.doc.toString();
          session.type(source.change, (draft) => source.write(draft, text));
          clearTimeout(rest);
          rest = setTimeout(endTyping, TYPING_REST_MS);
        }),
        EditorView.domEventHandlers({ blur: endTyping }),
      ],
    }),
  });
  const end = session.store.subscribe((state, before) => {
    if (state.game === before.game) return;
    const text = source.read(state.game);
    if (text === editor.state.doc.toString()) return;
    isTakingOver = true;
    editor.dispatch({ changes: smallestChange(editor.state.doc.toString(), text) });
    isTakingOver = false;
  });
  editor.focus();
  const close = () => {
    endTyping();
    end();
    editor.destroy();
  };
  return { editor, close };
}

/** The word on which the caret is. */
function wordAt(state: EditorState): string {
  const { head } = state.selection.main;
  const range = state.wordAt(head);
  return range ? state.sliceDoc(range.from, range.to) : '';
}

/** The one stretch in which two texts differ, so that the caret stays where it can. */
function smallestChange(before: string, after: string): { from: number; to: number; insert: string } {
  let from = 0;
  while (from < before.length && from < after.length && before[from] === after[from]) from++;
  let end = 0;
  while (
    end < before.length - from &&
    end < after.length - from &&
    before[before.length - 1 - end] === after[after.length - 1 - end]
  )
    end++;
  return { from, to: before.length - end, insert: after.slice(from, after.length - end) };
}
