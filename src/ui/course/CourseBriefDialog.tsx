'use client';

import { Button, Modal } from '@mantine/core';
import {
  COURSE_BRIEF_MEASURES,
  COURSE_BRIEF_RULES,
  sayCourseBriefLine,
  standInName,
  standInsOf,
  type CourseBriefLine,
  type GameDocument,
} from '@/core/index';
import { BriefRow } from '../frame/BriefRow';
import type { GameEdit } from './useGameEdit';

const MOST_LINES = 20;

const MEASURES = COURSE_BRIEF_MEASURES.map((value) => ({
  value,
  label: `${COURSE_BRIEF_RULES[value].name}, ${COURSE_BRIEF_RULES[value].unit}`,
}));

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
  const brief = game.courseBrief ?? [];
  const change = (what: string, to: CourseBriefLine[]) =>
    void onEdit(what, (draft) => {
      if (to.length > 0) draft.courseBrief = to;
      else delete draft.courseBrief;
    });
  return (
    <Modal opened onClose={onClose} title="Brief of the course" size={720}>
      <p className="quiet">
        What the course is meant to be. Each line is met, not met or not decided yet by the people who are sent along.
      </p>
      {brief.length === 0 && <p className="flush">None yet. Add a line, then say what is meant.</p>}
      {brief.map((line, index) => {
        const { low, high, unit } = COURSE_BRIEF_RULES[line.measure];
        return (
          <BriefRow
            key={index}
            said={sayCourseBriefLine(line, standInName(game, line.standIn))}
            line={line}
            players={standInsOf(game)}
            measures={MEASURES}
            band={{ low, high, step: 1, unit }}
            onChange={(to) => {
              const changed: CourseBriefLine = { standIn: line.standIn, measure: line.measure, ...to };
              change(
                'Brief of the course',
                brief.map((own, at) => (at === index ? changed : own)),
              );
            }}
            onRemove={() =>
              change(
                'Remove a line of the brief of the course',
                brief.filter((_, at) => at !== index),
              )
            }
          />
        );
      })}
      <Button
        size="compact-sm"
        variant="outline"
        disabled={brief.length >= MOST_LINES}
        onClick={() =>
          change('Add to the brief of the course', [
            ...brief,
            { standIn: 'casual', measure: 'harder', least: -10, most: 30 },
          ])
        }
      >
        Add a line
      </Button>
    </Modal>
  );
}
