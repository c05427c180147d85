'use client';

import type { ReactNode } from 'react';
import {
  commands,
  kindOf,
  outlineScript,
  type CheckedBehavior,
  type Explanation,
  type GameDocument,
} from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { KnobRow } from '../desk/card/KnobSlider';
import { SmallLadder } from '../desk/SmallLadder';
import { checkedScriptsOf } from '../editor/composePicture';
import { NotWritten } from '../frame/NotWritten';
import styles from './bench.module.css';
import { FiguresView, type useBehaviorFigures } from './FiguresView';
import { NumbersForm } from './NumbersForm';
import { StateForm } from './StateForm';
import type { Outlined } from './useScript';
import { WhyList } from './WhyList';

interface BenchAsideProps {
  scriptId: string;
  good: Outlined | undefined;
  isStale: boolean;
  behavior: CheckedBehavior | undefined;
  /** Ids of the kinds that follow the behavior. */
  users: string[];
  selected: string | undefined;
  transition: number | undefined;
  measured: ReturnType<typeof useBehaviorFigures>;
  live: Explanation | undefined;
  refused: string | undefined;
  onForget: () => void;
  onSelect: (state: string | undefined, transition?: number) => void;
  onOpenScript: (id: string) => void;
}

/** The selected state, or the whole behavior, as forms; below, why the one in the proving ground does what it does. */
export function BenchAside(props: BenchAsideProps) {
  const { good, isStale, selected, live, refused, onForget } = props;
  return (
    <aside className={styles.aside}>
      <div className={styles.asideForms}>
        <SmallLadder />
        <NotWritten fault={refused} onClose={onForget} />
        {selected && good ? <OneState {...props} good={good} selected={selected} /> : <Overview {...props} />}
      </div>
      <div className={styles.why}>
        <h2 className="heading">Why, in the proving ground</h2>
        {live && !isStale ? <WhyList explanation={live} /> : <p className="quiet">Nothing runs there yet.</p>}
      </div>
    </aside>
  );
}

function OneState({
  good,
  selected,
  isStale,
  behavior,
  transition,
  onSelect,
  onOpenScript,
}: BenchAsideProps & { good: Outlined; selected: string }) {
  const { session } = useDesk();
  const openBehavior = (wanted: string) => {
    const { scripts } = session.state.game;
    const script = scripts.find(({ lines }) => outlineScript(lines.join('\n'))?.behavior === wanted);
    if (script) onOpenScript(script.id);
  };
  return (
    <>
      <button type="button" className="act" onClick={() => onSelect(undefined)}>
        ← the whole behavior
      </button>
      <StateForm
        key={selected}
        outline={good.outline}
        behavior={isStale ? undefined : behavior}
        name={selected}
        transition={transition}
        onSelect={onSelect}
        onOpenBehavior={openBehavior}
      />
    </>
  );
}

function Overview({ scriptId, users, measured, good, isStale }: BenchAsideProps) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const pieces = session.level.pieces.filter((piece) => kindOf(game, piece.kind)?.behavior === scriptId);
  return (
    <>
      <h2 className="heading">Who follows it</h2>
      <p className={styles.users}>
        {users.length === 0 ? (
          <span className="quiet">Nobody yet. Choose it as the behavior of a kind in the Cast.</span>
        ) : (
          users.map((id) => kindOf(game, id)?.name).join(', ')
        )}
        {pieces.length > 0 && (
          <span className="quiet"> · in this level {pieces.map(({ name }) => name).join(', ')}</span>
        )}
      </p>
      {users.map((id) => (
        <KnobsOfKind key={id} kindId={id} />
      ))}
      {good && !isStale && <NumbersForm outline={good.outline} />}
      <Heading>In runs of this level</Heading>
      <FiguresView measured={measured} />
    </>
  );
}

function Heading({ children }: { children: ReactNode }) {
  return <h2 className={`heading ${styles.part}`}>{children}</h2>;
}

/** The knobs of one kind as sliders; the proving ground and the figures follow while they are held. */
function KnobsOfKind({ kindId }: { kindId: string }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const kind = kindOf(game, kindId)!;
  const knobs = checkedScriptsOf(game).get(kind.behavior ?? '')?.knobs ?? [];
  const own = game.cast.find((entry) => entry.id === kindId)?.knobs;
  const set = (knob: string, value: number | undefined) => (draft: GameDocument) =>
    commands.setKindKnob(draft, kindId, knob, value);
  return (
    <div className={styles.knobs}>
      <b>{kind.name}</b>
      {knobs.map((knob) => {
        const label = `Set ${knob.name} of ${kind.name}`;
        return (
          <KnobRow
            key={knob.name}
            knob={knob}
            value={kind.knobs?.[knob.name] ?? knob.value}
            isSet={own?.[knob.name] !== undefined}
            returnsTo="Back to what holds when nothing is set here"
            onPreview={(value) => session.preview(label, set(knob.name, value))}
            onDone={() => session.finishGesture(label)}
            onReset={() => session.change(`Reset ${knob.name}`, set(knob.name, undefined))}
          />
        );
      })}
    </div>
  );
}
