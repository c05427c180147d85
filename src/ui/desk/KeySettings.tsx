'use client';

import { Popover } from '@mantine/core';
import { CONTROL_ACTIONS, type Controls } from '../editor/controls';
import { ControlKeys } from './ControlKeys';
import styles from './desk.module.css';

/** Which key does what while a level is played by hand; a gamepad needs no setting. */
export function KeySettings({ controls }: { controls: Controls }) {
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
            <ControlKeys controls={controls} action={action} label={label} />
          </div>
        ))}
        <p className="quiet">
          A key is added by a click. A gamepad works at once: stick or cross, any front button. Holding the pointer goes
          towards it.
        </p>
      </Popover.Dropdown>
    </Popover>
  );
}
