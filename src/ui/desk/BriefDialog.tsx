'use client';

import { Button, Modal } from '@mantine/core';
import { BRIEF_MEASURES, BRIEF_RULES, sayBriefLine, standInName, standInsOf, type BriefLine } from '@/core/index';
import { BriefRow } from '../frame/BriefRow';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

const MOST_LINES = 40;

const MEASURES = BRIEF_MEASURES.map((value) => ({
  value,
  label: `${BRIEF_RULES[value].name}, ${BRIEF_RULES[value].unit}`,
}));

/** What the level is meant to be: lines with sliders, kept with the game. */
export function BriefDialog({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const brief = game.levels.find(({ id }) => id === levelId)?.brief ?? [];
  const change = (what: string, to: BriefLine[]) =>
    session.change(what, (draft) => {
      const level = draft.levels.find(({ id }) => id === levelId);
      if (!level) return;
      if (to.length > 0) level.brief = to;
      else delete level.brief;
    });
  const set = (index: number, line: BriefLine) =>
    change(
      'Brief',
      brief.map((own, at) => (at === index ? line : own)),
    );
  return (
    <Modal opened onClose={onClose} title="Brief of this level" size={720}>
      <p className={`quiet ${css.standInsText}`}>
        What the level is meant to be. Each line is met, not met or not decided yet by the 95 % interval of the runs,
        here and in every report.
      </p>
      {brief.length === 0 && <p className="flush">None yet. Add a line, then say what is meant.</p>}
      {brief.map((line, index) => {
        const { most, step, unit } = BRIEF_RULES[line.measure];
        return (
          <BriefRow
            key={index}
            said={sayBriefLine(line, standInName(game, line.standIn))}
            line={line}
            players={standInsOf(game)}
            measures={MEASURES}
            band={{ low: 0, high: most, step, unit }}
            onChange={(to) => {
              const { measure } = { ...line, ...to };
              // Another measure begins with a band of its own.
              const fresh = measure === line.measure ? to : { ...to, most: BRIEF_RULES[measure].most / 2 };
              set(index, { standIn: line.standIn, measure, ...fresh });
            }}
            onRemove={() =>
              change(
                'Remove a line of the brief',
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
          change('Add to the brief', [...brief, { standIn: 'casual', measure: 'clears', least: 45, most: 60 }])
        }
      >
        Add a line
      </Button>
    </Modal>
  );
}
