'use client';

import type { CueNumber } from '@/core/index';
import { KnobRow } from '../desk/card/KnobSlider';

const LABELS: Record<CueNumber['what'], string> = {
  interval: 'interval',
  jitter: '±',
  first: 'first',
  rest: 'rest',
};

/** A number of a cue as a slider; the text follows while it is held. */
export function CueNumberRow({
  number,
  onPreview,
  onDone,
}: {
  number: CueNumber;
  onPreview: (value: number) => void;
  onDone: () => void;
}) {
  const { value, unit, low, high } = number;
  return (
    <KnobRow
      knob={{ name: LABELS[number.what], unit, low, high }}
      value={value}
      isSet={false}
      returnsTo=""
      onPreview={onPreview}
      onDone={onDone}
      onReset={() => undefined}
    />
  );
}
