'use client';

import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { LinkInfo, MadeLinkReply } from '@/server/contracts/people';
import { GIVEN_ROLES } from '@/server/contracts/roles';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';
import css from './people.module.css';
import { addressOfLink, ROLE_WORDS } from './roleWords';
import { sayTime } from './timeWords';

/** The links by which others come in: made, copied once, withdrawn. */
export function Links() {
  const { data, error, refetch } = useQuery({ queryKey: ['links'], queryFn: gorgeApi.links });
  const [made, setMade] = useState<MadeLinkReply>();
  return (
    <section aria-label="Links">
      <h2 className="heading">Links</h2>
      <p className="quiet">
        Whoever has a link comes in by it, without a password, until you withdraw it. What a link may do is the least
        that is needed: most people who test a level need <b>play</b>.
      </p>
      <NewLinkForm onMade={setMade} />
      {made && isLoopback(window.location.hostname) && (
        <p className="wary">
          This server is reached from this machine only. Others reach it once it is started with <code>GORGE_HOST</code>{' '}
          and <code>GORGE_TOKEN</code>, behind a proxy with TLS; see Help, many people.
        </p>
      )}
      {made && <MadeLink key={made.link.id} made={made} />}
      {error && !data ? (
        <Failed error={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="the links" />
      ) : (
        <LinkTable links={data.links} />
      )}
    </section>
  );
}

function NewLinkForm({ onMade }: { onMade: (made: MadeLinkReply) => void }) {
  const act = useAct();
  const { data: shelf } = useQuery({ queryKey: ['games'], queryFn: gorgeApi.games });
  const [label, setLabel] = useState('');
  const [role, setRole] = useState<(typeof GIVEN_ROLES)[number]>('play');
  const [gameId, setGameId] = useState('');
  const make = async () => {
    const made = await gorgeApi.makeLink({ label, role, gameId: gameId === '' ? null : gameId });
    onMade(made);
    setLabel('');
  };
  return (
    <form
      className={css.line}
      onSubmit={(event) => {
        event.preventDefault();
        void act(make);
      }}
    >
      <TextInput
        size="xs"
        w={300}
        aria-label="For whom"
        placeholder="for whom, as in: test evening"
        value={label}
        maxLength={80}
        onChange={(event) => setLabel(event.currentTarget.value)}
      />
      <NativeSelect
        size="xs"
        aria-label="May"
        value={role}
        title={ROLE_WORDS[role].about}
        onChange={(event) => setRole(event.currentTarget.value as typeof role)}
        data={GIVEN_ROLES.map((value) => ({ value, label: `may ${ROLE_WORDS[value].label}` }))}
      />
      <NativeSelect
        size="xs"
        aria-label="Which games"
        value={gameId}
        onChange={(event) => setGameId(event.currentTarget.value)}
        data={[
          { value: '', label: 'all games' },
          ...(shelf?.games ?? []).map(({ id, name }) => ({ value: id, label: `only ${name}` })),
        ]}
      />
      <Button type="submit" size="xs" disabled={label.trim() === ''}>
        Make a link
      </Button>
      <span className="quiet small">{ROLE_WORDS[role].about}</span>
    </form>
  );
}

function isLoopback(host: string): boolean {
  return /^(127\.|localhost$|\[::1\]$)/.test(host);
}

/** A new link; it is shown this once. */
function MadeLink({ made: { link, secret } }: { made: MadeLinkReply }) {
  const [isCopied, setIsCopied] = useState(false);
  const address = addressOfLink(window.location.origin, secret);
  const copy = () =>
    void navigator.clipboard.writeText(address).then(
      () => setIsCopied(true),
      () => setIsCopied(false),
    );
  return (
    <div className={css.made} role="status">
      <span>
        The link for <b>{link.label}</b>. Copy it now: it is shown this once, and only its hash is kept.
      </span>
      <div className={css.line}>
        <TextInput
          size="xs"
          className={css.address}
          aria-label="The new link"
          readOnly
          value={address}
          onFocus={(event) => event.currentTarget.select()}
        />
        <Button size="xs" variant="light" onClick={copy}>
          {isCopied ? 'Copied' : 'Copy'}
        </Button>
      </div>
    </div>
  );
}

function LinkTable({ links }: { links: readonly LinkInfo[] }) {
  const act = useAct();
  const [showsWithdrawn, setShowsWithdrawn] = useState(false);
  const good = links.filter(({ withdrawnAt }) => withdrawnAt === null);
  const gone = links.length - good.length;
  const shown = showsWithdrawn ? links : good;
  return (
    <>
      {good.length === 0 && <p>No link opens this server.</p>}
      {shown.length > 0 && (
        <table className="rows">
          <thead>
            <tr>
              <th>for whom</th>
              <th>may</th>
              <th>games</th>
              <th>made</th>
              <th>last used</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map(({ id, label, role, gameId, madeAt, lastUsedAt, withdrawnAt }) => (
              <tr key={id} data-testid="link">
                <td>{label}</td>
                <td title={ROLE_WORDS[role].about}>{ROLE_WORDS[role].label}</td>
                <td>{gameId ?? 'all'}</td>
                <td>{sayTime(madeAt)}</td>
                <td>{lastUsedAt === null ? 'not yet' : sayTime(lastUsedAt)}</td>
                <td>
                  {withdrawnAt === null ? (
                    <button
                      type="button"
                      className="act"
                      aria-label={`Withdraw the link for ${label}`}
                      onClick={() => void act(() => gorgeApi.withdrawLink(id))}
                    >
                      Withdraw
                    </button>
                  ) : (
                    <span className="quiet">withdrawn {sayTime(withdrawnAt)}</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {gone > 0 && (
        <button type="button" className="act" onClick={() => setShowsWithdrawn(!showsWithdrawn)}>
          {showsWithdrawn ? 'Hide withdrawn links' : `Show ${gone} withdrawn`}
        </button>
      )}
    </>
  );
}
