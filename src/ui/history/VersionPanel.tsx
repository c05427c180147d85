'use client';

import { Button, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { changesBetween, ORDER, sayChanges, writeGame, type GameDocument, type Level } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import type { SaveInfo } from '@/server/contracts/history';
import { saveText } from '../frame/saveText';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';
import { LevelMap } from '../shelf/LevelMap';
import { sayDay, sayOrigin, sayTime } from './versionWords';
import css from './history.module.css';

/** One version: its name, what changed in it, how it differs from what the game is now, and what can be done with it. */
export function VersionPanel({ save, now, onRestored }: { save: SaveInfo; now: GameReply; onRestored: () => void }) {
  const version = useQuery({
    queryKey: ['revision', now.document.id, save.revision],
    queryFn: () => gorgeApi.revision(now.document.id, save.revision),
    staleTime: Infinity,
  });
  return (
    <section aria-label="The chosen version" className="history-version">
      <h1 className={css.versionName}>{save.name ?? (save.isCurrent ? 'The game as it is now' : sayTime(save))}</h1>
      <p className={`quiet ${css.versionWhen}`}>
        {sayDay(save)}, {sayTime(save)}
        {sayOrigin(save) && `, ${sayOrigin(save)}`} · revision <span className="mono">{save.revision.slice(0, 7)}</span>
      </p>
      {version.data ? (
        <>
          <Actions save={save} version={version.data} now={now} onRestored={onRestored} />
          <Sentences title="What changed in it" sentences={save.changes ?? []} none={sayNoChanges(save)} />
          {save.revision !== now.revision && <Comparison version={version.data} now={now.document} />}
        </>
      ) : version.error ? (
        <Failed error={version.error} onRetry={() => void version.refetch()} />
      ) : (
        <Loading what="this version" />
      )}
    </section>
  );
}

function sayNoChanges({ changes, origin }: SaveInfo): string {
  if (changes === null) return 'That was not noted down.';
  return origin === 'import' ? 'It was brought as it is.' : 'Nothing that the document holds.';
}

function Sentences({ title, sentences, none }: { title: string; sentences: readonly string[]; none: string }) {
  return (
    <>
      <h2 className={`heading ${css.part}`}>{title}</h2>
      {sentences.length === 0 && <p className="quiet flush">{none}</p>}
      <ul className="list">
        {sentences.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </>
  );
}

interface ActionsProps {
  save: SaveInfo;
  version: GameDocument;
  now: GameReply;
  onRestored: () => void;
}

function Actions({ save, version, now, onRestored }: ActionsProps) {
  const actOnServer = useAct();
  const router = useRouter();
  const [isBusy, setIsBusy] = useState(false);
  const { id } = now.document;
  const act = async (work: () => Promise<unknown>) => {
    setIsBusy(true);
    await actOnServer(work);
    setIsBusy(false);
  };
  const restore = () =>
    act(async () => {
      await gorgeApi.restoreSave(id, save.id, now.revision);
      notifications.show({ title: 'Restored', message: 'What the game was until now is the version before it.' });
      onRestored();
    });
  const copy = () =>
    act(async () => {
      const made = await gorgeApi.copySave(id, save.id);
      router.push(`/games/${made.id}`);
    });
  const exportIt = () =>
    saveText(`${id}-${save.revision.slice(0, 7)}.gorge.json`, 'application/json', writeGame(version));
  return (
    <div className={css.actions}>
      <NameForm
        name={save.name ?? ''}
        isBusy={isBusy}
        onName={(name) => void act(() => gorgeApi.nameSave(id, save.id, name))}
      />
      <Button size="xs" disabled={isBusy || save.revision === now.revision} onClick={() => void restore()}>
        Restore this version
      </Button>
      <Button size="xs" variant="light" disabled={isBusy} onClick={() => void copy()}>
        Copy as a new game
      </Button>
      <Button size="xs" variant="subtle" onClick={exportIt}>
        Export it
      </Button>
    </div>
  );
}

interface NameFormProps {
  name: string;
  isBusy: boolean;
  onName: (name: string) => void;
}

function NameForm({ name: given, isBusy, onName }: NameFormProps) {
  const [name, setName] = useState(given);
  return (
    <form
      className={css.name}
      onSubmit={(event) => {
        event.preventDefault();
        onName(name);
      }}
    >
      <TextInput
        label="Name of this version"
        placeholder="before the fair"
        size="xs"
        maxLength={80}
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <Button type="submit" size="xs" variant="light" disabled={isBusy || name.trim() === given}>
        {name.trim() === '' && given ? 'Take the name away' : 'Give this name'}
      </Button>
    </form>
  );
}

/** What is seen on the map of a level. */
const DRAWN = new Set(['map', 'pieces', 'marks', 'lanes', 'view']);
const MAP_WIDTH = 300;
const MAP_HEIGHT = 180;

/** What became of this version until now: in words, and the levels that differ side by side. */
function Comparison({ version, now }: { version: GameDocument; now: GameDocument }) {
  const sentences = sayChanges(version, now);
  const drawn = changesBetween(version, now).filter(
    ({ way }) => way[0] === 'levels' && (way.length < 3 || DRAWN.has(way[2])),
  );
  const differing = new Set(drawn.map(({ way }) => way[1]).filter((id) => id !== ORDER));
  const pairs = [...differing].map((id) => ({
    id,
    then: version.levels.find((level) => level.id === id),
    today: now.levels.find((level) => level.id === id),
  }));
  return (
    <>
      <Sentences
        title="What changed from it until now"
        sentences={sentences}
        none="Nothing: it says the same as the game does now."
      />
      {pairs.map(({ id, then, today }) => (
        <figure key={id} className="history-pair" aria-label={`${(today ?? then)?.name ?? id} then and now`}>
          <figcaption className="heading">{(today ?? then)?.name ?? id}</figcaption>
          <Side title="then" game={version} level={then} />
          <Side title="now" game={now} level={today} />
        </figure>
      ))}
    </>
  );
}

function Side({ title, game, level }: { title: string; game: GameDocument; level: Level | undefined }) {
  return (
    <div>
      <div className="quiet">{title}</div>
      {level ? (
        <LevelMap game={game} level={level} width={MAP_WIDTH} height={MAP_HEIGHT} />
      ) : (
        <div className="quiet history-none">The level is not there.</div>
      )}
    </div>
  );
}
