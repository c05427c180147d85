'use client';

import { CloseButton } from '@mantine/core';
import type { EditorView } from '@codemirror/view';
import { useEffect, useRef, useState } from 'react';
import {
  applyEdits,
  checkLevelCues,
  commands,
  cueNumbers,
  setCueNumber,
  USUAL_CLEAR_SECONDS,
  type CueNumber,
} from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { SelectField } from '../desk/panels/fields';
import { TextProblems } from '../desk/TextProblems';
import { openEditor } from '../editor/openEditor';
import { ArrivalPlaces } from './ArrivalPlaces';
import { CueFigures, LaneView } from './CueFigures';
import { CueForms } from './CueForms';
import { CueLane, handlesOf, inUnitOf } from './CueLane';
import { addCueBlock, cueSource, cueTextOf } from './cueSource';
import { CueNumberRow } from './CueNumberRow';
import { ReadingLine } from './ReadingLine';
import { useProjection } from './useProjection';

const CLEAR_CHOICES = [2, 4, 6, 10, 15, 20];

/** What arrives when: the cues as text, on a time line, and what they come to over many seeds. */
export function CuesView({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const levelId = useFollowed(session, (state) => state.levelId);
  const level = commands.levelIn(game, levelId);
  const text = cueTextOf(level);
  const verdict = checkLevelCues(game, level);
  const [clearSeconds, setClearSeconds] = useState(USUAL_CLEAR_SECONDS);
  const { projection, faults, obstacle, isBusy, waitedMs } = useProjection(clearSeconds);
  const [selected, setSelected] = useState<string>();
  const [editor, setEditor] = useState<EditorView>();
  const [page, setPage] = useState<'text' | 'form'>('text');
  const held = useRef<string>(undefined);
  const hasCues = text.trim() !== '';
  const numbers = verdict?.checked ? cueNumbers(text, verdict.checked) : [];
  const shown = hasCues ? projection : undefined;
  const isBroken = !verdict?.checked || obstacle !== undefined;
  const chosen = shown?.cues.find(({ name }) => name === selected) ?? shown?.cues[0];
  const turn = (number: CueNumber, value: number) => {
    // A gesture starts from the text as it was, and so do its edits.
    held.current ??= text;
    const start = held.current;
    session.preview(`Set ${number.what} of ${number.cue}`, (draft) => {
      const place = cueNumbers(start, checkLevelCues(game, { ...level, cues: start.split('\n') })!.checked!).find(
        (candidate) => candidate.cue === number.cue && candidate.what === number.what,
      );
      if (place) commands.setCues(draft, levelId, applyEdits(start, setCueNumber(place, value)));
    });
  };
  const drop = () => {
    held.current = undefined;
    session.finishGesture('Set a cue');
  };
  const add = (type: 'spawner' | 'waves' | 'rules') =>
    session.change(`Add ${type}`, (draft) => addCueBlock(draft, levelId, type));
  return (
    <div
      role="region"
      aria-label="Cues"
      style={{
        display: 'grid',
        gridTemplateColumns: '400px minmax(0, 1fr) 292px',
        minHeight: 0,
        gridColumn: '1 / -1',
        gridRow: '1 / -1',
      }}
    >
      <section
        aria-label="Cues as text"
        style={{
          display: 'flex',
          flexDirection: 'column',
          minHeight: 0,
          background: 'var(--paper)',
          borderRight: '1px solid var(--layer)',
        }}
      >
        <div
          className="band"
          style={{ display: 'flex', alignItems: 'center', gap: 6, padding: '5px 12px', minHeight: 30 }}
        >
          {(['spawner', 'waves', 'rules'] as const).map((type) => (
            <button
              key={type}
              type="button"
              className="chip"
              aria-label={`Add ${type === 'spawner' ? 'a spawner' : type}`}
              disabled={type === 'rules' && verdict?.checked?.rules !== undefined}
              onClick={() => add(type)}
            >
              + {type}
            </button>
          ))}
          <div style={{ flex: 1 }} />
          {(['text', 'form'] as const).map((option) => (
            <button
              key={option}
              type="button"
              className="chip"
              aria-pressed={page === option}
              data-on={page === option || undefined}
              onClick={() => setPage(option)}
            >
              {option === 'text' ? 'Text' : 'Form'}
            </button>
          ))}
          <CloseButton size="sm" aria-label="Close the cues" onClick={onClose} />
        </div>
        {page === 'text' ? <CueText onEditor={setEditor} /> : <CueForms />}
        <TextProblems
          text={text}
          faults={verdict?.checked ? faults : (verdict?.diagnostics ?? [])}
          editor={editor}
          onFix={(title, edits) =>
            session.change(title, (draft) => commands.setCues(draft, levelId, applyEdits(text, edits)))
          }
        />
      </section>
      <div style={{ display: 'flex', flexDirection: 'column', minHeight: 0, minWidth: 0, background: 'var(--sand)' }}>
        <div
          className="band"
          style={{ display: 'flex', alignItems: 'center', gap: 8, padding: '0 10px', minHeight: 30 }}
        >
          <h3 className="heading">Over time</h3>
          <span
            className="quiet"
            data-testid="projection-state"
            data-waited-ms={waitedMs}
            style={{ whiteSpace: 'nowrap' }}
          >
            {!hasCues
              ? ''
              : shown
                ? isBroken
                  ? 'of the last version without errors'
                  : shown.cues.length === 0
                    ? ''
                    : `${shown.seeds} runs of ${shown.seconds} s without a player${isBusy ? ', refining…' : ''}`
                : obstacle
                  ? 'cannot be run yet'
                  : 'working out…'}
          </span>
          <div style={{ flex: 1 }} />
          {shown?.cues.some(({ type }) => type === 'waves') && (
            <label className="quiet" style={{ display: 'flex', alignItems: 'center', gap: 6, whiteSpace: 'nowrap' }}>
              a wave counts as cleared after
              <SelectField
                label="A wave counts as cleared after"
                value={String(clearSeconds)}
                width={70}
                options={CLEAR_CHOICES.map((value) => ({ value: String(value), label: `${value} s` }))}
                onCommit={(value) => setClearSeconds(Number(value))}
              />
            </label>
          )}
        </div>
        <div style={{ flex: 1, overflow: 'auto', minHeight: 0, display: 'flex', flexDirection: 'column' }}>
          {!hasCues && <NoCues onAdd={add} />}
          {hasCues && obstacle && <Obstacle {...obstacle} isOld={shown !== undefined} />}
          {shown?.cues.length === 0 && (
            <p className="quiet" style={{ margin: 14 }}>
              Nothing comes in: there are rules here and no cue. Add a spawner or waves to see over time what they let
              in.
            </p>
          )}
          {shown && shown.cues.length > 0 && (
            <>
              {shown.cues.map((cue) => (
                <CueLane
                  key={cue.name}
                  name={cue.name}
                  perSecond={cue.perSecond}
                  population={cue.population}
                  sample={cue.sample}
                  starts={cue.growth.flatMap(({ number, seconds }) =>
                    seconds === undefined ? [] : [{ seconds, label: String(number) }],
                  )}
                  seconds={shown.seconds}
                  isSelected={chosen?.name === cue.name}
                  handles={handlesOf(
                    numbers.filter((number) => number.cue === cue.name),
                    cue,
                  )}
                  onSelect={() => setSelected(cue.name)}
                  onDrag={(number, seconds) => turn(number, inUnitOf(number, seconds))}
                  onDrop={drop}
                />
              ))}
              <CueLane
                name="together"
                perSecond={shown.together.perSecond}
                population={shown.together.population}
                sample={[]}
                starts={[]}
                seconds={shown.seconds}
                isSelected={false}
                handles={[]}
                onSelect={() => undefined}
                onDrag={() => undefined}
                onDrop={() => undefined}
              />
              <TimeScale seconds={shown.seconds} />
              {chosen && (
                <ArrivalPlaces cue={chosen} seeds={shown.seeds} game={game} level={level}>
                  Bars on the line above: arrivals a second. Ticks: arrivals of the first run. Line and band: how many
                  are there, median and where eight of ten runs lie. Drag the green bar for the first arrival, the other
                  for the interval.
                </ArrivalPlaces>
              )}
            </>
          )}
        </div>
      </div>
      <aside
        style={{
          overflow: 'auto',
          padding: '8px 12px 16px',
          borderLeft: '1px solid var(--layer)',
          background: 'var(--paper)',
          minHeight: 0,
          opacity: isBusy ? 0.8 : 1,
        }}
      >
        <ReadingLine />
        {chosen && shown ? (
          <>
            <h3 className="heading" style={{ marginBottom: 4 }}>
              {chosen.name}
            </h3>
            {numbers
              .filter(({ cue }) => cue === chosen.name)
              .map((number) => (
                <CueNumberRow
                  key={number.what}
                  number={number}
                  onPreview={(value) => turn(number, value)}
                  onDone={drop}
                />
              ))}
            <CueFigures figures={chosen} projection={shown} />
            {shown.lanes.map((lane) => (
              <LaneView key={lane.name} lane={lane} />
            ))}
            {shown.lanes.length === 0 && !chosen.gaps && (
              <p className="quiet" style={{ marginTop: 12 }}>
                Gaps are shown for cues that come in where a lane begins.
              </p>
            )}
          </>
        ) : (
          <p className="quiet">What a cue comes to stands here.</p>
        )}
      </aside>
    </div>
  );
}

function CueText({ onEditor }: { onEditor: (editor: EditorView) => void }) {
  const { session } = useDesk();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const opened = openEditor(box.current, session, cueSource(session), () => undefined);
    onEditor(opened.editor);
    return opened.close;
  }, [session, onEditor]);
  return <div ref={box} data-testid="script" style={{ flex: 1, minHeight: 0, overflow: 'hidden' }} />;
}

/** Why there is nothing to look at, or nothing newer. */
function Obstacle({ message, hint, isOld }: { message: string; hint: string; isOld: boolean }) {
  return (
    <div role="status" style={{ padding: '14px 14px 10px', maxWidth: 560 }}>
      <p style={{ margin: 0 }} className="wary">
        {message}
      </p>
      <p className="quiet" style={{ margin: '2px 0 0' }}>
        {hint}{' '}
        {isOld ? 'Below stands the last version that could be run.' : 'Then it stands here what the cues come to.'}
      </p>
    </div>
  );
}

function NoCues({ onAdd }: { onAdd: (type: 'spawner' | 'waves' | 'rules') => void }) {
  return (
    <div style={{ padding: '28px 24px', maxWidth: 520 }}>
      <h2 style={{ margin: '0 0 8px' }}>Nothing arrives in this level yet</h2>
      <p className="quiet">
        A spawner lets something in again and again, waves let groups in one after the other, and the rules say what
        wins, what loses and what scores. Marks say where things come in.
      </p>
      <div style={{ display: 'flex', gap: 14, marginTop: 12 }}>
        <button type="button" className="act" onClick={() => onAdd('spawner')}>
          Begin with a spawner
        </button>
        <button type="button" className="act" onClick={() => onAdd('waves')}>
          Begin with waves
        </button>
        <button type="button" className="act" onClick={() => onAdd('rules')}>
          Begin with rules
        </button>
      </div>
    </div>
  );
}

function TimeScale({ seconds }: { seconds: number }) {
  const step = seconds > 60 ? 15 : seconds > 20 ? 10 : 5;
  const marks = Array.from({ length: Math.floor(seconds / step) + 1 }, (_, index) => index * step);
  return (
    <div style={{ display: 'grid', gridTemplateColumns: '118px minmax(0, 1fr) 44px' }}>
      <span />
      <div style={{ position: 'relative', height: 18 }}>
        {marks.map((mark) => (
          <span
            key={mark}
            className="quiet mono"
            style={{
              position: 'absolute',
              left: `${(mark / seconds) * 100}%`,
              fontSize: 10.5,
              whiteSpace: 'nowrap',
              transform: mark === 0 ? undefined : mark === seconds ? 'translateX(-100%)' : 'translateX(-50%)',
            }}
          >
            {mark} s
          </span>
        ))}
      </div>
    </div>
  );
}
