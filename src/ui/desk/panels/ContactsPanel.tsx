'use client';

import { useMemo, useState } from 'react';
import {
  commands,
  EFFECT_NAMES,
  findContact,
  gunOf,
  endsRun,
  kindsToMeet,
  startingEffect,
  USUAL_COOLDOWN_SECONDS,
  type Contact,
  type Effect,
  type EffectName,
  type GameDocument,
  type Kind,
  type Level,
} from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, Row, SelectField } from './fields';
import { EffectFields } from './EffectFields';
import css from './panels.module.css';
import { SidePanel } from './SidePanel';

interface Cell {
  by: Kind;
  on: Kind;
}

/** What happens when one kind meets another, as a table; cells about which nothing is said yet are lit. */
export function ContactsPanel({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const [chosen, setChosen] = useState<{ by: string; on: string }>();
  const { level } = session;
  const kinds = useMemo(() => kindsToMeet(game, level), [game, level]);
  const cell =
    chosen && kinds.some((kind) => kind.id === chosen.by) && kinds.some((kind) => kind.id === chosen.on)
      ? { by: kinds.find((kind) => kind.id === chosen.by)!, on: kinds.find((kind) => kind.id === chosen.on)! }
      : undefined;
  return (
    <SidePanel title="Contacts" note="of the kinds in this level" onClose={onClose}>
      <p className={`quiet ${css.tableHead}`}>
        Read a row from left to right: what this kind does to each that it meets. A lit cell has nothing to say of the
        player yet; a dot needs nothing.
      </p>
      <div className={css.table}>
        <table className="contacts">
          <thead>
            <tr>
              <td />
              {kinds.map((kind) => (
                <th key={kind.id}>{kind.name}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {kinds.map((by) => (
              <tr key={by.id}>
                <th>{by.name}</th>
                {kinds.map((on) => {
                  const said = sayCell(game, level, { by, on });
                  return (
                    <td key={on.id}>
                      <button
                        type="button"
                        data-state={said.state}
                        data-on={(chosen?.by === by.id && chosen.on === on.id) || undefined}
                        aria-label={`${by.name} on ${on.name}: ${said.text || 'nothing said yet'}`}
                        onClick={() => setChosen({ by: by.id, on: on.id })}
                      >
                        {said.text}
                      </button>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {cell ? (
        <CellForm key={`${cell.by.id} ${cell.on.id}`} cell={cell} />
      ) : (
        <p className="quiet">Choose a cell to say what happens.</p>
      )}
    </SidePanel>
  );
}

/** What stands in a cell. Only a pair with the player in it is expected to say something. */
function sayCell(
  game: GameDocument,
  level: Level,
  { by, on }: Cell,
): { state: 'said' | 'blank' | 'nothing'; text: string } {
  const contact = game.contacts?.[findContact(game, by.id, on.id)];
  const ends = on.control !== undefined && endsRun(level, by) ? ['ends the run'] : [];
  const words = [...ends, ...(contact?.does.map(({ effect }) => effect) ?? [])];
  if (words.length > 0) return { state: 'said', text: words.join(', ') };
  if (contact) return { state: 'nothing', text: 'nothing' };
  const back = game.contacts?.[findContact(game, on.id, by.id)];
  const isThrown = gunOf(on.control)?.shot === by.id;
  const isExpected = on.control !== undefined && by.control === undefined && !back && !isThrown;
  return { state: isExpected ? 'blank' : 'nothing', text: isExpected ? '' : '·' };
}

function CellForm({ cell: { by, on } }: { cell: Cell }) {
  const { contact, isOwn, does, set } = useContact(by, on);
  return (
    <div className={css.form}>
      <b>
        {by.name} meets {on.name}
      </b>
      {contact && !isOwn && (
        <p className={`quiet ${css.says}`}>
          as said of <b>{sayNames(contact)}</b>; a change here holds for these two alone.
        </p>
      )}
      {does.map((effect, index) => (
        <EffectRow
          key={index}
          effect={effect}
          onCommit={(next) => set(does.map((other, at) => (at === index ? next : other)))}
          onRemove={() => set(does.filter((_, at) => at !== index))}
        />
      ))}
      <Row label="add">
        <AddEffect onAdd={(effect) => set([...does, effect])} />
        {!contact && (
          <button type="button" className="act" onClick={() => set([])}>
            Nothing, on purpose
          </button>
        )}
        {isOwn && (
          <button type="button" className="act bad" onClick={() => set(undefined)}>
            Take the entry away
          </button>
        )}
      </Row>
      {isOwn && does.length > 0 && (
        <Row label="again after" hint="Least time until the same two meet again">
          <NumberField
            label="Cooldown"
            value={contact?.cooldown ?? USUAL_COOLDOWN_SECONDS}
            unit="s"
            min={0}
            max={600}
            onCommit={(value) => set(does, value)}
          />
        </Row>
      )}
    </div>
  );
}

/** What is said of two kinds, of themselves or by way of others, and how to say it of themselves. */
function useContact(by: Kind, on: Kind) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const contact = game.contacts?.[findContact(game, by.id, on.id)];
  const isOwn = contact?.by === by.id && contact.on === on.id;
  const set = (next: Effect[] | undefined, cooldown = isOwn ? contact.cooldown : undefined) => {
    const does = next?.map((effect) => ({ ...effect }));
    session.change(`Contact of ${by.name} with ${on.name}`, (draft) =>
      commands.setContact(draft, by.id, on.id, does, cooldown),
    );
  };
  return { contact, isOwn, does: contact?.does ?? [], set };
}

function AddEffect({ onAdd }: { onAdd: (effect: Effect) => void }) {
  const { session } = useDesk();
  const { terrain } = useFollowed(session, (state) => state.game);
  const add = (effect: EffectName) => {
    const mark = session.level.marks[0]?.id ?? '';
    const [solid, open] = [true, false].map(
      (wanted) => terrain.find((ground) => ground.solid === wanted)?.id ?? terrain[0].id,
    );
    onAdd(startingEffect(effect, mark, solid, open));
  };
  return (
    <SelectField
      label="Add an effect"
      value=""
      width={150}
      options={[{ value: '', label: 'an effect…' }, ...EFFECT_NAMES.map((value) => ({ value, label: value }))]}
      onCommit={(value) => value !== '' && add(value as EffectName)}
    />
  );
}

function sayNames(contact: Contact): string {
  return `${contact.by} on ${contact.on}`;
}

function EffectRow({
  effect,
  onCommit,
  onRemove,
}: {
  effect: Effect;
  onCommit: (effect: Effect) => void;
  onRemove: () => void;
}) {
  return (
    <Row label={effect.effect}>
      <EffectFields effect={effect} onCommit={onCommit} />
      <div className="rest" />
      <button type="button" className="act bad" aria-label={`Remove ${effect.effect}`} onClick={onRemove}>
        ×
      </button>
    </Row>
  );
}
