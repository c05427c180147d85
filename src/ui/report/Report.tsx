'use client';

import { Button } from '@mantine/core';
import { PageLink } from '../frame/PageLink';
import { useRouter, useSearchParams } from 'next/navigation';
import { areSameVersions, NUMBER_VERSIONS, sayVersions, writeRunJson } from '@/core/index';
import type { BatchInfo, ReportReply, RunFilter } from '@/server/contracts/batches';
import { levelNames } from '../frame/batchWords';
import { FindingList } from '../frame/FindingList';
import { Frame } from '../frame/Frame';
import { mapsOf } from '../frame/levelMaps';
import { saveText } from '../frame/saveText';
import { Empty, Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { chartFileOf } from '../charts/chartFile';
import { Against } from './Against';
import { ArmLadder } from './ArmLadder';
import { EndTable, LossTable } from './EndTable';
import { FigureTable } from './FigureTable';
import { useCompany } from '../together/useCompany';
import { useBatchNotes } from './useBatchNotes';
import { FilterBar } from './FilterBar';
import { writeHtmlReport, type ReportPicture } from './htmlReport';
import { readPlace, withoutGaps, writePlace, type ReportPlace } from './reportAddress';
import { AgainLine } from './AgainLine';
import { lastSecond } from './lastSecond';
import { useRunsAgain } from './useRunsAgain';
import { WhereMap } from './WhereMap';
import styles from './report.module.css';
import { RunTable } from './RunTable';
import { useLiveReport } from './useLiveReport';
import { Verdict } from './Verdict';
import { later } from '../frame/later';

// Charts and the arena are fetched when they are needed.
const Charts = later(() => import('./charts').then(({ Charts: All }) => All), 'the charts');
const Notes = later(() => import('./Notes').then(({ Notes: All }) => All), 'the notes');
const ReplayDialog = later(() => import('./ReplayDialog').then(({ ReplayDialog: Dialog }) => Dialog));

/** What a batch found: sentences first, then pictures, then every run; of several arms one after the other. */
export function Report({ gameId, batchId }: { gameId: string; batchId: string }) {
  useCompany(gameId);
  const { arm, filter } = readPlace(useSearchParams());
  const report = useLiveReport(gameId, batchId, arm, filter);
  const data = report.data;
  return (
    <Frame
      trail={[
        { label: data?.sheet.gameName ?? gameId, href: `/games/${gameId}` },
        ...(data ? [{ label: levelNames(data.batch), href: `/games/${gameId}/levels/${data.arm.levelId}` }] : []),
        { label: `Batch ${batchId}` },
      ]}
      middle={data && <HeadActions report={data} />}
    >
      {data ? (
        <Body report={data} />
      ) : report.error ? (
        <Failed error={report.error} onRetry={() => void report.refetch()} />
      ) : (
        <Loading what="the report" />
      )}
    </Frame>
  );
}

function HeadActions({ report }: { report: ReportReply }) {
  const { batch, arm } = report;
  const { firstSeed, arms } = batch;
  const notes = useBatchNotes(batch).notes ?? [];
  return (
    <>
      <span className="quiet">
        {arms.length > 1 ? `${arms.length} arms of ${arm.runs} runs` : `${arm.runs} runs`}, seeds {firstSeed}–
        {firstSeed + arm.runs - 1}, revision <span className="mono">{arm.revision.slice(0, 7)}</span>
      </span>
      <span className="quiet">Save as</span>
      <Button
        component="a"
        aria-label="Table as CSV"
        href={gorgeApi.tableUrl(batch.gameId, batch.id)}
        download
        variant="light"
        size="compact-md"
      >
        CSV
      </Button>
      <Button
        variant="light"
        size="compact-md"
        aria-label="Numbers as JSON"
        onClick={() => saveText(`batch-${batch.id}.json`, 'application/json', writeNumbers(report))}
      >
        JSON
      </Button>
      <Button
        variant="light"
        size="compact-md"
        aria-label="Whole page as HTML"
        onClick={() =>
          saveText(`batch-${batch.id}.html`, 'text/html', writeHtmlReport(report, picturesOnPage(), notes))
        }
      >
        HTML
      </Button>
      <Button variant="light" size="compact-md" onClick={() => window.print()}>
        Print
      </Button>
      <Button component={PageLink} href={`/games/${batch.gameId}/levels/${arm.levelId}`} size="compact-md" c="white">
        Open on desk
      </Button>
    </>
  );
}

/** The map and the charts as they are drawn just now. */
function picturesOnPage(): ReportPicture[] {
  const styles = getComputedStyle(document.documentElement);
  const map = document.querySelector<HTMLCanvasElement>('main canvas');
  const charts = [...document.querySelectorAll<HTMLElement>('main figure')].flatMap((figure): ReportPicture[] => {
    const drawing = figure.querySelector('svg');
    if (!drawing) return [];
    const { svg } = chartFileOf(drawing, (name) => styles.getPropertyValue(name));
    return [{ title: figure.getAttribute('aria-label') ?? 'Chart', svg }];
  });
  const title = map?.getAttribute('aria-label') ?? 'Where runs end';
  return [...(map ? [{ title, dataUrl: map.toDataURL('image/png') }] : []), ...charts];
}

/** The numbers of the arm as the documented JSON, with the versions that made them. */
function writeNumbers({ batch, arm, summary, sheet, controls }: ReportReply): string {
  const { standInId, levelId, overrides, name } = arm;
  const own = { standInId, levelId, overrides };
  const numbers = writeRunJson([
    { arm: own, name, firstSeed: batch.firstSeed, summary, controls: controls ?? [], brief: sheet.brief },
  ]);
  const { engine, standIns } = batch.versions;
  return JSON.stringify({ ...numbers, engine, standins_version: standIns }, null, 2);
}

function OtherVersions({ versions }: Pick<BatchInfo, 'versions'>) {
  return (
    <p role="note" className={styles.versions}>
      These runs were made by {sayVersions(versions)}; here are {sayVersions(NUMBER_VERSIONS)}. Their numbers stay as
      they were, but a replay may go otherwise. Start the batch again to compare.
    </p>
  );
}

function Body({ report }: { report: ReportReply }) {
  const { batch, arm, summary } = report;
  const router = useRouter();
  const params = useSearchParams();
  const place = readPlace(params);
  // Arm, filter, run and moment stand in the address, so that they can be gone back to.
  const go = (to: Partial<ReportPlace>) => router.push(`?${writePlace({ ...place, ...to })}`, { scroll: false });
  const show = (run: number, at?: number) => go({ run, at });
  return (
    <>
      <Verdict report={report} />
      {batch.arms.length > 1 && (
        <ArmLadder arms={batch.arms} chosen={arm.arm} onChoose={(chosen) => go({ arm: chosen })} />
      )}
      <Against report={report} against={place.against} onChoose={(against) => go({ against })} onShow={show} />
      {!areSameVersions(batch.versions, NUMBER_VERSIONS) && <OtherVersions versions={batch.versions} />}
      {summary.runs === 0 ? (
        <Empty title="No run is finished yet">
          {batch.status === 'running' ? 'The first ones take a moment.' : 'Start another batch from the desk.'}
        </Empty>
      ) : (
        <>
          <Numbers report={report} place={place} onGo={go} onShow={show} />
        </>
      )}
      {place.run !== undefined && (
        <ReplayDialog
          batch={batch}
          arm={arm}
          seed={place.run}
          atSeconds={place.at}
          onClose={() => go({ run: undefined, at: undefined })}
        />
      )}
    </>
  );
}

/** Where runs end and why on the left, how they go over time in the middle, every run on the right. */
function Numbers({
  report,
  place,
  onGo,
  onShow,
}: {
  report: ReportReply;
  place: ReportPlace;
  onGo: (to: Partial<ReportPlace>) => void;
  onShow: (seed: number, seconds?: number) => void;
}) {
  const { batch, arm, summary, sheet, part } = report;
  const { filter, during } = place;
  const again = useRunsAgain(report, { filter, during });
  const onFilter = (to: RunFilter) => onGo({ filter: withoutGaps(to) });
  const isNarrowed = part !== null;
  // What single runs tell is of all that the filter leaves, all else of those that were played again.
  const whole = again.summary ?? summary;
  const shown = part ? { ...whole, ...part } : { ...summary, ...mapsOf(whole) };
  const which = again.summary ? sayWhich(again.summary.runs, part?.runs ?? summary.runs) : undefined;
  const ofAll = isNarrowed ? `, ${which ? `of ${again.summary?.runs} of them` : 'of all runs'}` : '';
  return (
    <>
      <FilterBar report={report} filter={filter} onFilter={onFilter} />
      <AgainLine again={again} onStop={again.stop} />
      <div className={styles.columns}>
        <section className={styles.column}>
          <WhereMap
            key={JSON.stringify(during)}
            report={report}
            filter={filter}
            summary={shown}
            ofWhich={which ?? (isNarrowed ? 'Ends of these runs; all other maps of all runs.' : undefined)}
            end={lastSecond(summary)}
            during={during}
            onDuring={(to) => onGo({ during: to })}
          />
          <h2 className={`heading ${styles.part}`}>What ends them</h2>
          {shown.runs === 0 ? (
            <p className="quiet">The filter leaves no run.</p>
          ) : (
            <EndTable
              ends={shown.ends}
              chosen={filter}
              onChoose={({ cause, piece }) => onFilter({ ...filter, cause, owner: piece })}
            />
          )}
          <LossTable losses={isNarrowed ? whole.losses : summary.losses} />
          <h2 className={`heading ${styles.part}`}>Figures{ofAll}</h2>
          <FigureTable summary={isNarrowed ? whole : summary} />
          <h2 className={`heading ${styles.part}`}>Findings from runs · {summary.findings.length}</h2>
          {summary.findings.length === 0 && <p className="quiet">No mistake that only runs show.</p>}
          <FindingList findings={summary.findings} onShow={({ seed, seconds }) => onShow(seed, seconds)} />
        </section>
        <section className={styles.middle}>
          <Charts
            summary={isNarrowed ? whole : summary}
            batch={batch}
            histogram={shown.histogram}
            isNarrowed={isNarrowed}
            onStretch={(from, to) => onFilter({ ...filter, from, to })}
          />
        </section>
        <div>
          <RunTable
            key={`${arm.arm} ${JSON.stringify(filter)}`}
            batch={batch}
            arm={arm.arm}
            filter={filter}
            sheet={sheet}
            onReplay={onShow}
          />
          <Notes batch={batch} place={writePlace(place)} />
        </div>
      </div>
    </>
  );
}

function sayWhich(played: number, all: number): string {
  return played < all
    ? `Of the first ${played} of these ${all} runs, played again.`
    : `Of these ${all} runs, played again.`;
}
