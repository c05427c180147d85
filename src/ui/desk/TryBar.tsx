'use client';

import { Button } from '@mantine/core';
import { PageLink } from '../frame/PageLink';
import type { Controls } from '../editor/controls';
import { levelAfter, type RunEvent } from '@/core/index';
import styles from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';
import { KeySettings } from './KeySettings';
import { SelectField } from './panels/fields';
import { useTryKeys } from './useTryKeys';

const SPEEDS = [0.1, 0.25, 0.5, 1, 2] as const;

/** What stands over the arena while a level is played by hand. */
export function TryBar({ controls }: { controls: Controls }) {
  const { tries } = useDesk();
  const { status, note, events } = useFollowed(tries, (state) => state);
  const tick = useFollowed(tries, (state) => state.tick);
  useTryKeys(tries, controls);
  if (status === 'off') return null;
  const isWon = note.startsWith('Cleared');
  const end = status !== 'over' ? 'none' : isWon ? 'won' : 'lost';
  return (
    <>
      <TryLog events={events} />
      <div className={`plate ${styles.tryBar}`} role="group" aria-label="Try" data-tick={tick} data-end={end}>
        <Standing note={note} isWon={isWon} isOver={status === 'over'} />
        {status === 'over' ? <GoOn score={tries.player?.score ?? 0} isWon={isWon} /> : <Pace controls={controls} />}
        <Acts />
      </div>
    </>
  );
}

/** How the one who plays stands: time, health, points, what is carried; and what has just happened. */
function Standing({ note, isWon, isOver }: { note: string; isWon: boolean; isOver: boolean }) {
  const { tries } = useDesk();
  const { player } = tries;
  const gun = tries.program?.player.gun;
  const isShort = player !== undefined && (player.lives > 0 || player.ammunition >= 0);
  const keys = isShort
    ? 'Esc ends'
    : `arrows or A D W S, Space${gun ? `, C ${gun.blowTicks > 0 ? 'strikes' : 'throws'}` : ''}; Esc ends`;
  return (
    <div className={styles.tryStanding}>
      <b className="river">Try</b>
      <span className={`mono ${styles.tryTime}`} data-testid="try-time">
        {tries.seconds.toFixed(2)} s
      </span>
      {player && player.health !== 1 && <span>health {Number(player.health.toFixed(1))}</span>}
      {player && player.score !== 0 && <span>score {player.score}</span>}
      {player && player.lives > 0 && (
        <span data-testid="try-lives">
          {player.lives} {player.lives === 1 ? 'life' : 'lives'}
        </span>
      )}
      {player && player.wave > 0 && <span data-testid="try-wave">wave {player.wave}</span>}
      {player && player.carried > 0 && <span>carries {player.carried}</span>}
      {player && player.ammunition >= 0 && <span>{player.ammunition} shots left</span>}
      <span
        role="status"
        data-testid="try-note"
        className={`${isWon ? 'good' : isOver ? 'bad' : note ? 'river' : 'quiet'} ${styles.tryNote}`}
      >
        {note || keys}
      </span>
    </div>
  );
}

/** How fast it is played, and what makes it stand still. */
function Pace({ controls }: { controls: Controls }) {
  const { tries } = useDesk();
  const { status, speed, freezesOn } = useFollowed(tries, (state) => state);
  return (
    <div className={styles.tryPace}>
      {SPEEDS.map((value) => (
        <button
          key={value}
          type="button"
          className="chip"
          aria-pressed={speed === value}
          data-on={speed === value || undefined}
          onClick={() => tries.setSpeed(value)}
        >
          {value}×
        </button>
      ))}
      <button
        type="button"
        className="chip"
        title="Freeze or go on (F); one tick (.)"
        onClick={() => tries.toggleFreeze()}
      >
        {status === 'frozen' ? 'Go on' : 'Freeze'}
      </button>
      <SelectField
        label="Freeze by itself"
        value={freezesOn}
        width={132}
        options={[
          { value: 'nothing', label: 'only by hand' },
          { value: 'contact', label: 'at a contact' },
          { value: 'sight', label: 'at a sighting' },
          { value: 'state', label: 'at a new state' },
        ]}
        onCommit={(value) => tries.setFreezesOn(value)}
      />
      <KeySettings controls={controls} />
    </div>
  );
}

function Acts() {
  const { tries, keptTries } = useDesk();
  const keep = () => {
    const { kept } = tries;
    if (kept) keptTries.keep(kept);
    tries.stop();
  };
  return (
    <>
      <Button size="compact-xs" variant="light" title="Enter" onClick={() => tries.again()}>
        Again
      </Button>
      <Button size="compact-xs" variant="light" title="Keep what was played, as inputs" onClick={keep}>
        Keep
      </Button>
      <Button size="compact-xs" title="Esc" onClick={() => tries.stop()}>
        End
      </Button>
    </>
  );
}

/** The way to the level to which the course leads from here. */
function GoOn({ score, isWon }: { score: number; isWon: boolean }) {
  const { session } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const level = game.levels.find(({ id }) => id === levelId);
  const to = level && levelAfter(game, level, isWon ? 'won' : 'lost', score);
  const next = game.levels.find(({ id }) => id === to);
  if (!next) return isWon ? <span className="quiet">the course ends here</span> : null;
  return (
    <PageLink href={`/games/${game.id}/levels/${next.id}`} className={styles.onTo}>
      On to {next.name}
    </PageLink>
  );
}

const SHOWN_ENTRIES = 7;

/** The last entries of the log; a click goes back to that moment. */
function TryLog({ events }: { events: readonly RunEvent[] }) {
  const { tries } = useDesk();
  const ticksPerSecond = tries.program?.ticksPerSecond ?? 60;
  if (events.length === 0) return null;
  return (
    <div className={`plate ${styles.tryLog}`} aria-label="Log of the try" role="log">
      {events.slice(-SHOWN_ENTRIES).map((event, index) => (
        <div key={`${event.tick} ${index}`} className={styles.logLine}>
          <button
            type="button"
            className="act mono"
            title="Go back to this moment"
            onClick={() => tries.goTo(event.tick)}
          >
            {(event.tick / ticksPerSecond).toFixed(2)} s
          </button>
          <span>{tries.say(event)}</span>
        </div>
      ))}
    </div>
  );
}
