'use client';

import { Button, Group, Modal, Textarea } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { Fault } from '@/server/contracts/faults';
import type { UnreadableInfo } from '@/server/contracts/games';
import { faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';
import { RemoveGame } from './RemoveGame';
import css from './shelf.module.css';

/** A stored game that cannot be read: why not, and what can be done. It stands in nobody's way. */
export function UnreadableGame({ game }: { game: UnreadableInfo }) {
  const [isRepairing, setIsRepairing] = useState(false);
  return (
    <section className={`plate ${css.unreadable}`} aria-label={`${game.name} cannot be read`}>
      <div className={css.gameLine}>
        <h1 className={css.gameName}>{game.name}</h1>
        <span className="bad">cannot be read by this version</span>
        <a href={gorgeApi.exportUrl(game.id)} download>
          export as stored
        </a>
        <button type="button" className="act" onClick={() => setIsRepairing(true)}>
          Repair …
        </button>
        <RemoveGame id={game.id} name={game.name} />
      </div>
      <Reasons reasons={game.reasons} />
      {isRepairing && <RepairDialog game={game} onClose={() => setIsRepairing(false)} />}
    </section>
  );
}

function Reasons({ reasons }: { reasons: readonly { message: string; hint: string }[] }) {
  return (
    <ul className={css.faults}>
      {reasons.map(({ message, hint }) => (
        <li key={message}>
          {message} <span className="quiet">{hint}</span>
        </li>
      ))}
    </ul>
  );
}

/** The stored text, to be corrected by hand; it takes the place of what is stored once it can be read. */
function RepairDialog({ game, onClose }: { game: UnreadableInfo; onClose: () => void }) {
  const client = useQueryClient();
  const [text, setText] = useState<string>();
  const [reasons, setReasons] = useState(game.reasons);
  const [fault, setFault] = useState<Fault>();
  useEffect(() => {
    gorgeApi.storedText(game.id).then(setText, (error: unknown) => setFault(faultOf(error)));
  }, [game.id]);
  const save = async () => {
    setFault(undefined);
    try {
      await gorgeApi.importGame(text ?? '');
      await client.invalidateQueries();
      onClose();
    } catch (error) {
      const found = faultOf(error);
      setFault(found);
      setReasons((found.diagnostics ?? []).map(({ message, hint }) => ({ message, hint })));
    }
  };
  return (
    <Modal opened onClose={onClose} title={`Repair ${game.name}`} size="xl">
      <Textarea
        label="What is stored"
        rows={20}
        value={text ?? ''}
        placeholder={text === undefined ? 'Fetching what is stored …' : ''}
        onChange={(event) => setText(event.currentTarget.value)}
        styles={{ input: { fontFamily: 'var(--mantine-font-family-monospace)', fontSize: 12 } }}
      />
      {fault && <p className="bad">{fault.message}</p>}
      <Reasons reasons={reasons} />
      <Group justify="flex-end" mt="sm">
        <Button disabled={text === undefined} onClick={() => void save()}>
          Save what is repaired
        </Button>
      </Group>
    </Modal>
  );
}
