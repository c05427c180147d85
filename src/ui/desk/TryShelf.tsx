'use client';

import { notifications } from '@mantine/notifications';
import { kindOf, sayStart, writeStart } from '@/core/index';
import { replayTry } from '../editor/keptTries';
import type { KeptTry } from '../editor/tryController';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

const MOST_SHOWN = 4;

/** What holds only for tries, until it is removed, and the tries that were kept. Nothing of it is in the document. */
export function TryShelf() {
  const { tries, keptTries } = useDesk();
  const { overrides, status } = useFollowed(tries, (state) => state);
  const kept = useFollowed(keptTries, (state) => state.tries);
  const hasOverrides = overrides.knobs.length > 0 || sayStart(overrides).length > 0;
  if (status !== 'off' || (!hasOverrides && kept.length === 0)) return null;
  return (
    <div className={`plate ${css.tryShelf}`} aria-label="Tries" role="group">
      {hasOverrides && <OnlyInTries />}
      {kept.slice(0, MOST_SHOWN).map((played, index) => (
        <KeptLine
          key={`${played.seconds} ${played.inputs.length} ${index}`}
          played={played}
          number={kept.length - index}
        />
      ))}
    </div>
  );
}

function OnlyInTries() {
  const { session, tries } = useDesk();
  const { overrides } = useFollowed(tries, (state) => state);
  const game = useFollowed(session, (state) => state.game);
  return (
    <div className={css.chips}>
      <span className="wary">Only when I try:</span>
      {sayStart(overrides).map(({ text, without }) => (
        <Chip key={text} label={text} onRemove={() => tries.setOverrides(without)} />
      ))}
      {overrides.knobs.map(({ kind, knob, value }) => (
        <Chip
          key={`${kind} ${knob}`}
          label={`${kindOf(game, kind)?.name ?? kind} ${knob} ${value}`}
          onRemove={() =>
            tries.setOverrides({
              ...overrides,
              knobs: overrides.knobs.filter((other) => other.kind !== kind || other.knob !== knob),
            })
          }
        />
      ))}
    </div>
  );
}

function KeptLine({ played, number }: { played: KeptTry; number: number }) {
  const { keptTries } = useDesk();
  const watch = useWatch();
  return (
    <div className={css.keptTry}>
      <span>
        Try {number}: {played.outcome === 'won' ? 'cleared' : played.outcome} at{' '}
        <span className="mono">{played.seconds.toFixed(2)} s</span>
      </span>
      <button type="button" className="act" onClick={() => void watch(played)}>
        Watch
      </button>
      <a
        className="act"
        href={`data:application/json,${encodeURIComponent(JSON.stringify(played.inputs))}`}
        download={`try-${number}.inputs.json`}
        title="For gorge trace --inputs"
      >
        Inputs
      </a>
      <button
        type="button"
        className="act bad"
        aria-label={`Forget try ${number}`}
        onClick={() => keptTries.remove(played)}
      >
        ×
      </button>
    </div>
  );
}

/** Plays a kept try again in the arena, and says so where the level no longer is what it was. */
function useWatch(): (played: KeptTry) => Promise<void> {
  const { session, reading, playback } = useDesk();
  return async (played) => {
    const replay = await replayTry(session.state.game, played);
    if (!replay) {
      notifications.show({
        color: 'clay',
        title: 'This level cannot be run now',
        message: 'Its problems stand in the Reading.',
      });
      return;
    }
    if (!replay.isSame)
      notifications.show({
        color: 'ochre',
        title: 'The level has changed since',
        message: 'The same inputs now end otherwise.',
      });
    reading.showRun(replay.run, writeStart(played.overrides));
    playback.seek(1);
    playback.play();
  };
}

function Chip({ label, onRemove }: { label: string; onRemove: () => void }) {
  return (
    <span className={css.chip}>
      {label}{' '}
      <button type="button" className="act bad" aria-label={`Remove override ${label}`} onClick={onRemove}>
        ×
      </button>
    </span>
  );
}
