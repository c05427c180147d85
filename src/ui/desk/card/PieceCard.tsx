'use client';

import { SegmentedControl, TextInput } from '@mantine/core';
import { useCallback, useState } from 'react';
import { commands, describePiece, kindOf, type Kind, type Piece } from '@/core/index';
import type { ArenaView } from '../../editor/arenaView';
import { checkedScriptsOf, stateAt } from '../../editor/composePicture';
import { useDesk, useFollowed } from '../DeskContext';
import { RanksButton } from '../RanksButton';
import css from '../desk.module.css';
import { KnobSlider, type Scope } from './KnobSlider';
import { MoverFacts } from './MoverFacts';
import { CARD_WIDTH, FOOT_HEIGHT, placeCard, USUAL_CARD_HEIGHT } from './placeCard';
import { PlayerFacts } from './PlayerFacts';
import { WhyNow } from './WhyNow';
import styles from './card.module.css';

/** Padding and border of the card, above and below together. */
const CARD_RIM = 22;

/** What the selected piece is and its knobs, beside it in the arena, stepping aside from what it would cover. */
export function PieceCard({ view, onOpenScript }: { view: ArenaView; onOpenScript: (scriptId: string) => void }) {
  const { session } = useDesk();
  const [scope, setScope] = useState<Scope>('kind');
  const [moved, setMoved] = useState<{ id: string; x: number; y: number }>();
  const { contentHeight, measure } = useContentHeight();
  const game = useFollowed(session, (state) => state.game);
  const selection = useFollowed(session, (state) => state.selection);
  const tool = useFollowed(session, (state) => state.tool);
  const { camera, width, height } = useFollowed(view, (state) => state);
  const { level } = session;
  const piece = selection.length === 1 ? level.pieces.find((candidate) => candidate.id === selection[0]) : undefined;
  const kind = piece && kindOf(game, piece.kind);
  // With the other tools one clicks on the ground that the card would cover.
  if (!piece || !kind || (tool !== 'select' && tool !== 'cast')) return null;
  const free = placeCard(piece, level.pieces, camera, width, height, contentHeight + CARD_RIM);
  const shift = moved?.id === piece.id ? moved : { id: piece.id, x: 0, y: 0 };
  const place = { left: free.left + shift.x, top: free.top + shift.y };
  return (
    <section
      className={`plate ${css.card}`}
      aria-label={`Card of ${piece.name}`}
      // Its end is scrolled to rather than hidden below the arena.
      style={{ ...place, width: CARD_WIDTH, maxHeight: Math.max(160, height - place.top - FOOT_HEIGHT) }}
    >
      <div ref={measure}>
        <DragBar onDrag={(dx, dy) => setMoved({ id: piece.id, x: shift.x + dx, y: shift.y + dy })} />
        <CardHead piece={piece} kind={kind} count={level.pieces.filter((other) => other.kind === kind.id).length} />
        {kind.behavior && (
          <div className={`quiet ${css.follows}`}>
            <span>
              follows{' '}
              <button type="button" className="act" onClick={() => onOpenScript(kind.behavior!)}>
                {kind.behavior}
              </button>
            </span>
            <StateNow pieceId={piece.id} />
          </div>
        )}
        <Knobs piece={piece} kind={kind} scope={scope} onScope={setScope} />
        {!kind.control && kind.behavior && <WhyNow pieceId={piece.id} />}
        {!kind.control && <MoverFacts piece={piece} />}
        {kind.control && <PlayerFacts piece={piece} kind={kind} />}
        <CardActions piece={piece} kind={kind} onOpenScript={onOpenScript} />
      </div>
    </section>
  );
}

/** What the card holds depends on the piece, on the moment and on what is folded out, so its height is measured, in pixels. */
function useContentHeight() {
  const [contentHeight, setContentHeight] = useState(USUAL_CARD_HEIGHT);
  const measure = useCallback((content: HTMLElement | null) => {
    if (!content) return;
    const observer = new ResizeObserver(() => setContentHeight(content.offsetHeight));
    observer.observe(content);
    return () => observer.disconnect();
  }, []);
  return { contentHeight, measure };
}

interface KnobsProps {
  piece: Piece;
  kind: Kind;
  scope: Scope;
  onScope: (scope: Scope) => void;
}

function Knobs({ piece, kind, scope, onScope }: KnobsProps) {
  const { session } = useDesk();
  const insight = describePiece(session.state.game, session.level, piece, checkedScriptsOf(session.state.game));
  if (!insight) return null;
  return (
    <>
      <SegmentedControl
        fullWidth
        size="xs"
        value={scope}
        onChange={(value) => onScope(value as Scope)}
        data={[
          { value: 'kind', label: `all ${kind.name}s` },
          { value: 'piece', label: 'only this one' },
          { value: 'try', label: 'only when I try' },
        ]}
        aria-label="Whose knobs"
      />
      {insight.knobs.map((knob) => (
        <KnobSlider key={knob.name} knob={knob} piece={piece} kind={kind} insight={insight} scope={scope} />
      ))}
    </>
  );
}

/** A strip by which the card is moved aside when it hides something. */
function DragBar({ onDrag }: { onDrag: (dx: number, dy: number) => void }) {
  return (
    <div
      className={styles.grip}
      title="Drag to move the card"
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => event.buttons > 0 && onDrag(event.movementX, event.movementY)}
    >
      <div className={styles.gripMark} />
    </div>
  );
}

function CardHead({ piece, kind, count }: { piece: Piece; kind: Kind; count: number }) {
  const { session } = useDesk();
  const [name, setName] = useState<string>();
  const commit = () => {
    const next = name?.trim();
    setName(undefined);
    if (next && next !== piece.name) {
      session.change(`Rename ${piece.name}`, (draft) => {
        const target = commands
          .levelIn(draft, session.state.levelId)
          .pieces.find((candidate) => candidate.id === piece.id);
        if (target) target.name = next.slice(0, 80);
      });
    }
  };
  return (
    <div className={styles.cardHead}>
      <TextInput
        className={styles.cardName}
        variant="unstyled"
        aria-label="Name"
        value={name ?? piece.name}
        onChange={(event) => setName(event.currentTarget.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        styles={{
          input: { fontWeight: 650, fontSize: 14, height: 22, minHeight: 22, padding: 0, color: 'var(--ink)' },
        }}
      />
      <span className="quiet one-line">
        {kind.name}
        {count > 1 && `, one of ${count}`}
      </span>
    </div>
  );
}

function StateNow({ pieceId }: { pieceId: string }) {
  const { session, reading, playback } = useDesk();
  const tick = useFollowed(playback, (state) => state.tick);
  const run = useFollowed(reading, (state) => state.sampleRun);
  if (tick === 0) return null;
  const { game, levelId } = session.state;
  const now = stateAt({ game, levelId, run, tick }, pieceId);
  if (!now) return null;
  return (
    <span>
      <b className={styles.strong}>{now.name}</b> <span className="mono">{now.seconds.toFixed(1)} s</span>
    </span>
  );
}

function CardActions({
  piece,
  kind,
  onOpenScript,
}: {
  piece: Piece;
  kind: Kind;
  onOpenScript: (scriptId: string) => void;
}) {
  const { session, actions } = useDesk();
  const turn = (by: number) =>
    session.change(`Turn ${piece.name}`, (draft) =>
      commands.setFacing(draft, session.state.levelId, piece.id, (((piece.facing + by) % 360) + 360) % 360),
    );
  return (
    <div className={styles.cardActs}>
      {kind.behavior && (
        <button type="button" className="act" onClick={() => onOpenScript(kind.behavior!)}>
          Script
        </button>
      )}
      {!kind.control && (
        <>
          <button type="button" className="act" onClick={() => session.setTool('route')}>
            Route
          </button>
          <button type="button" className="act" title="15 degrees clockwise" onClick={() => turn(15)}>
            Turn
          </button>
          <RanksButton piece={piece} />
          <button type="button" className="act" title="Ctrl+D" onClick={() => actions.duplicate()}>
            Copy
          </button>
        </>
      )}
      <button type="button" className="act bad" title="Delete" onClick={() => actions.remove()}>
        Remove
      </button>
    </div>
  );
}
