'use client';

import { VisuallyHidden } from '@mantine/core';
import { useEffect, useState } from 'react';
import { sayReading, sayStep } from '../editor/spokenWords';
import { useDesk } from './DeskContext';

/** What came last is said after so long without anything new, ms: nobody wants to hear of every cell of a drag. */
const PAUSE_MS = 400;

/** Says to a screen reader what was done, what is selected and where, and what the Reading has come to. */
export function SpokenWords() {
  const { session, reading } = useDesk();
  const [step, setStep] = useState('');
  const [numbers, setNumbers] = useState('');
  useEffect(() => {
    let said = session.state;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const say = () => {
      // What is being dragged is told once it is let go.
      if (session.isInGesture) return;
      const words = sayStep(said, session.state);
      said = session.state;
      if (words) setStep(words);
    };
    const ends = [
      session.store.subscribe(() => {
        clearTimeout(timer);
        timer = setTimeout(say, PAUSE_MS);
      }),
      reading.store.subscribe((state) => setNumbers((before) => sayReading(state) ?? before)),
    ];
    return () => {
      clearTimeout(timer);
      for (const end of ends) end();
    };
  }, [session, reading]);
  return (
    <VisuallyHidden>
      <p aria-live="polite" data-testid="said-step">
        {step}
      </p>
      <p aria-live="polite" data-testid="said-reading">
        {numbers}
      </p>
    </VisuallyHidden>
  );
}
