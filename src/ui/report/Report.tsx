'use client';

import { Button } from '@mantine/core';
import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { areSameVersions, NUMBER_VERSIONS, sayVersions, writeRunJson } from '@/core/index';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import { levelNames } from '../frame/batchWords';
import { FindingList } from '../frame/FindingList';
import { Frame } from '../frame/Frame';
import { saveText } from '../frame/saveText';
import { Empty, Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { ArmLadder } from './ArmLadder';
import { EndTable } from './EndTable';
import { FigureTable } from './FigureTable';
import { WhereMap } from './WhereMap';
import styles from './report.module.css';
import { RunTable } from './RunTable';
import { useLiveReport } from './useLiveReport';
import { Verdict } from './Verdict';
import { later } from '../frame/later';

// Charts and the arena are fetched when they are needed.
const Charts = later(() => import('./charts').then(({ Charts: All }) => All), 'the charts');
const ReplayDialog = later(() => import('./ReplayDialog').then(({ ReplayDialog: Dialog }) => Dialog));

/** What a batch found: sentences first, then pictures, then every run; of several arms one after the other. */
export function Report({ gameId, batchId }: { gameId: string; batchId: string }) {
  const wanted = Number(useSearchParams().get('arm') ?? 0);
  const arm = Number.isInteger(wanted) && wanted > 0 ? wanted : 0;
  const report = useLiveReport(gameId, batchId, arm);
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
  return (
    <>
      <span className="quiet">
        {arms.length > 1 ? `${arms.length} arms of ${arm.runs} runs` : `${arm.runs} runs`}, seeds {firstSeed}–
        {firstSeed + arm.runs - 1}, revision <span className="mono">{arm.revision.slice(0, 7)}</span>
      </span>
      <Button component="a" href={gorgeApi.tableUrl(batch.gameId, batch.id)} download variant="light" size="compact-md">
        Table as CSV
      </Button>
      <Button
        variant="light"
        size="compact-md"
        onClick={() => saveText(`batch-${batch.id}.json`, 'application/json', writeNumbers(report))}
      >
        Numbers as JSON
      </Button>
      <Button component={Link} href={`/games/${batch.gameId}/levels/${arm.levelId}`} size="compact-md" c="white">
        Open on desk
      </Button>
    </>
  );
}

/** The numbers of the arm as the documented JSON, with the versions that made them. */
function writeNumbers({ batch, arm, summary, controls }: ReportReply): string {
  const { standInId, levelId, overrides, name } = arm;
  const own = { standInId, levelId, overrides };
  const numbers = writeRunJson([{ arm: own, name, firstSeed: batch.firstSeed, summary, controls: controls ?? [] }]);
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
  const shownSeed = Number(params.get('run'));
  const at = params.get('at');
  // Arm, run and moment stand in the address, so that they can be gone back to.
  const go = (to: Record<string, string>) => {
    const query = new URLSearchParams({ ...(arm.arm > 0 ? { arm: String(arm.arm) } : {}), ...to });
    router.push(`?${query.toString()}`, { scroll: false });
  };
  const show = (seed: number, seconds?: number) =>
    go({ run: String(seed), ...(seconds === undefined ? {} : { at: seconds.toFixed(1) }) });
  return (
    <>
      <Verdict report={report} />
      {batch.arms.length > 1 && (
        <ArmLadder arms={batch.arms} chosen={arm.arm} onChoose={(chosen) => go({ arm: String(chosen) })} />
      )}
      {!areSameVersions(batch.versions, NUMBER_VERSIONS) && <OtherVersions versions={batch.versions} />}
      {summary.runs === 0 ? (
        <Empty title="No run is finished yet">
          {batch.status === 'running' ? 'The first ones take a moment.' : 'Start another batch from the desk.'}
        </Empty>
      ) : (
        <Numbers report={report} onShow={show} />
      )}
      {Number.isInteger(shownSeed) && shownSeed > 0 && (
        <ReplayDialog
          batch={batch}
          arm={arm}
          seed={shownSeed}
          atSeconds={at === null ? undefined : Number(at)}
          onClose={() => go({})}
        />
      )}
    </>
  );
}

/** Where runs end and why on the left, how they go over time in the middle, every run on the right. */
function Numbers({
  report: { batch, arm, summary, sheet },
  onShow,
}: {
  report: ReportReply;
  onShow: (seed: number, seconds?: number) => void;
}) {
  return (
    <div className={styles.columns}>
      <section className={styles.column}>
        <WhereMap summary={summary} sheet={sheet} />
        <h2 className={`heading ${styles.part}`}>What ends them</h2>
        <EndTable summary={summary} />
        <h2 className={`heading ${styles.part}`}>Figures</h2>
        <FigureTable summary={summary} />
        <h2 className={`heading ${styles.part}`}>Findings from runs · {summary.findings.length}</h2>
        {summary.findings.length === 0 && <p className="quiet">No mistake that only runs show.</p>}
        <FindingList findings={summary.findings} onShow={({ seed, seconds }) => onShow(seed, seconds)} />
      </section>
      <section className={styles.middle}>
        <Charts summary={summary} />
      </section>
      <RunTable key={arm.arm} batch={batch} arm={arm.arm} sheet={sheet} onReplay={onShow} />
    </div>
  );
}
