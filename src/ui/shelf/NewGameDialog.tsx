'use client';

import { Button, Group, Modal, TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import { GAME_SORTS, newGame, type GameDocument, type GameSort } from '@/core/index';
import { sizeOf, SizeFields, USUAL_SIZE } from '../frame/SizeFields';
import { LevelMap } from './LevelMap';
import css from './shelf.module.css';

/** Three of them stand side by side. */
const MAP_WIDTH = 234;
const MAP_HEIGHT = 84;

/** Asks what sort of game is to be begun: each is a small level that plays at once; an empty one can have any size. */
export function NewGameDialog({
  taken,
  onClose,
  onMade,
}: {
  taken: readonly { id: string }[];
  onClose: () => void;
  onMade: (game: GameDocument) => void;
}) {
  const [name, setName] = useState('');
  const [sortId, setSortId] = useState(GAME_SORTS[0].id);
  const [wished, setWished] = useState(USUAL_SIZE);
  const isEmpty = sortId === 'empty';
  const size = sizeOf(wished);
  const isReady = name.trim() !== '' && (!isEmpty || size !== undefined);
  const make = () => {
    const sort = GAME_SORTS.find(({ id }) => id === sortId)!;
    onMade(isEmpty && size ? newGame({ name: name.trim(), ...size }, taken) : sort.begin(name.trim(), taken));
  };
  return (
    <Modal opened onClose={onClose} title="A new game" size={1000} centered>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (isReady) make();
        }}
      >
        <Group align="flex-end" wrap="nowrap">
          <TextInput
            label="Name"
            data-autofocus
            maxLength={80}
            value={name}
            className={css.grows}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <Button type="submit" disabled={!isReady}>
            Make and open
          </Button>
        </Group>
        {isEmpty && <SizeFields size={wished} onChange={setWished} />}
        <fieldset className={css.sorts}>
          <legend>What sort of game is it? All of it can be changed on the desk.</legend>
          {GAME_SORTS.map((sort) => (
            <SortChoice key={sort.id} sort={sort} isChosen={sort.id === sortId} onChoose={() => setSortId(sort.id)} />
          ))}
        </fieldset>
      </form>
    </Modal>
  );
}

function SortChoice({ sort, isChosen, onChoose }: { sort: GameSort; isChosen: boolean; onChoose: () => void }) {
  const game = useMemo(() => sort.begin(sort.name, []), [sort]);
  return (
    <label className={css.sort} data-on={isChosen || undefined}>
      <span className={css.sortMap}>
        <LevelMap game={game} level={game.levels[0]} width={MAP_WIDTH} height={MAP_HEIGHT} />
      </span>
      <span className={css.sortName}>
        <input
          type="radio"
          name="sort"
          value={sort.id}
          checked={isChosen}
          aria-label={`${sort.name}: ${sort.about}`}
          onChange={onChoose}
        />
        <b>{sort.name}</b>
      </span>
      <span className="quiet small">{sort.about}</span>
    </label>
  );
}
