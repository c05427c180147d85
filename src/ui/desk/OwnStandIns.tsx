'use client';

import { ActionIcon, Button, Modal, NativeSelect, Slider, TextInput, Tooltip } from '@mantine/core';
import { IconArrowBack, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { commands, STAND_INS, traitsOf, TRAIT_LIMITS, type OwnStandIn, type TraitLimit } from '@/core/index';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

const MOST_OWN = 8;

/** Opens the simulated players of the game's own: limits as sliders, each with what it means and where its range comes from. */
export function OwnStandIns() {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <button type="button" className={`act ${css.standInsAct}`} onClick={() => setIsOpen(true)}>
        Stand-ins of your own …
      </button>
      <Modal
        opened={isOpen}
        onClose={() => setIsOpen(false)}
        title="Stand-ins of your own"
        size={760}
        styles={{ body: { maxHeight: '72vh', overflowY: 'auto' } }}
      >
        <OwnList />
      </Modal>
    </>
  );
}

function OwnList() {
  const { session, reading } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const own = game.standIns ?? [];
  const [shownId, setShownId] = useState<string>();
  const shown = own.find(({ id }) => id === shownId) ?? own[0];
  const add = () => {
    let id = '';
    session.change('Add a stand-in', (draft) => void (id = commands.addStandIn(draft, 'casual')));
    setShownId(id);
    reading.choose(id);
  };
  return (
    <>
      <p className={`quiet ${css.standInsText}`}>
        A simulated player with limits that you set, kept with this game. It stands on the ladder of every level beside
        novice, casual, practised and expert, and can be run like them. No limit can be set to what no person has.
      </p>
      <div className={css.standIns}>
        {own.map(({ id, name }) => (
          <Button
            key={id}
            size="compact-sm"
            variant={id === shown?.id ? 'filled' : 'light'}
            onClick={() => setShownId(id)}
          >
            {name}
          </Button>
        ))}
        <Button size="compact-sm" variant="outline" disabled={own.length >= MOST_OWN} onClick={add}>
          Add one
        </Button>
      </div>
      {shown ? (
        <OwnForm key={shown.id} own={shown} />
      ) : (
        <p className="flush">None yet. Add one: it begins as casual, then set what is different.</p>
      )}
    </>
  );
}

function OwnForm({ own }: { own: OwnStandIn }) {
  const { session } = useDesk();
  const rename = (name: string) => {
    if (name.trim() !== '' && name !== own.name)
      session.change(`Rename ${own.name}`, (draft) => commands.nameStandIn(draft, own.id, name.trim().slice(0, 80)));
  };
  return (
    <>
      <div className={css.standInHead}>
        <TextInput
          label="name"
          size="xs"
          defaultValue={own.name}
          onBlur={(event) => rename(event.currentTarget.value)}
          onKeyDown={(event) => event.key === 'Enter' && rename(event.currentTarget.value)}
        />
        <NativeSelect
          label="like, where nothing else is set"
          size="xs"
          value={own.like}
          data={STAND_INS.map(({ id }) => id)}
          onChange={(event) => {
            const like = event.currentTarget.value as OwnStandIn['like'];
            session.change(`${own.name} like ${like}`, (draft) => commands.setLikeness(draft, own.id, like));
          }}
        />
        <Tooltip label={`Remove ${own.name}`}>
          <ActionIcon
            variant="subtle"
            color="clay"
            aria-label={`Remove ${own.name}`}
            onClick={() => session.change(`Remove ${own.name}`, (draft) => commands.removeStandIn(draft, own.id))}
          >
            <IconTrash size={16} />
          </ActionIcon>
        </Tooltip>
      </div>
      {TRAIT_LIMITS.map((limit) => (
        <LimitRow key={limit.key} own={own} limit={limit} />
      ))}
    </>
  );
}

/** A limit: slider and value, whose value it would be else, what it means and where its range comes from. */
function LimitRow({ own, limit }: { own: OwnStandIn; limit: TraitLimit }) {
  const { session } = useDesk();
  const { key, label, unit, least, most, step, says, source } = limit;
  const value = traitsOf(own)[key];
  const usual = STAND_INS.find(({ id }) => id === own.like)![key];
  const title = `Set ${label} of ${own.name}`;
  const recipe = (next: number) => (draft: Parameters<typeof commands.setLimit>[0]) =>
    commands.setLimit(draft, own.id, key, next);
  return (
    <div className={css.trait}>
      <div className={css.traitLine}>
        <b className={css.traitName}>{label}</b>
        <Slider
          size="sm"
          thumbLabel={label}
          label={null}
          min={least}
          max={most}
          step={step}
          value={value}
          onChange={(next) => session.preview(title, recipe(Number(next.toFixed(4))))}
          onChangeEnd={() => session.finishGesture(title)}
        />
        <span className="mono">
          {Number(value.toFixed(3))} <span className="quiet">{unit}</span>
        </span>
        {value === usual ? (
          <span />
        ) : (
          <Tooltip label={`Back to that of ${own.like}, ${usual}`}>
            <ActionIcon
              size="xs"
              variant="subtle"
              aria-label={`Reset ${label}`}
              onClick={() => session.change(`Reset ${label}`, recipe(usual))}
            >
              <IconArrowBack size={13} />
            </ActionIcon>
          </Tooltip>
        )}
      </div>
      <div className={`quiet ${css.traitText}`}>
        {says} {STAND_INS.map((known) => `${known.name} ${known[key]}`).join(' · ')}. {source}
      </div>
    </div>
  );
}
