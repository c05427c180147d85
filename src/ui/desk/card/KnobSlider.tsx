'use client';

import { ActionIcon, Slider, Tooltip } from '@mantine/core';
import { IconArrowBack } from '@tabler/icons-react';
import { commands, type Kind, type KnobDefinition, type Piece, type PieceInsight } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { niceStep } from '../panels/niceStep';
import css from './card.module.css';

/** For whom a knob is turned: all pieces of a kind, one piece, or only for tries. */
export type Scope = 'kind' | 'piece' | 'try';

interface KnobProps {
  knob: KnobDefinition;
  piece: Piece;
  kind: Kind;
  insight: PieceInsight;
  scope: Scope;
}

/** One knob as a slider. While it is held the Reading already follows; letting go makes it one step back. */
export function KnobSlider({ knob, piece, kind, insight, scope }: KnobProps) {
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
  const label = `Set ${knob.name} of ${scope === 'kind' ? kind.name : piece.name}`;
  const recipe = (next: number | undefined) => (draft: Parameters<typeof commands.setKindKnob>[0]) => {
    if (scope === 'kind') commands.setKindKnob(draft, kind.id, knob.name, next);
    else commands.setPieceKnob(draft, session.state.levelId, piece.id, knob.name, next);
  };
  const isSet =
    scope === 'try' ? forced !== undefined : scope === 'piece' ? isOwn : kind.knobs?.[knob.name] !== undefined;
  return (
    <KnobRow
      knob={knob}
      value={value}
      mark={isOwn ? `${piece.name} has its own ${knob.name}` : undefined}
      isSet={isSet}
      returnsTo={
        scope === 'try'
          ? 'Tries use the real value again'
          : scope === 'piece'
            ? `Back to that of all ${kind.name}s`
            : `Back to the default of the script, ${knob.value}`
      }
      onPreview={(next) => (scope === 'try' ? setTry(next) : session.preview(label, recipe(next)))}
      onDone={() => session.finishGesture(label)}
      onReset={() => (scope === 'try' ? setTry(undefined) : session.change(`Reset ${knob.name}`, recipe(undefined)))}
    />
  );
}

/** A knob as a line: its name, a slider, its value with the unit, and the way back. */
export function KnobRow({
  knob,
  value,
  mark,
  isSet,
  returnsTo,
  onPreview,
  onDone,
  onReset,
}: {
  knob: Pick<KnobDefinition, 'name' | 'low' | 'high'> & { unit?: string };
  value: number;
  /** Said of a value that is not the usual one. */
  mark?: string;
  isSet: boolean;
  returnsTo: string;
  onPreview: (value: number) => void;
  onDone: () => void;
  onReset: () => void;
}) {
  return (
    <div className={css.knob}>
      <span className="cut" title={mark ?? knob.name}>
        {knob.name}
        {mark && <span className="wary"> *</span>}
      </span>
      <Slider
        size="sm"
        thumbLabel={knob.name}
        label={null}
        min={knob.low}
        max={knob.high}
        step={niceStep(knob.high - knob.low)}
        value={value}
        onChange={(next) => onPreview(Number(next.toFixed(4)))}
        onChangeEnd={onDone}
      />
      <span className="mono one-line">
        {Number(value.toFixed(3))} <span className="quiet">{knob.unit ?? ''}</span>
      </span>
      {isSet ? (
        <Tooltip label={returnsTo}>
          <ActionIcon size="xs" variant="subtle" aria-label={`Reset ${knob.name}`} onClick={onReset}>
            <IconArrowBack size={13} />
          </ActionIcon>
        </Tooltip>
      ) : (
        <span />
      )}
    </div>
  );
}
