'use client';

import { later } from '../frame/later';
import { useSearchParams } from 'next/navigation';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { kindOf } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { readAskedRun } from '../editor/askedRun';
import { addressOfOpened, readOpened, type OpenPanel } from '../editor/openedPanel';
import type { DeskSession } from '../editor/deskSession';
import { openSaved } from '../editor/saving';
import { Frame } from '../frame/Frame';
import { Empty, Failed, Loading } from '../frame/States';
import { Arena } from './Arena';
import { DeskContext, useDesk, useFollowed, useKeyHint } from './DeskContext';
import { DeskKeys } from './DeskKeys';
import * as Opened from './opened';
import { PaletteKey } from './PaletteKey';
import { Reading } from './Reading';
import { RunButton } from './RunButton';
import { SaveSign } from './SaveSign';
import { Strata } from './Strata';
import { useDeskMachines } from './useDeskMachines';
import css from './desk.module.css';

// Fetched behind what the page needs to be used; somebody may copy soon.
const DeskClipboard = later(() => import('./DeskClipboard').then((module) => module.DeskClipboard));
const TourBand = later(() => import('../tour/TourBand').then((module) => module.TourBand));
const StartField = later(() => import('./StartField').then(({ StartField: Field }) => Field));
// Who is asked nothing needs no question.
const PeopleHere = later(() => import('./PeopleHere').then((module) => module.PeopleHere));
const SpokenWords = later(() => import('./SpokenWords').then((module) => module.SpokenWords));
const KeptDraftNotice = later(() => import('./KeptDraftNotice').then((module) => module.KeptDraftNotice));
const ClashNotice = later(() => import('./ClashNotice').then(({ ClashNotice: Notice }) => Notice));

/** The main view: the arena in the middle, the Reading at the right, the strata below. */
export function Desk({ gameId, levelId, view }: { gameId: string; levelId: string; view?: WholeView }) {
  const query = useQuery({
    queryKey: ['desk', gameId],
    queryFn: () => openSaved(gameId),
    staleTime: Infinity,
    gcTime: 0,
  });
  const trail = [{ label: query.data?.document.name ?? gameId, href: `/games/${gameId}` }];
  if (!query.data) {
    return (
      <Frame trail={trail}>
        {query.error ? (
          <Failed error={query.error} onRetry={() => void query.refetch()} />
        ) : (
          <Loading what="the level" />
        )}
      </Frame>
    );
  }
  if (!query.data.document.levels.some((level) => level.id === levelId)) {
    return (
      <Frame trail={trail}>
        <Empty title={`There is no level "${levelId}" in this game`}>The course of the game lists its levels.</Empty>
      </Frame>
    );
  }
  return <OpenDesk key={`${gameId} ${levelId}`} loaded={query.data} levelId={levelId} view={view} />;
}

function OpenDesk({ loaded, levelId, view }: { loaded: GameReply; levelId: string; view?: WholeView }) {
  const search = useSearchParams();
  const desk = useDeskMachines(loaded, levelId, readAskedRun(search));
  const trail = [
    { label: loaded.document.name, href: `/games/${loaded.document.id}` },
    { label: loaded.document.levels.find((level) => level.id === levelId)?.name ?? levelId },
  ];
  return (
    <DeskContext.Provider value={desk}>
      <Frame
        trail={trail}
        skips={SKIPS}
        middle={
          <>
            <PeopleHere />
            <SaveSign />
            <RunButton />
          </>
        }
      >
        <DeskBody view={view} />
      </Frame>
    </DeskContext.Provider>
  );
}

const SKIPS = [
  { id: 'arena', label: 'the arena' },
  { id: 'reading', label: 'the Reading' },
  { id: 'strata', label: 'the run that is shown' },
];

/** Views with an address of their own, which take the place of the arena. */
const WHOLE_VIEWS = ['cues', 'tune'] as const;
type WholeView = (typeof WHOLE_VIEWS)[number];

const PANELS: { type: Exclude<OpenPanel['type'], 'script' | 'bench' | WholeView>; label: string; title: string }[] = [
  { type: 'build', label: 'Build', title: 'A whole map from a picture, from text or from a seed' },
  { type: 'parts', label: 'Parts', title: 'Ready parts: a guard, a lane, waves, a door … laid down whole' },
  { type: 'ground', label: 'Ground', title: 'The types of ground and what they do' },
  { type: 'cast', label: 'Cast', title: 'The kinds, their shapes, controls and variants' },
  { type: 'contacts', label: 'Contacts', title: 'What happens when one kind meets another' },
  { type: 'level', label: 'Level', title: 'View, rules, marks and lanes of this level' },
  { type: 'checks', label: 'Checks', title: 'What must stay so, played after every edit' },
  { type: 'notes', label: 'Notes', title: 'What people wrote about this level, its runs and numbers' },
];

function DeskBody({ view }: { view?: WholeView }) {
  const { open, setOpen, openers } = useOpenPanel(view);
  const isWhole = open?.type === 'bench' || open?.type === 'cues' || open?.type === 'tune';
  const isTouring = useSearchParams().has('tour');
  const [showsKeys, setShowsKeys] = useState(false);
  const help = useMemo(
    () => ({ opened: showsKeys, open: () => setShowsKeys(true), close: () => setShowsKeys(false) }),
    [showsKeys],
  );
  const { onOpenScript, onOpenBench, onClose, onToggleScript, ...readingOpens } = openers;
  const columns = `${open && !isWhole ? 'clamp(400px, 36vw, 470px) ' : ''}minmax(0, 1fr) clamp(256px, 23.5vw, 300px)`;
  return (
    <div className={css.body}>
      <PanelTabs open={open} onOpen={setOpen} />
      {isTouring && <TourBand />}
      <div className={css.rooms} style={{ gridTemplateColumns: columns }}>
        {open?.type === 'bench' && (
          <Opened.Bench
            key={open.id}
            scriptId={open.id}
            onOpenScript={onOpenBench}
            onClose={() => onOpenScript(open.id)}
          />
        )}
        {open?.type === 'cues' && <Opened.CuesView onClose={onClose} />}
        {open?.type === 'tune' && <Opened.TuneView onClose={onClose} />}
        {open && open.type !== 'bench' && open.type !== 'cues' && open.type !== 'tune' && (
          <Panel open={open} openers={openers} />
        )}
        {!isWhole && <Arena onOpenScript={onOpenScript} onOpenNotes={openers.onOpenNotes} />}
        {!isWhole && <Reading onOpenScript={onOpenScript} {...readingOpens} />}
        {!isWhole && <Strata onOpenChecks={openers.onOpenChecks} />}
      </div>
      <DeskKeys help={help} onToggleScript={onToggleScript} onOpenNotes={openers.onOpenNotes} />
      <PaletteKey help={help} onOpenScript={onOpenScript} onOpenPanel={(type) => setOpen({ type })} />
      <DeskClipboard />
      <SpokenWords />
      <ClashNotice />
      <KeptDraftNotice />
    </div>
  );
}

/** What stands open beside the arena, and what opens and closes it; those stay the same functions throughout. */
function useOpenPanel(view: WholeView | undefined) {
  const { session } = useDesk();
  const search = useSearchParams();
  const [open, setOpen] = useState<OpenPanel | undefined>(() =>
    view ? { type: view } : readOpened(search.get('open'), session.state.game),
  );
  const lastOpen = useRef(open);
  // The address is changed without going anywhere, so that the session stays; back and forward open what stood open.
  const { game, levelId } = session.state;
  const levelAddress = `/games/${game.id}/levels/${levelId}`;
  useEffect(() => {
    const { pathname, search: asked } = window.location;
    const address = addressOfOpened(levelAddress, asked, open);
    if (`${pathname}${asked}` === address) return;
    // What was opened by its address is no step that one could go back from.
    if (lastOpen.current === open) window.history.replaceState(null, '', address);
    else window.history.pushState(null, '', address);
    lastOpen.current = open;
  }, [levelAddress, open]);
  useEffect(() => {
    const goBack = () => {
      const { pathname, search: asked } = window.location;
      const whole = WHOLE_VIEWS.find((type) => pathname === `${levelAddress}/${type}`);
      if (whole) setOpen({ type: whole });
      else if (pathname === levelAddress)
        setOpen(readOpened(new URLSearchParams(asked).get('open'), session.state.game));
    };
    window.addEventListener('popstate', goBack);
    return () => window.removeEventListener('popstate', goBack);
  }, [levelAddress, session]);
  const openers = useMemo(
    () => ({
      onOpenScript: (id: string) => setOpen({ type: 'script', id }),
      onOpenBench: (id: string) => setOpen({ type: 'bench', id }),
      onOpenCues: () => setOpen({ type: 'cues' }),
      onOpenKind: (kind: string) => setOpen({ type: 'cast', kind }),
      onOpenLevel: () => setOpen({ type: 'level' }),
      onOpenChecks: () => setOpen({ type: 'checks' }),
      onOpenNotes: (at?: readonly [number, number]) => setOpen({ type: 'notes', at }),
      onClose: () => setOpen(undefined),
      onToggleScript: () => {
        const id = scriptOfSelection(session);
        setOpen((present) => (present?.type === 'script' || id === undefined ? undefined : { type: 'script', id }));
      },
    }),
    [session],
  );
  return { open, setOpen, openers };
}

interface PanelTabsProps {
  open: OpenPanel | undefined;
  onOpen: (panel: OpenPanel | undefined) => void;
}

/** One thin band above the arena: what can be opened beside it, and the start of a try. */
function PanelTabs({ open, onOpen }: PanelTabsProps) {
  const { session } = useDesk();
  const tab = (type: OpenPanel['type'], label: string, title: string, panel: () => OpenPanel | undefined) => (
    <button
      key={type}
      type="button"
      className="chip"
      title={title}
      aria-pressed={open?.type === type}
      data-on={open?.type === type || undefined}
      onClick={() => onOpen(open?.type === type ? undefined : panel())}
    >
      {label}
    </button>
  );
  const bench = (): OpenPanel | undefined => {
    const id = scriptOfSelection(session);
    return id === undefined ? undefined : { type: 'bench', id };
  };
  return (
    <div className={`band ${css.tabs}`}>
      {PANELS.map(({ type, label, title }) => tab(type, label, title, () => ({ type })))}
      {tab('bench', 'Bench', 'Behaviors as text and diagram, with a ground to try them on', bench)}
      {tab('tune', 'Tune', 'Numbers of the level over values, and values with which the brief holds', () => ({
        type: 'tune',
      }))}
      {tab('cues', 'Cues', 'What arrives when, on a time line, and the rules', () => ({ type: 'cues' }))}
      <span className={css.divide} />
      <TryButton />
    </div>
  );
}

function TryButton() {
  const { session, tries } = useDesk();
  const status = useFollowed(tries, (state) => state.status);
  const note = useFollowed(tries, (state) => (state.status === 'off' ? state.note : ''));
  const hint = useKeyHint();
  const start = () => {
    if (status === 'off') void tries.start(session.state.game);
    else tries.stop();
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  };
  return (
    <>
      <button
        type="button"
        className="chip river"
        title={`Play this level by hand${hint('try')}, or from the pointer${hint('try from pointer')}`}
        onClick={start}
      >
        {status === 'off' ? 'Try by hand' : 'End the try'}
      </button>
      {status === 'off' && <StartField />}
      {note && <span className="bad">{note}</span>}
    </>
  );
}

interface PanelProps {
  open: Exclude<OpenPanel, { type: WholeView }>;
  openers: ReturnType<typeof useOpenPanel>['openers'];
}

function Panel({ open, openers: { onClose, onOpenScript, onOpenBench, onOpenCues } }: PanelProps) {
  return (
    <div className={css.deskBody}>
      {open.type === 'script' && (
        <Opened.ScriptPanel scriptId={open.id} onClose={onClose} onBench={() => onOpenBench(open.id)} />
      )}
      {open.type === 'ground' && <Opened.GroundPanel onClose={onClose} />}
      {open.type === 'cast' && (
        <Opened.CastPanel key={open.kind} shown={open.kind} onClose={onClose} onOpenScript={onOpenScript} />
      )}
      {open.type === 'contacts' && <Opened.ContactsPanel onClose={onClose} />}
      {open.type === 'level' && <Opened.LevelPanel onClose={onClose} />}
      {open.type === 'parts' && <Opened.PartsPanel onClose={onClose} onOpenCues={onOpenCues} />}
      {open.type === 'checks' && <Opened.ChecksPanel onClose={onClose} />}
      {open.type === 'notes' && <Opened.NotesPanel at={open.at} onClose={onClose} />}
      {open.type === 'build' && <Opened.BuildPanel onClose={onClose} />}
    </div>
  );
}

/** The script that the selected guard follows, or else the first of the game. */
function scriptOfSelection(session: DeskSession): string | undefined {
  const { game, selection } = session.state;
  const piece = session.level.pieces.find((candidate) => selection.includes(candidate.id));
  return (piece && kindOf(game, piece.kind)?.behavior) ?? game.scripts[0]?.id;
}
