'use client';

import { notifications } from '@mantine/notifications';
import { commands, kindOf, resolvedCast, type StampTurn } from '@/core/index';
import { BRUSH_SHAPES } from '../editor/brushShapes';
import type { MarkForm, Tool } from '../editor/deskSession';
import { useDesk, useFollowed, useKeyHint } from './DeskContext';
import { describeGround } from './describeGround';
import { SelectField } from './panels/fields';
import { GroundSwatch } from './panels/GroundSwatch';
import { ToolChip } from './ToolChip';

/** What the chosen tool works with. */
export function ToolOptions({ tool }: { tool: Tool }) {
  const { session } = useDesk();
  const { game, selection } = useFollowed(session, (state) => state);
  if (tool === 'ground') return <GroundOptions />;
  if (tool === 'area') return <AreaOptions />;
  if (tool === 'mark') return <MarkOptions />;
  if (tool === 'cast') return <CastOptions />;
  const selected = session.level.pieces.find(
    (piece) => selection.includes(piece.id) && !kindOf(game, piece.kind)?.control,
  );
  return (
    <span className="quiet">
      {selected
        ? `Click to add a waypoint to ${selected.name}; on a leg, to split it`
        : 'Select a guard first, then click where it shall walk'}
    </span>
  );
}

/** More kinds than these are chosen from a list, so that the arena is not covered. */
const MOST_KIND_CHIPS = 8;

/** Which kind is placed: those of the level as chips, all others in a list. */
function CastOptions() {
  const { session } = useDesk();
  const { game, castKind } = useFollowed(session, (state) => state);
  const all = resolvedCast(game);
  const placed = new Set(session.level.pieces.map(({ kind }) => kind));
  const hasPlayer = [...placed].some((id) => all.get(id)?.control !== undefined);
  const kinds = [...all.values()].filter((kind) => !kind.control || !hasPlayer);
  const isNear = (id: string) => id === castKind || placed.has(id);
  const chips =
    kinds.length <= MOST_KIND_CHIPS ? kinds : kinds.filter(({ id }) => isNear(id)).slice(0, MOST_KIND_CHIPS);
  const others = kinds.filter((kind) => !chips.includes(kind));
  const choose = (id: string) => session.store.setState({ castKind: id });
  return (
    <>
      {chips.map(({ id, name }) => (
        <ToolChip key={id} isOn={castKind === id} title={`Place a ${name}`} onClick={() => choose(id)}>
          {name}
        </ToolChip>
      ))}
      {others.length > 0 && (
        <SelectField
          label="Another kind to place"
          value=""
          width={150}
          options={[
            { value: '', label: 'another kind…' },
            ...others.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onCommit={(id) => id !== '' && choose(id)}
        />
      )}
    </>
  );
}

/** What the ground tool paints, and in which shape. */
function GroundOptions() {
  const { session, actions } = useDesk();
  const { game, brush, brushShape, strokeFrom } = useFollowed(session, (state) => state);
  return (
    <>
      {game.terrain.map((ground) => (
        <ToolChip
          key={ground.id}
          isOn={brush === ground.glyph}
          title={describeGround(ground)}
          onClick={() => session.store.setState({ brush: ground.glyph })}
        >
          <GroundSwatch ground={ground} />
          {ground.name}
        </ToolChip>
      ))}
      <span style={{ width: 1, height: 18, background: 'var(--layer)', margin: '0 5px' }} />
      {BRUSH_SHAPES.map(({ shape, label, help }) => (
        <ToolChip
          key={shape}
          isOn={brushShape === shape}
          title={help}
          onClick={() => session.store.setState({ brushShape: shape, strokeFrom: undefined })}
        >
          {label}
        </ToolChip>
      ))}
      <button
        type="button"
        className="chip"
        title="This ground round the whole level"
        onClick={() => actions.drawBoundary()}
      >
        Boundary
      </button>
      {strokeFrom && (
        <span className="quiet">
          from {strokeFrom.column}, {strokeFrom.row}; Enter completes
        </span>
      )}
    </>
  );
}

/** What can be done with the chosen cells, or with what was taken up from them. */
function AreaOptions() {
  const { session, actions } = useDesk();
  const hint = useKeyHint();
  const { area, stamp } = useFollowed(session, (state) => state);
  const act = (label: string, title: string, onClick: () => void) => (
    <button type="button" className="chip" title={title} onClick={onClick}>
      {label}
    </button>
  );
  const turn = (how: StampTurn) => {
    if (!actions.turnArea(how))
      notifications.show({
        color: 'clay',
        title: 'Turned, this area would not fit into the level',
        message: 'Choose a smaller one.',
      });
  };
  if (stamp) {
    return (
      <>
        <span className="quiet">
          {stamp.columns} × {stamp.rows} cells{stamp.pieces.length > 0 && ` with ${stamp.pieces.length} pieces`}: click
          to put copies down
        </span>
        {act('Mirror ↔', 'East becomes west', () => actions.turnStamp('mirror across'))}
        {act('Mirror ↕', 'North becomes south', () => actions.turnStamp('mirror up and down'))}
        {act('Turn 90°', 'Clockwise', () => actions.turnStamp('turn'))}
        {act('Done', 'Esc', () => session.store.setState({ stamp: undefined }))}
      </>
    );
  }
  if (!area) return <span className="quiet">Drag over the cells that you want to copy, mirror, turn or clear</span>;
  return (
    <>
      {act('Copy', `Take a copy and put it down wherever you click${hint('double')}`, () => actions.copyArea())}
      {act('Mirror ↔', 'East becomes west, with pieces and routes', () => turn('mirror across'))}
      {act('Mirror ↕', 'North becomes south, with pieces and routes', () => turn('mirror up and down'))}
      {act('Turn 90°', 'Clockwise, with pieces and routes', () => turn('turn'))}
      {act('Fill', 'With the ground of the brush', () => actions.fillArea())}
      {act('Clear', 'Open ground, and no pieces', () => actions.clearArea())}
      {act('Make a mark', 'A named area of these cells', () =>
        session.change('Add a mark', (draft) => {
          commands.addMark(draft, session.state.levelId, `area ${session.level.marks.length + 1}`, {
            area: [area.column, area.row, area.columns, area.rows],
          });
        }),
      )}
    </>
  );
}

const MARK_FORMS: { form: MarkForm; label: string; help: string }[] = [
  { form: 'point', label: 'Point', help: 'Click; a stroke makes an area' },
  { form: 'line', label: 'Line', help: 'Drag from end to end' },
  { form: 'area', label: 'Area', help: 'Drag from corner to corner' },
];

function MarkOptions() {
  const { session } = useDesk();
  const markForm = useFollowed(session, (state) => state.markForm);
  return (
    <>
      {MARK_FORMS.map(({ form, label, help }) => (
        <ToolChip
          key={form}
          isOn={markForm === form}
          title={help}
          onClick={() => session.store.setState({ markForm: form })}
        >
          {label}
        </ToolChip>
      ))}
      <span className="quiet">
        {MARK_FORMS.find(({ form }) => form === markForm)?.help}; names are given in the Level panel
      </span>
    </>
  );
}
