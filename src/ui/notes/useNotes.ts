'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { NewNote, NotesReply } from '@/server/contracts/notes';
import { gorgeApi } from '../requests/gorgeApi';
import { notesKey } from './notesKey';

/** All notes on a game, its levels, runs, numbers and reports. */
export function useNotes(gameId: string) {
  return useQuery({ queryKey: notesKey(gameId), queryFn: () => gorgeApi.notes(gameId) });
}

/** What can be done with notes; what comes of it is shown at once. */
export function useNoteActs(gameId: string) {
  const client = useQueryClient();
  const act = useMutation({
    mutationFn: (work: () => Promise<NotesReply>) => work(),
    onSuccess: (reply) => client.setQueryData(notesKey(gameId), reply),
  });
  const run = (work: () => Promise<NotesReply>) =>
    act.mutateAsync(work).then(
      () => true,
      () => false,
    );
  return {
    error: act.error,
    isBusy: act.isPending,
    write: (note: NewNote) => run(() => gorgeApi.addNote(gameId, note)),
    answer: (note: number, text: string) => run(() => gorgeApi.answerNote(gameId, note, text)),
    /** Shown as done before the server has answered. */
    tick: async (note: number, isDone: boolean) => {
      client.setQueryData<NotesReply>(notesKey(gameId), (known) => known && withTick(known, note, isDone));
      const isKept = await run(() => gorgeApi.tickNote(gameId, note, isDone));
      if (!isKept) await client.invalidateQueries({ queryKey: notesKey(gameId) });
      return isKept;
    },
    remove: (note: number) => run(() => gorgeApi.removeNote(gameId, note)),
  };
}

function withTick({ notes }: NotesReply, id: number, isDone: boolean): NotesReply {
  const doneAt = isDone ? new Date().toISOString() : null;
  return { notes: notes.map((note) => (note.id === id ? { ...note, doneAt, doneBy: null } : note)) };
}

export type NoteActs = ReturnType<typeof useNoteActs>;
