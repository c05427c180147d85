'use client';

import { useEffect, useState } from 'react';
import { describeUnrest, type BehaviorFigures, type PursuitFigure } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { FigureLines } from '../frame/FigureLines';
import { PoseTable } from './PoseTable';
import css from './bench.module.css';

const RUNS = 40;

export interface Measured {
  figures: BehaviorFigures | undefined;
  pursuit: PursuitFigure | undefined;
  isBusy: boolean;
}

/** Figures of a behavior in this level, measured anew a moment after the last edit. */
export function useBehaviorFigures(
  behavior: string | undefined,
  kind: string | undefined,
  playerSpeed: number,
): Measured {
  const { session, reading } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const isReady = useFollowed(reading, (state) => !state.isStale && state.faults.length === 0);
  const [measured, setMeasured] = useState<{
    figures?: BehaviorFigures;
    pursuit?: PursuitFigure;
    game?: unknown;
    of?: string;
  }>({});
  useEffect(() => {
    if (!behavior || !isReady) return;
    let isCurrent = true;
    const measure = async () => {
      const figures = await reading.behaviorFigures(behavior, RUNS);
      const pursuit = kind && isCurrent ? await reading.pursuit(game, kind, playerSpeed) : undefined;
      if (isCurrent) setMeasured({ figures, pursuit, game, of: behavior });
    };
    const wait = setTimeout(() => void measure(), 300);
    return () => {
      isCurrent = false;
      clearTimeout(wait);
    };
  }, [behavior, kind, playerSpeed, isReady, game, reading]);
  const isBusy = measured.game !== game || measured.of !== behavior;
  const isKnown = measured.of === behavior;
  return { figures: isKnown ? measured.figures : undefined, pursuit: isKnown ? measured.pursuit : undefined, isBusy };
}

/** The figures as lines with their units and intervals. */
export function FiguresView({ measured }: { measured: Measured }) {
  const { figures, pursuit, isBusy } = measured;
  if (!figures)
    return (
      <p className="quiet">
        {isBusy ? 'Measuring…' : 'No piece of this level follows this behavior, so there is nothing to measure here.'}
      </p>
    );
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const { caught } = figures;
  const lines: [string, string, string][] = [
    [
      'caught if hunted',
      caught
        ? `${percent(caught.value)} (${percent(caught.low).replace(' %', '')}–${percent(caught.high)})`
        : 'never hunted',
      'Hunts that ended with the player caught, with the 95 % interval',
    ],
    [
      'gets away if ahead by',
      pursuit
        ? pursuit.leastSafeCells === undefined
          ? 'more than 24 cells'
          : `${pursuit.leastSafeCells} ${pursuit.leastSafeCells === 1 ? 'cell' : 'cells'}`
        : '–',
      `The least head start with which a player at ${pursuit?.playerSpeed ?? 0} cells/s is not caught, in an endless corridor`,
    ],
    [
      'sightings',
      `${(figures.sightings / figures.runs).toFixed(1)} a run, ${figures.medianSightingSeconds?.toFixed(1) ?? '–'} s`,
      'How often a piece came to see the player, and for how long in the median',
    ],
    [
      'watched ground',
      percent(figures.watchedShare),
      'Share of the open ground in sight of these pieces at a moment; first run',
    ],
    [
      'second thoughts',
      `${figures.secondThoughtsPerMinute.toFixed(2)} a minute`,
      'Changes of state that were taken back within a second: the piece dithers',
    ],
    [
      'turns',
      `${figures.turnsPerSecond.toFixed(2)} a second`,
      'Turns by more than 45 degrees from one tick to the next',
    ],
    ...unrestLines(figures, percent),
  ];
  return (
    <div data-testid="behavior-figures" style={{ opacity: isBusy ? 0.6 : 1 }}>
      <p className={`quiet ${css.figuresHead}`}>
        {figures.runs} runs of {figures.standIn}, {Math.round(figures.seconds)} s of all pieces
      </p>
      <FigureLines lines={lines} />
      <PoseTable rows={figures.poses} />
    </div>
  );
}

/** What is restless, a line each; one line when nothing is. */
function unrestLines(figures: BehaviorFigures, percent: (share: number) => string): [string, string, string][] {
  const lines = describeUnrest(figures);
  const seen = lines.filter(({ share }) => share > 0);
  if (seen.length > 0) return seen.map(({ name, share, meaning }) => [name, percent(share), meaning]);
  return [['restless', 'never', `None of these: ${lines.map(({ name }) => name).join(', ')}`]];
}
