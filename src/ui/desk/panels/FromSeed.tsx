'use client';

import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { generateMap, LIMITS, type MapRecipe } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, NumberPair, Row, SelectField } from './fields';
import { grounds, usualGlyphs, type ApplyMap } from './mapSource';
import styles from './panels.module.css';

interface PartProps {
  recipe: MapRecipe;
  set: (part: Partial<MapRecipe>) => void;
}

const FORMS: readonly { value: MapRecipe['form']; label: string }[] = [
  { value: 'maze', label: 'a maze' },
  { value: 'rooms', label: 'halls' },
  { value: 'islands', label: 'islands' },
];
/** What more of it comes of more openness. */
const OPENNESS: Record<MapRecipe['form'], string> = { maze: 'loops', rooms: 'halls', islands: 'land' };
const LEAST_SIDE = 5;
const MOST_SEED = 1_000_000;

/** A map that is drawn at random, the same for the same seed. */
export function FromSeed({ onApply }: { onApply: ApplyMap }) {
  const { session } = useDesk();
  const { wall, open, between } = usualGlyphs(session.state.game);
  const { width, height } = session.size;
  const [recipe, setRecipe] = useState<MapRecipe>({
    form: 'maze',
    // Mazes come out even with an odd number of cells.
    columns: width - 1 + (width % 2),
    rows: height - 1 + (height % 2),
    seed: 1,
    openness: 0.4,
    wallGlyph: wall,
    openGlyph: open,
    betweenGlyph: between,
  });
  const map = useMemo(() => generateMap(recipe), [recipe]);
  const part: PartProps = { recipe, set: (next) => setRecipe({ ...recipe, ...next }) };
  return (
    <>
      <Draws {...part} />
      <Size {...part} />
      <Grounds {...part} />
      <pre className={`mono ${styles.smallMap}`} aria-label="The map as text">
        {map.join('\n')}
      </pre>
      <Button size="compact-sm" onClick={() => onApply('Build from a seed', map)}>
        Use this map
      </Button>
    </>
  );
}

function Draws({ recipe: { form, openness, seed }, set }: PartProps) {
  return (
    <>
      <Row label="draws">
        <SelectField
          label="Form of the map"
          value={form}
          width={130}
          options={FORMS}
          onCommit={(next) => set({ form: next })}
        />
      </Row>
      <Row label={OPENNESS[form]}>
        <NumberField
          label="Openness"
          value={Math.round(openness * 100)}
          unit="%"
          min={0}
          max={100}
          step={10}
          onCommit={(value) => set({ openness: value / 100 })}
        />
      </Row>
      <Row label="seed">
        <NumberField
          label="Seed of the map"
          value={seed}
          unit=""
          min={1}
          max={MOST_SEED}
          step={1}
          onCommit={(next) => set({ seed: Math.round(next) })}
        />
        <button type="button" className="act" onClick={() => set({ seed: seed + 1 })}>
          Another
        </button>
      </Row>
    </>
  );
}

function Size({ recipe: { columns, rows }, set }: PartProps) {
  return (
    <Row label="size">
      <NumberPair
        first={{ label: 'Columns', value: columns, onCommit: (next) => set({ columns: Math.round(next) }) }}
        second={{ label: 'Rows', value: rows, onCommit: (next) => set({ rows: Math.round(next) }) }}
        between="×"
        unit="cells"
        min={LEAST_SIDE}
        max={[LIMITS.columns, LIMITS.rows]}
        step={2}
      />
    </Row>
  );
}

function Grounds({ recipe: { form, wallGlyph, openGlyph, betweenGlyph }, set }: PartProps) {
  const { session } = useDesk();
  const options = grounds(useFollowed(session, (state) => state.game));
  const isIslands = form === 'islands';
  return (
    <Row label={isIslands ? 'land, and between' : 'walls, and the rest'}>
      {isIslands ? (
        <SelectField
          label="Between"
          value={betweenGlyph}
          options={options}
          onCommit={(glyph) => set({ betweenGlyph: glyph })}
        />
      ) : (
        <SelectField
          label="Walls"
          value={wallGlyph}
          options={options}
          onCommit={(glyph) => set({ wallGlyph: glyph })}
        />
      )}
      <SelectField
        label="Open ground"
        value={openGlyph}
        options={options}
        onCommit={(glyph) => set({ openGlyph: glyph })}
      />
    </Row>
  );
}
