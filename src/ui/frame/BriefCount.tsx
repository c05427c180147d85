import type { BriefVerdict } from '@/core/index';
import { VERDICT_CLASSES } from './briefWords';

const WORDS = [
  ['met', 'met'],
  ['not met', 'not met'],
  ['open', 'not decided'],
  ['unknown', 'not told by these runs'],
] as const;

/** "Brief, 3 lines: 1 met, 2 not decided" */
export function BriefCount({ verdicts }: { verdicts: readonly BriefVerdict[] }) {
  const counted = WORDS.map(([status, word]) => ({
    ...{ status, word },
    count: verdicts.filter((own) => own.status === status).length,
  })).filter(({ count }) => count > 0);
  return (
    <>
      Brief, {verdicts.length} {verdicts.length === 1 ? 'line' : 'lines'}:{' '}
      {counted.map(({ status, word, count }, index) => (
        <span key={status}>
          {index > 0 && ', '}
          <span className={VERDICT_CLASSES[status]}>
            {count} {word}
          </span>
        </span>
      ))}
    </>
  );
}
