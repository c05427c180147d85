'use client';

import { useMemo, useState } from 'react';
import { formatScript, resolvedCast, type TextEdit } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { ScriptPanel, textOf } from '../desk/ScriptPanel';
import { checkedScriptsOf } from '../editor/composePicture';
import styles from './bench.module.css';
import { BenchAside } from './BenchAside';
import { useBehaviorFigures } from './FiguresView';
import { ProvingView } from './ProvingView';
import { ScriptFormsContext } from './scriptForms';
import { ScriptTools } from './ScriptTools';
import { StatesView } from './StatesView';
import { useProving } from './useProving';
import { useLastGood, useScriptEditing } from './useScript';

/** Cells a second, where nobody is steered. */
const USUAL_SPEED = 3;

/** Where behaviors are made: text, diagram and forms of one script side by side, and a yard to try it in. */
export function Bench({
  scriptId,
  onOpenScript,
  onClose,
}: {
  scriptId: string;
  onOpenScript: (id: string) => void;
  onClose: () => void;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const text = textOf(game, scriptId);
  const behavior = checkedScriptsOf(game).get(scriptId)?.behavior;
  const good = useLastGood(scriptId, text, behavior);
  const cast = [...resolvedCast(game).values()];
  const users = cast.filter((kind) => kind.behavior === scriptId).map(({ id }) => id);
  const [selection, setSelection] = useState<{ state?: string; transition?: number }>({});
  const { edit, refused, forget } = useScriptEditing(scriptId, text);
  const proving = useProving(scriptId, users[0], behavior);
  const live = useFollowed(proving, (state) => state.explanation);
  const playerSpeed = cast.find((kind) => kind.control)?.control?.speed ?? USUAL_SPEED;
  const measured = useBehaviorFigures(behavior?.name, users[0], playerSpeed);
  const forms = { text, ...useFormNames(), onEdit: edit };
  const select = (state: string | undefined, transition?: number) => setSelection({ state, transition });
  const isStale = good !== undefined && good.text !== text;
  const selected = good?.outline.states.some((state) => state.name === selection.state) ? selection.state : undefined;
  const format = () => edit('Format', wholeText(text, formatScript(text)));
  const tools = <ScriptTools scriptId={scriptId} text={text} onOpenScript={onOpenScript} onFormat={format} />;
  const shown = { good, isStale, selected, live, onSelect: select };
  return (
    <ScriptFormsContext value={forms}>
      <div role="region" aria-label="Bench" className="three-rooms">
        <ScriptPanel scriptId={scriptId} live={live} onClose={onClose} tools={tools} />
        <div className={styles.middle}>
          <StatesView {...shown} figures={measured.figures} />
          <ProvingView proving={proving} />
        </div>
        <BenchAside
          {...shown}
          scriptId={scriptId}
          behavior={behavior}
          users={users}
          transition={selection.transition}
          measured={measured}
          refused={refused}
          onForget={forget}
          onOpenScript={onOpenScript}
        />
      </div>
    </ScriptFormsContext>
  );
}

/** What names in the forms of a script can stand for. */
function useFormNames() {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  return useMemo(
    () => ({
      targets: [...new Set(['player', ...[...resolvedCast(game).values()].flatMap((kind) => kind.names)])],
      names: {
        ground: game.terrain.map(({ id }) => id),
        mark: session.level.marks.map(({ id }) => id),
        kind: game.cast.filter(({ control }) => !control).map(({ id }) => id),
      },
    }),
    [game, session],
  );
}

function wholeText(before: string, after: string): TextEdit[] {
  return before === after ? [] : [{ from: 0, to: before.length, insert: after }];
}
