'use client';

import { useState } from 'react';
import { judgeBriefLine, sayBriefLine, sayBriefVerdict, standInName, type BriefVerdict } from '@/core/index';
import { BriefCount } from '../frame/BriefCount';
import { VERDICT_CLASSES } from '../frame/briefWords';
import { later } from '../frame/later';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

const BriefDialog = later(() => import('./BriefDialog').then(({ BriefDialog: Dialog }) => Dialog));

/** How each line of the brief of the level stands by what is known now. */
function useBriefVerdicts(): BriefVerdict[] {
  const { session, reading, proofs, triesAgain } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const ladder = useFollowed(reading, (state) => state.ladder);
  const provedSeconds = useFollowed(
    proofs,
    ({ proof }) => proof?.witness && proof.witness.ticks / session.level.ticksPerSecond,
  );
  const firstClears = useFollowed(triesAgain, (state) => state.firstClears);
  const brief = game.levels.find(({ id }) => id === levelId)?.brief ?? [];
  return brief.map((line) => {
    const rung = ladder.find(({ standIn }) => standIn === line.standIn);
    const known = { provedSeconds, firstClears: firstClears[line.standIn] };
    return judgeBriefLine(line, rung?.summary && { ...rung.summary, ...known });
  });
}

function VerdictList({ verdicts }: { verdicts: readonly BriefVerdict[] }) {
  const { session } = useDesk();
  return (
    <ul className={css.brief} data-testid="brief">
      {verdicts.map((verdict, index) => (
        <li key={index} className={VERDICT_CLASSES[verdict.status]}>
          {sayBriefLine(verdict.line, standInName(session.state.game, verdict.line.standIn))}:{' '}
          {sayBriefVerdict(verdict)}
        </li>
      ))}
    </ul>
  );
}

/** How what the level is meant to be stands, line by line, and the way to say it. */
export function BriefLines() {
  const verdicts = useBriefVerdicts();
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      {verdicts.length > 0 && <VerdictList verdicts={verdicts} />}
      <button type="button" className={`act ${css.standInsAct}`} onClick={() => setIsOpen(true)}>
        Brief …
      </button>
      {isOpen && <BriefDialog onClose={() => setIsOpen(false)} />}
    </>
  );
}

/** The same in a line that opens, where there is little room. */
export function BriefInShort() {
  const verdicts = useBriefVerdicts();
  if (verdicts.length === 0) return null;
  return (
    <details className={css.briefInShort}>
      <summary>
        <BriefCount verdicts={verdicts} />
      </summary>
      <VerdictList verdicts={verdicts} />
    </details>
  );
}
