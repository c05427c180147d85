'use client';

import { ActionIcon, Button, NativeSelect, Progress, Tooltip } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { useEffect, useMemo, useState } from 'react';
import { notifications } from '@mantine/notifications';
import {
  BRIEF_MEASURES,
  BRIEF_RULES,
  MOST_TURNED,
  pointsOfSweep,
  standInsOf,
  takeNumbers,
  type BriefMeasure,
  type NamedNumber,
} from '@/core/index';
import { BriefLines } from '../desk/BriefLines';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { SmallLadder } from '../desk/SmallLadder';
import { chooseNumber, chosenAgain, valuesOf, type ChosenNumber } from './chosenNumber';
import { ComparePart } from './ComparePart';
import { MatterPart } from './MatterPart';
import { NumberList } from './NumberList';
import { numbersToTurn } from './numbersToTurn';
import { SolvePart } from './SolvePart';
import { SweepChart } from './SweepChart';
import { HeatTable, ValueTable } from './SweepTables';
import { VersionsPart } from './VersionsPart';
import { TuneController, type TuneState } from './tuneController';
import { Unfinished } from './unfinished';
import css from './tune.module.css';

const RUN_CHOICES = ['50', '100', '200', '400'];

/** From the number to the level that was meant: numbers over values, and values with which the brief holds. */
export function TuneView({ onClose }: { onClose: () => void }) {
  const { session, reading } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const standIn = useFollowed(reading, (state) => state.standIn);
  const level = game.levels.find(({ id }) => id === levelId);
  const numbers = useMemo(() => (level ? numbersToTurn(game, level) : []), [game, level]);
  const [controller] = useState(() => {
    const opened = new TuneController(levelId, undefined, undefined, new Unfinished(game.id, levelId, localStorage));
    opened.load();
    return opened;
  });
  useEffect(() => () => controller.end(), [controller]);
  const { sweep, solve, matter, compare, versions } = useFollowed(controller, (state) => state);
  const [chosen, setChosen] = useState<ChosenNumber[]>(() => chosenAgain(sweep.request?.swept ?? [], numbers));
  const [runs, setRuns] = useState('200');
  const standIns = standInsOf(game);
  const take = (names: readonly string[], values: readonly number[]) => {
    const set = names.map((name, at) => ({ name, value: values[at] }));
    const taken = level && takeNumbers(game, level, set);
    if (taken?.ok) session.change(`Set ${set.map(({ name, value }) => `${name} to ${value}`).join(', ')}`, taken.value);
    else if (taken) notifications.show({ color: 'red', message: taken.faults[0].message });
  };
  const begin = () =>
    void controller.sweep(game, {
      swept: chosen.slice(0, 2).map((one) => ({ name: one.name, values: valuesOf(one, numbers) })),
      standIns: standIns.map(({ id }) => id),
      runs: Number(runs),
    });
  return (
    <div role="region" aria-label="Tune" className={css.rooms}>
      <NumberList numbers={numbers} chosen={chosen} onChoose={setChosen}>
        <MatterPart
          matter={matter}
          standIn={standIn}
          isStale={matter.game !== undefined && matter.game !== game}
          canChoose={({ name }) => chosen.length < MOST_TURNED && !chosen.some((one) => one.name === name)}
          onChoose={(number) => setChosen([...chosen, chooseNumber(number)])}
          onStart={() => void controller.matter(game, standIn)}
          onGoOn={() => void controller.goOn(game, 'matter')}
          onCancel={() => controller.cancel()}
        />
      </NumberList>
      <div className={css.middle}>
        <div className={css.head}>
          <h2 className="heading">Over values</h2>
          <NativeSelect
            size="xs"
            aria-label="Runs of each at each point"
            data={RUN_CHOICES.map((value) => ({ value, label: `up to ${value} runs each` }))}
            value={runs}
            onChange={(event) => setRuns(event.currentTarget.value)}
          />
          <Button
            size="compact-sm"
            disabled={chosen.length === 0 || sweep.status === 'running'}
            title={
              chosen.length === 0
                ? 'Choose a number at the left first'
                : 'Everybody plays every value, on the same seeds'
            }
            onClick={begin}
          >
            Sweep
          </Button>
          {chosen.length > 2 && <span className="quiet">the first two of {chosen.length}</span>}
          <Tooltip label="Back to the arena">
            <ActionIcon className={css.close} variant="subtle" color="gray" aria-label="Close" onClick={onClose}>
              <IconX size={16} />
            </ActionIcon>
          </Tooltip>
        </div>
        <Swept
          sweep={sweep}
          numbers={numbers}
          onGoOn={() => void controller.goOn(game, 'sweep')}
          onCancel={() => controller.cancel()}
          onTake={take}
        />
        <ComparePart
          compare={compare}
          game={game}
          onStart={(request) => void controller.compare(game, request)}
          onCancel={() => controller.cancel()}
        />
        <VersionsPart
          versions={versions}
          game={game}
          levelId={levelId}
          onStart={(request) => void controller.versions(game, request)}
          onCancel={() => controller.cancel()}
        />
      </div>
      <aside className={css.aside}>
        <SmallLadder withBrief={false} />
        <BriefLines />
        <SolvePart
          solve={solve}
          game={game}
          levelId={levelId}
          names={chosen.map(({ name }) => name)}
          onStart={() => void controller.solve(game, chosen)}
          onGoOn={() => void controller.goOn(game, 'solve')}
          onCancel={() => controller.cancel()}
          onTake={take}
        />
      </aside>
    </div>
  );
}

interface SweptProps {
  sweep: TuneState['sweep'];
  numbers: readonly NamedNumber[];
  onGoOn: () => void;
  onCancel: () => void;
  onTake: (names: readonly string[], values: readonly number[]) => void;
}

/** What a sweep came to so far. */
function Swept({ sweep, numbers, onGoOn, onCancel, onTake }: SweptProps) {
  const { session } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const brief = game.levels.find(({ id }) => id === levelId)?.brief ?? [];
  const [measure, setMeasure] = useState<BriefMeasure>('clears');
  const [watched, setWatched] = useState('casual');
  const { status, request, found, failure, seconds } = sweep;
  if (status === 'failed') return <p className={`bad ${css.note}`}>{failure}</p>;
  if (status === 'none' || !request)
    return (
      <p className={`quiet ${css.note}`}>
        Choose a number at the left and sweep it: every kind of player plays every value, on the same seeds. Where the
        brief holds is shaded; a click takes a value into the level, as one step to undo. Two numbers make a table.
      </p>
    );
  const names = request.swept.map(({ name }) => name);
  const standIns = standInsOf(game).filter(({ id }) => request.standIns.includes(id));
  const points = found ? pointsOfSweep(found.cells, brief) : [];
  const number = numbers.find(({ name }) => name === names[0]);
  const shown = standIns.find(({ id }) => id === watched) ?? standIns[0];
  return (
    <div className={css.swept} data-testid="sweep" data-status={status}>
      <div className={css.status}>
        <span className="quiet">
          {request.swept.map(({ values }) => values.length).join(' × ')} values × {standIns.length} stand-ins;{' '}
          {found || status !== 'cancelled'
            ? `${(found?.runs ?? 0).toLocaleString('en-GB')} runs`
            : 'not finished when the page was left'}
          {status === 'running' && ` of ${(found?.most ?? 0).toLocaleString('en-GB')} at most`}
          {found && status !== 'running' && `, ${seconds.toFixed(0)} s`}
          {found && status === 'cancelled' && ', not finished'}
        </span>
        {status === 'cancelled' && (
          <button type="button" className="act" title="Runs that were made are not made again" onClick={onGoOn}>
            Go on
          </button>
        )}
        {status === 'running' && (
          <button type="button" className="act bad" onClick={onCancel}>
            Cancel
          </button>
        )}
        <NativeSelect
          size="xs"
          aria-label="What is shown"
          data={BRIEF_MEASURES.map((value) => ({ value, label: BRIEF_RULES[value].name }))}
          value={measure}
          onChange={(event) => setMeasure(event.currentTarget.value as BriefMeasure)}
        />
        {names.length === 2 && (
          <NativeSelect
            size="xs"
            aria-label="Whose"
            data={standIns.map(({ id, name }) => ({ value: id, label: name }))}
            value={shown.id}
            onChange={(event) => setWatched(event.currentTarget.value)}
          />
        )}
      </div>
      {status === 'running' && (
        <Progress size="xs" value={found ? (100 * found.runs) / found.most : 0} aria-label="Runs made" />
      )}
      {sweep.game !== undefined && sweep.game !== game && (
        <p className={`wary ${css.note}`}>
          These are of the level before its last change; sweep again for it as it is.
        </p>
      )}
      {points.length > 0 && names.length === 1 && (
        <>
          <SweepChart
            name={names[0]}
            unit={number?.unit ?? ''}
            now={number?.value}
            points={points}
            standIns={standIns}
            measure={measure}
            brief={brief}
          />
          <ValueTable
            unit={number?.unit ?? ''}
            now={number?.value}
            points={points}
            standIns={standIns}
            measure={measure}
            onTake={(values) => onTake(names, values)}
          />
        </>
      )}
      {points.length > 0 && names.length === 2 && (
        <>
          <p className={`quiet ${css.note}`}>
            {BRIEF_RULES[measure].name} of the {shown.name} stand-in, in {BRIEF_RULES[measure].unit}; framed: the brief
            holds there, dotted: it may. A click takes both values.
          </p>
          <HeatTable
            names={names}
            points={points}
            standIn={shown}
            measure={measure}
            onTake={(values) => onTake(names, values)}
          />
        </>
      )}
    </div>
  );
}
