'use client';

import { saySeconds, sayShare, type Finding } from '@/core/index';

/** Mistakes that runs show, each with how often and a way to the run that shows it. */
export function FindingList({
  findings,
  onShow,
}: {
  findings: readonly Finding[];
  onShow: (finding: Finding) => void;
}) {
  return findings.map((finding) => (
    <div key={finding.message} className="problem warning" data-testid="finding">
      {finding.message} <span className="mono">{sayShare(finding.share)}</span> of the runs.
      <br />
      <span className="quiet">{finding.hint} </span>
      <button type="button" className="act" onClick={() => onShow(finding)}>
        Show run {finding.seed} at {saySeconds(finding.seconds)}
      </button>
    </div>
  ));
}
