'use client';

import { Button, TagsInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import {
  ancestorsOf,
  commands,
  hitShapeOf,
  kindOf,
  standShapeOf,
  USUAL,
  VOCABULARY,
  type GameDocument,
  type InheritedField,
  type Kind,
  type KindEntry,
} from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { ControlEditor } from './ControlEditor';
import { ColourField, NumberField, Row, SelectField, SwitchField, TextField } from './fields';
import { KindKnobs } from './KindKnobs';
import { ShapeEditor } from './ShapeEditor';
import { PartsEditor } from './PartsEditor';
import { SidePanel } from './SidePanel';

/** Ways to move with which a new behavior can begin. */
const MOTIONS = VOCABULARY.filter((entry) => entry.role === 'motion');

/** The cast of the game: every kind, what it takes from the one it varies, and what it overrides. */
export function CastPanel({
  shown,
  onClose,
  onOpenScript,
}: {
  /** The kind that is shown first; else that of the selection. */
  shown?: string;
  onClose: () => void;
  onOpenScript: (id: string) => void;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const selection = useFollowed(session, (state) => state.selection);
  const [chosen, setChosen] = useState(shown);
  const ofSelection = session.level.pieces.find((piece) => selection.includes(piece.id))?.kind;
  const id = game.cast.some((kind) => kind.id === chosen) ? chosen! : (ofSelection ?? game.cast[0].id);
  const kind = kindOf(game, id)!;
  const add = (label: string, make: (draft: GameDocument) => string) => {
    let added = '';
    session.change(label, (draft) => {
      added = make(draft);
    });
    setChosen(added);
  };
  return (
    <SidePanel title="Cast" note={`${game.cast.length} kinds, for all levels`} onClose={onClose}>
      <div
        role="listbox"
        aria-label="Kinds"
        style={{ display: 'flex', flexWrap: 'wrap', gap: 4, maxHeight: 136, overflowY: 'auto' }}
      >
        {game.cast.map((entry) => (
          <button
            key={entry.id}
            type="button"
            role="option"
            aria-selected={entry.id === id}
            className="chip"
            data-on={entry.id === id || undefined}
            title={entry.varies ? `varies ${kindOf(game, entry.varies)?.name ?? entry.varies}` : 'a kind of its own'}
            onClick={() => setChosen(entry.id)}
          >
            <span
              style={{
                display: 'inline-block',
                width: 10,
                height: 10,
                borderRadius: 5,
                marginRight: 5,
                background: kindOf(game, entry.id)?.tint,
              }}
            />
            {entry.varies && <span className="quiet">↳ </span>}
            {entry.name}
          </button>
        ))}
      </div>
      <div style={{ display: 'flex', gap: 8, marginTop: 8 }}>
        <Button
          size="compact-xs"
          variant="light"
          onClick={() => add(`Vary ${kind.name}`, (draft) => commands.varyKind(draft, id, `Other ${kind.name}`))}
        >
          Vary {kind.name}
        </Button>
        <Button
          size="compact-xs"
          variant="light"
          onClick={() => add('Add a kind', (draft) => commands.addKind(draft, 'New kind', '#6d4c41'))}
        >
          Add a kind
        </Button>
      </div>
      <KindForm
        key={id}
        kind={kind}
        entry={game.cast.find((entry) => entry.id === id)!}
        onOpenScript={onOpenScript}
        onChoose={setChosen}
      />
    </SidePanel>
  );
}

function KindForm({
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
  const game = useFollowed(session, (state) => state.game);
  const set = <Field extends keyof KindEntry>(field: Field, value: KindEntry[Field]) =>
    session.change(`Change ${kind.name}`, (draft) => commands.setKindField(draft, kind.id, field, value));
  const rename = (name: string) => {
    let id = kind.id;
    session.change(`Rename ${kind.name}`, (draft) => {
      id = commands.renameKind(draft, kind.id, name);
    });
    if (session.state.castKind === kind.id) session.store.setState({ castKind: id });
    onChoose(id);
  };
  const base = ancestorsOf(game.cast, kind.id)[0];
  const stays = commands.whyKindStays(game, kind.id);
  const startBehavior = (motion: string) => {
    let id = '';
    session.change(`New behavior of ${kind.name}`, (draft) => {
      id = commands.addScript(draft, kind.name, motion);
      commands.setKindField(draft, kind.id, 'behavior', id);
    });
    onOpenScript(id);
  };
  const field = (name: InheritedField, label: string, children: ReactNode, hint?: string) => (
    <Inherited entry={entry} field={name} base={base?.name} label={label} hint={hint}>
      {children}
    </Inherited>
  );
  // Of what a player steers, that is what is asked for first; of all else, last.
  const controlField = field(
    'control',
    'control',
    <ControlEditor kind={kind} onCommit={(value) => set('control', value)} />,
  );
  return (
    <div style={{ marginTop: 10, paddingTop: 6, borderTop: '1px solid var(--layer)' }}>
      <Row label="name">
        <TextField label="Name of the kind" value={kind.name} onCommit={rename} />
        <span className="quiet" style={{ whiteSpace: 'nowrap' }}>
          in scripts <span className="mono">{kind.id}</span>
        </span>
      </Row>
      {base && (
        <p className="quiet" style={{ margin: '5px 0 0' }}>
          varies <b>{base.name}</b>: what is not overridden here is taken from there.
        </p>
      )}
      {field(
        'tint',
        'tint',
        <ColourField label="Tint of the kind" value={kind.tint} onCommit={(value) => set('tint', value)} />,
      )}
      {field(
        'tags',
        'tags',
        <TagsInput
          size="xs"
          style={{ flex: 1 }}
          aria-label="Tags"
          value={kind.tags}
          onChange={(value) => set('tags', value.filter((tag) => /^[a-z][a-z0-9_-]{0,63}$/.test(tag)).slice(0, 20))}
        />,
        'Words by which rules and contacts name kinds',
      )}
      {kind.control && controlField}
      {field(
        'radius',
        'radius',
        <NumberField
          label="Radius"
          value={kind.radius}
          unit="cells"
          min={0.05}
          max={8}
          step={0.05}
          onCommit={(value) => set('radius', value)}
        />,
        'Stand and hit shape, unless they are set below',
      )}
      {field(
        'stand',
        'stand shape',
        <ShapeEditor
          name="Stand shape"
          shape={standShapeOf(kind)}
          isSet={kind.stand !== undefined}
          radius={kind.radius}
          onCommit={(shape) => set('stand', shape)}
        />,
        'What walls and ground meet',
      )}
      {field(
        'hit',
        'hit shape',
        <ShapeEditor
          name="Hit shape"
          shape={hitShapeOf(kind)}
          isSet={kind.hit !== undefined}
          radius={kind.radius}
          onCommit={(shape) => set('hit', shape)}
        />,
        'What others meet',
      )}
      {field(
        'behavior',
        'behavior',
        <>
          <SelectField
            label="Behavior"
            value={kind.behavior ?? ''}
            options={[{ value: '', label: 'none' }, ...game.scripts.map(({ id }) => ({ value: id, label: id }))]}
            onCommit={(value) => set('behavior', value === '' ? undefined : value)}
          />
          {kind.behavior && (
            <button type="button" className="act" onClick={() => onOpenScript(kind.behavior!)}>
              Script
            </button>
          )}
          <SelectField
            label="New behavior"
            value=""
            width={84}
            options={[
              { value: '', label: 'new…' },
              ...MOTIONS.map(({ words, example }) => ({
                value: example.replace(/, from \w+$/, ''),
                label: words.join(' '),
              })),
            ]}
            onCommit={(motion) => motion !== '' && startBehavior(motion)}
          />
        </>,
      )}
      <KindKnobs kind={kind} entry={entry} />
      {field(
        'health',
        'health',
        <NumberField
          label="Health"
          value={kind.health ?? USUAL.health}
          unit="health"
          min={0.1}
          max={10000}
          step={1}
          onCommit={(value) => set('health', value)}
        />,
      )}
      {field(
        'floats',
        'floats',
        <SwitchField label="Floats" value={kind.floats ?? false} onCommit={(value) => set('floats', value)}>
          over liquid and void
        </SwitchField>,
      )}
      {field(
        'falls',
        'falls',
        <SwitchField label="Falls" value={kind.falls ?? false} onCommit={(value) => set('falls', value)}>
          seen from the side
        </SwitchField>,
      )}
      {field(
        'blocks',
        'blocks',
        <SwitchField label="Blocks" value={kind.blocks ?? false} onCommit={(value) => set('blocks', value)}>
          stops bodies, as a wall does
        </SwitchField>,
        'As long as it is there; for what stands and has no behavior',
      )}
      {kind.blocks &&
        field(
          'pushed',
          'can be pushed',
          <>
            <SwitchField
              label="Can be pushed"
              value={kind.pushed !== undefined}
              onCommit={(value) => set('pushed', value ? 0.2 : undefined)}
            >
              by a cell
            </SwitchField>
            {kind.pushed !== undefined && (
              <NumberField
                label="Pressed for"
                value={kind.pushed}
                unit="s"
                min={0}
                max={10}
                step={0.05}
                onCommit={(value) => set('pushed', value)}
              />
            )}
          </>,
          'A player who presses on against it for so long pushes it on',
        )}
      {field(
        'wear',
        'wears ground',
        <NumberField
          label="Wear"
          value={kind.wear ?? 0}
          unit="hits at a time"
          min={0}
          max={100}
          step={1}
          onCommit={(value) => set('wear', value)}
        />,
      )}
      {(kind.wear ?? 0) > 0 &&
        field(
          'crumbs',
          'crumbs',
          <CrumbFields crumbs={kind.crumbs} onCommit={(value) => set('crumbs', value)} />,
          'Cells round a hit are hit too, drawn at random',
        )}
      {!kind.control &&
        field(
          'parts',
          'parts',
          <PartsEditor kind={kind} onCommit={(value) => set('parts', value)} />,
          'Other bodies that come, move and go with it; seen from the side “to its right” is down',
        )}
      {field(
        'flight',
        'when thrown',
        <FlightFields flight={kind.flight} onCommit={(value) => set('flight', value)} />,
        'How it flies when it is thrown or fired',
      )}
      {!kind.control && controlField}
      {game.cast.length > 1 && (
        <p style={{ margin: '12px 0 0' }}>
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
      )}
    </div>
  );
}

/** How much of its speed a thrown thing loses, and how many it goes through. */
function CrumbFields({ crumbs, onCommit }: { crumbs: Kind['crumbs']; onCommit: (crumbs: Kind['crumbs']) => void }) {
  const { within = 1.5, share = 0 } = crumbs ?? {};
  return (
    <div style={{ display: 'grid', gridTemplateColumns: 'auto auto', gap: '4px 6px', alignItems: 'center' }}>
      <NumberField
        label="Share of cells hit too"
        value={Math.round(share * 100)}
        unit="% of the cells"
        min={0}
        max={100}
        step={5}
        width={70}
        onCommit={(value) => onCommit(value === 0 ? undefined : { within, share: value / 100 })}
      />
      {share > 0 && (
        <NumberField
          label="Crumbs within"
          value={within}
          unit="cells round a hit"
          min={0.5}
          max={8}
          step={0.5}
          width={70}
          onCommit={(value) => onCommit({ within: value, share })}
        />
      )}
    </div>
  );
}

function FlightFields({ flight, onCommit }: { flight: Kind['flight']; onCommit: (flight: Kind['flight']) => void }) {
  const { slows = 0, pierces = 0 } = flight ?? {};
  return (
    <div style={{ display: 'grid', gridTemplateColumns: 'auto auto', gap: '4px 6px', alignItems: 'center' }}>
      <NumberField
        label="Loses speed"
        value={Math.round(slows * 100)}
        unit="% slower each second"
        min={0}
        max={99}
        step={5}
        width={70}
        onCommit={(value) => onCommit({ ...flight, slows: value / 100 })}
      />
      <NumberField
        label="Goes through"
        value={pierces}
        unit="more after its first hit"
        min={0}
        max={100}
        step={1}
        width={70}
        onCommit={(value) => onCommit({ ...flight, pierces: Math.round(value) })}
      />
    </div>
  );
}

/** One field of a kind: its own, or taken from another, which is said and can be returned to. */
function Inherited({
  entry,
  field,
  base,
  label,
  hint,
  children,
}: {
  entry: KindEntry;
  field: InheritedField;
  base: string | undefined;
  label: string;
  hint?: string;
  children: ReactNode;
}) {
  const { session } = useDesk();
  const isOwn = entry[field] !== undefined;
  const isNeeded = base === undefined && (field === 'tags' || field === 'radius' || field === 'tint');
  return (
    <div
      style={{
        borderLeft: `3px solid ${base && isOwn ? 'var(--river)' : 'transparent'}`,
        paddingLeft: 6,
        marginLeft: -9,
      }}
    >
      <Row label={label} hint={hint}>
        {children}
        <div style={{ flex: 1 }} />
        {isOwn && !isNeeded && (
          <button
            type="button"
            className="act"
            aria-label={base ? `Return ${label} to that of ${base}` : `Take ${label} away`}
            title={base ? `Back to that of ${base}` : 'Back to what is usual'}
            onClick={() =>
              session.change(`Return ${label}`, (draft) => commands.inheritKindField(draft, entry.id, field))
            }
          >
            ↺
          </button>
        )}
        {!isOwn && base && (
          <span className="quiet" style={{ whiteSpace: 'nowrap' }}>
            as {base}
          </span>
        )}
      </Row>
    </div>
  );
}
