'use client';

import { notifications } from '@mantine/notifications';
import { useRef } from 'react';
import { OUTLINE_LIMITS, outlineQuantity, pictureSilhouette, readPicture, type OutlineShape } from '@/core/index';
import { SelectField } from './fields';
import styles from './panels.module.css';
import { QuantityField } from './QuantityField';

const FORMS: readonly { value: OutlineShape['form']; label: string }[] = [
  { value: 'circle', label: 'circle' },
  { value: 'box', label: 'box' },
  { value: 'capsule', label: 'capsule' },
  { value: 'convex', label: 'convex' },
  { value: 'silhouette', label: 'silhouette' },
];

/** A shape of another form about as large as before. */
function changeForm(form: OutlineShape['form'], radius: number): OutlineShape {
  const round = (value: number) => Math.round(value * 100) / 100;
  switch (form) {
    case 'circle':
      return { form, radius };
    case 'box':
      return { form, width: round(2 * radius), height: round(2 * radius) };
    case 'capsule':
      return { form, length: round(2.6 * radius), radius: round(0.8 * radius), lies: 'upright' };
    case 'convex':
      return {
        form,
        points: [
          [0, -radius],
          [radius, 0],
          [0, radius],
          [-radius, 0],
        ],
      };
    case 'silhouette':
      return { form, width: round(2 * radius), rows: ['.##.', '####', '####', '.##.'] };
  }
}

interface ShapeEditorProps {
  name: string;
  shape: OutlineShape;
  isSet: boolean;
  radius: number;
  onCommit: (shape: OutlineShape | undefined) => void;
}

/** Form and sizes of a shape, with a small drawing of it. */
export function ShapeEditor({ name, shape, isSet, radius, onCommit }: ShapeEditorProps) {
  return (
    <div className={styles.wrap}>
      <ShapeDrawing shape={shape} />
      <SelectField
        label={name}
        value={isSet ? shape.form : 'circle'}
        width={98}
        options={FORMS}
        onCommit={(form) => onCommit(changeForm(form, radius))}
      />
      {isSet && <Sizes name={name} shape={shape} onCommit={onCommit} />}
    </div>
  );
}

interface SizesProps {
  name: string;
  shape: OutlineShape;
  onCommit: (shape: OutlineShape) => void;
}

function Sizes({ name, shape, onCommit }: SizesProps) {
  const size = (key: string, value: number, make: (value: number) => OutlineShape, says = 'cells') => {
    const spec = outlineQuantity(shape.form, key);
    return (
      <span title={spec.about} className={styles.knob}>
        <QuantityField
          of={{ ...spec, label: `${name}, ${spec.label}` }}
          value={value}
          says={says}
          width={70}
          onCommit={(next) => onCommit(make(next))}
        />
      </span>
    );
  };
  switch (shape.form) {
    case 'circle':
      return size('radius', shape.radius, (radius) => ({ ...shape, radius }));
    case 'box':
      return (
        <>
          {size('width', shape.width, (width) => ({ ...shape, width }), '×')}
          {size('height', shape.height, (height) => ({ ...shape, height }))}
        </>
      );
    case 'capsule':
      return (
        <>
          {size('length', shape.length, (length) => ({ ...shape, length }), 'long,')}
          {size('radius', shape.radius, (radius) => ({ ...shape, radius }), 'radius')}
          <SelectField
            label={`${name}, lies`}
            value={shape.lies}
            width={86}
            options={[
              { value: 'upright', label: 'upright' },
              { value: 'across', label: 'across' },
            ]}
            onCommit={(lies) => onCommit({ ...shape, lies })}
          />
        </>
      );
    case 'convex':
      return <Corners name={name} shape={shape} onCommit={onCommit} />;
    case 'silhouette':
      return (
        <>
          {size('width', shape.width, (width) => ({ ...shape, width }), 'cells wide')}
          <PictureButton name={name} shape={shape} onCommit={onCommit} />
        </>
      );
  }
}

type Convex = Extract<OutlineShape, { form: 'convex' }>;
type Silhouette = Extract<OutlineShape, { form: 'silhouette' }>;

/** Corners as a text "x, y; x, y; …", which is the shortest way to write an outline by hand. */
function Corners({ name, shape, onCommit }: { name: string; shape: Convex; onCommit: (shape: OutlineShape) => void }) {
  return (
    <input
      key={JSON.stringify(shape.points)}
      aria-label={`${name}, corners`}
      title="Corners in order, as x, y; x, y; … in cells from the centre; Enter takes them over"
      defaultValue={shape.points.map(([x, y]) => `${x}, ${y}`).join('; ')}
      className={`mono ${styles.shapeText}`}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        const numbers = event.currentTarget.value
          .split(/[;,\s]+/)
          .filter(Boolean)
          .map(Number);
        const points = Array.from({ length: Math.floor(numbers.length / 2) }, (_, index): [number, number] => [
          numbers[2 * index],
          numbers[2 * index + 1],
        ]);
        const fault = whyNoOutline(numbers, points);
        if (fault) notifications.show({ color: 'clay', title: 'This is no convex outline', message: fault });
        else onCommit({ ...shape, points });
      }}
    />
  );
}

function whyNoOutline(numbers: readonly number[], points: readonly (readonly [number, number])[]): string | undefined {
  if (numbers.some((value) => !Number.isFinite(value)))
    return 'Write numbers only, as in 0, -0.4; 0.4, 0.3; -0.4, 0.3.';
  if (numbers.some((value) => Math.abs(value) > 8)) return 'Corners lie within 8 cells of the centre.';
  if (numbers.length % 2 === 1) return 'Every corner needs an x and a y.';
  if (points.length < 3) return `A convex outline needs at least 3 points; this has ${points.length}.`;
  if (points.length > OUTLINE_LIMITS.points) return `It may have ${OUTLINE_LIMITS.points} corners at most.`;
  const turns = points.map((a, index) => {
    const b = points[(index + 1) % points.length];
    const c = points[(index + 2) % points.length];
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
  });
  const isConvex = turns.every((turn) => turn > 1e-9) || turns.every((turn) => turn < -1e-9);
  return isConvex ? undefined : 'The corners must go round once and never turn inwards.';
}

/** Takes the silhouette from a picture: where it is opaque. */
function PictureButton({
  name,
  shape,
  onCommit,
}: {
  name: string;
  shape: Silhouette;
  onCommit: (shape: OutlineShape) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    const read = readPicture(new Uint8Array(await file.arrayBuffer()));
    if (!read.ok) {
      notifications.show({ color: 'clay', title: read.faults[0].message, message: read.faults[0].hint });
      return;
    }
    const rows = pictureSilhouette(read.value, OUTLINE_LIMITS.silhouetteSide);
    if (!rows.some((row) => row.includes('#'))) {
      notifications.show({
        color: 'clay',
        title: 'Nothing of this picture is opaque or dark',
        message: 'Choose another one.',
      });
      return;
    }
    onCommit({ ...shape, rows });
  };
  return (
    <>
      <button type="button" className="act" onClick={() => input.current?.click()}>
        From a picture…
      </button>
      <input
        className={styles.file}
        ref={input}
        type="file"
        accept="image/png,image/jpeg"
        aria-label={`${name}, picture`}
        onChange={(event) => {
          const [file] = event.currentTarget.files ?? [];
          event.currentTarget.value = '';
          if (file) void take(file);
        }}
      />
    </>
  );
}

const SIDE = 30;

/** The shape at a glance, with its centre. */
function ShapeDrawing({ shape }: { shape: OutlineShape }) {
  const most = mostReach(shape);
  const scale = (SIDE / 2 - 2) / most;
  return (
    <svg width={SIDE} height={SIDE} viewBox={`${-SIDE / 2} ${-SIDE / 2} ${SIDE} ${SIDE}`} aria-hidden>
      <g fill="var(--river-wash)" stroke="var(--river)" strokeWidth={1.2}>
        <ShapePath shape={shape} scale={scale} />
      </g>
      <path d="M-3 0H3M0 -3V3" stroke="var(--dim)" strokeWidth={1} />
    </svg>
  );
}

function mostReach(shape: OutlineShape): number {
  switch (shape.form) {
    case 'circle':
      return shape.radius;
    case 'box':
      return Math.max(shape.width, shape.height) / 2;
    case 'capsule':
      return Math.max(shape.length / 2, shape.radius);
    case 'convex':
      return Math.max(0.1, ...shape.points.flat().map(Math.abs));
    case 'silhouette':
      return Math.max(shape.width, (shape.width / shape.rows[0].length) * shape.rows.length) / 2;
  }
}

function ShapePath({ shape, scale }: { shape: OutlineShape; scale: number }) {
  switch (shape.form) {
    case 'circle':
      return <circle r={shape.radius * scale} />;
    case 'box':
      return (
        <rect
          x={(-shape.width / 2) * scale}
          y={(-shape.height / 2) * scale}
          width={shape.width * scale}
          height={shape.height * scale}
        />
      );
    case 'capsule': {
      const long = Math.max(shape.length, 2 * shape.radius) * scale;
      const thick = 2 * shape.radius * scale;
      const [width, height] = shape.lies === 'across' ? [long, thick] : [thick, long];
      return <rect x={-width / 2} y={-height / 2} width={width} height={height} rx={thick / 2} />;
    }
    case 'convex':
      return <polygon points={shape.points.map(([x, y]) => `${x * scale},${y * scale}`).join(' ')} />;
    case 'silhouette': {
      const pixel = (shape.width / shape.rows[0].length) * scale;
      const [left, top] = [(-shape.width / 2) * scale, (-pixel * shape.rows.length) / 2];
      return (
        <g stroke="none" fill="var(--river)">
          {shape.rows.flatMap((row, y) =>
            [...row.matchAll(/#+/g)].map((run) => (
              <rect
                key={`${y} ${run.index}`}
                x={left + run.index * pixel}
                y={top + y * pixel}
                width={run[0].length * pixel}
                height={pixel}
              />
            )),
          )}
        </g>
      );
    }
  }
}
