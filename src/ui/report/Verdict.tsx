'use client';

import { Button, Progress } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import {
  describeSummary,
  headline,
  judgeBrief,
  judgeTrust,
  sayBriefLine,
  sayBriefVerdict,
  sayControls,
} from '@/core/index';
import type { BatchInfo, ReportReply } from '@/server/contracts/batches';
import { gorgeApi } from '../requests/gorgeApi';
import { VERDICT_CLASSES } from '../frame/briefWords';
import styles from './report.module.css';

/** How hard it is in a sentence, what was found in some more, and how far the batch has come. */
export function Verdict({ report: { batch, arm, summary, sheet, controls } }: { report: ReportReply }) {
  const trust = controls && summary.runs > 0 ? judgeTrust(summary, summary.findings, controls) : undefined;
  const name = sheet.standInName;
  return (
    <header className={`band ${styles.verdict}`}>
      <h1 className={styles.headline} data-testid="headline">
        {headline(summary, name, trust)}
      </h1>
      <div className={styles.sentences} data-testid="sentences">
        {describeSummary(summary, name).map((sentence) => (
          <span key={sentence}>{sentence}</span>
        ))}
      </div>
      {judgeBrief(sheet.brief, arm.standInId, summary).map((verdict, index) => (
        <p key={index} className={`${VERDICT_CLASSES[verdict.status]} ${styles.note}`} data-testid="report-brief">
          {sayBriefLine(verdict.line, name)}: {sayBriefVerdict(verdict)}
        </p>
      ))}
      {controls && (
        <p className={`quiet ${styles.note}`} data-testid="report-controls">
          {sayControls(controls)}
        </p>
      )}
      {trust && !trust.isTrusted && (
        <p className={`wary ${styles.note}`} data-testid="report-distrust">
          <b>{name} is not to be trusted here:</b> {trust.reasons.join('; ')}.
        </p>
      )}
      <State batch={batch} />
    </header>
  );
}

function State({ batch }: { batch: BatchInfo }) {
  const { status, runs, runsDone, error } = batch;
  switch (status) {
    case 'running':
      return <Running batch={batch} />;
    case 'cancelled':
      return (
        <p className={`wary ${styles.note}`}>
          Cancelled after {runsDone} of {runs} runs; the numbers are those of the runs that were done.
        </p>
      );
    case 'failed':
      return (
        <p className={`bad ${styles.note}`} role="alert">
          The batch failed: {error}
        </p>
      );
    case 'finished':
      return null;
  }
}

function Running({ batch: { id, gameId, runs, runsDone, ahead } }: { batch: BatchInfo }) {
  const client = useQueryClient();
  const cancel = async () => {
    await gorgeApi.cancelBatch(gameId, id);
    await client.invalidateQueries();
  };
  return (
    <div className={styles.inLine} role="status" data-testid="progress">
      <Progress value={(runsDone / runs) * 100} className={styles.progressBar} aria-label="Runs done" />
      <span className="mono">
        {runsDone} of {runs} runs
      </span>
      {ahead > 0 && (
        <span className="quiet">
          {ahead} {ahead === 1 ? 'batch is' : 'batches are'} computed before it
        </span>
      )}
      <Button size="compact-sm" variant="light" color="clay" onClick={() => void cancel()}>
        Cancel
      </Button>
    </div>
  );
}
