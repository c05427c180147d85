'use client';

import { Button, TextInput } from '@mantine/core';
import { useState, useSyncExternalStore } from 'react';
import { Frame } from '../frame/Frame';
import { Failed } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import css from './people.module.css';

/** Where one comes in by a link, gives a name, and goes out again. */
export function Join() {
  const secret = useSyncExternalStore(
    followAddress,
    () => window.location.hash.slice(1),
    () => '',
  );
  const [name, setName] = useState('');
  const [error, setError] = useState<unknown>();
  const [isBusy, setIsBusy] = useState(false);
  const act = async (work: () => Promise<string>) => {
    setIsBusy(true);
    setError(undefined);
    try {
      // All that was fetched before was fetched by somebody else: the page is begun anew.
      window.location.assign(await work());
    } catch (fault) {
      setError(fault);
      setIsBusy(false);
    }
  };
  return (
    <Frame trail={[{ label: secret === '' ? 'Your link' : 'Come in' }]}>
      <div className={css.page}>
        {secret === '' ? (
          <p>
            Here one comes in by a link that the keeper of this server has given. Open that link; nothing else is
            needed. Whoever is led here instead of where they wanted to go came by a link that was withdrawn.
          </p>
        ) : (
          <form
            className={css.join}
            onSubmit={(event) => {
              event.preventDefault();
              void act(async () => {
                const { gameId } = await gorgeApi.join(secret, name);
                return gameId === null ? '/' : `/games/${gameId}`;
              });
            }}
          >
            <TextInput
              label="Your name"
              description="Others see it beside what you select, write and save."
              value={name}
              maxLength={40}
              autoFocus
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <Button type="submit" loading={isBusy} disabled={name.trim() === ''}>
              Come in
            </Button>
          </form>
        )}
        {error !== undefined && <Failed error={error} />}
        <p className="quiet">
          You came in by a link before?{' '}
          <button
            type="button"
            className="act"
            disabled={isBusy}
            onClick={() => void act(() => gorgeApi.leave().then(() => '/'))}
          >
            Leave, and let this browser forget it
          </button>
        </p>
      </div>
    </Frame>
  );
}

function followAddress(tell: () => void): () => void {
  window.addEventListener('hashchange', tell);
  return () => window.removeEventListener('hashchange', tell);
}
