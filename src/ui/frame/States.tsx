'use client';

import { Button, Loader } from '@mantine/core';
import type { ReactNode } from 'react';
import { faultOf } from '../requests/api';

const MIDDLE = { display: 'grid', placeItems: 'center', minHeight: 260, padding: 24 } as const;

/** Shown while something is fetched. */
export function Loading({ what }: { what: string }) {
  return (
    <div style={MIDDLE} role="status">
      <div style={{ display: 'flex', gap: 12, alignItems: 'center' }}>
        <Loader size="sm" />
        <span className="quiet">Fetching {what} …</span>
      </div>
    </div>
  );
}

/** Shown when something could not be fetched: what, why, and the way on. */
export function Failed({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  const fault = faultOf(error);
  return (
    <div style={MIDDLE} role="alert">
      <div className="plate" style={{ padding: 22, maxWidth: 520, borderLeft: '4px solid var(--clay)' }}>
        <h2 style={{ margin: '0 0 6px', fontSize: 16 }}>{fault.message}</h2>
        <p style={{ margin: '0 0 12px' }} className="quiet">
          {fault.hint}
          {fault.request && (
            <>
              {' '}
              It speaks of request <span className="mono">{fault.request}</span>.
            </>
          )}
        </p>
        {onRetry && <Button onClick={onRetry}>Try again</Button>}
      </div>
    </div>
  );
}

/** Shown where there is nothing yet: what to do next. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div style={MIDDLE}>
      <div style={{ textAlign: 'center', maxWidth: 460 }}>
        <h2 style={{ margin: '0 0 8px', fontSize: 16 }}>{title}</h2>
        <div className="quiet">{children}</div>
      </div>
    </div>
  );
}
