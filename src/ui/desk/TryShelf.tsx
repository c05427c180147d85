'use client';

import { notifications } from '@mantine/notifications';
import { kindOf, sayStart } from '@/core/index';
import { replayTry } from '../editor/keptTries';
import type { KeptTry } from '../editor/tryController';
import { useDesk, useFollowed } from './DeskContext';

/** What holds only for tries, until it is removed, and the tries that were kept. Nothing of it is in the document. */
export function TryShelf() {
  const { session, tries, keptTries, reading, playback } = useDesk();
  const { overrides, status } = useFollowed(tries, (state) => state);
  const kept = useFollowed(keptTries, (state) => state.tries);
  const game = useFollowed(session, (state) => state.game);
  const hasOverrides = overrides.knobs.length > 0 || sayStart(overrides).length > 0;
  if (status !== 'off' || (!hasOverrides && kept.length === 0)) return null;
  const watch = async (played: KeptTry) => {
    const replay = await replayTry(game, played);
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
    reading.showRun(replay.run);
    playback.seek(1);
    playback.play();
  };
  return (
    <div
      className="plate"
      aria-label="Tries"
      role="group"
      style={{ position: 'absolute', left: 10, bottom: 8, maxWidth: 470, padding: '4px 10px', fontSize: 12.5 }}
    >
      {hasOverrides && (
        <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 6 }}>
          <span className="wary">Only in tries:</span>
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
      )}
      {kept.slice(0, 4).map((played, index) => (
        <div
          key={`${played.seconds} ${played.inputs.length} ${index}`}
          style={{ display: 'flex', gap: 8, alignItems: 'center' }}
        >
          <span>
            Try {kept.length - index}: {played.outcome === 'won' ? 'cleared' : played.outcome} at{' '}
            <span className="mono">{played.seconds.toFixed(2)} s</span>
          </span>
          <button type="button" className="act" onClick={() => void watch(played)}>
            Watch
          </button>
          <a
            className="act"
            href={`data:application/json,${encodeURIComponent(JSON.stringify(played.inputs))}`}
            download={`try-${kept.length - index}.inputs.json`}
            title="For gorge trace --inputs"
          >
            Inputs
          </a>
          <button
            type="button"
            className="act bad"
            aria-label={`Forget try ${kept.length - index}`}
            onClick={() => keptTries.remove(played)}
          >
            ×
          </button>
        </div>
      ))}
    </div>
  );
}

function Chip({ label, onRemove }: { label: string; onRemove: () => void }) {
  return (
    <span style={{ border: '1px solid var(--ochre)', borderRadius: 10, padding: '0 7px' }}>
      {label}{' '}
      <button type="button" className="act bad" aria-label={`Remove override ${label}`} onClick={onRemove}>
        ×
      </button>
    </span>
  );
}
