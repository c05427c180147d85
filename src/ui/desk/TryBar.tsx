'use client';

import { Button, Popover } from '@mantine/core';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { CONTROL_ACTIONS, type ControlAction, type Controls } from '../editor/controls';
import { levelAfter, type RunEvent } from '@/core/index';
import type { TryController } from '../editor/tryController';
import { useDesk, useFollowed } from './DeskContext';
import { SelectField } from './panels/fields';

const SPEEDS = [0.1, 0.25, 0.5, 1, 2] as const;

/** What stands over the arena while a level is played by hand. */
export function TryBar({ controls }: { controls: Controls }) {
  const { tries, keptTries } = useDesk();
  const { status, speed, freezesOn, note, events } = useFollowed(tries, (state) => state);
  const tick = useFollowed(tries, (state) => state.tick);
  useTryKeys(tries, controls);
  if (status === 'off') return null;
  const isWon = note.startsWith('Cleared');
  const { player } = tries;
  const gun = tries.program?.player.gun;
  const keep = () => {
    const { kept } = tries;
    if (kept) keptTries.keep(kept);
    tries.stop();
  };
  return (
    <>
      <TryLog events={events} />
      <div
        className="plate"
        role="group"
        aria-label="Try"
        data-tick={tick}
        style={{
          position: 'absolute',
          left: 10,
          right: 10,
          top: 8,
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          gap: 10,
          padding: '5px 10px',
          boxShadow: '0 1px 6px rgba(0,0,0,.14)',
          borderColor: status !== 'over' ? 'var(--river)' : isWon ? 'var(--moss)' : 'var(--clay)',
        }}
      >
        <div
          style={{
            display: 'flex',
            alignItems: 'center',
            gap: 10,
            flex: '1 1 250px',
            minWidth: 0,
            overflow: 'hidden',
            whiteSpace: 'nowrap',
          }}
        >
          <b style={{ color: 'var(--river)' }}>Try</b>
          <span className="mono" data-testid="try-time" style={{ minWidth: 56 }}>
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
            className={isWon ? 'good' : note ? 'bad' : 'quiet'}
            style={{ minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis' }}
          >
            {note ||
              (player && (player.lives > 0 || player.ammunition >= 0)
                ? 'Esc ends'
                : `arrows or A D W S, Space${gun ? `, C ${gun.blowTicks > 0 ? 'strikes' : 'throws'}` : ''}; Esc ends`)}
          </span>
        </div>
        {status !== 'over' && (
          <div style={{ display: 'flex', alignItems: 'center', gap: 0 }}>
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
        )}
        {status === 'over' && <GoOn score={player?.score ?? 0} isWon={isWon} />}
        <Button size="compact-xs" variant="light" title="Enter" onClick={() => tries.again()}>
          Again
        </Button>
        <Button size="compact-xs" variant="light" title="Keep what was played, as inputs" onClick={keep}>
          Keep
        </Button>
        <Button size="compact-xs" title="Esc" onClick={() => tries.stop()}>
          End
        </Button>
      </div>
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
    <Link href={`/games/${game.id}/levels/${next.id}`} style={{ color: 'var(--river)', whiteSpace: 'nowrap' }}>
      On to {next.name}
    </Link>
  );
}

const SHOWN_ENTRIES = 7;

/** The last entries of the log; a click goes back to that moment. */
function TryLog({ events }: { events: readonly RunEvent[] }) {
  const { tries } = useDesk();
  const ticksPerSecond = tries.program?.ticksPerSecond ?? 60;
  if (events.length === 0) return null;
  return (
    <div
      className="plate"
      aria-label="Log of the try"
      role="log"
      style={{ position: 'absolute', left: 10, bottom: 8, padding: '4px 10px', fontSize: 12 }}
    >
      {events.slice(-SHOWN_ENTRIES).map((event, index) => (
        <div key={`${event.tick} ${index}`} style={{ display: 'flex', gap: 8 }}>
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

/** Keys of a try come before all others of the desk. */
function useTryKeys(tries: TryController, controls: Controls): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const { status } = tries.state;
      const isField = event.target instanceof HTMLElement && event.target.closest('input, textarea, select') !== null;
      if (status === 'off' || isField || event.ctrlKey || event.metaKey) return;
      if (event.code === 'Escape') tries.stop();
      else if (event.code === 'Enter' && status === 'over') tries.again();
      else if (event.code === 'KeyF') tries.toggleFreeze();
      else if (event.code === 'Period')
        tries.single(
          controls.read(
            tries.program?.player ?? { control: { scheme: 'eight ways' } },
            tries.player ?? { x: 0, y: 0 },
            [],
          ),
        );
      else if (!controls.press(event.code)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    const onKeyUp = (event: KeyboardEvent) => controls.release(event.code);
    const letGo = () => controls.letGo();
    window.addEventListener('keydown', onKeyDown, true);
    window.addEventListener('keyup', onKeyUp, true);
    window.addEventListener('blur', letGo);
    return () => {
      window.removeEventListener('keydown', onKeyDown, true);
      window.removeEventListener('keyup', onKeyUp, true);
      window.removeEventListener('blur', letGo);
    };
  }, [tries, controls]);
}

/** Which key does what; a gamepad needs no setting. */
function KeySettings({ controls }: { controls: Controls }) {
  const keys = useFollowed(controls, (state) => state.keys);
  const [waiting, setWaiting] = useState<ControlAction>();
  useEffect(() => controls.load(window.localStorage), [controls]);
  useEffect(() => {
    if (!waiting) return;
    const onKeyDown = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.code !== 'Escape') controls.remap(waiting, event.code, window.localStorage);
      setWaiting(undefined);
    };
    window.addEventListener('keydown', onKeyDown, { capture: true, once: true });
    return () => window.removeEventListener('keydown', onKeyDown, { capture: true });
  }, [waiting, controls]);
  return (
    <Popover position="bottom-end" withArrow>
      <Popover.Target>
        <button type="button" className="chip">
          Keys
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        {CONTROL_ACTIONS.map(({ action, label }) => (
          <div key={action} style={{ display: 'flex', alignItems: 'center', gap: 8, marginTop: 4 }}>
            <span style={{ minWidth: 110 }}>{label}</span>
            {keys[action].map((code) => (
              <span key={code} className="key">
                {code.replace(/^(Key|Arrow|Digit)/, '')}
              </span>
            ))}
            <button type="button" className="act" onClick={() => setWaiting(action)}>
              {waiting === action ? 'press a key…' : 'add'}
            </button>
          </div>
        ))}
        <p className="quiet" style={{ margin: '8px 0 0' }}>
          A gamepad works at once: stick or cross, any front button. Holding the pointer goes towards it.
        </p>
      </Popover.Dropdown>
    </Popover>
  );
}
