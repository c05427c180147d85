'use client';

import { modals } from '@mantine/modals';
import { CUE_WORDS, describeParameter, VOCABULARY, type CueWord, type VocabularyEntry } from '@/core/index';
import css from './desk.module.css';

/** A word of the language as the palette lists it. */
export interface PaletteWord {
  id: string;
  label: string;
  description: string;
  open: () => void;
}

const PLACE: Record<VocabularyEntry['role'], string> = {
  motion: 'behind “do”',
  condition: 'behind “when”',
  act: 'in the braces of “enter”, “leave”, “repeat” or “go”',
  facing: 'in a state, or as an act',
};

/** Every word of behaviors, cues and rules, from the same entries as completion, hover and the reference page. */
export const PALETTE_WORDS: readonly PaletteWord[] = [
  ...VOCABULARY.map((entry) => ({
    id: `word ${entry.role} ${entry.operation}`,
    label: `${entry.words.join(' ')} (${entry.role})`,
    description: entry.meaning,
    open: () => openWord(entry.words.join(' '), entry.meaning, PLACE[entry.role], entry.example, clausesOf(entry)),
  })),
  ...CUE_WORDS.map((entry) => ({
    id: `word ${entry.inside.join(' ')} ${entry.word}`,
    label: `${entry.word} (${entry.inside.join(', ')})`,
    description: entry.meaning,
    open: () => openWord(entry.word, entry.meaning, placeOf(entry), entry.example, [`${entry.word} ${entry.form}`]),
  })),
];

function placeOf({ inside }: CueWord): string {
  return `begins a line of ${inside.join(', ')}`;
}

function clausesOf({ parameters }: VocabularyEntry): string[] {
  return parameters.map((parameter) => {
    if (parameter.type !== 'choice') return [...parameter.words, '…: ', describeParameter(parameter)].join(' ');
    return parameter.options.map(({ words, meaning }) => `${words.join(' ')}: ${meaning}`).join('; ');
  });
}

function openWord(word: string, meaning: string, place: string, example: string, clauses: readonly string[]): void {
  modals.open({
    title: <b className="mono">{word}</b>,
    children: (
      <>
        <p className={css.first}>{meaning}</p>
        <p className="quiet">It stands {place}.</p>
        {clauses.length > 0 && (
          <ul className={css.wordList}>
            {clauses.map((clause) => (
              <li key={clause}>{clause}</li>
            ))}
          </ul>
        )}
        <pre className={`mono plate ${css.wordText}`}>{example}</pre>
      </>
    ),
  });
}
