'use client';

import { useState } from 'react';
import { judgeBriefLine, sayBriefLine, sayBriefVerdict, standInName } from '@/core/index';
import { VERDICT_CLASSES } from '../frame/briefWords';
import { later } from '../frame/later';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

const BriefDialog = later(() => import('./BriefDialog').then(({ BriefDialog: Dialog }) => Dialog));

/** How what the level is meant to be stands, line by line, and the way to say it. */
export function BriefLines() {
  const { session, reading, proofs, triesAgain } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const ladder = useFollowed(reading, (state) => state.ladder);
  const provedSeconds = useFollowed(
    proofs,
    ({ proof }) => proof?.witness && proof.witness.ticks / session.level.ticksPerSecond,
  );
  const firstClears = useFollowed(triesAgain, (state) => state.firstClears);
  const [isOpen, setIsOpen] = useState(false);
  const brief = game.levels.find(({ id }) => id === levelId)?.brief ?? [];
  return (
    <>
      {brief.length > 0 && (
        <ul className={css.brief} data-testid="brief">
          {brief.map((line, index) => {
            const rung = ladder.find(({ standIn }) => standIn === line.standIn);
            const known = { provedSeconds, firstClears: firstClears[line.standIn] };
            const verdict = judgeBriefLine(line, rung?.summary && { ...rung.summary, ...known });
            return (
              <li key={index} className={VERDICT_CLASSES[verdict.status]}>
                {sayBriefLine(line, standInName(game, line.standIn))}: {sayBriefVerdict(verdict)}
              </li>
            );
          })}
        </ul>
      )}
      <button type="button" className={`act ${css.standInsAct}`} onClick={() => setIsOpen(true)}>
        Brief …
      </button>
      {isOpen && <BriefDialog onClose={() => setIsOpen(false)} />}
    </>
  );
}
