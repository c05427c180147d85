'use client';

import { Button, Group, Modal, SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useEffect, useState } from 'react';
import { writeGame, type Side } from '@/core/index';
import type { OpenClash, Saving } from '../editor/saving';
import { saveText } from '../frame/saveText';
import { faultOf } from '../requests/api';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** So many sentences of what was joined are told. */
const MOST_TOLD = 4;

/**
 * Two people, or two tabs, on one game: what touches different things is joined and told; what touches the same stands side by
 * side until the designer has chosen. Both sides stay in the history either way.
 */
export function ClashNotice() {
  const { session, saving } = useDesk();
  const keptStep = useFollowed(session, (state) => state.keptStep);
  useEffect(() => {
    if (!keptStep) return;
    notifications.show({
      color: 'ochre',
      title: `“${keptStep.label}” is not taken back`,
      message: 'Somebody else has changed the same since. It can be changed by hand, or an earlier version restored.',
    });
  }, [keptStep]);
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
  const [sides, setSides] = useState<Side[]>(() => clash.places.map(() => 'mine'));
  const hasPlaces = clash.places.length > 0;
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      title="This game was changed elsewhere"
      centered
      size={hasPlaces ? 760 : 'md'}
    >
      <p className={css.first}>
        Somebody, perhaps you in another tab, has saved this game since you opened it here.{' '}
        {hasPlaces
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
        {clash.places.map((place, index) => (
          <BothSides
            key={index}
            place={place}
            side={sides[index]}
            onChoose={(side) => setSides(sides.map((own, other) => (other === index ? side : own)))}
          />
        ))}
      </div>
      <ClashActions saving={saving} sides={hasPlaces ? sides : undefined} />
    </Modal>
  );
}

interface BothSidesProps {
  place: OpenClash['places'][number];
  side: Side;
  onChoose: (side: Side) => void;
}

function BothSides({ place: { what, mine, theirs }, side, onChoose }: BothSidesProps) {
  return (
    <section aria-label={what} className="clash-place">
      <div className={css.clashHead}>
        <b>{what}</b>
        <SegmentedControl
          size="xs"
          aria-label={`Which counts: ${what}`}
          value={side}
          onChange={(chosen) => onChoose(chosen as Side)}
          data={[
            { value: 'mine', label: 'mine' },
            { value: 'theirs', label: 'theirs' },
          ]}
        />
      </div>
      <div className="clash-sides">
        <span className="quiet">mine</span>
        <span className="quiet">theirs</span>
        <pre data-on={side === 'mine' || undefined}>{mine}</pre>
        <pre data-on={side === 'theirs' || undefined}>{theirs}</pre>
      </div>
    </section>
  );
}

/** What can be done about it; with `sides`, the chosen ones can be joined. */
function ClashActions({ saving, sides }: { saving: Saving; sides: Side[] | undefined }) {
  const { session } = useDesk();
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
    <Group justify="flex-end" gap="xs" mt="sm">
      <Button variant="subtle" onClick={keepFile}>
        Download mine
      </Button>
      <Button variant="light" disabled={isBusy} onClick={() => void act(saving.takeTheirs())}>
        Take theirs
      </Button>
      <Button variant={sides ? 'light' : 'filled'} disabled={isBusy} onClick={() => void act(saving.saveOverTheirs())}>
        Save mine over it
      </Button>
      {sides && (
        <Button disabled={isBusy} onClick={() => void act(saving.joinAsChosen(sides))}>
          Join as chosen
        </Button>
      )}
    </Group>
  );
}
