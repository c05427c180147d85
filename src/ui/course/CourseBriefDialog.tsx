'use client';

import {
  COURSE_BRIEF_MEASURES,
  COURSE_BRIEF_RULES,
  sayCourseBriefLine,
  type CourseBriefLine,
  type GameDocument,
} from '@/core/index';
import { BriefModal, type BriefKind } from '../frame/BriefModal';
import type { GameEdit } from './useGameEdit';

const KIND: BriefKind<CourseBriefLine['measure']> = {
  measures: COURSE_BRIEF_MEASURES,
  rules: COURSE_BRIEF_RULES,
  bandOf: (measure) => ({ step: 1, ...COURSE_BRIEF_RULES[measure] }),
  say: sayCourseBriefLine,
  fresh: { standIn: 'casual', measure: 'harder', least: -10, most: 30 },
  most: 20,
};

/** What the whole course is meant to be: lines with sliders, kept with the game. */
export function CourseBriefDialog({
  game,
  onEdit,
  onClose,
}: {
  game: GameDocument;
  onEdit: GameEdit;
  onClose: () => void;
}) {
  return (
    <BriefModal
      of="the course"
      about="What the course is meant to be. Each line is met, not met or not decided yet by the people who are sent along."
      kind={KIND}
      game={game}
      lines={game.courseBrief ?? []}
      onChange={(what, lines) =>
        void onEdit(what, (draft) => {
          if (lines.length > 0) draft.courseBrief = lines;
          else delete draft.courseBrief;
        })
      }
      onClose={onClose}
    />
  );
}
