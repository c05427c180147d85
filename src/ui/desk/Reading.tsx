'use client';

import type { ReactNode } from 'react';
import {
  briefFiguresOf,
  sayCeiling,
  sayEnd,
  sayPlayed,
  saySeconds,
  type Diagnostic,
  type EndGroup,
  type Finding,
  type PairedDifference,
  type Summary,
} from '@/core/index';
import { FigureLines } from '../frame/FigureLines';
import { FindingList } from '../frame/FindingList';
import { Ladder } from './Ladder';
import { later } from '../frame/later';
import { ReadingHead } from './ReadingHead';
import { runsEndingBy } from '../editor/visits';
import { useDesk, useFollowed } from './DeskContext';
import { useLevelNames } from './useLevelNames';
import css from './desk.module.css';

// What a finding can be mended by is fetched when there is one.
const FindingFix = later(() => import('./FindingFix').then(({ FindingFix: Fix }) => Fix));
// An edit comes first.
const Difference = later(() => import('./Difference').then(({ Difference: Shown }) => Shown));
const Questions = later(() => import('./Questions').then(({ Questions: All }) => All));
const SeedsChoice = later(() => import('./Questions').then(({ SeedsChoice: Choice }) => Choice));

interface ReadingProps {
  onOpenScript: (scriptId: string) => void;
  onOpenCues: () => void;
  onOpenKind: (kindId: string) => void;
  onOpenLevel: () => void;
  onOpenChecks: () => void;
}

/** The live difficulty beside the arena: how many get through, how long it takes, what ends it. */
export function Reading(places: ReadingProps) {
  const { reading } = useDesk();
  const { summary, ladder, standIn, isStale, faults, difference } = useFollowed(reading, (state) => state);
  const cannotRun = faults.length > 0;
  return (
    <aside id="reading" tabIndex={-1} aria-label="Reading" className={css.reading}>
      <ReadingHead cannotRun={cannotRun} />
      {ladder.length > 0 && <Ladder isStale={isStale || cannotRun} />}
      <Questions onOpenChecks={places.onOpenChecks} />
      {summary && (
        <Numbers
          name={ladder.find((rung) => rung.standIn === standIn)?.name ?? standIn}
          summary={summary}
          isStale={isStale || cannotRun}
          difference={difference}
        />
      )}
      {!summary && !cannotRun && <p className="quiet">The first runs are on their way.</p>}
      {!cannotRun && <Findings isStale={isStale} />}
      <Problems places={places} />
    </aside>
  );
}

interface NumbersProps {
  name: string;
  summary: Summary;
  isStale: boolean;
  difference: PairedDifference | undefined;
}

function Numbers({ name, summary, isStale, difference }: NumbersProps) {
  const [end] = summary.ends;
  return (
    <div className={css.numbers} aria-busy={isStale}>
      <div className={css.whose}>
        <h3 className="rest">
          {name}, {summary.runs} runs
        </h3>
        <SeedsChoice />
      </div>
      <div className={css.facts}>
        {summary.played ? <PlayedFacts played={summary.played} /> : <TimeFacts time={summary.timeToClear} />}
        <div className={css.wide}>
          <Fact label="Commonest end">
            {end ? <EndLink end={end} /> : <span className="good">every run is cleared</span>}
          </Fact>
        </div>
      </div>
      {difference && <Difference difference={difference} />}
      <HowTheyWent summary={summary} />
    </div>
  );
}

/** What is told of how runs went, as far as a level has it; so much fits beside the arena. */
const TOLD = [
  'wayMade',
  'reached',
  'filled',
  'livesLost',
  'harm',
  'firstLoss',
  'standing',
  'lull',
  'pressed',
  'mostAtOnce',
] as const;
const MOST_TOLD = 5;

function HowTheyWent({ summary }: { summary: Summary }) {
  const lines = briefFiguresOf(summary, TOLD).slice(0, MOST_TOLD);
  if (lines.length === 0) return null;
  return (
    <div className={css.ruled} data-testid="how-they-went">
      <div
        className="quiet small"
        title="With brackets: the median, and between which two values the middle half of runs lies. With ±: the mean with its 95 % interval"
      >
        How they went
      </div>
      <FigureLines lines={lines.map(({ name, text, about }) => [name, text, about])} />
    </div>
  );
}

/** The way to the runs that ended so. */
function EndLink({ end }: { end: EndGroup }) {
  const { visits, reading } = useDesk();
  const names = useLevelNames();
  return (
    <button
      type="button"
      className={`act bad ${css.endLink}`}
      title="Shows these runs, one after the other, three seconds before they end"
      onClick={() => void visits.open(sayEnd(end), runsEndingBy(reading.store.getState().rows, end), names)}
    >
      {sayEnd(end)}, {Math.round(end.share.value * 100)} %
    </button>
  );
}

function PlayedFacts({ played }: { played: NonNullable<Summary['played']> }) {
  const { spread, what } = played;
  const ceiling = sayCeiling(played);
  return (
    <>
      <Fact label={`Median ${what}`}>{sayPlayed(played, spread.median)}</Fact>
      <Fact label="Middle half of runs">
        {sayPlayed(played, spread.q1)} to {sayPlayed(played, spread.q3)}
      </Fact>
      {ceiling && <div className={css.ceiling}>{ceiling}</div>}
    </>
  );
}

function TimeFacts({ time }: { time: Summary['timeToClear'] }) {
  return (
    <>
      <Fact label="Median time to clear">{time ? saySeconds(time.median) : 'none cleared'}</Fact>
      <Fact label="95 % interval of it">
        {time ? `${time.medianLow.toFixed(1)}–${saySeconds(time.medianHigh)}` : '–'}
      </Fact>
    </>
  );
}

function Fact({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div>
      <div className="quiet small">{label}</div>
      <div className={`mono ${css.factValue}`}>{children}</div>
    </div>
  );
}

/** What only runs show; nothing is said while there is nothing. */
function Findings({ isStale }: { isStale: boolean }) {
  const { reading, playback } = useDesk();
  const findings = useFollowed(reading, (state) => state.summary?.findings);
  if (!findings || findings.length === 0) return null;
  const show = async ({ seed, seconds }: Finding) => {
    await reading.showSample(seed);
    playback.seek(seconds * playback.store.getState().ticksPerSecond);
  };
  return (
    <section aria-label="Findings" className={css.fading} data-faded={isStale || undefined} style={{ paddingTop: 12 }}>
      <h2 className={`heading ${css.partHead}`}>Findings from runs · {findings.length}</h2>
      <FindingList
        findings={findings}
        onShow={(finding) => void show(finding)}
        fixOf={(finding) => <FindingFix finding={finding} />}
      />
    </section>
  );
}

/** Where what is wrong can be set right. */
type Places = Pick<Parameters<typeof Reading>[0], 'onOpenScript' | 'onOpenCues' | 'onOpenKind' | 'onOpenLevel'>;

/** Everything that the checks say about the game and this level, each a way to its place. */
function Problems({ places }: { places: Places }) {
  const { session, checks } = useDesk();
  const { found, game, failure } = useFollowed(checks, (state) => state);
  const diagnostics = found ?? [];
  const goTo = (fault: Diagnostic) => {
    if (!game) return;
    const [area, index, part, place] = fault.where.path;
    if (typeof index !== 'number') return;
    if (area === 'scripts') places.onOpenScript(game.scripts[index].id);
    if (area === 'cast') places.onOpenKind(game.cast[index].id);
    if (area !== 'levels') return;
    if (part === 'cues') places.onOpenCues();
    if (part === 'rules' || part === 'map') places.onOpenLevel();
    if (typeof place !== 'number') return;
    const level = game.levels[index];
    const id = part === 'pieces' ? level.pieces[place]?.id : part === 'marks' ? level.marks[place]?.id : undefined;
    if (id) session.select([id]);
  };
  return (
    <section className={css.part} aria-label="Problems">
      <h2 className={`heading ${css.partHead}`}>Problems{found && ` · ${diagnostics.length}`}</h2>
      {failure && (
        <p className={`wary ${css.partText}`} role="alert">
          {failure}
        </p>
      )}
      {!found && !failure && <p className="quiet flush">Checking …</p>}
      {found?.length === 0 && <p className="quiet flush">None that can be seen without a run.</p>}
      {diagnostics.slice(0, 12).map((fault, index) => (
        <div key={index} className={`problem ${fault.severity}`}>
          {fault.message}
          <br />
          <span className="quiet">{fault.hint} </span>
          {fault.where.path.length > 0 && (
            <button type="button" className="act" onClick={() => goTo(fault)}>
              Show
            </button>
          )}
        </div>
      ))}
      {diagnostics.length > 12 && <p className="quiet">and {diagnostics.length - 12} more</p>}
    </section>
  );
}
