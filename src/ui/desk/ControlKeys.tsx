'use client';

import { useEffect, useState } from 'react';
import type { ControlAction, Controls } from '../editor/controls';
import css from './desk.module.css';
import { useFollowed } from './DeskContext';

/** The keys of one action of a player, and a button that gives it one more. */
export function ControlKeys({
  controls,
  action,
  label,
  onWaiting,
}: {
  controls: Controls;
  action: ControlAction;
  label: string;
  /** Told when a key is waited for, and when no longer. */
  onWaiting?: (isWaiting: boolean) => void;
}) {
  const codes = useFollowed(controls, (state) => state.keys[action]);
  const [isWaiting, setIsWaiting] = useState(false);
  useEffect(() => {
    if (!isWaiting) return;
    const onKeyDown = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.code !== 'Escape') controls.remap(action, event.code, window.localStorage);
      setIsWaiting(false);
      onWaiting?.(false);
    };
    window.addEventListener('keydown', onKeyDown, { capture: true, once: true });
    return () => window.removeEventListener('keydown', onKeyDown, { capture: true });
  }, [isWaiting, controls, action, onWaiting]);
  return (
    <button
      type="button"
      className={`key ${css.ownKey}`}
      aria-label={`${label}: ${codes.map(sayCode).join(', ')}. Give it one more key`}
      data-on={isWaiting || undefined}
      onClick={() => {
        setIsWaiting(true);
        onWaiting?.(true);
      }}
    >
      {isWaiting ? 'press a key…' : codes.map(sayCode).join('  ')}
    </button>
  );
}

const ARROWS: Record<string, string> = { ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓' };

function sayCode(code: string): string {
  return ARROWS[code] ?? code.replace(/^(Key|Digit)|Left$/g, '');
}
