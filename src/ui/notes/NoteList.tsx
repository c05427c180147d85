'use client';

import { ActionIcon, Checkbox } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useState, type ReactNode } from 'react';
import type { Note } from '@/server/contracts/notes';
import { faultOf } from '../requests/api';
import { NoteForm } from './NoteForm';
import { sayWritten } from './noteWords';
import css from './notes.module.css';
import type { NoteActs } from './useNotes';

interface NoteListProps {
  notes: readonly Note[];
  acts: NoteActs;
  /** What a note is about, as the way there. */
  way: (note: Note) => ReactNode;
}

/** Notes with their answers; each can be answered, ticked off and taken away. */
export function NoteList({ notes, acts, way }: NoteListProps) {
  return (
    <>
      <ul className={css.list}>
        {notes.map((note) => (
          <OneNote key={note.id} note={note} acts={acts} way={way(note)} />
        ))}
      </ul>
      {acts.error && (
        <p role="alert" className="bad">
          {faultOf(acts.error).message} {faultOf(acts.error).hint}
        </p>
      )}
    </>
  );
}

function OneNote({ note, acts, way }: { note: Note; acts: NoteActs; way: ReactNode }) {
  const { id, text, answers, doneAt, doneBy } = note;
  const [isAnswering, setIsAnswering] = useState(false);
  const begin = text.slice(0, 40);
  return (
    <li data-done={doneAt !== null || undefined} data-testid="note">
      <div className={css.head}>
        <Checkbox
          size="xs"
          aria-label={`Done: ${begin}`}
          title={doneAt === null ? 'Tick it off' : 'Open it again'}
          checked={doneAt !== null}
          onChange={(event) => void acts.tick(id, event.currentTarget.checked)}
        />
        <span className={css.text}>{text}</span>
        <TakeAway what={`the note: ${begin}`} onTake={() => void acts.remove(id)} />
      </div>
      <span className={`quiet small ${css.about}`}>
        {way}, {sayWritten(note)}
        {doneAt !== null && ` · done by ${doneBy ?? 'somebody'}`}
      </span>
      {answers.length > 0 && (
        <ul className={css.answers}>
          {answers.map((answer) => (
            <li key={answer.id}>
              <div className={css.head}>
                <span className={css.text}>{answer.text}</span>
                <TakeAway what={`the answer: ${answer.text.slice(0, 40)}`} onTake={() => void acts.remove(answer.id)} />
              </div>
              <span className="quiet small">{sayWritten(answer)}</span>
            </li>
          ))}
        </ul>
      )}
      {isAnswering ? (
        <NoteForm
          label={`Answer to: ${begin}`}
          placeholder="Your answer"
          act="Answer"
          isBusy={acts.isBusy}
          isAtHand
          onWrite={async (answer) => {
            const isWritten = await acts.answer(id, answer);
            if (isWritten) setIsAnswering(false);
            return isWritten;
          }}
        />
      ) : (
        <button type="button" className={`act small ${css.answer}`} onClick={() => setIsAnswering(true)}>
          Answer
        </button>
      )}
    </li>
  );
}

function TakeAway({ what, onTake }: { what: string; onTake: () => void }) {
  return (
    <ActionIcon
      size="xs"
      variant="subtle"
      color="gray"
      aria-label={`Take away ${what}`}
      title="Take it away"
      onClick={onTake}
    >
      <IconX size={12} />
    </ActionIcon>
  );
}
