'use client';

import { notifications } from '@mantine/notifications';
import { Spotlight, spotlight } from '@mantine/spotlight';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { partsFor, takeNumbers, type NamedNumber } from '@/core/index';
import { useDesk, useFollowed, useKeyHint, type Desk } from './DeskContext';
import { copyByName, pasteByName } from './DeskClipboard';
import type { Help } from './DeskKeys';
import { ARENA_LAYERS } from '../editor/arenaView';
import { layPart, placeForPart } from '../editor/layPart';
import type { LevelNames } from '../editor/visits';
import { PALETTE_WORDS } from './openWord';
import { askedNumbers } from '../tune/askedNumber';
import { numbersToTurn } from '../tune/numbersToTurn';
import { useLevelNames } from './useLevelNames';

interface DeskPaletteProps {
  help: Help;
  onOpenScript: (scriptId: string) => void;
  onOpenPanel: (
    panel: 'ground' | 'cast' | 'contacts' | 'level' | 'checks' | 'build' | 'parts' | 'notes' | 'cues' | 'tune',
  ) => void;
}

/** Finds any action of the desk by its name (Ctrl+K). */
export function DeskPalette(props: DeskPaletteProps) {
  const desk = useDesk();
  const router = useRouter();
  const names = useLevelNames();
  const hint = useKeyHint();
  const [query, setQuery] = useState('');
  useFollowed(desk.session, (state) => state.game);
  useFollowed(desk.reading, (state) => state.summary);
  const choice = useFollowed(desk.keys, (state) => state.choice.palette);
  const shortcut = choice.map((press) => press.replace('Ctrl', 'mod').replaceAll('+', ' + '));
  // It is fetched when it is first asked for.
  useEffect(() => spotlight.open(), []);
  return (
    <Spotlight
      actions={[
        ...setActions(desk, query, () => props.onOpenPanel('tune')),
        ...deskActions(desk, hint),
        ...viewActions(desk, hint),
        ...numberActions(desk, names),
        ...panelActions(props.onOpenPanel),
        ...partActions(desk),
        ...findingActions(desk),
        ...placeActions(desk, router.push, props, hint),
        ...PALETTE_WORDS.map(({ id, label, description, open }) => act(id, label, description, open)),
      ]}
      query={query}
      onQueryChange={setQuery}
      limit={40}
      scrollable
      nothingFound="Nothing by that name"
      highlightQuery
      attributes={{ content: { 'aria-label': 'Find any action' } }}
      shortcut={shortcut}
      searchProps={{ placeholder: 'An action, a level, a piece, a script, a word of the language, or “warden pace 3”' }}
    />
  );
}

function act(id: string, label: string, description: string, onClick: () => void) {
  return { id, label, description, onClick };
}

/** What the words that are typed say of the numbers of the level: sets one at once, or leads to it. */
function setActions({ session }: Desk, query: string, openTune: () => void) {
  const { game } = session.state;
  return askedNumbers(query, numbersToTurn(game, session.level)).map(({ number, value }) => ({
    ...(value === undefined
      ? act(`number ${number.name}`, number.name, `${sayNow(number)}; write a number behind it to set it`, openTune)
      : act(`set ${number.name}`, `Set ${number.name} to ${value}`, sayNow(number), () => {
          const taken = takeNumbers(game, session.level, [{ name: number.name, value }]);
          if (taken.ok) session.change(`Set ${number.name} to ${value}`, taken.value);
          else notifications.show({ color: 'clay', message: taken.faults[0].message });
        })),
    // Its words have been looked for already.
    keywords: [query],
  }));
}

function sayNow({ value, unit }: NamedNumber): string {
  return `Now ${value} ${unit ?? ''}`.trimEnd();
}

/** What runs have shown of the level as it is. */
function findingActions({ reading, playback }: Desk) {
  const { summary } = reading.store.getState();
  return (summary?.findings ?? []).map(({ code, message, seed, seconds }, index) =>
    act(`finding ${index} ${code}`, message, `Finding, shown by seed ${seed} at ${seconds.toFixed(1)} s`, () => {
      void reading.showSample(seed).then(() => playback.seek(seconds * playback.store.getState().ticksPerSecond));
    }),
  );
}

type Hint = ReturnType<typeof useKeyHint>;

/** Tools and edits. */
function deskActions(desk: Desk, hint: Hint) {
  const { session, actions, playback, tries } = desk;
  return [
    act('select', 'Select', `Tool to select and drag${hint('select tool')}`, () => session.setTool('select')),
    act('ground', 'Ground', `Tool to paint and erase walls${hint('ground tool')}`, () => session.setTool('ground')),
    act('cast', 'Cast', `Tool to place guards${hint('cast tool')}`, () => session.setTool('cast')),
    act('route', 'Route', `Tool to add waypoints${hint('route tool')}`, () => session.setTool('route')),
    act('area', 'Area', `Tool to copy, mirror and turn parts of the level${hint('area tool')}`, () =>
      session.setTool('area'),
    ),
    act('mark', 'Mark', `Tool to add points, lines and areas${hint('mark tool')}`, () => session.setTool('mark')),
    act('try', 'Try by hand', `Play this level${hint('try')}`, () => void tries.start(session.state.game)),
    act('boundary', 'Draw the boundary', 'The ground of the brush round the whole level', () => actions.drawBoundary()),
    act('undo', 'Undo', `The last change${hint('undo')}`, () => session.undo()),
    act('redo', 'Redo', `What was undone${hint('redo')}`, () => session.redo()),
    act('double', 'Copy the selection', `Beside it${hint('double')}`, () => actions.duplicate()),
    act(
      'copy',
      'Copy to the clipboard',
      'What is chosen, for here, another level or another game (Ctrl+C)',
      () => void copyByName(desk, false),
    ),
    act('cut', 'Cut to the clipboard', 'What is chosen is taken away (Ctrl+X)', () => void copyByName(desk, true)),
    act('paste', 'Paste', 'What was copied, with all that it is made of (Ctrl+V)', () => void pasteByName(desk)),
    act('remove', 'Remove the selection', `Pieces, marks or a waypoint${hint('remove')}`, () => actions.remove()),
    act('all', 'Select all pieces', `Of this level${hint('select all')}`, () => actions.selectAll()),
    act('next', 'Select the next piece or mark', `In the order of the level${hint('next')}`, () =>
      actions.cycleSelection(1),
    ),
    act('previous', 'Select the piece or mark before', `In the order of the level${hint('previous')}`, () =>
      actions.cycleSelection(-1),
    ),
    act('play', 'Play or pause the run that is shown', `From where it stands${hint('play')}`, () => playback.toggle()),
    act('tick back', 'One tick back', `In the run that is shown${hint('tick back')}`, () => playback.step(-1)),
    act('tick on', 'One tick on', `In the run that is shown${hint('tick on')}`, () => playback.step(1)),
    act('draft', 'Back to the draft', `To the start of the run that is shown${hint('draft')}`, () => playback.seek(0)),
  ];
}

/** How the arena is looked at. */
function viewActions({ session, view }: Desk, hint: Hint) {
  return [
    act('zoom in', 'Zoom in', `At the middle of the arena${hint('zoom in')}`, () => view.zoom(1.25)),
    act('zoom out', 'Zoom out', `At the middle of the arena${hint('zoom out')}`, () => view.zoom(0.8)),
    act('whole arena', 'Show the whole arena', `Fits it into its room${hint('whole arena')}`, () =>
      view.fit(session.extent),
    ),
    ...ARENA_LAYERS.map(({ key, label, title }) =>
      act(`layer ${key}`, `Show or hide: ${label}`, title, () => view.store.setState({ [key]: !view.state[key] })),
    ),
  ];
}

/** What can be asked of many runs. */
function numberActions({ session, reading, proofs, parts, visits }: Desk, names: LevelNames) {
  const { game } = session.state;
  const { standIn, sampleSeed } = reading.store.getState();
  return [
    act(
      'prove',
      'Can it be won at all?',
      'Searches for a way through the level on the seed that is shown',
      () => void proofs.start(game, sampleSeed),
    ),
    act(
      'parts',
      'What does each part do?',
      'The level without each piece, kind and cue, on the same seeds',
      () => void parts.start(game, standIn),
    ),
    act(
      'lost',
      'Lost runs',
      'Each run that was not cleared, three seconds before it ends',
      () => void visits.openLost(names),
    ),
    act('fresh', 'Fresh seeds', 'Runs on seeds that nothing was tuned to', () => reading.useSeeds('fresh')),
    act('usual', 'Usual seeds', 'Runs on the seeds from 1 on again', () => reading.useSeeds('usual')),
  ];
}

function panelActions(open: DeskPaletteProps['onOpenPanel']) {
  return [
    act('panel ground', 'Types of ground', 'What ground there is and what it does', () => open('ground')),
    act('panel cast', 'Cast', 'Kinds, shapes, controls, variants', () => open('cast')),
    act('panel contacts', 'Contacts', 'What happens when kinds meet', () => open('contacts')),
    act('panel level', 'Level', 'View, rules, marks, lanes', () => open('level')),
    act('panel checks', 'Saved checks', 'What must stay so, played after every edit', () => open('checks')),
    act('panel notes', 'Notes', 'What people wrote about this level, its runs and numbers', () => open('notes')),
    act('panel parts', 'Ready parts', 'A guard, a lane, waves, a door … laid down whole', () => open('parts')),
    act('panel build', 'Build', 'A map from a picture, text or a seed', () => open('build')),
    act('panel cues', 'Cues', 'What arrives when, on a time line, and the rules', () => open('cues')),
    act('panel tune', 'Tune', 'Numbers over values, and values with which the brief holds', () => open('tune')),
  ];
}

/** Ready parts, laid down where something is chosen. */
function partActions({ session }: Desk) {
  return partsFor(session.level).map((part) =>
    act(`part ${part.id}`, `Lay down: ${part.name}`, part.about, () => {
      const outcome = layPart(session, part, placeForPart(session.state).at);
      if ('fault' in outcome)
        notifications.show({ color: 'clay', title: outcome.fault.message, message: outcome.fault.hint });
    }),
  );
}

/** Where one can go: other pages, scripts and pieces. */
function placeActions(
  { session }: Desk,
  go: (address: string) => void,
  { help, onOpenScript }: DeskPaletteProps,
  hint: Hint,
) {
  const { game } = session.state;
  return [
    act('history', 'History', 'Every version of this game: compare, name, restore', () =>
      go(`/games/${game.id}/history`),
    ),
    act('people', 'People', 'Links for others, who is here, who did what', () => go('/people')),
    act('course', 'Course', 'The levels of this game in order, and its batches', () => go(`/games/${game.id}`)),
    act('help', 'Help', `Recipes, the language, every field and every measure${hint('help')}`, () =>
      window.open('/help', 'gorge-help'),
    ),
    act('keys', 'List all keys', `And give them other ones${hint('keys')}`, help.open),
    ...game.scripts.map(({ id }) =>
      act(`script ${id}`, `Script ${id}`, 'Open the behavior beside the arena', () => onOpenScript(id)),
    ),
    ...game.levels
      .filter(({ id }) => id !== session.level.id)
      .map(({ id, name }) =>
        act(`level ${id}`, name, 'Open the desk of this level', () => go(`/games/${game.id}/levels/${id}`)),
      ),
    ...session.level.pieces.map(({ id, name }) =>
      act(`piece ${id}`, name, 'Select this piece', () => session.select([id])),
    ),
  ];
}
