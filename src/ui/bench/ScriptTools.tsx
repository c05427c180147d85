'use client';

import { Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRef } from 'react';
import { commands, LIBRARY, outlineScript, readScxml, writeScxml } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { SelectField } from '../desk/panels/fields';
import { saveText } from '../frame/saveText';
import styles from './bench.module.css';

/** Which behavior, new ones from the library, charts in and out, and the formatter. */
export function ScriptTools({
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
  const scripts = useFollowed(session, (state) => state.game.scripts);
  const add = (label: string, newText: string) => {
    let id = '';
    session.change(label, (draft) => {
      id = commands.addScriptText(draft, newText);
    });
    onOpenScript(id);
  };
  return (
    <div className={styles.inLine}>
      <SelectField
        label="Behavior on the bench"
        value={scriptId}
        options={scripts.map(({ id, lines }) => ({
          value: id,
          label: outlineScript(lines.join('\n'))?.behavior || id,
        }))}
        width={150}
        onCommit={onOpenScript}
      />
      <NewScript onAdd={add} />
      <Chart scriptId={scriptId} text={text} onAdd={add} />
      <button type="button" className="chip" title="Indent by braces; comments and words stay" onClick={onFormat}>
        Format
      </button>
    </div>
  );
}

type AddScript = (label: string, text: string) => void;

function NewScript({ onAdd }: { onAdd: AddScript }) {
  return (
    <Menu position="bottom-start" width={320}>
      <Menu.Target>
        <button type="button" className="chip">
          New…
        </button>
      </Menu.Target>
      <Menu.Dropdown mah={420} className={styles.menu}>
        <Menu.Item onClick={() => onAdd('New behavior', 'behavior unnamed {\n}\n')}>Empty</Menu.Item>
        <Menu.Label>Copy a starting behavior</Menu.Label>
        {LIBRARY.map(({ name, purpose, text }) => (
          <Menu.Item key={name} onClick={() => onAdd(`Copy ${name}`, `${text}\n`)}>
            <b>{name}</b>
            <div className={`quiet ${styles.purpose}`}>{purpose}</div>
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}

/** The behavior as a state chart, out and in. */
function Chart({ scriptId, text, onAdd }: { scriptId: string; text: string; onAdd: AddScript }) {
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    const read = readScxml(await file.text());
    if (read.ok) onAdd(`Import ${file.name}`, read.value);
    else
      notifications.show({
        color: 'red',
        title: `${file.name} was not imported`,
        message: `${read.faults[0].message} ${read.faults[0].hint}`,
      });
  };
  const give = () => {
    const written = writeScxml(text);
    if (written.ok) saveText(`${scriptId}.scxml`, 'application/scxml+xml', written.value);
    else notifications.show({ color: 'red', title: 'Not exported', message: written.faults[0].message });
  };
  return (
    <>
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
      <input
        ref={input}
        type="file"
        accept=".scxml,.xml"
        aria-label="State chart to import"
        className={styles.file}
        onChange={(event) => {
          const [file] = event.currentTarget.files ?? [];
          event.currentTarget.value = '';
          if (file) void take(file);
        }}
      />
    </>
  );
}
