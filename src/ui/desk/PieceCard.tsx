'use client';

import { ActionIcon, SegmentedControl, Slider, TextInput, Tooltip } from '@mantine/core';
import { IconArrowBack } from '@tabler/icons-react';
import { useState } from 'react';
import {
  commands,
  describePiece,
  kindOf,
  resolvedCast,
  type Kind,
  type KnobDefinition,
  type Piece,
  type PieceInsight,
} from '@/core/index';
import { toScreen, type Camera } from '../canvas/camera';
import type { ArenaView } from '../editor/arenaView';
import { checkedScriptsOf, stateAt } from '../editor/composePicture';
import { useDesk, useFollowed } from './DeskContext';
import { NumberField, SelectField } from './panels/fields';
import { RanksButton } from './RanksButton';

const CARD_WIDTH = 284;
const CARD_HEIGHT = 296;

type Scope = 'kind' | 'piece' | 'try';

/** What the selected piece is and its knobs, beside it in the arena, stepping aside from what it would cover. */
export function PieceCard({ view, onOpenScript }: { view: ArenaView; onOpenScript: (scriptId: string) => void }) {
  const { session } = useDesk();
  const [scope, setScope] = useState<Scope>('kind');
  const [moved, setMoved] = useState<{ id: string; x: number; y: number }>();
  const game = useFollowed(session, (state) => state.game);
  const selection = useFollowed(session, (state) => state.selection);
  const tool = useFollowed(session, (state) => state.tool);
  const { camera, width, height } = useFollowed(view, (state) => state);
  const { level } = session;
  const piece = selection.length === 1 ? level.pieces.find((candidate) => candidate.id === selection[0]) : undefined;
  const kind = piece && kindOf(game, piece.kind);
  // With the other tools one clicks on the ground that the card would cover.
  if (!piece || !kind || (tool !== 'select' && tool !== 'cast')) return null;
  const insight = describePiece(game, level, piece, checkedScriptsOf(game));
  const free = placeCard(piece, level.pieces, camera, width, height);
  const shift = moved?.id === piece.id ? moved : { id: piece.id, x: 0, y: 0 };
  const place = { left: free.left + shift.x, top: free.top + shift.y };
  return (
    <section
      className="plate"
      aria-label={`Card of ${piece.name}`}
      style={{
        position: 'absolute',
        ...place,
        width: CARD_WIDTH,
        padding: '10px 12px',
        boxShadow: '0 4px 18px rgba(20, 20, 10, .18)',
      }}
    >
      <DragBar onDrag={(dx, dy) => setMoved({ id: piece.id, x: shift.x + dx, y: shift.y + dy })} />
      <CardHead piece={piece} kind={kind} count={level.pieces.filter((other) => other.kind === kind.id).length} />
      {kind.behavior && (
        <div
          className="quiet"
          style={{ display: 'flex', justifyContent: 'space-between', whiteSpace: 'nowrap', margin: '2px 0 7px' }}
        >
          <span>
            follows{' '}
            <button type="button" className="act" onClick={() => onOpenScript(kind.behavior!)}>
              {kind.behavior}
            </button>
          </span>
          <StateNow pieceId={piece.id} />
        </div>
      )}
      {insight && (
        <>
          <SegmentedControl
            fullWidth
            size="xs"
            value={scope}
            onChange={(value) => setScope(value as Scope)}
            data={[
              { value: 'kind', label: `all ${kind.name}s` },
              { value: 'piece', label: 'only this one' },
              { value: 'try', label: 'only in tries' },
            ]}
            aria-label="Whose knobs"
          />
          {insight.knobs.map((knob) => (
            <Knob key={knob.name} knob={knob} piece={piece} kind={kind} insight={insight} scope={scope} />
          ))}
        </>
      )}
      {!kind.control && <MoverFacts piece={piece} />}
      {kind.control && <PlayerFacts piece={piece} kind={kind} />}
      <CardActions piece={piece} kind={kind} onOpenScript={onOpenScript} />
    </section>
  );
}

/** A strip by which the card is moved aside when it hides something. */
function DragBar({ onDrag }: { onDrag: (dx: number, dy: number) => void }) {
  return (
    <div
      title="Drag to move the card"
      style={{ height: 10, margin: '-8px -8px 2px', cursor: 'grab', touchAction: 'none', borderRadius: 6 }}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => event.buttons > 0 && onDrag(event.movementX, event.movementY)}
    >
      <div style={{ width: 34, height: 3, margin: '4px auto 0', borderRadius: 2, background: 'var(--layer)' }} />
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
    <div style={{ display: 'flex', alignItems: 'baseline', gap: 8 }}>
      <TextInput
        variant="unstyled"
        aria-label="Name"
        value={name ?? piece.name}
        onChange={(event) => setName(event.currentTarget.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        styles={{
          input: { fontWeight: 650, fontSize: 14, height: 22, minHeight: 22, padding: 0, color: 'var(--ink)' },
        }}
        style={{ flex: 1, minWidth: 0 }}
      />
      <span className="quiet" style={{ whiteSpace: 'nowrap' }}>
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
      <b style={{ color: 'var(--ink)' }}>{now.name}</b> <span className="mono">{now.seconds.toFixed(1)} s</span>
    </span>
  );
}

interface KnobProps {
  knob: KnobDefinition;
  piece: Piece;
  kind: Kind;
  insight: PieceInsight;
  scope: Scope;
}

/** One knob as a slider. While it is held the Reading already follows; letting go makes it one step back. */
function Knob({ knob, piece, kind, insight, scope }: KnobProps) {
  const { session, tries } = useDesk();
  const { overrides } = useFollowed(tries, (state) => state);
  const forced = overrides.knobs.find((entry) => entry.kind === kind.id && entry.knob === knob.name);
  const ofKind = kind.knobs?.[knob.name] ?? knob.value;
  const value = scope === 'piece' ? insight.values[knob.name] : scope === 'try' ? (forced?.value ?? ofKind) : ofKind;
  const setTry = (next: number | undefined) => {
    const others = overrides.knobs.filter((entry) => entry !== forced);
    const added = next === undefined ? [] : [{ kind: kind.id, knob: knob.name, value: next }];
    tries.setOverrides({ ...overrides, knobs: [...others, ...added] });
  };
  const isOwn = piece.knobs?.[knob.name] !== undefined;
  const step = niceStep(knob.high - knob.low);
  const label = `Set ${knob.name} of ${scope === 'kind' ? kind.name : piece.name}`;
  const recipe = (next: number | undefined) => (draft: Parameters<typeof commands.setKindKnob>[0]) => {
    if (scope === 'kind') commands.setKindKnob(draft, kind.id, knob.name, next);
    else commands.setPieceKnob(draft, session.state.levelId, piece.id, knob.name, next);
  };
  const isSet =
    scope === 'try' ? forced !== undefined : scope === 'piece' ? isOwn : kind.knobs?.[knob.name] !== undefined;
  return (
    <div
      style={{ display: 'grid', gridTemplateColumns: '48px 1fr 96px 20px', alignItems: 'center', gap: 8, marginTop: 8 }}
    >
      <span title={isOwn ? `${piece.name} has its own ${knob.name}` : undefined}>
        {knob.name}
        {isOwn && <span className="wary"> *</span>}
      </span>
      <Slider
        size="sm"
        thumbLabel={knob.name}
        label={null}
        min={knob.low}
        max={knob.high}
        step={step}
        value={value}
        onChange={(next) => {
          const rounded = Number(next.toFixed(4));
          if (scope === 'try') setTry(rounded);
          else session.preview(label, recipe(rounded));
        }}
        onChangeEnd={() => session.finishGesture(label)}
      />
      <span className="mono" style={{ whiteSpace: 'nowrap' }}>
        {Number(value.toFixed(3))} <span className="quiet">{knob.unit ?? ''}</span>
      </span>
      {isSet ? (
        <Tooltip
          label={
            scope === 'try'
              ? 'Tries use the real value again'
              : scope === 'piece'
                ? `Back to that of all ${kind.name}s`
                : `Back to the default of the script, ${knob.value}`
          }
        >
          <ActionIcon
            size="xs"
            variant="subtle"
            aria-label={`Reset ${knob.name}`}
            onClick={() =>
              scope === 'try' ? setTry(undefined) : session.change(`Reset ${knob.name}`, recipe(undefined))
            }
          >
            <IconArrowBack size={13} />
          </ActionIcon>
        </Tooltip>
      ) : (
        <span />
      )}
    </div>
  );
}

/** A step that splits a range into some hundred round parts. */
function niceStep(span: number): number {
  const power = 10 ** Math.floor(Math.log10(span / 50));
  return span / power / 50 > 5 ? power * 5 : power;
}

/** What the control scheme comes to, measured by the motion of runs. */
function PlayerFacts({ piece, kind }: { piece: Piece; kind: Kind }) {
  const { session, reading } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const players = [...resolvedCast(game).values()].filter((other) => other.control);
  const reach = useFollowed(reading, (state) => state.reach);
  return (
    <div style={{ margin: '4px 0' }}>
      <div className="quiet">
        <span style={{ display: 'flex', alignItems: 'center', gap: 6, marginBottom: 4 }}>
          plays as
          <SelectField
            label="Kind of the player"
            value={kind.id}
            options={players.map(({ id, name }) => ({ value: id, label: name }))}
            onCommit={(id) =>
              session.change(`Play as ${id}`, (draft) =>
                commands.setPieceKind(commands.levelIn(draft, session.state.levelId), piece.id, id),
              )
            }
          />
        </span>
        {kind.control?.scheme}, body <span className="mono">{(kind.radius * 2).toFixed(2)} cells</span> wide. Measured:
      </div>
      {reach && (
        <div style={{ display: 'flex', alignItems: 'center', gap: 12 }}>
          <SpeedRose headings={reach.headings} />
          <div className="mono" style={{ fontSize: 11.5 }}>
            {Math.max(...reach.headings).toFixed(2)} cells/s at most
            <br />
            {reach.arc ? (
              <>
                apex {reach.arc.apex.toFixed(2)} cells
                <br />
                in the air {reach.arc.airSeconds.toFixed(2)} s
                <br />
                reaches {reach.arc.reach.toFixed(2)} cells
              </>
            ) : (
              <>diagonal {reach.headings[1].toFixed(2)} cells/s</>
            )}
          </div>
        </div>
      )}
    </div>
  );
}

const ROSE_SIDE = 92;

/** The speed in the eight headings as spokes with their numbers. */
function SpeedRose({ headings }: { headings: readonly number[] }) {
  const most = Math.max(0.1, ...headings);
  const middle = ROSE_SIDE / 2;
  return (
    <svg
      width={ROSE_SIDE}
      height={ROSE_SIDE}
      role="img"
      aria-label={`Speed in eight headings: ${headings.map((speed) => speed.toFixed(2)).join(', ')} cells/s`}
    >
      <circle cx={middle} cy={middle} r={26} fill="none" stroke="var(--layer)" />
      {headings.map((speed, index) => {
        const angle = (index * Math.PI) / 4;
        const [x, y] = [Math.cos(angle), Math.sin(angle)];
        return (
          <g key={index}>
            <line
              x1={middle}
              y1={middle}
              x2={middle + (x * 26 * speed) / most}
              y2={middle + (y * 26 * speed) / most}
              stroke="var(--river)"
              strokeWidth={3}
            />
            <text x={middle + x * 37} y={middle + y * 37 + 3} textAnchor="middle" fontSize={8.5} fill="var(--dim)">
              {speed.toFixed(1)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** How a piece goes by itself: its round, its lead, whether others go in step with it, and its formation. */
function MoverFacts({ piece }: { piece: Piece }) {
  const { session, reading } = useDesk();
  const previews = useFollowed(reading, (state) => state.previews);
  const mover = previews?.movers.find((candidate) => candidate.piece === piece.id);
  const group = previews?.inStep.find((ids) => ids.includes(piece.id));
  const { levelId } = session.state;
  const round = mover?.roundSeconds;
  const landing = mover?.stops.find((stop) => stop.what === 'lands');
  const spread = () =>
    group &&
    round !== undefined &&
    session.change('Spread pieces over their round', (draft) => commands.spreadLeads(draft, levelId, group, round));
  return (
    <div className="quiet" style={{ marginTop: 6 }}>
      {round !== undefined && (
        <>
          one round takes <span className="mono">{round.toFixed(1)} s</span>.{' '}
        </>
      )}
      {landing && (
        <>
          lands after <span className="mono">{landing.seconds.toFixed(1)} s</span>.{' '}
        </>
      )}
      {group && (
        <span className="wary">
          {group.length} go in step.{' '}
          <button type="button" className="act" onClick={spread}>
            Spread them
          </button>
        </span>
      )}
      {(mover ?? piece.lead !== undefined) && (
        <div style={{ display: 'flex', alignItems: 'center', gap: 6, marginTop: 4 }}>
          <span title="It moves as if it had set out this much earlier">set out</span>
          <NumberField
            label="Lead"
            value={piece.lead ?? 0}
            unit="s before the start"
            min={0}
            max={600}
            step={0.5}
            width={70}
            onCommit={(lead) =>
              session.change(`Lead of ${piece.name}`, (draft) => commands.setLead(draft, levelId, piece.id, lead))
            }
          />
        </div>
      )}
    </div>
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
    <div
      style={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: '4px 14px',
        marginTop: 10,
        paddingTop: 8,
        borderTop: '1px solid var(--layer)',
      }}
    >
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

/** Puts the card where it hides the fewest pieces and waypoints, near its piece and inside the view. */
function placeCard(
  piece: Piece,
  pieces: readonly Piece[],
  camera: Camera,
  width: number,
  height: number,
): { left: number; top: number } {
  const middle = toScreen(camera, piece.at[0], piece.at[1]);
  const gap = camera.scale * 0.9 + 10;
  const candidates = [
    { left: middle.x + gap, top: middle.y - CARD_HEIGHT / 3 },
    { left: middle.x - gap - CARD_WIDTH, top: middle.y - CARD_HEIGHT / 3 },
    { left: middle.x - CARD_WIDTH / 2, top: middle.y + gap },
    { left: middle.x - CARD_WIDTH / 2, top: middle.y - gap - CARD_HEIGHT },
    { left: width - CARD_WIDTH - 10, top: 56 },
    { left: 10, top: height - CARD_HEIGHT - 40 },
    { left: width - CARD_WIDTH - 10, top: height - CARD_HEIGHT - 40 },
    { left: 10, top: 56 },
  ].map(({ left, top }) => ({
    left: clamp(left, 8, width - CARD_WIDTH - 8),
    top: clamp(top, 54, height - CARD_HEIGHT - 36),
  }));
  const own = [piece.at, ...(piece.route ?? [])].map(([x, y]) => ({ ...toScreen(camera, x, y), weight: 3 }));
  const others = pieces.map(({ at: [x, y] }) => ({ ...toScreen(camera, x, y), weight: 1 }));
  const hidden = (spot: { left: number; top: number }) =>
    [...own, ...others].reduce(
      (sum, { x, y, weight }) =>
        sum +
        (x > spot.left - 14 && x < spot.left + CARD_WIDTH + 14 && y > spot.top - 14 && y < spot.top + CARD_HEIGHT + 14
          ? weight
          : 0),
      0,
    );
  return candidates.reduce((best, spot) => (hidden(spot) < hidden(best) ? spot : best));
}

function clamp(value: number, low: number, high: number): number {
  return Math.max(low, Math.min(Math.max(low, high), value));
}
