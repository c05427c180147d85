'use client';

import type { PictureReading } from '@/core/index';
import { NumberField, NumberPair, Row, SelectField, SwitchField } from './fields';

interface ReadingFormProps {
  reading: PictureReading;
  onChange: (reading: PictureReading) => void;
}

/** How a picture is read: what counts as wall, and where its cells lie. */
export function ReadingForm(props: ReadingFormProps) {
  return (
    <>
      <Walls {...props} />
      <Cells {...props} />
    </>
  );
}

function Walls({ reading, onChange }: ReadingFormProps) {
  return (
    <>
      <Row label="dark below" hint="Shades from 0, black, to 255, white">
        <NumberField
          label="Threshold"
          value={reading.threshold}
          unit="of 255"
          min={1}
          max={255}
          step={5}
          onCommit={(threshold) => onChange({ ...reading, threshold })}
        />
        <SwitchField
          label="Inverted"
          value={reading.isInverted}
          onCommit={(isInverted) => onChange({ ...reading, isInverted })}
        >
          light is wall
        </SwitchField>
      </Row>
      <Row label="walls are">
        <SelectField
          label="Walls are"
          value={reading.walls}
          width={150}
          options={[
            { value: 'cells', label: 'as wide as cells' },
            { value: 'lines', label: 'lines between cells' },
          ]}
          onCommit={(walls) => onChange({ ...reading, walls })}
        />
      </Row>
    </>
  );
}

function Cells({ reading, onChange }: ReadingFormProps) {
  return (
    <>
      <Row label="cell width">
        <NumberField
          label="Cell width"
          value={reading.pitch}
          unit="pixels"
          min={2}
          max={2000}
          step={1}
          onCommit={(pitch) => onChange({ ...reading, pitch })}
        />
      </Row>
      <Row label="begins at">
        <NumberPair
          first={{ label: 'Begins at x', value: reading.left, onCommit: (left) => onChange({ ...reading, left }) }}
          second={{ label: 'Begins at y', value: reading.top, onCommit: (top) => onChange({ ...reading, top }) }}
          between=","
          unit="pixels"
          min={-2000}
          max={8000}
          step={1}
        />
      </Row>
    </>
  );
}
