'use client';

import { commands, quantityIn, USUAL, type Level, type Scroll } from '@/core/index';
import { WhyRulesNow } from '../card/WhyNow';
import { useDesk } from '../DeskContext';
import { Row, SelectField, TextField } from './fields';
import { QuantityField } from './QuantityField';

type Change = (label: string, edit: (draft: Level) => void) => void;

interface PartProps {
  level: Level;
  change: Change;
}

/** What holds for a level as a whole. */
export function WholeLevel({ level, tags }: { level: Level; tags: readonly string[] }) {
  const { session } = useDesk();
  const change: Change = (label, edit) => session.change(label, (draft) => edit(commands.levelIn(draft, level.id)));
  return (
    <>
      <Row label="name">
        <TextField
          label="Name of the level"
          value={level.name}
          onCommit={(name) => change('Rename the level', (draft) => commands.setLevelField(draft, 'name', name.trim()))}
        />
      </Row>
      <View level={level} change={change} />
      <Time level={level} change={change} />
      <Ends level={level} tags={tags} change={change} />
      <WhyRulesNow />
    </>
  );
}

function View({ level, change }: PartProps) {
  return (
    <>
      <Row label="seen from" hint="From the side there is gravity">
        <SelectField
          label="View"
          value={level.view ?? 'above'}
          width={110}
          options={[
            { value: 'above', label: 'above' },
            { value: 'side', label: 'the side' },
          ]}
          onCommit={(view) =>
            change('Change the view', (draft) =>
              commands.setLevelField(draft, 'view', view === 'side' ? 'side' : undefined),
            )
          }
        />
        {level.view === 'side' && (
          <QuantityField
            of={quantityIn('level', 'gravity')}
            value={level.gravity ?? USUAL.gravity}
            onCommit={(gravity) =>
              change('Change gravity', (draft) => commands.setLevelField(draft, 'gravity', gravity))
            }
          />
        )}
      </Row>
      <ScrollRows
        scroll={level.scroll}
        onCommit={(scroll) =>
          change('Change how the view moves on', (draft) => commands.setLevelField(draft, 'scroll', scroll))
        }
      />
    </>
  );
}

function Time({ level, change }: PartProps) {
  return (
    <>
      <Row label="time limit">
        <QuantityField
          of={quantityIn('rules', 'timeLimit')}
          value={level.rules.timeLimit}
          onCommit={(timeLimit) => change('Change the time limit', (draft) => void (draft.rules.timeLimit = timeLimit))}
        />
      </Row>
      <Row label="ticks" hint="How finely time is cut; the outcome should not hang on it">
        <QuantityField
          of={quantityIn('level', 'ticksPerSecond')}
          value={level.ticksPerSecond}
          onCommit={(value) =>
            change('Change the ticks', (draft) => commands.setLevelField(draft, 'ticksPerSecond', value))
          }
        />
      </Row>
    </>
  );
}

function Ends({ level, tags, change }: PartProps & { tags: readonly string[] }) {
  const { winAt, loseWhenTouching } = level.rules;
  const losing = [...new Set([...tags, ...(loseWhenTouching ? [loseWhenTouching] : [])])];
  return (
    <>
      <Row label="won at">
        <SelectField
          label="Exit"
          value={winAt ?? ''}
          options={[
            { value: '', label: 'by rules only' },
            ...level.marks.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onCommit={(mark) =>
            change('Change the exit', (draft) => {
              if (mark === '') delete draft.rules.winAt;
              else draft.rules.winAt = mark;
            })
          }
        />
      </Row>
      <Row label="lost by touching">
        <SelectField
          label="Tag that ends the run"
          value={loseWhenTouching ?? ''}
          options={[{ value: '', label: 'nothing' }, ...losing.map((value) => ({ value, label: value }))]}
          onCommit={(tag) =>
            change('Change who ends the run', (draft) => {
              if (tag === '') delete draft.rules.loseWhenTouching;
              else draft.rules.loseWhenTouching = tag;
            })
          }
        />
      </Row>
    </>
  );
}

const DIRECTIONS = ['north', 'east', 'south', 'west'] as const;
/** With these numbers a view that moves on can be kept up with. */
const USUAL_SCROLL = { speed: 0.5, follows: 8 };

/** How the view moves on, if it does: its rim leaves behind whoever does not keep up. */
function ScrollRows({
  scroll,
  onCommit,
}: {
  scroll: Scroll | undefined;
  onCommit: (scroll: Scroll | undefined) => void;
}) {
  return (
    <>
      <Row label="view moves" hint="On and never back; who is behind its rim is out">
        <SelectField
          label="View moves on"
          value={scroll?.toward ?? 'not'}
          width={124}
          options={[{ value: 'not', label: 'not at all' }, ...DIRECTIONS.map((value) => ({ value, label: value }))]}
          onCommit={(toward) => onCommit(toward === 'not' ? undefined : { ...(scroll ?? USUAL_SCROLL), toward })}
        />
      </Row>
      {scroll && (
        <>
          <Row label="by itself" hint="0: it waits for the player">
            <QuantityField
              of={quantityIn('scroll', 'speed')}
              value={scroll.speed ?? 0}
              says="cells/s after"
              onCommit={(speed) => onCommit({ ...scroll, speed })}
            />
            <QuantityField
              of={quantityIn('scroll', 'after')}
              value={scroll.after ?? 0}
              onCommit={(after) => onCommit({ ...scroll, after })}
            />
          </Row>
          <Row label="with the player" hint="It stays no more than so far behind; 0: it does not follow">
            <QuantityField
              of={quantityIn('scroll', 'follows')}
              value={scroll.follows ?? 0}
              says="cells behind"
              least={0}
              onCommit={(follows) => onCommit({ ...scroll, follows: follows >= 0.5 ? follows : undefined })}
            />
          </Row>
        </>
      )}
    </>
  );
}
