'use client';

import { ActionIcon, Button, Modal, NativeSelect, RangeSlider, Tooltip } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import {
  BRIEF_MEASURES,
  BRIEF_RULES,
  sayBriefLine,
  standInName,
  standInsOf,
  type BriefLine,
  type BriefMeasure,
} from '@/core/index';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

const MOST_LINES = 40;

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
      {brief.map((line, index) => (
        <Line
          key={index}
          line={line}
          onChange={(to) => set(index, to)}
          onRemove={() =>
            change(
              'Remove a line of the brief',
              brief.filter((_, at) => at !== index),
            )
          }
        />
      ))}
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

function Line({
  line,
  onChange,
  onRemove,
}: {
  line: BriefLine;
  onChange: (line: BriefLine) => void;
  onRemove: () => void;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const { most, step, unit } = BRIEF_RULES[line.measure];
  const said = sayBriefLine(line, standInName(game, line.standIn));
  return (
    <div className={css.briefLine} role="group" aria-label={said}>
      <span className={css.briefSaid}>{said}</span>
      <NativeSelect
        size="xs"
        aria-label="Who plays"
        value={line.standIn}
        data={standInsOf(game).map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(event) => onChange({ ...line, standIn: event.currentTarget.value })}
      />
      <NativeSelect
        size="xs"
        aria-label="Measure"
        value={line.measure}
        data={BRIEF_MEASURES.map((measure) => ({
          value: measure,
          label: `${BRIEF_RULES[measure].name}, ${BRIEF_RULES[measure].unit}`,
        }))}
        onChange={(event) => {
          const measure = event.currentTarget.value as BriefMeasure;
          onChange({ standIn: line.standIn, measure, least: 0, most: BRIEF_RULES[measure].most / 2 });
        }}
      />
      <RangeSlider
        key={line.measure}
        size="sm"
        className={css.briefBand}
        thumbFromLabel="At least"
        thumbToLabel="At most"
        min={0}
        max={most}
        step={step}
        minRange={step}
        label={(value) => `${value} ${unit}`}
        defaultValue={[line.least ?? 0, Math.min(most, line.most ?? most)]}
        // The ends of the slider mean that any is right there.
        onChangeEnd={([least, to]) =>
          onChange({ ...line, least: least > 0 ? least : undefined, most: to < most ? to : undefined })
        }
      />
      <Tooltip label="Remove this line">
        <ActionIcon variant="subtle" color="clay" aria-label={`Remove: ${said}`} onClick={onRemove}>
          <IconTrash size={16} />
        </ActionIcon>
      </Tooltip>
    </div>
  );
}
