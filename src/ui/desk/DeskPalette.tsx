'use client';

import { notifications } from '@mantine/notifications';
import { Spotlight, spotlight } from '@mantine/spotlight';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { partsFor, takeNumbers, type NamedNumber } from '@/core/index';
import { useDesk, useFollowed, type Desk } from './DeskContext';
import type { Help } from './DeskKeys';
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
    panel: 'ground' | 'cast' | 'contacts' | 'level' | 'checks' | 'build' | 'parts' | 'cues' | 'tune',
  ) => void;
}

/** Finds any action of the desk by its name (Ctrl+K). */
export function DeskPalette(props: DeskPaletteProps) {
  const desk = useDesk();
  const router = useRouter();
  const names = useLevelNames();
  const [query, setQuery] = useState('');
  useFollowed(desk.session, (state) => state.game);
  useFollowed(desk.reading, (state) => state.summary);
  // It is fetched when it is first asked for.
  useEffect(() => spotlight.open(), []);
  return (
    <Spotlight
      actions={[
        ...setActions(desk, query, () => props.onOpenPanel('tune')),
        ...deskActions(desk),
        ...numberActions(desk, names),
        ...panelActions(props.onOpenPanel),
        ...partActions(desk),
        ...findingActions(desk),
        ...placeActions(desk, router.push, props),
        ...PALETTE_WORDS.map(({ id, label, description, open }) => act(id, label, description, open)),
      ]}
      query={query}
      onQueryChange={setQuery}
      limit={40}
      scrollable
      nothingFound="Nothing by that name"
      highlightQuery
      attributes={{ content: { 'aria-label': 'Find any action' } }}
      shortcut="mod + K"
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

/** Tools and edits. */
function deskActions({ session, actions, playback, tries }: Desk) {
  return [
    act('select', 'Select', 'Tool, 1', () => session.setTool('select')),
    act('ground', 'Ground', 'Tool to paint and erase walls, 2', () => session.setTool('ground')),
    act('cast', 'Cast', 'Tool to place guards, 3', () => session.setTool('cast')),
    act('route', 'Route', 'Tool to add waypoints, 4', () => session.setTool('route')),
    act('area', 'Area', 'Tool to copy, mirror and turn parts of the level, 5', () => session.setTool('area')),
    act('mark', 'Mark', 'Tool to add points, lines and areas, 6', () => session.setTool('mark')),
    act('try', 'Try by hand', 'Play this level, T', () => void tries.start(session.state.game)),
    act('boundary', 'Draw the boundary', 'The ground of the brush round the whole level', () => actions.drawBoundary()),
    act('undo', 'Undo', 'Ctrl+Z', () => session.undo()),
    act('redo', 'Redo', 'Ctrl+Shift+Z', () => session.redo()),
    act('copy', 'Copy the selection', 'Ctrl+D', () => actions.duplicate()),
    act('remove', 'Remove the selection', 'Delete', () => actions.remove()),
    act('all', 'Select all guards', 'Ctrl+A', () => actions.selectAll()),
    act('play', 'Play or pause the run that is shown', 'P', () => playback.toggle()),
    act('draft', 'Back to the draft', 'Home', () => playback.seek(0)),
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
function placeActions({ session }: Desk, go: (address: string) => void, { help, onOpenScript }: DeskPaletteProps) {
  const { game } = session.state;
  return [
    act('history', 'History', 'Every version of this game: compare, name, restore', () =>
      go(`/games/${game.id}/history`),
    ),
    act('course', 'Course', 'The levels of this game in order, and its batches', () => go(`/games/${game.id}`)),
    act('keys', 'List all keys', '?', help.open),
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
