'use client';

import { Button, Group } from '@mantine/core';
import { PageLink } from '../frame/PageLink';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { tourGame } from '@/core/index';
import { Frame } from '../frame/Frame';
import { Failed } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { LevelMap } from '../shelf/LevelMap';
import { TOUR_STEPS } from './tourSteps';
import css from './tour.module.css';

const MAP = { width: 560, height: 230 };

/** What Gorge is, in its own words, and the way into the tour. */
export function TourPage() {
  const router = useRouter();
  const game = useMemo(() => tourGame(), []);
  const [isBusy, setIsBusy] = useState(false);
  const [error, setError] = useState<unknown>();
  const begin = async () => {
    setIsBusy(true);
    setError(undefined);
    try {
      // Whatever was made of it before, it begins as it is meant to.
      const { id } = await gorgeApi.importGame(JSON.stringify(game));
      router.push(`/games/${id}/levels/${game.levels[0].id}?tour=1`);
    } catch (fault) {
      setError(fault);
      setIsBusy(false);
    }
  };
  return (
    <Frame trail={[{ label: 'Shelf', href: '/' }, { label: 'What Gorge is' }]}>
      <article className={css.page}>
        <h2>How hard is it? Before anybody has played it.</h2>
        <p>
          You draw a small level, give guards, hazards and waves a behavior, and simulated players try it hundreds of
          times while you look. Beside the level stands how many of them clear it, how long that takes and what ends
          them. Every edit moves that number at once, so you need not guess, play it five hundred times yourself, or
          wait for others.
        </p>
        <dl className={css.words}>
          <dt>Stand-in</dt>
          <dd>
            a simulated player with the limits of people: slow hands, little foresight, patience that ends; four of
            them, from novice to expert
          </dd>
          <dt>Reading</dt>
          <dd>the numbers beside the level: who clears it, with the interval in which the truth lies</dd>
          <dt>Strata</dt>
          <dd>a run over time, below the level: when it presses, when it is dull, where runs end</dd>
          <dt>Brief</dt>
          <dd>what the level is meant to be, written down, and told whether it holds</dd>
        </dl>
        <h3>A tour of five steps</h3>
        <p>
          This level is wrong on purpose: nobody clears it. Find out why and mend it; it takes about three minutes, and
          you can leave at any step and begin anew whenever you like.
        </p>
        <div className={css.map}>
          <LevelMap game={game} level={game.levels[0]} {...MAP} />
        </div>
        <ol>
          {TOUR_STEPS.map(({ title }) => (
            <li key={title}>{title}</li>
          ))}
        </ol>
        <Group>
          <Button loading={isBusy} onClick={() => void begin()}>
            Begin the tour
          </Button>
          <PageLink href="/">To the shelf without it</PageLink>
        </Group>
        {error !== undefined && <Failed error={error} onRetry={() => void begin()} />}
      </article>
    </Frame>
  );
}
