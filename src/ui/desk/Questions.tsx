'use client';

import { BriefLines } from './BriefLines';
import { OwnStandIns } from './OwnStandIns';
import { PartsLine } from './PartsLine';
import { ProofLine } from './ProofLine';
import { SavedChecksLine } from './SavedChecksLine';
import { TriesLine } from './TriesLine';

// Both come at once: one file is fetched sooner than several.
export { SeedsChoice } from './SeedsChoice';

/** What can be asked of the level beside its numbers, and what it is meant to be. */
export function Questions({ onOpenChecks }: { onOpenChecks: () => void }) {
  return (
    <>
      <ProofLine />
      <PartsLine />
      <TriesLine />
      <div>
        <BriefLines />
        <SavedChecksLine onOpen={onOpenChecks} />
        <OwnStandIns />
      </div>
    </>
  );
}
