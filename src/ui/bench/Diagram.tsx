'use client';

import { useMemo, useRef, useState, type PointerEvent } from 'react';
import type { BehaviorFigures, Explanation, ScriptOutline, StateOutline } from '@/core/index';
import { layOut, PLATE_WIDTH, ROW_HEIGHT, type PlacedState } from './diagramLayout';

interface DiagramProps {
  outline: ScriptOutline;
  isStale: boolean;
  selected: string | undefined;
  /** What the subject of the proving ground is at. */
  live: Explanation | undefined;
  figures: BehaviorFigures | undefined;
  onSelect: (state: string, transition?: number) => void;
  /** A new way was drawn from one state to another. */
  onLink: (from: string, to: string) => void;
  onRedirect: (from: string, index: number, to: string) => void;
}

const MARGIN = 26;

/** States as plates, each with its transitions in order of priority; links run from a row to the plate it leads to. */
export function Diagram(props: DiagramProps) {
  const { outline, isStale, selected, live, figures, onSelect, onLink, onRedirect } = props;
  const layout = useMemo(() => layOut(outline), [outline]);
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ from: string; index?: number; x: number; y: number }>();
  const placeOf = (event: PointerEvent): { x: number; y: number } => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return { x: 0, y: 0 };
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return { x: point.x, y: point.y };
  };
  const stateAt = ({ x, y }: { x: number; y: number }) =>
    layout.states.find(
      (state) => x >= state.x && x <= state.x + PLATE_WIDTH && y >= state.y && y <= state.y + state.height,
    );
  const drop = (event: PointerEvent) => {
    if (!drag) return;
    const target = stateAt(placeOf(event));
    setDrag(undefined);
    if (!target) return;
    if (drag.index !== undefined) onRedirect(drag.from, drag.index, target.name);
    else if (target.name !== drag.from) onLink(drag.from, target.name);
  };
  const view = [-MARGIN, -MARGIN, layout.width + 2 * MARGIN, layout.height + 2 * MARGIN];
  return (
    <svg
      ref={svg}
      role="group"
      aria-label="State diagram"
      data-testid="diagram"
      viewBox={view.join(' ')}
      style={{
        width: '100%',
        height: '100%',
        maxHeight: view[3] * 1.1,
        opacity: isStale ? 0.55 : 1,
        touchAction: 'none',
        display: 'block',
      }}
      onPointerMove={(event) => drag && setDrag({ ...drag, ...placeOf(event) })}
      onPointerUp={drop}
    >
      <defs>
        <marker
          id="tip"
          viewBox="0 0 8 8"
          refX="6"
          refY="4"
          markerUnits="userSpaceOnUse"
          markerWidth="9"
          markerHeight="9"
          orient="auto"
        >
          <path d="M 0 0.6 L 7 4 L 0 7.4 z" fill="context-stroke" />
        </marker>
      </defs>
      {layout.links.map((link) => {
        const isLive = live?.state === link.from && live.transitions[link.index]?.condition.holds === true;
        const isNear = selected === link.from;
        return (
          <path
            key={`${link.from} ${link.index} ${link.to}`}
            d={link.path}
            fill="none"
            stroke={isLive ? 'var(--clay)' : isNear ? 'var(--river)' : 'var(--dim)'}
            strokeWidth={isLive || isNear ? 2 : 1.1}
            strokeOpacity={isLive || isNear ? 1 : 0.55}
            markerEnd="url(#tip)"
          />
        );
      })}
      {layout.states.map((placed) => {
        const state = outline.states.find((candidate) => candidate.name === placed.name)!;
        return (
          <Plate
            key={placed.name}
            placed={placed}
            state={state}
            isSelected={selected === placed.name}
            live={live?.state === placed.name ? live : undefined}
            share={figures?.states.find(({ name }) => name === placed.name)?.share}
            figures={figures}
            onSelect={onSelect}
            onGrab={(event, index) => {
              svg.current?.setPointerCapture(event.pointerId);
              setDrag({ from: placed.name, index, ...placeOf(event) });
            }}
          />
        );
      })}
      {drag && <DragLine drag={drag} states={layout.states} />}
    </svg>
  );
}

function DragLine({ drag, states }: { drag: { from: string; x: number; y: number }; states: readonly PlacedState[] }) {
  const from = states.find((state) => state.name === drag.from);
  if (!from) return null;
  return (
    <line
      x1={from.x + PLATE_WIDTH / 2}
      y1={from.y + from.height}
      x2={drag.x}
      y2={drag.y}
      stroke="var(--river)"
      strokeWidth={2}
      strokeDasharray="5 4"
      pointerEvents="none"
    />
  );
}

function Plate({
  placed,
  state,
  isSelected,
  live,
  share,
  figures,
  onSelect,
  onGrab,
}: {
  placed: PlacedState;
  state: StateOutline;
  isSelected: boolean;
  live: Explanation | undefined;
  share: number | undefined;
  figures: BehaviorFigures | undefined;
  onSelect: DiagramProps['onSelect'];
  onGrab: (event: PointerEvent, index?: number) => void;
}) {
  const { x, y, height } = placed;
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        width={PLATE_WIDTH}
        height={height}
        rx={7}
        fill={live ? 'var(--ochre-wash)' : 'var(--paper)'}
        stroke={isSelected ? 'var(--river)' : live ? 'var(--ochre)' : 'var(--layer)'}
        strokeWidth={isSelected || live ? 2 : 1.2}
        strokeDasharray={state.takenFrom ? '5 3' : undefined}
      />
      {state.takenFrom && (
        <text x={PLATE_WIDTH - 8} y={-4} fontSize={10} textAnchor="end" fill="var(--dim)">
          from {state.takenFrom}
        </text>
      )}
      {state.isStart && <path d="M -1 6 L -11 13 L -1 20 z" fill="var(--moss)" />}
      <g
        role="button"
        tabIndex={0}
        aria-label={`State ${state.name}`}
        aria-current={live ? 'step' : undefined}
        style={{ cursor: 'pointer' }}
        onClick={() => onSelect(state.name)}
        onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && onSelect(state.name)}
      >
        <rect width={PLATE_WIDTH} height={38} rx={7} fill="transparent" />
        <text x={10} y={17} fontSize={13} fontWeight={650} fill="var(--ink)">
          {state.name}
        </text>
        <text x={PLATE_WIDTH - 9} y={17} fontSize={11} textAnchor="end" fill="var(--dim)">
          {live
            ? `${live.seconds.toFixed(1)} s`
            : share !== undefined
              ? `${share > 0 && share < 0.005 ? '<1' : Math.round(share * 100)} % of time`
              : ''}
        </text>
        <text x={10} y={33} fontSize={11} fill="var(--dim)">
          {clip(`${state.motion?.text ?? 'nothing'}`, hasActs(state) ? 27 : 34)}
          {hasActs(state) && (
            <tspan fill="var(--ochre)" dx={5}>
              + acts
            </tspan>
          )}
          <title>{[state.motion?.text, ...actTexts(state)].join('\n')}</title>
        </text>
      </g>
      {state.transitions.map((transition, index) => {
        const holds = live?.transitions[index]?.condition.holds;
        const perMinute = figures?.transitions
          .filter((way) => way.from === state.name && transition.targets.some((target) => target.state === way.to))
          .reduce((sum, way) => sum + way.perMinute, 0);
        return (
          <g
            key={transition.whole.from}
            transform={`translate(0 ${40 + index * ROW_HEIGHT})`}
            role="button"
            tabIndex={0}
            aria-label={`Transition ${index + 1} of ${state.name}, to ${transition.targets.map((target) => target.state).join(' or ')}, when ${transition.condition.text}`}
            style={{ cursor: 'pointer' }}
            onClick={() => onSelect(state.name, index)}
            onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && onSelect(state.name, index)}
          >
            <rect x={1} width={PLATE_WIDTH - 2} height={ROW_HEIGHT} fill={holds ? 'var(--clay-wash)' : 'transparent'} />
            <text x={10} y={13} fontSize={10.5} fill="var(--dim)">
              {index + 1}
            </text>
            <text x={22} y={13} fontSize={10.5} fill="var(--ink)">
              {clip(transition.condition.text, perMinute ? 22 : 29)}
              <title>{`to ${transition.targets.map((target) => target.state).join(' or ')} when ${transition.condition.text}${perMinute ? `; ${perMinute.toFixed(1)} times a minute` : ''}`}</title>
            </text>
            {perMinute !== undefined && perMinute > 0 && !live && (
              <text x={PLATE_WIDTH - 18} y={13} fontSize={9.5} textAnchor="end" fill="var(--dim)">
                {perMinute.toFixed(1)}/min
              </text>
            )}
            {!state.takenFrom && (
              <circle
                cx={PLATE_WIDTH - 9}
                cy={9}
                r={4}
                fill={holds === undefined && live ? 'var(--ochre-line)' : holds ? 'var(--clay)' : 'var(--layer)'}
                stroke="var(--dim)"
                strokeWidth={0.7}
                style={{ cursor: 'crosshair' }}
                onPointerDown={(event) => onGrab(event, index)}
              >
                <title>Drag to another state to make it lead there</title>
              </circle>
            )}
          </g>
        );
      })}
      {!state.takenFrom && (
        <>
          {' '}
          <circle
            cx={PLATE_WIDTH / 2}
            cy={height}
            r={6}
            fill="var(--river-wash)"
            stroke="var(--river)"
            style={{ cursor: 'crosshair' }}
            onPointerDown={(event) => onGrab(event)}
          >
            <title>Drag to another state for a new transition</title>
          </circle>
          <path d={`M ${PLATE_WIDTH / 2 - 3} ${height} h 6 m -3 -3 v 6`} stroke="var(--river)" pointerEvents="none" />
        </>
      )}
    </g>
  );
}

function actTexts(state: StateOutline): string[] {
  return [
    ...(state.enter ? [`enter ${state.enter.text}`] : []),
    ...(state.leave ? [`leave ${state.leave.text}`] : []),
    ...state.repeats.map((repeat) => repeat.whole.text),
    ...(state.facing ? [state.facing.text] : []),
  ];
}

function hasActs(state: StateOutline): boolean {
  return actTexts(state).length > 0;
}

function clip(text: string, most: number): string {
  const line = text.replace(/\s+/g, ' ');
  return line.length > most ? `${line.slice(0, most - 1)}…` : line;
}
