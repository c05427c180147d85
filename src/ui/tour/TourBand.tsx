'use client';

import { Button } from '@mantine/core';
import { PageLink } from '../frame/PageLink';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { useDesk } from '../desk/DeskContext';
import { TOUR_STEPS, type TourStep } from './tourSteps';
import css from './tour.module.css';

/** The tour above the level that it is about: one step at a time, with whether it is done. It hides nothing. */
export function TourBand() {
  const [at, setAt] = useState(stepInAddress);
  const [isClosed, setIsClosed] = useState(false);
  const step = TOUR_STEPS.at(at);
  const isOver = at >= TOUR_STEPS.length;
  useSpot(isClosed ? undefined : step?.spot);
  const go = (next: number) => {
    writeStep(next);
    setAt(next);
  };
  if (isClosed) return null;
  return (
    <section className={css.band} aria-label="Tour">
      {isOver || !step ? (
        <End onAgain={() => go(0)} />
      ) : (
        <Step
          key={at}
          step={step}
          number={at + 1}
          onBack={at > 0 ? () => go(at - 1) : undefined}
          onNext={() => go(at + 1)}
        />
      )}
      <button
        type="button"
        className="act one-line"
        onClick={() => {
          writeStep(undefined);
          setIsClosed(true);
        }}
      >
        {isOver ? 'Close' : 'End the tour'}
      </button>
    </section>
  );
}

function Step(props: { step: TourStep; number: number; onBack: (() => void) | undefined; onNext: () => void }) {
  const { step, number, onBack, onNext } = props;
  const desk = useDesk();
  const session = useStore(desk.session.store);
  const reading = useStore(desk.reading.store);
  const playback = useStore(desk.playback.store);
  const isDone = step.isDone({ session, reading, playback });
  return (
    <>
      <span className={css.number}>
        {number} of {TOUR_STEPS.length}
      </span>
      <div className={css.text}>
        <b>{step.title}.</b> {step.text}
        <div className={isDone ? 'good' : 'river'} role="status" data-testid="tour-todo" data-done={isDone}>
          {isDone ? '✓ ' : '→ '}
          {step.todo}
        </div>
      </div>
      {onBack && (
        <Button size="compact-sm" variant="subtle" onClick={onBack}>
          Back
        </Button>
      )}
      <Button size="compact-sm" variant={isDone ? 'filled' : 'light'} onClick={onNext}>
        {isDone ? 'Next' : 'Skip this step'}
      </Button>
    </>
  );
}

function End({ onAgain }: { onAgain: () => void }) {
  return (
    <>
      <div className={css.text} data-testid="tour-end">
        <b>That is all of it:</b> draw, let it be played, read the number, change. Everything else on the page serves
        this loop. <PageLink href="/">Begin a game of your own</PageLink> on the shelf, or look at how the demo is made;{' '}
        <span className="key">?</span> lists the keys and <span className="key">Ctrl+K</span> finds any action.
      </div>
      <Button size="compact-sm" variant="subtle" onClick={onAgain}>
        From the first step
      </Button>
    </>
  );
}

/** The part of the page that a step is about is framed. */
function useSpot(spot: TourStep['spot'] | undefined): void {
  useEffect(() => {
    const element = spot && document.getElementById(spot);
    if (!element) return;
    element.classList.add(css.spot);
    return () => element.classList.remove(css.spot);
  }, [spot]);
}

function stepInAddress(): number {
  const asked = Number(new URLSearchParams(window.location.search).get('tour'));
  return Number.isInteger(asked) && asked >= 1 ? Math.min(asked - 1, TOUR_STEPS.length) : 0;
}

/** The step stands in the address, so that a reload keeps it. */
function writeStep(at: number | undefined): void {
  const address = new URL(window.location.href);
  if (at === undefined) address.searchParams.delete('tour');
  else address.searchParams.set('tour', String(at + 1));
  window.history.replaceState(null, '', address);
}
