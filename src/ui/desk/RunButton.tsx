'use client';

import { Button } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { standInName } from '@/core/index';
import { faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';
import { useDesk, useFollowed } from './DeskContext';

const BATCH_RUNS = 500;

/** Saves the draft and has the stand-in of the Reading play it 500 times on the server; goes on to the report. */
export function RunButton() {
  const { session, saving, reading } = useDesk();
  const router = useRouter();
  const [isStarting, setIsStarting] = useState(false);
  const standIn = useFollowed(reading, (state) => state.standIn);
  const name = useFollowed(session, (state) => standInName(state.game, standIn));
  const hasFaults = useFollowed(reading, (state) => state.faults.length > 0);
  const start = async () => {
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
        levelId,
        standInId: standIn,
        runs: BATCH_RUNS,
      });
      router.push(`/games/${game.id}/batches/${batch.id}`);
    } catch (error) {
      const fault = faultOf(error);
      notifications.show({ color: 'clay', title: fault.message, message: fault.hint });
    } finally {
      setIsStarting(false);
    }
  };
  return (
    <Button
      size="compact-md"
      loading={isStarting}
      disabled={hasFaults}
      title={
        hasFaults
          ? 'The level has errors; see the Reading'
          : `${name} plays seeds 1 to ${BATCH_RUNS} on the server; choose another in the Reading`
      }
      onClick={() => void start()}
    >
      Run {BATCH_RUNS} of {name}
    </Button>
  );
}
