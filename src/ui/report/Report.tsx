'use client';

import { Button, Progress } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useEffect } from 'react';
import {
  areSameVersions,
  describeSummary,
  headline,
  sayControls,
  judgeTrust,
  NUMBER_VERSIONS,
  sayVersions,
} from '@/core/index';
import { batchProgress, type BatchInfo, type ReportReply } from '@/server/contracts/batches';
import { CellMap } from '../frame/CellMap';
import { FindingList } from '../frame/FindingList';
import { Frame } from '../frame/Frame';
import { Empty, Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { EndTable } from './EndTable';
import { DurationChart, PacingChart, SurvivalChart } from './charts';
import { ReplayDialog } from './ReplayDialog';
import { RunTable } from './RunTable';

/** What a batch found: sentences first, then pictures, then every run. */
export function Report({ gameId, batchId }: { gameId: string; batchId: string }) {
  const client = useQueryClient();
  const report = useQuery({ queryKey: ['report', gameId, batchId], queryFn: () => gorgeApi.report(gameId, batchId) });
  const batch = report.data?.batch;
  const isRunning = batch?.status === 'running';
  useEffect(() => {
    if (!isRunning) return;
    const source = new EventSource(gorgeApi.eventsUrl(gameId, batchId));
    source.onmessage = (event) => {
      const progress = batchProgress.parse(JSON.parse(String(event.data)));
      if (progress.status !== 'running') source.close();
      void client.invalidateQueries({ queryKey: ['report', gameId, batchId] });
      void client.invalidateQueries({ queryKey: ['runs', gameId, batchId] });
    };
    return () => source.close();
  }, [isRunning, gameId, batchId, client]);
  return (
    <Frame
      trail={[
        { label: report.data?.sheet.gameName ?? gameId, href: `/games/${gameId}` },
        ...(batch ? [{ label: batch.levelName, href: `/games/${gameId}/levels/${batch.levelId}` }] : []),
        { label: `Batch ${batchId}` },
      ]}
      middle={batch && <HeadActions batch={batch} />}
    >
      {report.data ? (
        <Body report={report.data} />
      ) : report.error ? (
        <Failed error={report.error} onRetry={() => void report.refetch()} />
      ) : (
        <Loading what="the report" />
      )}
    </Frame>
  );
}

function HeadActions({ batch }: { batch: BatchInfo }) {
  return (
    <>
      <span className="quiet">
        {batch.runs} runs, seeds {batch.firstSeed}–{batch.firstSeed + batch.runs - 1}, revision{' '}
        <span className="mono">{batch.revision.slice(0, 7)}</span>
      </span>
      <Button component="a" href={gorgeApi.tableUrl(batch.gameId, batch.id)} download variant="light" size="compact-md">
        Table as CSV
      </Button>
      <Button
        component={Link}
        href={`/games/${batch.gameId}/levels/${batch.levelId}`}
        size="compact-md"
        style={{ color: 'var(--mantine-color-white)' }}
      >
        Open on desk
      </Button>
    </>
  );
}

function OtherVersions({ versions }: Pick<BatchInfo, 'versions'>) {
  return (
    <p role="note" style={{ margin: '8px 16px 0', color: 'var(--ochre)' }}>
      These runs were made by {sayVersions(versions)}; here are {sayVersions(NUMBER_VERSIONS)}. Their numbers stay as
      they were, but a replay may go otherwise. Start the batch again to compare.
    </p>
  );
}

function Body({ report }: { report: ReportReply }) {
  const { batch, summary, sheet } = report;
  const router = useRouter();
  const params = useSearchParams();
  const shownSeed = Number(params.get('run'));
  const replay = (seed: number) => router.push(`?run=${seed}`, { scroll: false });
  const at = params.get('at');
  return (
    <>
      <Verdict report={report} />
      {!areSameVersions(batch.versions, NUMBER_VERSIONS) && <OtherVersions versions={batch.versions} />}
      {summary.runs === 0 ? (
        <Empty title="No run is finished yet">
          {batch.status === 'running' ? 'The first ones take a moment.' : 'Start another batch from the desk.'}
        </Empty>
      ) : (
        <div style={{ display: 'grid', gridTemplateColumns: '400px minmax(0, 1fr) 366px', alignItems: 'start' }}>
          <section style={{ padding: '12px 16px' }}>
            <h2 className="heading" style={{ marginBottom: 8 }}>
              Where runs end
            </h2>
            <CellMap
              ground={sheet}
              cells={summary.endCells}
              width={368}
              tint="clay"
              goals={sheet.goals}
              label="Where runs end"
              unit="ends in a cell"
              testId="end-map"
            />
            <h2 className="heading" style={{ margin: '16px 0 4px' }}>
              What ends them
            </h2>
            <EndTable summary={summary} />
            <h2 className="heading" style={{ margin: '16px 0 6px' }}>
              Findings from runs · {summary.findings.length}
            </h2>
            {summary.findings.length === 0 && (
              <p className="quiet" style={{ margin: 0 }}>
                No mistake that only runs show.
              </p>
            )}
            <FindingList
              findings={summary.findings}
              onShow={({ seed, seconds }) => router.push(`?run=${seed}&at=${seconds.toFixed(1)}`, { scroll: false })}
            />
          </section>
          <section
            style={{
              padding: '12px 16px',
              borderLeft: '1px solid var(--layer)',
              borderRight: '1px solid var(--layer)',
              minWidth: 0,
            }}
          >
            <DurationChart summary={summary} />
            <SurvivalChart summary={summary} />
            <PacingChart summary={summary} />
          </section>
          <RunTable batch={batch} sheet={sheet} onReplay={replay} />
        </div>
      )}
      {Number.isInteger(shownSeed) && shownSeed > 0 && (
        <ReplayDialog
          batch={batch}
          seed={shownSeed}
          atSeconds={at === null ? undefined : Number(at)}
          onClose={() => router.push('?', { scroll: false })}
        />
      )}
    </>
  );
}

function Verdict({ report: { batch, summary, sheet, controls } }: { report: ReportReply }) {
  const client = useQueryClient();
  const trust = controls && summary.runs > 0 ? judgeTrust(summary, summary.findings, controls) : undefined;
  const name = sheet.standInName;
  const cancel = async () => {
    await gorgeApi.cancelBatch(batch.gameId, batch.id);
    await client.invalidateQueries();
  };
  return (
    <header className="band" style={{ padding: '14px 18px', background: 'var(--paper)' }}>
      <h1 style={{ margin: '0 0 6px', fontSize: 20 }} data-testid="headline">
        {headline(summary, name, trust)}
      </h1>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '2px 22px' }} data-testid="sentences">
        {describeSummary(summary, name).map((sentence) => (
          <span key={sentence}>{sentence}</span>
        ))}
      </div>
      {controls && (
        <p className="quiet" style={{ margin: '6px 0 0' }} data-testid="report-controls">
          {sayControls(controls)}
        </p>
      )}
      {trust && !trust.isTrusted && (
        <p className="wary" style={{ margin: '6px 0 0' }} data-testid="report-distrust">
          <b>{name} is not to be trusted here:</b> {trust.reasons.join('; ')}.
        </p>
      )}
      {batch.status === 'running' && (
        <div
          style={{ display: 'flex', alignItems: 'center', gap: 12, marginTop: 10 }}
          role="status"
          data-testid="progress"
        >
          <Progress
            value={(batch.runsDone / batch.runs) * 100}
            style={{ flex: 1, maxWidth: 420 }}
            aria-label="Runs done"
          />
          <span className="mono">
            {batch.runsDone} of {batch.runs} runs
          </span>
          <Button size="compact-sm" variant="light" color="clay" onClick={() => void cancel()}>
            Cancel
          </Button>
        </div>
      )}
      {batch.status === 'cancelled' && (
        <p className="wary" style={{ margin: '8px 0 0' }}>
          Cancelled after {batch.runsDone} of {batch.runs} runs; the numbers are those of the runs that were done.
        </p>
      )}
      {batch.status === 'failed' && (
        <p className="bad" style={{ margin: '8px 0 0' }} role="alert">
          The batch failed: {batch.error}
        </p>
      )}
    </header>
  );
}
