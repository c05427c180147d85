'use client';

import { ActionIcon, NativeSelect, NumberInput, Tooltip } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useEffect, useMemo, useState } from 'react';
import {
  checkNames,
  sayExpectation,
  sayOutcome,
  sayScene,
  standInsOf,
  type CheckOutcome,
  type PlayedCheck,
  type SavedCheck,
} from '@/core/index';
import { proposeForMoment, type ShownMoment, type WhoPlays } from '../../editor/proposeForMoment';
import { useDesk, useFollowed } from '../DeskContext';
import css from '../desk.module.css';
import { showSavedCheck } from '../showSavedCheck';
import { SidePanel } from './SidePanel';

/** What must stay so: the saved checks of the level, and statements of the moment that is shown, to be kept by a click. */
export function ChecksPanel({ onClose }: { onClose: () => void }) {
  const desk = useDesk();
  const { session } = desk;
  const { game, levelId } = useFollowed(session, (state) => state);
  const played = useFollowed(desk.checks, (state) => state.played) ?? [];
  const checks = game.levels.find(({ id }) => id === levelId)?.checks ?? [];
  const change = (what: string, to: SavedCheck[]) =>
    session.change(what, (draft) => {
      const level = draft.levels.find(({ id }) => id === levelId);
      if (!level) return;
      if (to.length > 0) level.checks = to;
      else delete level.checks;
    });
  return (
    <SidePanel title="Saved checks" note="of this level" onClose={onClose}>
      <p className={`quiet ${css.standInsText}`}>
        What must stay so, whatever you change. Each is played after every edit, on its own seed, and by the gate of a
        build server.
      </p>
      {checks.length === 0 && (
        <p className="flush">None yet. Go to a moment of a run, select whom it is about, and keep a statement below.</p>
      )}
      {checks.map((check, index) => (
        <SavedLine
          key={index}
          check={check}
          outcome={played.find((one) => one.check === check || isSame(one.check, check))?.outcome}
          onShow={(outcome) => void showSavedCheck(desk, { levelId, check, outcome })}
          onChange={(to) =>
            change(
              'Saved check',
              checks.map((own, at) => (at === index ? to : own)),
            )
          }
          onRemove={() =>
            change(
              'Remove a saved check',
              checks.filter((_, at) => at !== index),
            )
          }
        />
      ))}
      <OfThisMoment onKeep={(check) => change('Save a check', [...checks, check])} kept={checks} />
    </SidePanel>
  );
}

/** So long a moment must be shown before it is asked about. */
const REST_MS = 150;

const isSame = (one: SavedCheck, other: SavedCheck) => JSON.stringify(one) === JSON.stringify(other);

const OUTCOME_CLASSES = { holds: 'good', broken: 'bad', 'cannot be played': 'wary' } as const;

/** Numbers of what happens that can be set by hand, with their limits. */
const NUMBER_FIELDS = [
  { field: 'than', label: 'How many' },
  { field: 'count', label: 'How many' },
  { field: 'wave', label: 'Number of the wave' },
  { field: 'points', label: 'Points' },
] as const;

interface SavedLineProps {
  check: SavedCheck;
  outcome: CheckOutcome | undefined;
  onShow: (outcome: CheckOutcome) => void;
  onChange: (check: SavedCheck) => void;
  onRemove: () => void;
}

function SavedLine({ check, outcome, onShow, onChange, onRemove }: SavedLineProps) {
  const { session } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const names = checkNames(game, levelId);
  const said = sayExpectation(check, names);
  const scene = sayScene(check, names);
  const numbers = check.happens as Record<string, unknown>;
  return (
    <div className={css.checkLine} role="group" aria-label={said}>
      <div className={css.checkSaid}>
        <b>{said}</b> {scene && <span className="quiet">({scene})</span>}
        <div className={outcome ? OUTCOME_CLASSES[outcome.status] : 'quiet'}>
          {outcome ? sayOutcome(outcome) : 'being played'}{' '}
          {outcome && 'seconds' in outcome && (
            <button type="button" className="act" onClick={() => onShow(outcome)}>
              Show
            </button>
          )}
        </div>
      </div>
      {NUMBER_FIELDS.filter(({ field }) => typeof numbers[field] === 'number').map(({ field, label }) => (
        <NumberInput
          key={field}
          size="xs"
          w={76}
          aria-label={label}
          min={field === 'than' || field === 'points' ? 0 : 1}
          max={10_000}
          allowDecimal={false}
          value={numbers[field] as number}
          onChange={(value) =>
            typeof value === 'number' &&
            onChange({ ...check, happens: { ...check.happens, [field]: value } as SavedCheck['happens'] })
          }
        />
      ))}
      <NumberInput
        size="xs"
        w={88}
        aria-label="Seconds"
        suffix=" s"
        min={0.1}
        max={600}
        step={0.5}
        decimalScale={2}
        value={check.seconds}
        onChange={(value) => typeof value === 'number' && value > 0 && onChange({ ...check, seconds: value })}
      />
      <Tooltip label="Remove this check">
        <ActionIcon variant="subtle" color="clay" aria-label={`Remove: ${said}`} onClick={onRemove}>
          <IconTrash size={16} />
        </ActionIcon>
      </Tooltip>
    </div>
  );
}

/** Statements that are true of the run that is shown, up to the moment that is shown. */
function OfThisMoment({ onKeep, kept }: { onKeep: (check: SavedCheck) => void; kept: readonly SavedCheck[] }) {
  const { session, reading, playback } = useDesk();
  const { game, levelId, selection } = useFollowed(session, (state) => state);
  const { sampleRun: run, sampleFrom: from } = useFollowed(reading, (state) => state);
  const { tick, isPlaying } = useFollowed(playback, (state) => state);
  const [who, setWho] = useState<WhoPlays>('keys');
  const [proposed, setProposed] = useState<{ moment: ShownMoment; checks: readonly PlayedCheck[] }>();
  const moment = useMemo(
    () => (run && tick > 0 && !isPlaying ? { run, tick, from, who, selected: selection } : undefined),
    [run, tick, isPlaying, from, who, selection],
  );
  useEffect(() => {
    if (!moment) return;
    // Moments that are only passed are not asked about.
    const timer = setTimeout(() => {
      void proposeForMoment(game, levelId, moment).then((checks) => setProposed({ moment, checks }));
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [game, levelId, moment]);
  // What was proposed of another moment says nothing of this one.
  const found = proposed?.moment === moment ? proposed?.checks : undefined;
  const names = checkNames(game, levelId);
  const fresh = found?.filter(({ check }) => !kept.some((own) => isSame(own, check)));
  if (!moment || !run)
    return (
      <p className={`quiet ${css.standInsText}`}>
        {isPlaying
          ? 'The run is played. Pause it at a moment: what is true of it can be kept here.'
          : 'The draft is shown. Play a run, or drag in the strata, to a moment: what is true of it can be kept here.'}
      </p>
    );
  return (
    <section aria-label="Of the moment that is shown">
      <div className={css.momentHead}>
        <h3 className="rest">
          True of this run up to <span className="mono">{(tick / run.ticksPerSecond).toFixed(1)} s</span>
        </h3>
        <NativeSelect
          size="xs"
          aria-label="Who plays in it"
          value={who}
          data={[
            { value: 'keys', label: `the same keys, seed ${run.seed}` },
            { value: 'nobody', label: 'nobody presses anything' },
            ...standInsOf(game).map(({ id, name }) => ({ value: id, label: `${name} plays anew` })),
          ]}
          onChange={(event) => setWho(event.currentTarget.value)}
        />
      </div>
      {!fresh && <p className="quiet flush">Looking …</p>}
      {fresh?.length === 0 && (
        <p className="quiet flush">Nothing to keep that is not kept yet. Select a piece, or go to another moment.</p>
      )}
      {fresh?.map(({ check }) => (
        <div key={JSON.stringify(check)} className={css.proposed}>
          <span className="rest">{sayExpectation(check, names)}</span>
          <button type="button" className="act" onClick={() => onKeep(check)}>
            Keep
          </button>
        </div>
      ))}
    </section>
  );
}
