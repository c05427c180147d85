'use client';

import { BRIEF_MEASURES, BRIEF_RULES, sayBriefLine, type BriefMeasure } from '@/core/index';
import { BriefModal, type BriefKind } from '../frame/BriefModal';
import { useDesk, useFollowed } from './DeskContext';

const KIND: BriefKind<BriefMeasure> = {
  measures: BRIEF_MEASURES,
  rules: BRIEF_RULES,
  bandOf: (measure) => ({ low: 0, high: BRIEF_RULES[measure].most, ...BRIEF_RULES[measure] }),
  say: sayBriefLine,
  fresh: { standIn: 'casual', measure: 'clears', least: 45, most: 60 },
  most: 40,
};

/** What the level is meant to be: lines with sliders, kept with the game. */
export function BriefDialog({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const brief = game.levels.find(({ id }) => id === levelId)?.brief ?? [];
  return (
    <BriefModal
      of="this level"
      about="What the level is meant to be. Each line is met, not met or not decided yet by the 95 % interval of the runs, here and in every report."
      kind={KIND}
      game={game}
      lines={brief}
      onChange={(what, lines) =>
        session.change(what, (draft) => {
          const level = draft.levels.find(({ id }) => id === levelId);
          if (!level) return;
          if (lines.length > 0) level.brief = lines;
          else delete level.brief;
        })
      }
      onClose={onClose}
    />
  );
}
