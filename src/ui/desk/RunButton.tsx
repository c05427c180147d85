'use client';

import { Button, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconChevronDown } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { standInName, standInsOf } from '@/core/index';
import { faultOf } from '../requests/api';
import { useMay } from '../people/useMe';
import { gorgeApi } from '../requests/gorgeApi';
import { useDesk, useFollowed } from './DeskContext';

const BATCH_RUNS = 500;
/** Sizes of larger batches, for narrower intervals. */
const LARGER_BATCHES = [5000, 50_000];

/** Saves the draft and has stand-ins play it on the server, on seeds 1, 2, 3 …; goes on to the report. */
export function RunButton() {
  const { session, reading } = useDesk();
  const { isStarting, start } = useStart();
  const standIn = useFollowed(reading, (state) => state.standIn);
  const name = useFollowed(session, (state) => standInName(state.game, standIn));
  const hasFaults = useFollowed(reading, (state) => state.faults.length > 0);
  const mayRun = useMay('run');
  const isOff = hasFaults || !mayRun;
  const everybody = () => standInsOf(session.state.game).map(({ id }) => id);
  return (
    <Button.Group>
      <Button
        size="compact-md"
        loading={isStarting}
        disabled={isOff}
        title={
          !mayRun
            ? 'Your link does not let you run batches on this server'
            : hasFaults
              ? 'The level has errors; see the Reading'
              : `${name} plays seeds 1 to ${BATCH_RUNS} on the server; choose another in the Reading`
        }
        onClick={() => void start([standIn], BATCH_RUNS)}
      >
        Run {BATCH_RUNS} of {name}
      </Button>
      <Menu position="bottom-end" disabled={isOff || isStarting}>
        <Menu.Target>
          <Button size="compact-md" px={5} aria-label="Other batches" disabled={isOff || isStarting}>
            <IconChevronDown size={14} />
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={() => void start(everybody(), BATCH_RUNS)}>
            {BATCH_RUNS} of every stand-in, on the same seeds
          </Menu.Item>
          {LARGER_BATCHES.map((runs) => (
            <Menu.Item key={runs} onClick={() => void start([standIn], runs)}>
              {runs.toLocaleString('en')} of {name}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
    </Button.Group>
  );
}

/** Starts batches of the draft, once it is saved. */
function useStart() {
  const { session, saving, reading } = useDesk();
  const router = useRouter();
  const [isStarting, setIsStarting] = useState(false);
  const start = async (standIns: readonly string[], runs: number) => {
    setIsStarting(true);
    try {
      if (!(await saving.flush())) {
        notifications.show({
          color: 'clay',
          title: 'The draft is not saved yet',
          message: saving.store.getState().message || 'Try again in a moment.',
        });
        return;
      }
      const { game, levelId } = session.state;
      const batch = await gorgeApi.startBatch(game.id, {
        revision: saving.store.getState().revision,
        arms: standIns.map((standInId) => ({ standInId, levelId })),
        runs,
      });
      // The report begins with whose numbers the Reading shows.
      const arm = Math.max(0, standIns.indexOf(reading.store.getState().standIn));
      router.push(`/games/${game.id}/batches/${batch.id}${arm > 0 ? `?arm=${arm}` : ''}`);
    } catch (error) {
      const fault = faultOf(error);
      notifications.show({ color: 'clay', title: fault.message, message: fault.hint });
    } finally {
      setIsStarting(false);
    }
  };
  return { isStarting, start };
}
