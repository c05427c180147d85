import { useCallback, useMemo, useState } from 'react';
import {
  applyEdits,
  commands,
  outlineScript,
  outlineWithTaken,
  type CheckedBehavior,
  type GameDocument,
  type ScriptOutline,
} from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { checkedScriptsOf } from '../editor/composePicture';
import type { EditText } from './scriptForms';

/** Writes a script; what would make an error where there was none is said, and the text stays as it is. */
export function useScriptEditing(scriptId: string, text: string) {
  const { session } = useDesk();
  const [refused, setRefused] = useState<string>();
  const edit: EditText = (label, edits) => {
    if (edits.length === 0) return undefined;
    const { game } = session.state;
    const next = applyEdits(text, edits);
    const fault = faultOf(game, scriptId, next);
    if (fault && !faultOf(game, scriptId, text)) {
      setRefused(fault);
      return fault;
    }
    setRefused(undefined);
    session.change(label, (draft) => commands.setScript(draft, scriptId, next));
    return undefined;
  };
  return { edit, refused, forget: () => setRefused(undefined) };
}

/** The first error of a script with another text; undefined while it has none. */
function faultOf(game: GameDocument, scriptId: string, text: string): string | undefined {
  const changed = {
    ...game,
    scripts: game.scripts.map((script) => (script.id === scriptId ? { ...script, lines: text.split('\n') } : script)),
  };
  const fault = checkedScriptsOf(changed)
    .get(scriptId)
    ?.diagnostics.find(({ severity }) => severity === 'error');
  return fault && `${fault.message} ${fault.hint}`;
}

export interface Outlined {
  scriptId: string;
  text: string;
  outline: ScriptOutline;
}

/** The outline of the last text whose script had no errors. */
export function useLastGood(
  scriptId: string,
  text: string,
  behavior: CheckedBehavior | undefined,
): Outlined | undefined {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const baseText = useCallback(
    (base: string) =>
      game.scripts.map(({ lines }) => lines.join('\n')).find((other) => outlineScript(other)?.behavior === base),
    [game],
  );
  const [kept, setKept] = useState<Outlined>();
  const outline = useMemo(() => outlineWithTaken(text, baseText), [text, baseText]);
  const now = outline && { scriptId, text, outline };
  if (behavior && now && (kept?.text !== text || kept.scriptId !== scriptId)) setKept(now);
  if (behavior && now) return now;
  if (kept?.scriptId === scriptId) return kept;
  // Of a script that never was sound, what can be made out.
  return now && now.outline.states.length > 0 ? now : undefined;
}
