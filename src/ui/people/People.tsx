'use client';

import { Button, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { MeReply } from '@/server/contracts/people';
import { Frame } from '../frame/Frame';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';
import { Deeds } from './Deeds';
import { Links } from './Links';
import css from './people.module.css';
import { ROLE_WORDS } from './roleWords';
import { useMe } from './useMe';

/** Who one is here; for the keeper of the server also the links of others, and what everybody did. */
export function People() {
  const { data, error, refetch } = useMe();
  return (
    <Frame trail={[{ label: 'Shelf', href: '/' }, { label: 'People' }]}>
      <div className={css.page}>
        {error && !data ? (
          <Failed error={error} onRetry={() => void refetch()} />
        ) : !data ? (
          <Loading what="who you are" />
        ) : (
          <>
            <Me me={data} />
            {data.role === 'keep' && (
              <>
                <Links />
                <Deeds />
              </>
            )}
          </>
        )}
      </div>
    </Frame>
  );
}

function Me({ me: { name, role, link, gameId } }: { me: MeReply }) {
  const act = useAct();
  const router = useRouter();
  const [written, setWritten] = useState<string>();
  const shown = written ?? name;
  return (
    <section aria-label="You">
      <h2 className="heading">You</h2>
      <p className={css.lead}>
        {link === null ? (
          'You keep this server: you may do everything, give links and see who did what.'
        ) : (
          <>
            You came by the link “{link.label}” and may <b>{ROLE_WORDS[role].label}</b>
            {gameId !== null && `, in the game ${gameId}`}: <span className="quiet">{ROLE_WORDS[role].about}.</span>
          </>
        )}
      </p>
      <form
        className={css.line}
        onSubmit={(event) => {
          event.preventDefault();
          void act(() => gorgeApi.nameMe(shown)).then(() => setWritten(undefined));
        }}
      >
        <TextInput
          aria-label="Your name"
          size="xs"
          value={shown}
          maxLength={40}
          onChange={(event) => setWritten(event.currentTarget.value)}
        />
        <Button type="submit" size="xs" variant="light" disabled={shown.trim() === '' || shown === name}>
          This is my name
        </Button>
        {link !== null && (
          <Button
            size="xs"
            variant="subtle"
            onClick={() => void act(gorgeApi.leave).then((isDone) => isDone && router.push('/join'))}
          >
            Leave
          </Button>
        )}
      </form>
    </section>
  );
}
