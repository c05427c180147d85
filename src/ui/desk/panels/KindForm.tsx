'use client';

import { TagsInput } from '@mantine/core';
import {
  ancestorsOf,
  commands,
  hitShapeOf,
  quantityIn,
  standShapeOf,
  USUAL,
  VOCABULARY,
  type Kind,
  type KindEntry,
} from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { ControlEditor } from './ControlEditor';
import { ColourField, NameRow, SelectField, SwitchField } from './fields';
import { InheritedField } from './InheritedField';
import { KindKnobs } from './KindKnobs';
import { PartsEditor } from './PartsEditor';
import styles from './panels.module.css';
import { QuantityField } from './QuantityField';
import { ShapeEditor } from './ShapeEditor';

/** Ways to move with which a new behavior can begin. */
const MOTIONS = VOCABULARY.filter((entry) => entry.role === 'motion');

type SetField = <Field extends keyof KindEntry>(field: Field, value: KindEntry[Field]) => void;

interface PartProps {
  kind: Kind;
  /** What is written of it; the rest is taken from the kind that it varies. */
  entry: KindEntry;
  set: SetField;
}

/** Everything that a kind is and does. */
export function KindForm({
  kind,
  entry,
  onOpenScript,
  onChoose,
}: {
  kind: Kind;
  entry: KindEntry;
  onOpenScript: (id: string) => void;
  onChoose: (id: string) => void;
}) {
  const { session } = useDesk();
  const set: SetField = (field, value) =>
    session.change(`Change ${kind.name}`, (draft) => commands.setKindField(draft, kind.id, field, value));
  const part = { kind, entry, set };
  // Of what a player steers, that is what is asked for first; of all else, last.
  const control = (
    <InheritedField entry={entry} field="control" label="control">
      <ControlEditor kind={kind} onCommit={(value) => set('control', value)} />
    </InheritedField>
  );
  return (
    <div className={styles.form}>
      <Names kind={kind} onChoose={onChoose} />
      <Looks {...part} />
      {kind.control && control}
      <Shapes {...part} />
      <BehaviorField {...part} onOpenScript={onOpenScript} />
      <KindKnobs kind={kind} entry={entry} />
      <Traits {...part} />
      <Blocking {...part} />
      <Wearing {...part} />
      {!kind.control && (
        <InheritedField
          entry={entry}
          field="parts"
          label="parts"
          hint="Other bodies that come, move and go with it; seen from the side “to its right” is down"
        >
          <PartsEditor kind={kind} onCommit={(value) => set('parts', value)} />
        </InheritedField>
      )}
      <InheritedField entry={entry} field="flight" label="when thrown" hint="How it flies when it is thrown or fired">
        <FlightFields flight={kind.flight} onCommit={(value) => set('flight', value)} />
      </InheritedField>
      {!kind.control && control}
      <RemoveKind kind={kind} />
    </div>
  );
}

function Names({ kind, onChoose }: { kind: Kind; onChoose: (id: string) => void }) {
  const { session } = useDesk();
  const base = useFollowed(session, (state) => ancestorsOf(state.game.cast, kind.id).at(0)?.name);
  const rename = (name: string) => {
    let id = kind.id;
    session.change(`Rename ${kind.name}`, (draft) => {
      id = commands.renameKind(draft, kind.id, name);
    });
    if (session.state.castKind === kind.id) session.store.setState({ castKind: id });
    onChoose(id);
  };
  return (
    <>
      <NameRow of="kind" named={kind} onCommit={rename} />
      {base && (
        <p className={`quiet ${styles.note}`}>
          varies <b>{base}</b>: what is not overridden here is taken from there.
        </p>
      )}
    </>
  );
}

function Looks({ kind, entry, set }: PartProps) {
  return (
    <>
      <InheritedField entry={entry} field="tint" label="tint">
        <ColourField label="Tint of the kind" value={kind.tint} onCommit={(value) => set('tint', value)} />
      </InheritedField>
      <InheritedField entry={entry} field="tags" label="tags" hint="Words by which rules and contacts name kinds">
        <TagsInput
          size="xs"
          className="rest"
          aria-label="Tags"
          value={kind.tags}
          onChange={(value) => set('tags', value.filter((tag) => /^[a-z][a-z0-9_-]{0,63}$/.test(tag)).slice(0, 20))}
        />
      </InheritedField>
    </>
  );
}

const BODY_SHAPES = [
  { field: 'stand', name: 'Stand shape', hint: 'What walls and ground meet', shapeOf: standShapeOf },
  { field: 'hit', name: 'Hit shape', hint: 'What others meet', shapeOf: hitShapeOf },
] as const;

function Shapes({ kind, entry, set }: PartProps) {
  return (
    <>
      <InheritedField entry={entry} field="radius" label="radius" hint="Stand and hit shape, unless they are set below">
        <QuantityField
          of={quantityIn('kind', 'radius')}
          value={kind.radius}
          onCommit={(value) => set('radius', value)}
        />
      </InheritedField>
      {BODY_SHAPES.map(({ field, name, hint, shapeOf }) => (
        <InheritedField key={field} entry={entry} field={field} label={name.toLowerCase()} hint={hint}>
          <ShapeEditor
            name={name}
            shape={shapeOf(kind)}
            isSet={kind[field] !== undefined}
            radius={kind.radius}
            onCommit={(shape) => set(field, shape)}
          />
        </InheritedField>
      ))}
    </>
  );
}

function BehaviorField({ kind, entry, set, onOpenScript }: PartProps & { onOpenScript: (id: string) => void }) {
  const { session } = useDesk();
  const scripts = useFollowed(session, (state) => state.game.scripts);
  const { behavior } = kind;
  const begin = (motion: string) => {
    let id = '';
    session.change(`New behavior of ${kind.name}`, (draft) => {
      id = commands.addScript(draft, kind.name, motion);
      commands.setKindField(draft, kind.id, 'behavior', id);
    });
    onOpenScript(id);
  };
  const motions = MOTIONS.map(({ words, example }) => ({
    value: example.replace(/, from \w+$/, ''),
    label: words.join(' '),
  }));
  return (
    <InheritedField entry={entry} field="behavior" label="behavior">
      <SelectField
        label="Behavior"
        value={behavior ?? ''}
        options={[{ value: '', label: 'none' }, ...scripts.map(({ id }) => ({ value: id, label: id }))]}
        onCommit={(value) => set('behavior', value === '' ? undefined : value)}
      />
      {behavior && (
        <button type="button" className="act" onClick={() => onOpenScript(behavior)}>
          Script
        </button>
      )}
      <SelectField
        label="New behavior"
        value=""
        width={84}
        options={[{ value: '', label: 'new…' }, ...motions]}
        onCommit={(motion) => motion !== '' && begin(motion)}
      />
    </InheritedField>
  );
}

function Traits({ kind, entry, set }: PartProps) {
  return (
    <>
      <InheritedField entry={entry} field="health" label="health">
        <QuantityField
          of={quantityIn('kind', 'health')}
          value={kind.health ?? USUAL.health}
          onCommit={(value) => set('health', value)}
        />
      </InheritedField>
      <InheritedField entry={entry} field="floats" label="floats">
        <SwitchField label="Floats" value={kind.floats ?? false} onCommit={(value) => set('floats', value)}>
          over liquid and void
        </SwitchField>
      </InheritedField>
      <InheritedField entry={entry} field="falls" label="falls">
        <SwitchField label="Falls" value={kind.falls ?? false} onCommit={(value) => set('falls', value)}>
          seen from the side
        </SwitchField>
      </InheritedField>
    </>
  );
}

function Blocking({ kind, entry, set }: PartProps) {
  return (
    <>
      <InheritedField
        entry={entry}
        field="blocks"
        label="blocks"
        hint="As long as it is there; for what stands and has no behavior"
      >
        <SwitchField label="Blocks" value={kind.blocks ?? false} onCommit={(value) => set('blocks', value)}>
          stops bodies, as a wall does
        </SwitchField>
      </InheritedField>
      {kind.blocks && (
        <InheritedField
          entry={entry}
          field="pushed"
          label="can be pushed"
          hint="A player who presses on against it for so long pushes it on"
        >
          <SwitchField
            label="Can be pushed"
            value={kind.pushed !== undefined}
            onCommit={(value) => set('pushed', value ? 0.2 : undefined)}
          >
            by a cell
          </SwitchField>
          {kind.pushed !== undefined && (
            <QuantityField
              of={quantityIn('kind', 'pushed')}
              value={kind.pushed}
              onCommit={(value) => set('pushed', value)}
            />
          )}
        </InheritedField>
      )}
    </>
  );
}

function Wearing({ kind, entry, set }: PartProps) {
  const { wear = 0, crumbs } = kind;
  const { within = 1.5, share = 0 } = crumbs ?? {};
  return (
    <>
      <InheritedField entry={entry} field="wear" label="wears ground">
        <QuantityField of={quantityIn('kind', 'wear')} value={wear} onCommit={(value) => set('wear', value)} />
      </InheritedField>
      {wear > 0 && (
        <InheritedField
          entry={entry}
          field="crumbs"
          label="crumbs"
          hint="Cells round a hit are hit too, drawn at random"
        >
          <div className={styles.pair}>
            <QuantityField
              of={quantityIn('crumbs', 'share')}
              value={share}
              says="% of the cells"
              width={70}
              onCommit={(value) => set('crumbs', value === 0 ? undefined : { within, share: value })}
            />
            {share > 0 && (
              <QuantityField
                of={quantityIn('crumbs', 'within')}
                value={within}
                width={70}
                onCommit={(value) => set('crumbs', { within: value, share })}
              />
            )}
          </div>
        </InheritedField>
      )}
    </>
  );
}

/** How much of its speed a thrown thing loses, and how many it goes through. */
function FlightFields({ flight, onCommit }: { flight: Kind['flight']; onCommit: (flight: Kind['flight']) => void }) {
  return (
    <div className={styles.pair}>
      <QuantityField
        of={quantityIn('flight', 'slows')}
        value={flight?.slows ?? 0}
        says="% slower each second"
        width={70}
        onCommit={(slows) => onCommit({ ...flight, slows })}
      />
      <QuantityField
        of={quantityIn('flight', 'pierces')}
        value={flight?.pierces ?? 0}
        width={70}
        onCommit={(pierces) => onCommit({ ...flight, pierces })}
      />
    </div>
  );
}

function RemoveKind({ kind }: { kind: Kind }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const stays = commands.whyKindStays(game, kind.id);
  if (game.cast.length === 1) return null;
  return (
    <p className={styles.foot}>
      <button
        type="button"
        className="act bad"
        disabled={stays !== undefined}
        onClick={() => session.change(`Remove ${kind.name}`, (draft) => commands.removeKind(draft, kind.id))}
      >
        Remove this kind and its pieces
      </button>{' '}
      <span className="quiet">{stays}</span>
    </p>
  );
}
