'use client';

import type { ReactNode } from 'react';
import { saySeconds, sayShare, type Finding } from '@/core/index';

/** Mistakes that runs show, each with how often and a way to the run that shows it. */
export function FindingList({
  findings,
  onShow,
  fixOf,
}: {
  findings: readonly Finding[];
  onShow: (finding: Finding) => void;
  /** What can be done about one with a click, where the level can be changed. */
  fixOf?: (finding: Finding) => ReactNode;
}) {
  return findings.map((finding) => (
    <div key={finding.message} className="problem warning" data-testid="finding">
      {finding.message} <span className="mono">{sayShare(finding.share)}</span> of the runs.
      <br />
      <span className="quiet">{finding.hint} </span>
      <button type="button" className="act" onClick={() => onShow(finding)}>
        Show run {finding.seed} at {saySeconds(finding.seconds)}
      </button>
      {fixOf?.(finding)}
    </div>
  ));
}
