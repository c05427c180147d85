'use client';

import { useMemo, useRef, useState, type PointerEvent, type RefObject } from 'react';
import type { BehaviorFigures, Explanation, ScriptOutline } from '@/core/index';
import styles from './bench.module.css';
import { layOut, PLATE_WIDTH, type PlacedState } from './diagramLayout';
import { StatePlate } from './StatePlate';

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

/** A way that is being drawn: from a state, or that of one of its transitions. */
interface Drag {
  from: string;
  index?: number;
  x: number;
  y: number;
}

/** States as plates, each with its transitions in order of priority; links run from a row to the plate it leads to. */
export function Diagram(props: DiagramProps) {
  const { outline, isStale, selected, live, figures, onSelect } = props;
  const layout = useMemo(() => layOut(outline), [outline]);
  const svg = useRef<SVGSVGElement>(null);
  const { drag, grab, move, drop } = useDrag(svg, layout.states, props);
  const view = [-MARGIN, -MARGIN, layout.width + 2 * MARGIN, layout.height + 2 * MARGIN];
  return (
    <svg
      ref={svg}
      role="group"
      aria-label="State diagram"
      data-testid="diagram"
      viewBox={view.join(' ')}
      className={styles.diagram}
      data-stale={isStale || undefined}
      style={{ maxHeight: view[3] * 1.1 }}
      onPointerMove={move}
      onPointerUp={drop}
    >
      <Tip />
      {layout.links.map((link) => (
        <Link
          key={`${link.from} ${link.index} ${link.to}`}
          path={link.path}
          isLive={live?.state === link.from && live.transitions[link.index]?.condition.holds === true}
          isNear={selected === link.from}
        />
      ))}
      {layout.states.map((placed) => (
        <StatePlate
          key={placed.name}
          placed={placed}
          state={outline.states.find((candidate) => candidate.name === placed.name)!}
          isSelected={selected === placed.name}
          live={live?.state === placed.name ? live : undefined}
          figures={figures}
          onSelect={onSelect}
          onGrab={(event, index) => grab(event, placed.name, index)}
        />
      ))}
      {drag && <DragLine drag={drag} states={layout.states} />}
    </svg>
  );
}

/** Draws ways with the pointer: a new one, or one that then leads elsewhere. */
function useDrag(
  svg: RefObject<SVGSVGElement | null>,
  states: readonly PlacedState[],
  { onLink, onRedirect }: DiagramProps,
) {
  const [drag, setDrag] = useState<Drag>();
  const placeOf = (event: PointerEvent): { x: number; y: number } => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return { x: 0, y: 0 };
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return { x: point.x, y: point.y };
  };
  const stateAt = ({ x, y }: { x: number; y: number }) =>
    states.find((state) => x >= state.x && x <= state.x + PLATE_WIDTH && y >= state.y && y <= state.y + state.height);
  const grab = (event: PointerEvent, from: string, index?: number) => {
    svg.current?.setPointerCapture(event.pointerId);
    setDrag({ from, index, ...placeOf(event) });
  };
  const move = (event: PointerEvent) => {
    if (drag) setDrag({ ...drag, ...placeOf(event) });
  };
  const drop = (event: PointerEvent) => {
    if (!drag) return;
    const target = stateAt(placeOf(event));
    setDrag(undefined);
    if (!target) return;
    if (drag.index !== undefined) onRedirect(drag.from, drag.index, target.name);
    else if (target.name !== drag.from) onLink(drag.from, target.name);
  };
  return { drag, grab, move, drop };
}

function Tip() {
  return (
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
  );
}

function Link({ path, isLive, isNear }: { path: string; isLive: boolean; isNear: boolean }) {
  return (
    <path
      d={path}
      fill="none"
      stroke={isLive ? 'var(--clay)' : isNear ? 'var(--river)' : 'var(--dim)'}
      strokeWidth={isLive || isNear ? 2 : 1.1}
      strokeOpacity={isLive || isNear ? 1 : 0.55}
      markerEnd="url(#tip)"
    />
  );
}

function DragLine({ drag, states }: { drag: Drag; states: readonly PlacedState[] }) {
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
