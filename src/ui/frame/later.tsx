'use client';

import { useEffect, useState, type ComponentType, type ReactNode } from 'react';
import { Failed, Loading } from './States';

/**
 * A part of a page that is fetched when it is first shown. What comes is put up at once: a part that waits as React itself
 * lets parts wait would be put off for as long as numbers keep coming in.
 */
export function later<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  /** What is fetched, in words; nothing stands there meanwhile where it is left out. */
  what?: string,
): (props: Props) => ReactNode {
  let known: ComponentType<Props> | undefined;
  return function Later(props: Props) {
    const [Part, setPart] = useState(() => known);
    const [error, setError] = useState<unknown>();
    const [attempt, setAttempt] = useState(0);
    useEffect(() => {
      if (Part) return;
      let isWanted = true;
      load().then(
        (part) => {
          known = part;
          if (isWanted) setPart(() => part);
        },
        (fault: unknown) => isWanted && setError(fault),
      );
      return () => {
        isWanted = false;
      };
    }, [Part, attempt]);
    if (Part) return <Part {...props} />;
    if (error !== undefined)
      return (
        <Failed
          error={error}
          onRetry={() => {
            setError(undefined);
            setAttempt(attempt + 1);
          }}
        />
      );
    return what === undefined ? null : <Loading what={what} />;
  };
}
