import type { BriefVerdict } from '@/core/index';

/** How a line of a brief that stands so is coloured; the words say it, too. */
export const VERDICT_CLASSES: Readonly<Record<BriefVerdict['status'], string>> = {
  met: 'good',
  'not met': 'bad',
  open: 'wary',
  unknown: 'quiet',
};
