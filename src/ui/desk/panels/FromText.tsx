'use client';

import { Button, Textarea } from '@mantine/core';
import { useMemo, useState } from 'react';
import { readTextMap, unknownGlyphs } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { Row, SelectField } from './fields';
import { Fault, grounds, type ApplyMap } from './mapSource';
import styles from './panels.module.css';

/** A map from characters; those that no ground has are given a meaning here. */
export function FromText({ onApply }: { onApply: ApplyMap }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const [text, setText] = useState('');
  const [meanings, setMeanings] = useState<Record<string, string>>({});
  const unknown = useMemo(() => unknownGlyphs(game, text), [game, text]);
  const read = useMemo(() => readTextMap(game, text, meanings), [game, text, meanings]);
  return (
    <>
      <Textarea
        mt={8}
        aria-label="Text of a maze"
        placeholder={'#######\n#.....#\n#######'}
        autosize
        minRows={9}
        maxRows={16}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
        classNames={{ input: styles.mapText }}
      />
      {unknown.slice(0, 12).map(({ glyph, count }) => (
        <Row key={glyph} label={`"${glyph}" (${count} times)`}>
          <SelectField
            label={`Meaning of ${glyph}`}
            value={meanings[glyph] ?? ''}
            options={[{ value: '', label: 'means…' }, ...grounds(game)]}
            onCommit={(value) => setMeanings({ ...meanings, [glyph]: value })}
          />
        </Row>
      ))}
      {text !== '' && !read.ok && read.faults.slice(0, 4).map((fault) => <Fault key={fault.message} fault={fault} />)}
      <Button
        mt={10}
        size="compact-sm"
        disabled={!read.ok}
        onClick={() => read.ok && onApply('Build from text', read.value)}
      >
        Use this map
      </Button>{' '}
      {read.ok && (
        <span className="quiet">
          {read.value[0].length} × {read.value.length} cells
        </span>
      )}
    </>
  );
}
