'use client';

import { PageLink } from '../frame/PageLink';
import type { BatchInfo } from '@/server/contracts/batches';
import type { Note } from '@/server/contracts/notes';
import { NoteForm } from '../notes/NoteForm';
import { NoteList } from '../notes/NoteList';
import { useNoteActs } from '../notes/useNotes';
import { faultOf } from '../requests/api';
import { placeOfNote, readPlace, sayPlaceOfReport } from './reportAddress';
import { useBatchNotes } from './useBatchNotes';
import css from './report.module.css';

interface NotesProps {
  batch: BatchInfo;
  /** What is shown now, as the address says it: a new note is about that. */
  place: string;
}

/** What people wrote down about the report, each with the way to what it is about, and room for one more. */
export function Notes({ batch, place }: NotesProps) {
  const { notes, error } = useBatchNotes(batch);
  const acts = useNoteActs(batch.gameId);
  const open = notes?.filter(({ doneAt }) => doneAt === null).length;
  return (
    <section aria-label="Notes" className={css.notes}>
      <h2 className="heading">Notes{open === undefined ? '' : ` · ${open} open`}</h2>
      {notes?.length === 0 && (
        <p className="quiet">None yet. A note keeps what is shown while it is written: arm, filter, run and moment.</p>
      )}
      {notes && <NoteList notes={notes} acts={acts} way={wayTo} />}
      {error !== null && (
        <p role="alert" className="bad">
          {faultOf(error).message} {faultOf(error).hint}
        </p>
      )}
      <NoteForm
        label="New note"
        placeholder="What you see here, and what you would change"
        act="Write it down"
        isBusy={acts.isBusy}
        onWrite={(text) => acts.write({ text, about: { type: 'report', batchId: batch.id, place } })}
      />
    </section>
  );
}

function wayTo(note: Note) {
  const place = placeOfNote(note);
  return (
    <PageLink href={`?${place}`} scroll={false}>
      {sayPlaceOfReport(readPlace(new URLSearchParams(place)))}
    </PageLink>
  );
}
