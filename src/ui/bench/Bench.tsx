'use client';

import { Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import {
  addState,
  addTransition,
  applyEdits,
  commands,
  firedKinds,
  formatScript,
  kindOf,
  LIBRARY,
  outlineScript,
  outlineWithTaken,
  readScxml,
  redirectTransition,
  resolvedCast,
  writeScxml,
  type CheckedBehavior,
  type GameDocument,
  type KindEntry,
  type ScriptOutline,
  type TextEdit,
} from '@/core/index';
import { checkedScriptsOf } from '../editor/composePicture';
import { ProvingGround } from '../editor/provingGround';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { KnobRow } from '../desk/card/KnobSlider';
import { SelectField } from '../desk/panels/fields';
import { ScriptPanel, textOf } from '../desk/ScriptPanel';
import { Diagram } from './Diagram';
import { saveText } from '../frame/saveText';
import { FiguresView, useBehaviorFigures } from './FiguresView';
import { ProvingView } from './ProvingView';
import { NumbersForm } from './NumbersForm';
import { ScriptFormsContext, type EditText } from './scriptForms';
import { StateForm } from './StateForm';
import { NotWritten } from '../frame/NotWritten';
import { WhyList } from './WhyList';

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
  const levelId = useFollowed(session, (state) => state.levelId);
  const text = textOf(game, scriptId);
  const checked = checkedScriptsOf(game).get(scriptId);
  const baseText = useCallback(
    (behavior: string) =>
      game.scripts.map(({ lines }) => lines.join('\n')).find((other) => outlineScript(other)?.behavior === behavior),
    [game],
  );
  const good = useLastGood(scriptId, text, checked?.behavior, baseText);
  const users = [...resolvedCast(game).values()].filter((kind) => kind.behavior === scriptId);
  const [selection, setSelection] = useState<{ state?: string; transition?: number }>({});
  const [refused, setRefused] = useState<string>();
  const [proving] = useState(() => new ProvingGround());
  const live = useFollowed(proving, (state) => state.explanation);
  const allies = useFollowed(proving, (state) => state.allies);
  const dotSpeed = useFollowed(proving, (state) => state.dotSpeed);
  const subject = users[0]?.id;
  useEffect(() => {
    // Somebody has to follow the behavior, and what it fires has to be there; what is missing is lent to the proving ground.
    const lent = subject ?? LENT_KIND;
    const fired = firedKinds(checked?.behavior).filter((id) => !game.cast.some((kind) => kind.id === id));
    const cast = [
      ...game.cast,
      ...(subject ? [] : [{ ...lentKind(LENT_KIND, 0.38), behavior: scriptId }]),
      ...[...new Set(fired)].map((id) => lentKind(id, 0.14)),
    ];
    const shown = { ...game, cast };
    proving.show(shown, levelId, lent);
  }, [proving, game, levelId, subject, scriptId, allies, dotSpeed, checked]);
  useEffect(() => () => proving.close(), [proving]);
  const player = [...resolvedCast(game).values()].find((kind) => kind.control);
  const measured = useBehaviorFigures(
    checked?.behavior?.name,
    subject,
    player?.control && 'speed' in player.control ? player.control.speed : 3,
  );
  const targets = useMemo(
    () => [...new Set(['player', ...[...resolvedCast(game).values()].flatMap((kind) => kind.names)])],
    [game],
  );

  const edit: EditText = (label, edits) => {
    if (edits.length === 0) return undefined;
    const next = applyEdits(text, edits);
    // What a form writes never makes an error where there was none: it is said, and the text stays as it is.
    const fault = faultOf(game, scriptId, next);
    if (fault && !faultOf(game, scriptId, text)) {
      setRefused(fault);
      return fault;
    }
    setRefused(undefined);
    session.change(label, (draft) => commands.setScript(draft, scriptId, next));
    return undefined;
  };
  const names = useMemo(
    () => ({
      ground: game.terrain.map(({ id }) => id),
      mark: session.level.marks.map(({ id }) => id),
      kind: game.cast.filter(({ control }) => !control).map(({ id }) => id),
    }),
    [game, session],
  );
  const select = (state: string | undefined, transition?: number) => setSelection({ state, transition });
  const isStale = good !== undefined && good.text !== text;
  const selected = good?.outline.states.some((state) => state.name === selection.state) ? selection.state : undefined;
  return (
    <div
      role="region"
      aria-label="Bench"
      style={{
        display: 'grid',
        gridTemplateColumns: '400px minmax(0, 1fr) 292px',
        minHeight: 0,
        gridColumn: '1 / -1',
        gridRow: '1 / -1',
      }}
    >
      <ScriptPanel
        scriptId={scriptId}
        live={live}
        onClose={onClose}
        tools={
          <ScriptTools
            scriptId={scriptId}
            text={text}
            onOpenScript={onOpenScript}
            onFormat={() => edit('Format', wholeText(text, formatScript(text)))}
          />
        }
      />
      <div
        style={{
          display: 'grid',
          gridTemplateRows: '30px minmax(0, 1.35fr) minmax(0, 1fr)',
          gridTemplateColumns: 'minmax(0, 1fr)',
          overflow: 'hidden',
          minHeight: 0,
          minWidth: 0,
        }}
      >
        <div className="band" style={{ display: 'flex', alignItems: 'center', gap: 6, padding: '0 10px' }}>
          <h3 className="heading">States</h3>
          <button
            type="button"
            className="chip"
            onClick={() => {
              const name = freeName(good?.outline);
              edit(`Add ${name}`, addState(text, name));
              select(name);
            }}
          >
            Add a state
          </button>
          <span className="quiet" style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
            {isStale ? 'the last version without errors' : 'drag from + to another state for a new way'}
          </span>
        </div>
        <div style={{ minHeight: 0, overflow: 'auto', padding: 6, background: 'var(--sand)' }}>
          {good ? (
            <Diagram
              outline={good.outline}
              isStale={isStale}
              selected={selected}
              live={isStale ? undefined : live}
              figures={measured.figures}
              onSelect={select}
              onLink={(from, to) => {
                edit(`Add a way to ${to}`, addTransition(text, from, to, 'after 2 s'));
                select(from, good.outline.states.find((state) => state.name === from)?.transitions.length);
              }}
              onRedirect={(from, index, to) => edit(`Redirect to ${to}`, redirectTransition(text, from, index, to))}
            />
          ) : (
            <p className="quiet" style={{ padding: 12 }}>
              No states yet. Add one, or write <code>behavior NAME {'{ … }'}</code> at the left.
            </p>
          )}
        </div>
        <ProvingView proving={proving} />
      </div>
      <aside
        style={{
          display: 'flex',
          flexDirection: 'column',
          borderLeft: '1px solid var(--layer)',
          background: 'var(--paper)',
          minHeight: 0,
        }}
      >
        <ScriptFormsContext value={{ text, targets, names, onEdit: edit }}>
          <div style={{ flex: 1, minHeight: 0, overflow: 'auto', padding: '8px 12px 16px' }}>
            <NotWritten fault={refused} onClose={() => setRefused(undefined)} />
            {selected && good ? (
              <>
                <button type="button" className="act" onClick={() => select(undefined)}>
                  ← the whole behavior
                </button>
                <StateForm
                  onOpenBehavior={(behavior) => {
                    const script = game.scripts.find(
                      ({ lines }) => outlineScript(lines.join('\n'))?.behavior === behavior,
                    );
                    if (script) onOpenScript(script.id);
                  }}
                  key={selected}
                  outline={good.outline}
                  behavior={isStale ? undefined : checked?.behavior}
                  name={selected}
                  transition={selection.transition}
                  onSelect={select}
                />
              </>
            ) : (
              <>
                <Overview
                  users={users.map((kind) => kind.id)}
                  pieces={session.level.pieces
                    .filter((piece) => kindOf(game, piece.kind)?.behavior === scriptId)
                    .map((piece) => piece.name)}
                  measured={measured}
                >
                  {good && !isStale && <NumbersForm outline={good.outline} />}
                </Overview>
              </>
            )}
          </div>
        </ScriptFormsContext>
        <div
          style={{
            flex: '0 0 auto',
            maxHeight: '42%',
            overflow: 'auto',
            padding: '8px 12px 10px',
            borderTop: '1px solid var(--layer)',
          }}
        >
          <h3 className="heading">Why, in the proving ground</h3>
          {live && !isStale ? <WhyList explanation={live} /> : <p className="quiet">Nothing runs there yet.</p>}
        </div>
      </aside>
    </div>
  );
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

const LENT_KIND = 'proving-subject';

function lentKind(id: string, radius: number): KindEntry {
  return { id, name: id, tags: [], radius, tint: '#8a3324' };
}

function Overview({
  users,
  pieces,
  measured,
  children,
}: {
  users: string[];
  pieces: string[];
  measured: ReturnType<typeof useBehaviorFigures>;
  children: ReactNode;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  return (
    <>
      <h3 className="heading">Who follows it</h3>
      <p style={{ margin: '4px 0' }}>
        {users.length === 0 ? (
          <span className="quiet">Nobody yet. Choose it as the behavior of a kind in the Cast.</span>
        ) : (
          users.map((id) => kindOf(game, id)?.name).join(', ')
        )}
        {pieces.length > 0 && <span className="quiet"> · in this level {pieces.join(', ')}</span>}
      </p>
      {users.map((id) => (
        <KnobsOfKind key={id} kindId={id} />
      ))}
      {children}
      <h3 className="heading" style={{ marginTop: 14 }}>
        In runs of this level
      </h3>
      <FiguresView measured={measured} />
    </>
  );
}

/** The knobs of one kind as sliders; the proving ground and the figures follow while they are held. */
function KnobsOfKind({ kindId }: { kindId: string }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const kind = kindOf(game, kindId)!;
  const knobs = checkedScriptsOf(game).get(kind.behavior ?? '')?.knobs ?? [];
  const own = game.cast.find((entry) => entry.id === kindId)?.knobs;
  const set = (knob: string, value: number | undefined) => (draft: GameDocument) =>
    commands.setKindKnob(draft, kindId, knob, value);
  return (
    <div style={{ marginTop: 8 }}>
      <b>{kind.name}</b>
      {knobs.map((knob) => {
        const label = `Set ${knob.name} of ${kind.name}`;
        return (
          <KnobRow
            key={knob.name}
            knob={knob}
            value={kind.knobs?.[knob.name] ?? knob.value}
            isSet={own?.[knob.name] !== undefined}
            returnsTo="Back to what holds when nothing is set here"
            onPreview={(value) => session.preview(label, set(knob.name, value))}
            onDone={() => session.finishGesture(label)}
            onReset={() => session.change(`Reset ${knob.name}`, set(knob.name, undefined))}
          />
        );
      })}
    </div>
  );
}

interface Outlined {
  scriptId: string;
  text: string;
  outline: ScriptOutline;
}

/** The outline of the last text whose script had no errors. */
function useLastGood(
  scriptId: string,
  text: string,
  behavior: CheckedBehavior | undefined,
  baseText: (behavior: string) => string | undefined,
): Outlined | undefined {
  const [kept, setKept] = useState<Outlined>();
  const outline = useMemo(() => outlineWithTaken(text, baseText), [text, baseText]);
  const now = outline && { scriptId, text, outline };
  if (behavior && now && (kept?.text !== text || kept.scriptId !== scriptId)) setKept(now);
  if (behavior && now) return now;
  if (kept?.scriptId === scriptId) return kept;
  // Of a script that never was sound, what can be made out.
  return now && now.outline.states.length > 0 ? now : undefined;
}

function freeName(outline: ScriptOutline | undefined): string {
  for (let number = 1; ; number++) {
    const name = number === 1 ? 'next' : `next_${number}`;
    if (!outline?.states.some((state) => state.name === name)) return name;
  }
}

function wholeText(before: string, after: string): TextEdit[] {
  return before === after ? [] : [{ from: 0, to: before.length, insert: after }];
}

/** Which behavior, new ones from the library, charts in and out, and the formatter. */
function ScriptTools({
  scriptId,
  text,
  onOpenScript,
  onFormat,
}: {
  scriptId: string;
  text: string;
  onOpenScript: (id: string) => void;
  onFormat: () => void;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const input = useRef<HTMLInputElement>(null);
  const add = (label: string, newText: string) => {
    let id = '';
    session.change(label, (draft) => {
      id = commands.addScriptText(draft, newText);
    });
    onOpenScript(id);
  };
  const take = async (file: File) => {
    const read = readScxml(await file.text());
    if (read.ok) add(`Import ${file.name}`, read.value);
    else
      notifications.show({
        color: 'red',
        title: `${file.name} was not imported`,
        message: `${read.faults[0].message} ${read.faults[0].hint}`,
      });
  };
  const give = () => {
    const written = writeScxml(text);
    if (!written.ok) {
      notifications.show({ color: 'red', title: 'Not exported', message: written.faults[0].message });
      return;
    }
    saveText(`${scriptId}.scxml`, 'application/scxml+xml', written.value);
  };
  return (
    <div style={{ display: 'flex', alignItems: 'center', gap: 6 }}>
      <SelectField
        label="Behavior on the bench"
        value={scriptId}
        options={game.scripts.map(({ id, lines }) => ({
          value: id,
          label: outlineScript(lines.join('\n'))?.behavior || id,
        }))}
        width={150}
        onCommit={onOpenScript}
      />
      <Menu position="bottom-start" width={320}>
        <Menu.Target>
          <button type="button" className="chip">
            New…
          </button>
        </Menu.Target>
        <Menu.Dropdown mah={420} style={{ overflow: 'auto' }}>
          <Menu.Item onClick={() => add('New behavior', 'behavior unnamed {\n}\n')}>Empty</Menu.Item>
          <Menu.Label>Copy a starting behavior</Menu.Label>
          {LIBRARY.map(({ name, purpose, text: starting }) => (
            <Menu.Item key={name} onClick={() => add(`Copy ${name}`, `${starting}\n`)}>
              <b>{name}</b>
              <div className="quiet" style={{ fontSize: 12, whiteSpace: 'normal' }}>
                {purpose}
              </div>
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      <Menu position="bottom-start">
        <Menu.Target>
          <button type="button" className="chip" title="State charts in the open SCXML format">
            Chart…
          </button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={give}>Export as SCXML</Menu.Item>
          <Menu.Item onClick={() => input.current?.click()}>Import SCXML…</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <button type="button" className="chip" title="Indent by braces; comments and words stay" onClick={onFormat}>
        Format
      </button>
      <input
        ref={input}
        type="file"
        accept=".scxml,.xml"
        aria-label="State chart to import"
        style={{ display: 'none' }}
        onChange={(event) => {
          const [file] = event.currentTarget.files ?? [];
          event.currentTarget.value = '';
          if (file) void take(file);
        }}
      />
    </div>
  );
}
