'use client';

import { Button, Popover } from '@mantine/core';
import { useState } from 'react';
import { commands, type Piece } from '@/core/index';
import { useDesk } from './DeskContext';
import { NumberField, Row } from './panels/fields';
import css from './desk.module.css';

/** Makes ranks of a piece: columns and rows of copies that march as one formation. */
export function RanksButton({ piece }: { piece: Piece }) {
  return (
    <Popover position="top" withArrow withinPortal>
      <Popover.Target>
        <button type="button" className="act" title="Copies in columns and rows that march as one">
          March in ranks
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <RanksForm piece={piece} />
      </Popover.Dropdown>
    </Popover>
  );
}

function RanksForm({ piece }: { piece: Piece }) {
  const { session } = useDesk();
  const [columns, setColumns] = useState(5);
  const [rows, setRows] = useState(3);
  const [spacing, setSpacing] = useState(1.5);
  const make = () => {
    let ids: string[] = [];
    session.change(`Have ${piece.name} march in ranks`, (draft) => {
      ids = commands.makeRanks(draft, session.state.levelId, piece.id, columns, rows, { x: spacing, y: spacing });
    });
    session.select(ids);
  };
  const limits = { min: 1, max: 40, step: 1, width: 58 };
  return (
    <>
      <Row label="columns × rows">
        <NumberField
          label="Columns of ranks"
          value={columns}
          unit="×"
          {...limits}
          onCommit={(value) => setColumns(Math.round(value))}
        />
        <NumberField
          label="Rows of ranks"
          value={rows}
          unit=""
          {...limits}
          onCommit={(value) => setRows(Math.round(value))}
        />
      </Row>
      <Row label="apart">
        <NumberField
          label="Spacing of ranks"
          value={spacing}
          unit="cells"
          min={0.25}
          max={16}
          step={0.25}
          onCommit={setSpacing}
        />
      </Row>
      <Button size="compact-xs" mt={8} onClick={make}>
        Make ranks
      </Button>
      <p className={`quiet ${css.about}`}>
        They march when their behavior says <span className="mono">do march</span>.
      </p>
    </>
  );
}
