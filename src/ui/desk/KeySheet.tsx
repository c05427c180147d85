'use client';

import { Modal } from '@mantine/core';
import { useEffect, useState } from 'react';
import { CONTROL_ACTIONS } from '../editor/controls';
import { KEY_TABLE, sayPress, type KeyAct } from '../editor/keyTable';
import type { GivenKey } from '../editor/ownKeys';
import { ControlKeys } from './ControlKeys';
import css from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';

const GROUPS = [...new Set(KEY_TABLE.map(({ group }) => group))];
const TRIES = KEY_TABLE.find((row) => 'act' in row && row.act === 'try')!.group;

/** The sheet of all keys; a key that can be another is a button. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  const { keys } = useDesk();
  const choice = useFollowed(keys, (state) => state.choice);
  const [asking, setAsking] = useState<KeyAct>();
  const [isSteering, setIsSteering] = useState(false);
  const [said, setSaid] = useState('');
  usePress(asking !== undefined, (press) => {
    if (asking && press !== 'Escape') setSaid(sayGiven(asking, press, keys.give(asking, press)));
    setAsking(undefined);
  });
  return (
    <Modal opened onClose={onClose} title="Keys" size={860} closeOnEscape={asking === undefined && !isSteering}>
      <div className={css.keyHead}>
        <span className="quiet" role="status" data-testid="keys-said">
          {asking ? `Press a key for: ${labelOf(asking)}. Escape leaves it as it is.` : said || HOW}
        </span>
        {!keys.areUsual && (
          <button
            type="button"
            className="act one-line"
            onClick={() => {
              keys.reset();
              setSaid('All keys are as they usually are.');
            }}
          >
            Usual keys
          </button>
        )}
      </div>
      <div className={css.keyColumns}>
        {GROUPS.map((group) => (
          <section key={group}>
            <h3 className={`heading ${css.keys}`}>{group}</h3>
            {KEY_TABLE.filter((row) => row.group === group).map((row) => (
              <div key={row.label} className={css.keyLine}>
                <span>{row.label}</span>
                {'act' in row ? (
                  <OwnKey
                    label={row.label}
                    presses={choice[row.act]}
                    isAsking={asking === row.act}
                    onAsk={() => setAsking(row.act)}
                  />
                ) : (
                  <span className="key">{row.keys.join('  ')}</span>
                )}
              </div>
            ))}
            {group === TRIES && <TryKeys onWaiting={setIsSteering} />}
          </section>
        ))}
      </div>
    </Modal>
  );
}

const HOW =
  'A key with a line below it can be another: choose it, then press the one that you want. Kept on this machine.';

function OwnKey(props: { label: string; presses: readonly string[]; isAsking: boolean; onAsk: () => void }) {
  const said = props.presses.length > 0 ? props.presses.join('  ') : 'no key';
  return (
    <button
      type="button"
      className={`key ${css.ownKey}`}
      aria-label={`${props.label}: ${said}. Choose another key`}
      data-on={props.isAsking || undefined}
      onClick={props.onAsk}
    >
      {props.isAsking ? 'press a key…' : said}
    </button>
  );
}

/** What steers while a level is played by hand, which can be set, too. */
function TryKeys({ onWaiting }: { onWaiting: (isWaiting: boolean) => void }) {
  const { controls } = useDesk();
  return CONTROL_ACTIONS.map(({ action, label }) => (
    <div key={action} className={css.keyLine}>
      <span>{label}</span>
      <ControlKeys controls={controls} action={action} label={label} onWaiting={onWaiting} />
    </div>
  ));
}

function labelOf(act: KeyAct): string {
  return KEY_TABLE.find((row) => 'act' in row && row.act === act)!.label;
}

function sayGiven(act: KeyAct, press: string, given: GivenKey): string {
  if (given.isFixed) return `${press} always means the same, here or in the browser: choose another.`;
  const taken = given.takenFrom ? `, and no longer ${labelOf(given.takenFrom)}` : '';
  return `${press} is now ${labelOf(act)}${taken}.`;
}

/** Takes the next key that is pressed, before everything else does. */
function usePress(isWaiting: boolean, onPress: (press: string) => void): void {
  useEffect(() => {
    if (!isWaiting) return;
    const onKeyDown = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopImmediatePropagation();
      const press = sayPress(event);
      if (press !== undefined) onPress(press);
    };
    window.addEventListener('keydown', onKeyDown, { capture: true });
    return () => window.removeEventListener('keydown', onKeyDown, { capture: true });
  }, [isWaiting, onPress]);
}
