'use client';

import { Button, Loader } from '@mantine/core';
import type { ReactNode } from 'react';
import { ApiFault, faultOf } from '../requests/api';
import { PageLink } from './PageLink';
import css from './frame.module.css';

const MIDDLE = { display: 'grid', placeItems: 'center', minHeight: 260, padding: 24 } as const;

/** Shown while something is fetched. */
export function Loading({ what }: { what: string }) {
  return (
    <div style={MIDDLE} role="status">
      <div className={css.loading}>
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
      <div className={`plate ${css.failed}`}>
        <h2 className={css.failedHead}>{fault.message}</h2>
        <p className={`quiet ${css.failedText}`}>
          {fault.hint}
          {fault.request && (
            <>
              {' '}
              It speaks of request <span className="mono">{fault.request}</span>.
            </>
          )}
        </p>
        {fault.code === 'link-gone' ? (
          <Button component="a" href="/join">
            To the page for links
          </Button>
        ) : error instanceof ApiFault && error.status === 404 ? (
          // Trying again would find as little.
          <Button component={PageLink} href="/">
            To the shelf
          </Button>
        ) : (
          onRetry && <Button onClick={onRetry}>Try again</Button>
        )}
      </div>
    </div>
  );
}

/** Shown where there is nothing yet: what to do next. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div style={MIDDLE}>
      <div className={css.nothingHere}>
        <h2 className={css.emptyHead}>{title}</h2>
        <div className="quiet">{children}</div>
      </div>
    </div>
  );
}
