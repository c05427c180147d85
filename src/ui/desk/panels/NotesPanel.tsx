'use client';

import { NativeSelect, SegmentedControl } from '@mantine/core';
import { PageLink } from '../../frame/PageLink';
import { useState } from 'react';
import { figuresOf, type GameDocument } from '@/core/index';
import type { Note, NoteAbout } from '@/server/contracts/notes';
import { sayRow } from '../../editor/visits';
import { Failed, Loading } from '../../frame/States';
import { NoteForm } from '../../notes/NoteForm';
import { NoteList } from '../../notes/NoteList';
import { addressOfNote, placeOfEntry, sayAbout, sortNotes } from '../../notes/noteWords';
import noteCss from '../../notes/notes.module.css';
import { useNoteActs, useNotes } from '../../notes/useNotes';
import { numbersToTurn } from '../../tune/numbersToTurn';
import { useDesk, useFollowed, type Desk } from '../DeskContext';
import { useLevelNames } from '../useLevelNames';
import { SidePanel } from './SidePanel';

interface NotesPanelProps {
  /** A place in the arena for the note that is to be written, cells. */
  at: readonly [number, number] | undefined;
  onClose: () => void;
}

/** What people wrote about this level, a place, a run or a number of it; answered and ticked off here. */
export function NotesPanel({ at, onClose }: NotesPanelProps) {
  const desk = useDesk();
  const { game, levelId } = useFollowed(desk.session, (state) => state);
  const { data, error, refetch } = useNotes(game.id);
  const acts = useNoteActs(game.id);
  const [showsDone, setShowsDone] = useState(false);
  const { here, elsewhere } = sortNotes(data?.notes ?? [], levelId);
  const isOpen = ({ doneAt }: Note) => doneAt === null;
  const shown = showsDone ? here : here.filter(isOpen);
  const openElsewhere = elsewhere.filter(isOpen);
  return (
    <SidePanel title="Notes" note="of this level" onClose={onClose}>
      <NewNote key={at?.join()} at={at} isBusy={acts.isBusy} onWrite={acts.write} />
      {error && !data ? (
        <Failed error={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="the notes" />
      ) : (
        <>
          <div className={noteCss.open}>
            <b>{here.filter(isOpen).length} open</b>
            {here.some((note) => !isOpen(note)) && (
              <button type="button" className="act" onClick={() => setShowsDone(!showsDone)}>
                {showsDone ? 'Hide those that are done' : `Show ${here.filter((note) => !isOpen(note)).length} done`}
              </button>
            )}
          </div>
          {here.length === 0 && (
            <p className="quiet">
              None yet. Write what you saw, and what it is about: the level, what is selected, the run that is shown, or
              a number. M over the arena notes the place under the pointer.
            </p>
          )}
          <NoteList notes={shown} acts={acts} way={(note) => <WayOnDesk about={note.about} />} />
          {openElsewhere.length > 0 && (
            <details>
              <summary className="quiet">{openElsewhere.length} open on other levels and reports</summary>
              <NoteList
                notes={openElsewhere}
                acts={acts}
                way={({ about }) => (
                  <PageLink href={addressOfNote(game.id, about)}>
                    {sayElsewhere(about, game)}
                    {sayAbout(about, game)}
                  </PageLink>
                )}
              />
            </details>
          )}
        </>
      )}
    </SidePanel>
  );
}

function sayElsewhere(about: NoteAbout, game: GameDocument): string {
  if (about.type === 'report') return '';
  return `${game.levels.find(({ id }) => id === about.levelId)?.name ?? about.levelId}: `;
}

/** What a note is about; a click selects it, or shows the run at its moment. */
function WayOnDesk({ about }: { about: NoteAbout }) {
  const desk = useDesk();
  const game = useFollowed(desk.session, (state) => state.game);
  const said = sayAbout(about, game);
  const show = waysOn(desk, about);
  return show ? (
    <button type="button" className="act" onClick={show}>
      {said}
    </button>
  ) : (
    <span>{said}</span>
  );
}

function waysOn({ session, reading, playback, view }: Desk, about: NoteAbout): (() => void) | undefined {
  if (about.type === 'run')
    return () =>
      void reading
        .showSample(about.seed)
        .then(() => playback.seek(about.atSeconds * playback.store.getState().ticksPerSecond));
  if (about.type !== 'place') return undefined;
  const { entry, at } = about;
  if (entry === undefined)
    return () => {
      view.show(at[0], at[1]);
      session.setCursor({ column: Math.floor(at[0]), row: Math.floor(at[1]) });
    };
  const isThere = [...session.level.pieces, ...session.level.marks].some(({ id }) => id === entry);
  return isThere ? () => session.select([entry]) : undefined;
}

interface NewNoteProps {
  at: readonly [number, number] | undefined;
  isBusy: boolean;
  onWrite: (note: { text: string; about: NoteAbout }) => Promise<boolean>;
}

type Choice = 'level' | 'selected' | 'place' | 'run' | 'number';

/** A new note, about what is at hand. */
function NewNote({ at, isBusy, onWrite }: NewNoteProps) {
  const desk = useDesk();
  const names = useLevelNames();
  const numbers = useNumbers();
  const levelId = useFollowed(desk.session, (state) => state.levelId);
  const selected = useSelected(desk);
  const run = useFollowed(desk.reading, (state) => state.sampleRun);
  const standInId = useFollowed(desk.reading, (state) => state.standIn);
  const atSeconds = useFollowed(desk.playback, ({ tick, ticksPerSecond }) => tick / ticksPerSecond);
  const [choice, setChoice] = useState<Choice>(at ? 'place' : 'level');
  const [number, setNumber] = useState('');
  const chosen = numbers.find(({ name }) => name === number) ?? numbers.at(0);
  const abouts: Partial<Record<Choice, NoteAbout>> = {
    level: { type: 'level', levelId },
    selected: selected && { type: 'place', levelId, at: selected.at, entry: selected.id },
    place: at && { type: 'place', levelId, at: [at[0], at[1]] },
    run: run && {
      type: 'run',
      levelId,
      standInId,
      seed: run.seed,
      atSeconds,
      says: run.record ? sayRow(run.record, names) : '',
    },
    number: chosen && { type: 'number', levelId, number: chosen.name, value: chosen.text },
  };
  const labels: Record<Choice, string> = {
    level: 'level',
    selected: selected?.name ?? '',
    place: at ? `${at[0].toFixed(1)}, ${at[1].toFixed(1)}` : '',
    run: `run ${run?.seed ?? ''} at ${atSeconds.toFixed(1)} s`,
    number: 'a number',
  };
  const known = (Object.keys(labels) as Choice[]).filter((own) => abouts[own]);
  const about = abouts[choice] ?? abouts.level!;
  return (
    <>
      <SegmentedControl
        size="xs"
        fullWidth
        aria-label="What the note is about"
        value={abouts[choice] ? choice : 'level'}
        onChange={(value) => setChoice(value as Choice)}
        data={known.map((value) => ({ value, label: labels[value] }))}
      />
      {choice === 'number' && (
        <NativeSelect
          size="xs"
          mt={4}
          aria-label="Which number"
          value={chosen?.name}
          onChange={(event) => setNumber(event.currentTarget.value)}
          data={numbers.map(({ name, text }) => ({ value: name, label: `${name}: ${text}` }))}
        />
      )}
      <NoteForm
        label="New note"
        placeholder="What you see here, and what you would change"
        act="Write it down"
        isBusy={isBusy}
        isAtHand={at !== undefined}
        onWrite={(text) => onWrite({ text, about })}
      />
    </>
  );
}

/** The one piece or mark that is selected. */
function useSelected({ session }: Desk): { id: string; name: string; at: [number, number] } | undefined {
  const selection = useFollowed(session, (state) => state.selection);
  useFollowed(session, (state) => state.game);
  const entry = [...session.level.pieces, ...session.level.marks].find(({ id }) => id === selection.at(0));
  if (!entry || selection.length !== 1) return undefined;
  return { id: entry.id, name: entry.name, at: placeOfEntry(entry) };
}

/** What the Reading says of the level, and the numbers that can be turned, each as it stands. */
function useNumbers(): { name: string; text: string }[] {
  const { session, reading } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const summary = useFollowed(reading, (state) => state.summary);
  const figures = summary && summary.runs > 0 ? figuresOf(summary) : [];
  return [
    ...figures.map(({ name, text }) => ({ name, text })),
    ...numbersToTurn(game, session.level).map(({ name, value, unit }) => ({
      name,
      text: `${value} ${unit ?? ''}`.trimEnd(),
    })),
  ];
}
