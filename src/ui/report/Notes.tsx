'use client';

import { Button, Textarea } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import type { BatchInfo } from '@/server/contracts/batches';
import type { ReportNote, ReportNotesReply } from '@/server/contracts/reportNotes';
import { faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';
import { notesKey, useNotes } from './useNotes';
import { readPlace, sayPlaceOfReport } from './reportAddress';
import css from './report.module.css';

interface NotesProps {
  batch: BatchInfo;
  /** What is shown now, as the address says it: a new note is about that. */
  place: string;
}

/** What people wrote down about the report, each with the way to what it is about, and room for one more. */
export function Notes({ batch, place }: NotesProps) {
  const client = useQueryClient();
  const { data, error } = useNotes(batch);
  const [text, setText] = useState('');
  const keep = (reply: ReportNotesReply) => client.setQueryData(notesKey(batch), reply);
  const write = useMutation({
    mutationFn: () => gorgeApi.addNote(batch.gameId, batch.id, { text, place }),
    onSuccess: (reply) => {
      keep(reply);
      setText('');
    },
  });
  const remove = useMutation({
    mutationFn: (note: number) => gorgeApi.removeNote(batch.gameId, batch.id, note),
    onSuccess: keep,
  });
  const failure = error ?? write.error ?? remove.error;
  return (
    <section aria-label="Notes" className={css.notes}>
      <h2 className="heading">Notes{data ? ` · ${data.notes.length}` : ''}</h2>
      {data?.notes.length === 0 && (
        <p className="quiet">None yet. A note keeps what is shown while it is written: arm, filter, run and moment.</p>
      )}
      {data && data.notes.length > 0 && (
        <ul className={css.noteList}>
          {data.notes.map((note) => (
            <Note key={note.id} note={note} onRemove={() => remove.mutate(note.id)} />
          ))}
        </ul>
      )}
      <form
        className={css.noteForm}
        onSubmit={(event) => {
          event.preventDefault();
          write.mutate();
        }}
      >
        <Textarea
          aria-label="New note"
          placeholder="What you see here, and what you would change"
          autosize
          minRows={1}
          maxRows={6}
          maxLength={2000}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <Button type="submit" size="xs" variant="light" loading={write.isPending} disabled={text.trim() === ''}>
          Write it down
        </Button>
      </form>
      {failure && (
        <p role="alert" className="bad">
          {faultOf(failure).message} {faultOf(failure).hint}
        </p>
      )}
    </section>
  );
}

function Note({ note: { text, place, writtenAt }, onRemove }: { note: ReportNote; onRemove: () => void }) {
  return (
    <li>
      <span className={css.noteText}>{text}</span>
      <span className="quiet small">
        <Link href={`?${place}`} scroll={false}>
          {sayPlaceOfReport(readPlace(new URLSearchParams(place)))}
        </Link>
        , {new Date(writtenAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}{' '}
        <button
          type="button"
          className="act"
          aria-label={`Take away the note: ${text.slice(0, 40)}`}
          onClick={onRemove}
        >
          Take away
        </button>
      </span>
    </li>
  );
}
