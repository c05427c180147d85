'use client';

import { Popover } from '@mantine/core';
import { useEffect, useState } from 'react';
import { CONTROL_ACTIONS, type ControlAction, type Controls } from '../editor/controls';
import styles from './desk.module.css';
import { useFollowed } from './DeskContext';

/** Which key does what; a gamepad needs no setting. */
export function KeySettings({ controls }: { controls: Controls }) {
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
          <div key={action} className={styles.keyRow}>
            <span className={styles.keyName}>{label}</span>
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
        <p className="quiet">
          A gamepad works at once: stick or cross, any front button. Holding the pointer goes towards it.
        </p>
      </Popover.Dropdown>
    </Popover>
  );
}
