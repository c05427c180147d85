'use client';

import { Tooltip } from '@mantine/core';
import { useMay } from '../people/useMe';
import { useDesk, useFollowed } from './DeskContext';

const SIGNS = {
  saved: { className: 'quiet', text: 'Saved' },
  waiting: { className: 'quiet', text: 'Saving …' },
  saving: { className: 'quiet', text: 'Saving …' },
  retrying: { className: 'wary', text: 'Not saved yet, trying again' },
  refused: { className: 'bad', text: 'Not saved' },
  clash: { className: 'bad', text: 'Not saved: changed elsewhere' },
} as const;

/** Who may only look tries things out here, and nothing of it stays. */
const NOT_KEPT = { className: 'wary', text: 'Tried out here, not kept' } as const;

/** What was kept in the browser is offered: until that is decided, not all that there is is saved. */
const OFFERED = { className: 'wary', text: 'Kept changes wait for you' } as const;

/** Says whether the draft is on the server. */
export function SaveSign() {
  const { saving } = useDesk();
  const { status, savedAt, message, kept } = useFollowed(saving, (state) => state);
  const isOffered = kept?.document !== undefined;
  const mayEdit = useMay('edit');
  const sign = isOffered ? OFFERED : status === 'refused' && !mayEdit ? NOT_KEPT : SIGNS[status];
  const time = new Date(savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return (
    <Tooltip label={message} disabled={!message} multiline w={320}>
      <span role="status" data-testid="save-sign" className={sign.className}>
        {sign.text}
        {!isOffered && status === 'saved' && ` ${time}`}
      </span>
    </Tooltip>
  );
}
