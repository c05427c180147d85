'use client';

import { Button, Group, Modal, SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useEffect, useState } from 'react';
import { writeGame, type Side } from '@/core/index';
import type { OpenClash, Saving } from '../editor/saving';
import { saveText } from '../frame/saveText';
import { faultOf } from '../requests/api';
import { useDesk, useFollowed } from './DeskContext';

/** So many sentences of what was joined are told. */
const MOST_TOLD = 4;

/**
 * Two people, or two tabs, on one game: what touches different things is joined and told; what touches the same stands side by
 * side until the designer has chosen. Both sides stay in the history either way.
 */
export function ClashNotice() {
  const { saving } = useDesk();
  const clash = useFollowed(saving, (state) => state.clash);
  const joined = useFollowed(saving, (state) => state.joined);
  useEffect(() => {
    if (!joined) return;
    const more = joined.length - MOST_TOLD;
    notifications.show({
      title: 'Somebody else has changed this game; both are joined',
      message: [...joined.slice(0, MOST_TOLD), ...(more > 0 ? [`and ${more} more`] : [])].join('; '),
      autoClose: 12_000,
    });
  }, [joined]);
  return clash ? <ClashDialog clash={clash} saving={saving} /> : null;
}

function ClashDialog({ clash, saving }: { clash: OpenClash; saving: Saving }) {
  const { session } = useDesk();
  const [sides, setSides] = useState<Side[]>(() => clash.places.map(() => 'mine'));
  const [isBusy, setIsBusy] = useState(false);
  const act = async (work: Promise<void>) => {
    setIsBusy(true);
    try {
      await work;
    } catch (error) {
      const { message, hint } = faultOf(error);
      notifications.show({ color: 'clay', title: message, message: hint });
    } finally {
      setIsBusy(false);
    }
  };
  const keepFile = () => {
    const { game } = session.state;
    saveText(`${game.id}-mine.gorge.json`, 'application/json', writeGame(game));
  };
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      title="This game was changed elsewhere"
      centered
      size={clash.places.length > 0 ? 760 : 'md'}
    >
      <p style={{ marginTop: 0 }}>
        Somebody, perhaps you in another tab, has saved this game since you opened it here.{' '}
        {clash.places.length > 0
          ? 'Everything else is joined; of these, say which counts. Both versions stay in the history of the game.'
          : 'The two do not fit together. Nothing was overwritten, and both versions stay in the history of the game.'}
      </p>
      {clash.reasons.length > 0 && (
        <ul className="bad" role="alert">
          {clash.reasons.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      )}
      <div className="clash-places">
        {clash.places.map(({ what, mine, theirs }, index) => (
          <section key={index} aria-label={what} className="clash-place">
            <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', gap: 8 }}>
              <b>{what}</b>
              <SegmentedControl
                size="xs"
                aria-label={`Which counts: ${what}`}
                value={sides[index]}
                onChange={(side) => setSides(sides.map((own, place) => (place === index ? (side as Side) : own)))}
                data={[
                  { value: 'mine', label: 'mine' },
                  { value: 'theirs', label: 'theirs' },
                ]}
              />
            </div>
            <div className="clash-sides">
              <span className="quiet">mine</span>
              <span className="quiet">theirs</span>
              <pre data-on={sides[index] === 'mine' || undefined}>{mine}</pre>
              <pre data-on={sides[index] === 'theirs' || undefined}>{theirs}</pre>
            </div>
          </section>
        ))}
      </div>
      <Group justify="flex-end" gap="xs" mt="sm">
        <Button variant="subtle" onClick={keepFile}>
          Download mine
        </Button>
        <Button variant="light" disabled={isBusy} onClick={() => void act(saving.takeTheirs())}>
          Take theirs
        </Button>
        <Button
          variant={clash.places.length > 0 ? 'light' : 'filled'}
          disabled={isBusy}
          onClick={() => void act(saving.saveOverTheirs())}
        >
          Save mine over it
        </Button>
        {clash.places.length > 0 && (
          <Button disabled={isBusy} onClick={() => void act(saving.joinAsChosen(sides))}>
            Join as chosen
          </Button>
        )}
      </Group>
    </Modal>
  );
}
