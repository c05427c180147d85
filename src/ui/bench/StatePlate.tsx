import type { KeyboardEvent, PointerEvent } from 'react';
import type { BehaviorFigures, Explanation, StateOutline } from '@/core/index';
import styles from './bench.module.css';
import { PLATE_WIDTH, ROW_HEIGHT, type PlacedState } from './diagramLayout';

interface StatePlateProps {
  placed: PlacedState;
  state: StateOutline;
  isSelected: boolean;
  /** What the subject of the proving ground is at, where it is in this state. */
  live: Explanation | undefined;
  figures: BehaviorFigures | undefined;
  onSelect: (state: string, transition?: number) => void;
  /** A new way, or that of a transition, is drawn from here. */
  onGrab: (event: PointerEvent, index?: number) => void;
}

const HEAD_HEIGHT = 38;
const FIRST_ROW = 40;

/** A state as a plate: what it does, and its transitions in the order in which they are looked at. */
export function StatePlate(props: StatePlateProps) {
  const { placed, state, isSelected, live } = props;
  return (
    <g transform={`translate(${placed.x} ${placed.y})`}>
      <rect
        width={PLATE_WIDTH}
        height={placed.height}
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
      <Head {...props} />
      {state.transitions.map((transition, index) => (
        <TransitionRow key={transition.whole.from} {...props} index={index} />
      ))}
      {!state.takenFrom && <NewWay {...props} />}
    </g>
  );
}

/** What makes a part of a drawing pressed with pointer and keys. */
function pressable(label: string, onPress: () => void) {
  return {
    role: 'button',
    tabIndex: 0,
    'aria-label': label,
    className: styles.press,
    onClick: onPress,
    onKeyDown: (event: KeyboardEvent) => (event.key === 'Enter' || event.key === ' ') && onPress(),
  };
}

function Head({ state, live, figures, onSelect }: StatePlateProps) {
  const share = figures?.states.find(({ name }) => name === state.name)?.share;
  const acts = actTexts(state);
  return (
    <g {...pressable(`State ${state.name}`, () => onSelect(state.name))} aria-current={live ? 'step' : undefined}>
      <rect width={PLATE_WIDTH} height={HEAD_HEIGHT} rx={7} fill="transparent" />
      <text x={10} y={17} fontSize={13} fontWeight={650} fill="var(--ink)">
        {state.name}
      </text>
      <text x={PLATE_WIDTH - 9} y={17} fontSize={11} textAnchor="end" fill="var(--dim)">
        {live ? `${live.seconds.toFixed(1)} s` : share !== undefined && sayShareOfTime(share)}
      </text>
      <text x={10} y={33} fontSize={11} fill="var(--dim)">
        {clip(state.motion?.text ?? 'nothing', acts.length > 0 ? 27 : 34)}
        {acts.length > 0 && (
          <tspan fill="var(--ochre)" dx={5}>
            + acts
          </tspan>
        )}
        <title>{[state.motion?.text, ...acts].join('\n')}</title>
      </text>
    </g>
  );
}

function sayShareOfTime(share: number): string {
  return `${share > 0 && share < 0.005 ? '<1' : Math.round(share * 100)} % of time`;
}

function TransitionRow({ state, live, figures, index, onSelect, onGrab }: StatePlateProps & { index: number }) {
  const { targets, condition } = state.transitions[index];
  const leadsTo = targets.map((target) => target.state).join(' or ');
  const holds = live?.transitions[index]?.condition.holds;
  const perMinute = figures?.transitions
    .filter((way) => way.from === state.name && targets.some((target) => target.state === way.to))
    .reduce((sum, way) => sum + way.perMinute, 0);
  const often = perMinute ? `; ${perMinute.toFixed(1)} times a minute` : '';
  return (
    <g
      transform={`translate(0 ${FIRST_ROW + index * ROW_HEIGHT})`}
      {...pressable(`Transition ${index + 1} of ${state.name}, to ${leadsTo}, when ${condition.text}`, () =>
        onSelect(state.name, index),
      )}
    >
      <rect x={1} width={PLATE_WIDTH - 2} height={ROW_HEIGHT} fill={holds ? 'var(--clay-wash)' : 'transparent'} />
      <text x={10} y={13} fontSize={10.5} fill="var(--dim)">
        {index + 1}
      </text>
      <text x={22} y={13} fontSize={10.5} fill="var(--ink)">
        {clip(condition.text, perMinute ? 22 : 29)}
        <title>{`to ${leadsTo} when ${condition.text}${often}`}</title>
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
          className={styles.grip}
          onPointerDown={(event) => onGrab(event, index)}
        >
          <title>Drag to another state to make it lead there</title>
        </circle>
      )}
    </g>
  );
}

function NewWay({ placed: { height }, onGrab }: StatePlateProps) {
  return (
    <>
      <circle
        cx={PLATE_WIDTH / 2}
        cy={height}
        r={6}
        fill="var(--river-wash)"
        stroke="var(--river)"
        className={styles.grip}
        onPointerDown={(event) => onGrab(event)}
      >
        <title>Drag to another state for a new transition</title>
      </circle>
      <path d={`M ${PLATE_WIDTH / 2 - 3} ${height} h 6 m -3 -3 v 6`} stroke="var(--river)" pointerEvents="none" />
    </>
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

function clip(text: string, most: number): string {
  const line = text.replace(/\s+/g, ' ');
  return line.length > most ? `${line.slice(0, most - 1)}…` : line;
}
