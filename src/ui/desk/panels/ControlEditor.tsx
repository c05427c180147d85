'use client';

import { createContext, use, useState } from 'react';
import {
  commands,
  SCHEMES,
  startingControl,
  USUAL_THROWING,
  type Control,
  type Kind,
  type Scheme,
  type Throwing,
} from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, SelectField, SwitchField } from './fields';

/** The control scheme of a kind and its knobs; "none" for everything that no player steers. */
export function ControlEditor({ kind, onCommit }: { kind: Kind; onCommit: (control: Control | undefined) => void }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const { control } = kind;
  const others = game.cast.filter((entry) => entry.id !== kind.id && !entry.control);
  const [inPixels, setInPixels] = useState(false);
  const addShot = () =>
    session.change(`A shot for ${kind.name}`, (draft) => {
      commands.addShot(draft, kind.id, session.level.rules.loseWhenTouching);
    });
  return (
    <PixelsContext value={inPixels ? game.pixelsPerCell : undefined}>
      <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 6 }}>
        <SelectField
          label="Control scheme"
          value={control?.scheme ?? 'none'}
          width={150}
          options={[{ value: 'none', label: 'none' }, ...SCHEMES.map((value) => ({ value, label: value }))]}
          onCommit={(value) => onCommit(value === 'none' ? undefined : startingControl(value as Scheme, others[0]?.id))}
        />
        {control && (
          <SelectField
            label="Lengths and speeds in"
            value={inPixels ? 'px' : 'cells'}
            width={96}
            options={[
              { value: 'cells', label: 'in cells' },
              { value: 'px', label: 'in px' },
            ]}
            onCommit={(unit) => setInPixels(unit === 'px')}
          />
        )}
        {control && (
          <Knob
            label="Speed"
            unit="cells/s"
            value={control.speed}
            max={60}
            min={control.scheme === 'flap' ? 0 : 0.1}
            onCommit={(speed) => onCommit({ ...control, speed })}
          />
        )}
        {control && <SchemeKnobs control={control} onCommit={onCommit} />}
        {control && (
          <ThrowingKnobs
            throws={control.throws}
            shots={others}
            onAddShot={addShot}
            onCommit={(throws) => onCommit({ ...control, throws })}
          />
        )}
      </div>
    </PixelsContext>
  );
}

/** Pixels a cell while speeds and lengths are shown in pixels; undefined while they are shown in cells. */
const PixelsContext = createContext<number | undefined>(undefined);

function Knob({
  label,
  unit,
  value,
  min = 0,
  max,
  step = 0.1,
  onCommit,
}: {
  label: string;
  unit: string;
  value: number;
  min?: number;
  max: number;
  step?: number;
  onCommit: (value: number) => void;
}) {
  const pixels = use(PixelsContext);
  const factor = pixels !== undefined && unit.startsWith('cells') ? pixels : 1;
  const shown = (number: number) => Number((number * factor).toFixed(3));
  return (
    <label style={{ display: 'inline-flex', alignItems: 'center', gap: 4, whiteSpace: 'nowrap' }}>
      <span className="quiet">{label.toLowerCase()}</span>
      <NumberField
        label={label}
        value={shown(value)}
        unit={factor === 1 ? unit : unit.replace('cells', 'px')}
        min={shown(min)}
        max={shown(max)}
        step={factor === 1 ? step : 1}
        width={66}
        onCommit={(next) => onCommit(next / factor)}
      />
    </label>
  );
}

/** What only one scheme has. */
function SchemeKnobs({ control, onCommit }: { control: Control; onCommit: (control: Control) => void }) {
  switch (control.scheme) {
    case 'eight ways':
      return (
        <SwitchField
          label="Even diagonals"
          value={control.evenDiagonals}
          onCommit={(evenDiagonals) => onCommit({ ...control, evenDiagonals })}
        >
          diagonals as fast as straights
        </SwitchField>
      );
    case 'four ways':
      return (
        <>
          <Knob
            label="Cornering"
            unit="cells"
            value={control.cornering}
            max={0.5}
            step={0.05}
            onCommit={(cornering) => onCommit({ ...control, cornering })}
          />
        </>
      );
    case 'one cell a press':
    case 'slide until blocked':
      return (
        <Knob
          label="Press kept"
          unit="s"
          value={control.pressBuffer ?? 0}
          max={10}
          step={0.02}
          onCommit={(pressBuffer) => onCommit({ ...control, pressBuffer })}
        />
      );
    case 'steer to a point':
      return (
        <SwitchField
          label="One press"
          value={control.goesOn ?? false}
          onCommit={(goesOn) => onCommit({ ...control, goesOn })}
        >
          sets where it goes, round what stands in the way
        </SwitchField>
      );
    case 'flap':
      return (
        <>
          <Knob
            label="Lift"
            unit="cells/s"
            value={control.lift}
            min={0.5}
            max={40}
            onCommit={(lift) => onCommit({ ...control, lift })}
          />
          <Knob
            label="Falls at most"
            unit="cells/s"
            value={control.mostFall}
            min={0.5}
            max={60}
            onCommit={(mostFall) => onCommit({ ...control, mostFall })}
          />
        </>
      );
    case 'run and jump':
      return (
        <>
          <Knob
            label="Jump"
            unit="cells/s"
            value={control.jump}
            min={0.5}
            max={60}
            onCommit={(jump) => onCommit({ ...control, jump })}
          />
          <Knob
            label="Jumps"
            unit=""
            value={control.jumps}
            min={1}
            max={5}
            step={1}
            onCommit={(jumps) => onCommit({ ...control, jumps: Math.round(jumps) })}
          />
          <Knob
            label="After the edge"
            unit="s"
            value={control.coyote}
            max={10}
            step={0.01}
            onCommit={(coyote) => onCommit({ ...control, coyote })}
          />
          <Knob
            label="Before landing"
            unit="s"
            value={control.jumpBuffer}
            max={10}
            step={0.01}
            onCommit={(jumpBuffer) => onCommit({ ...control, jumpBuffer })}
          />
          <Knob
            label="Falls at most"
            unit="cells/s"
            value={control.mostFall}
            min={0.5}
            max={60}
            onCommit={(mostFall) => onCommit({ ...control, mostFall })}
          />
        </>
      );
    case 'along a rail':
      return (
        <>
          <SelectField
            label="Rail"
            value={control.rail}
            width={110}
            options={[
              { value: 'across', label: 'across' },
              { value: 'up and down', label: 'up and down' },
            ]}
            onCommit={(rail) => onCommit({ ...control, rail })}
          />
        </>
      );
  }
}

interface GunNumbers {
  shotSpeed: number;
  range: number;
  cooldown: number;
  ammunition?: number;
}

/** Stands for a kind that is still to be made; no id of a kind is like it. */
const NEW_SHOT = '+';
/** A blow of the reach of an arm, held out for a moment. */
const USUAL_BLOW = { range: 0.8, blow: 0.15 };

/** What the player throws or strikes with, if anything; the same under every scheme. */
function ThrowingKnobs({
  throws,
  shots,
  onAddShot,
  onCommit,
}: {
  throws: Throwing | undefined;
  shots: readonly { id: string; name: string }[];
  onAddShot: () => void;
  onCommit: (throws: Throwing | undefined) => void;
}) {
  const aim = typeof throws?.aim === 'number' ? 'angle' : (throws?.aim ?? 'facing');
  return (
    <>
      <SelectField
        label="Throws"
        value={throws?.shot ?? ''}
        options={[
          { value: '', label: 'throws nothing' },
          ...shots.map(({ id, name }) => ({ value: id, label: `throws ${name}` })),
          { value: NEW_SHOT, label: 'throws a new shot' },
        ]}
        onCommit={(shot) => {
          if (shot === NEW_SHOT) onAddShot();
          else onCommit(shot === '' ? undefined : { ...(throws ?? USUAL_THROWING), shot });
        }}
      />
      {throws && (
        <>
          <SelectField
            label="How it is thrown"
            value={throws.blow === undefined ? 'flies' : 'blow'}
            width={186}
            options={[
              { value: 'flies', label: 'it flies' },
              { value: 'blow', label: 'a blow at arm’s length' },
            ]}
            onCommit={(how) => {
              const { blow: _blow, ...others } = throws;
              onCommit(how === 'blow' ? { ...others, ...USUAL_BLOW } : { ...others, range: USUAL_THROWING.range });
            }}
          />
          <SelectField
            label="Where it is thrown"
            value={aim}
            width={150}
            options={[
              { value: 'facing', label: 'where it faces' },
              { value: 'pointer', label: 'to the pointer' },
              { value: 'angle', label: 'at a fixed angle' },
            ]}
            onCommit={(where) => {
              const { aim: _aim, ...others } = throws;
              onCommit(
                where === 'facing' ? others : { ...others, aim: where === 'pointer' ? ('pointer' as const) : 0 },
              );
            }}
          />
          {typeof throws.aim === 'number' && (
            <Knob
              label="Angle of throw"
              unit="deg"
              value={throws.aim}
              max={360}
              step={15}
              onCommit={(angle) => onCommit({ ...throws, aim: angle })}
            />
          )}
          {throws.blow !== undefined && (
            <Knob
              label="Held out"
              unit="s"
              value={throws.blow}
              min={0.02}
              max={10}
              step={0.05}
              onCommit={(blow) => onCommit({ ...throws, blow })}
            />
          )}
          <GunKnobs gun={throws} onCommit={(gun) => onCommit({ ...throws, ...gun })} />
          <Knob
            label="Charge"
            unit="s"
            value={throws.charge ?? 0}
            max={10}
            step={0.05}
            onCommit={(charge) => onCommit({ ...throws, charge: charge > 0 ? charge : undefined })}
          />
        </>
      )}
    </>
  );
}

/** Numbers of everything that fires; what is left out of the ammunition has no end. */
function GunKnobs({ gun, onCommit }: { gun: GunNumbers; onCommit: (gun: GunNumbers) => void }) {
  const { shotSpeed, range, cooldown, ammunition } = gun;
  const set = (numbers: Partial<GunNumbers>) => onCommit({ shotSpeed, range, cooldown, ammunition, ...numbers });
  return (
    <>
      <Knob
        label="Shot speed"
        unit="cells/s"
        value={shotSpeed}
        min={0.1}
        max={60}
        onCommit={(value) => set({ shotSpeed: value })}
      />
      <Knob
        label="Range"
        unit="cells"
        value={range}
        min={0.5}
        max={256}
        step={1}
        onCommit={(value) => set({ range: value })}
      />
      <Knob
        label="Cooldown"
        unit="s"
        value={cooldown}
        min={0.02}
        max={10}
        step={0.05}
        onCommit={(value) => set({ cooldown: value })}
      />
      <Knob
        label="Ammunition (0: no end)"
        unit=""
        value={ammunition ?? 0}
        max={10000}
        step={1}
        onCommit={(value) => set({ ammunition: value >= 1 ? Math.round(value) : undefined })}
      />
    </>
  );
}
