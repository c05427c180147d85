import { createStore } from 'zustand/vanilla';
import {
  ACTION_BIT,
  directionFor,
  pointInput,
  THROW_BIT,
  type GunProgram,
  type Input,
  type Scheme,
} from '@/core/index';

/** What a key can be set to do while a level is tried. */
export type ControlAction = 'left' | 'right' | 'up' | 'down' | 'act' | 'throw';

export const CONTROL_ACTIONS: readonly { action: ControlAction; label: string }[] = [
  { action: 'left', label: 'Left' },
  { action: 'right', label: 'Right' },
  { action: 'up', label: 'Up' },
  { action: 'down', label: 'Down' },
  { action: 'act', label: 'Jump, flap, fire' },
  { action: 'throw', label: 'Throw, strike' },
];

/** Keys by their place on the board (KeyboardEvent.code); several may do the same. */
export type KeyMap = Record<ControlAction, string[]>;

export const USUAL_KEYS: KeyMap = {
  left: ['ArrowLeft', 'KeyA'],
  right: ['ArrowRight', 'KeyD'],
  up: ['ArrowUp', 'KeyW'],
  down: ['ArrowDown', 'KeyS'],
  act: ['Space', 'KeyX'],
  throw: ['KeyC', 'ShiftLeft'],
};

const STORAGE_KEY = 'gorge.keys';

/** The keys as they were last set on this machine. */
export function loadKeys(storage: Pick<Storage, 'getItem'>): KeyMap {
  try {
    const kept: unknown = JSON.parse(storage.getItem(STORAGE_KEY) ?? '');
    if (typeof kept !== 'object' || kept === null) return USUAL_KEYS;
    const entries = CONTROL_ACTIONS.map(({ action }) => {
      const codes = (kept as Record<string, unknown>)[action];
      const isList = Array.isArray(codes) && codes.every((code) => typeof code === 'string');
      return [action, isList ? (codes as string[]) : USUAL_KEYS[action]];
    });
    return Object.fromEntries(entries) as KeyMap;
  } catch {
    return USUAL_KEYS;
  }
}

export function saveKeys(storage: Pick<Storage, 'setItem'>, keys: KeyMap): void {
  storage.setItem(STORAGE_KEY, JSON.stringify(keys));
}

/** Gives a key to an action and takes it from every other. */
export function remapKey(keys: KeyMap, action: ControlAction, code: string): KeyMap {
  const entries = CONTROL_ACTIONS.map(({ action: other }) => {
    const without = keys[other].filter((known) => known !== code);
    return [other, other === action ? [...without, code].slice(-3) : without];
  });
  return Object.fromEntries(entries) as KeyMap;
}

/** What a gamepad says, as far as it is used. */
export interface PadState {
  axes: readonly number[];
  buttons: readonly { pressed: boolean }[];
}

/** Sticks count from this share of their way on. */
const STICK_THRESHOLD = 0.4;
/** Buttons of the cross in the standard mapping of gamepads: up, down, left, right. */
const CROSS = { up: 12, down: 13, left: 14, right: 15 } as const;
/** Where throwing has a key of its own, it has these buttons; elsewhere they act as the others do. */
const THROWING_BUTTONS = [2, 3, 5, 7];
const ACTING_BUTTONS = [0, 1];

/** Joins keyboard, gamepad and pointer into the input of a tick. */
export class Controls {
  private readonly held = new Set<string>();
  readonly store = createStore<{ keys: KeyMap }>(() => ({ keys: USUAL_KEYS }));
  /** Pointer in cells while it is over the arena. */
  private pointer: { x: number; y: number } | undefined;
  private isPointerDown = false;

  private get keys(): KeyMap {
    return this.store.getState().keys;
  }

  /** Takes over the keys as they were last set on this machine. */
  load(storage: Pick<Storage, 'getItem'>): void {
    this.store.setState({ keys: loadKeys(storage) });
  }

  /** Gives a key to an action and keeps that on this machine. */
  remap(action: ControlAction, code: string, storage: Pick<Storage, 'setItem'>): void {
    const keys = remapKey(this.keys, action, code);
    this.store.setState({ keys });
    saveKeys(storage, keys);
  }

  setPointer(pointer: { x: number; y: number } | undefined): void {
    this.pointer = pointer;
  }

  setPointerDown(isDown: boolean): void {
    this.isPointerDown = isDown;
  }

  /** Whether a key means something; then it is noted as held. */
  press(code: string): boolean {
    const isKnown = Object.values(this.keys).some((codes) => codes.includes(code));
    if (isKnown) this.held.add(code);
    return isKnown;
  }

  release(code: string): void {
    this.held.delete(code);
  }

  letGo(): void {
    this.held.clear();
    this.isPointerDown = false;
  }

  /** The input for a scheme at a moment; the pointer steers only where the scheme is about pointing, or while it is held. */
  read(
    { control, gun }: { control: { scheme: Scheme; goesOn?: boolean }; gun?: GunProgram },
    player: { x: number; y: number },
    pads: readonly (PadState | null)[],
  ): Input {
    const { scheme } = control;
    const pad = pads.find((candidate) => candidate !== null);
    const isHeld = (action: ControlAction) => this.keys[action].some((code) => this.held.has(code));
    const axis = (index: number) => {
      const value = pad?.axes[index] ?? 0;
      return Math.abs(value) < STICK_THRESHOLD ? 0 : Math.sign(value);
    };
    const button = (index: number) => pad?.buttons[index]?.pressed === true;
    let columns =
      Number(isHeld('right') || button(CROSS.right)) - Number(isHeld('left') || button(CROSS.left)) || axis(0);
    let rows = Number(isHeld('down') || button(CROSS.down)) - Number(isHeld('up') || button(CROSS.up)) || axis(1);
    const pressesThrow = THROWING_BUTTONS.some(button);
    const acts = isHeld('act') || ACTING_BUTTONS.some(button) || (pressesThrow && !gun?.hasOwnKey);
    const aims = gun?.aimsAtPoint === true && this.pointer !== undefined;
    const throws = isHeld('throw') || pressesThrow || (aims && this.isPointerDown);
    const throwing = gun && throws ? THROW_BIT : 0;
    if (scheme === 'steer to a point') {
      // Where one press goes on, only a press says where to; else the pointer does wherever it is.
      const pointer = control.goesOn && !this.isPointerDown ? undefined : this.pointer;
      return this.steer(player, columns, rows, pointer) + (acts ? ACTION_BIT : 0) + throwing;
    }
    if (this.isPointerDown && !aims && this.pointer && columns === 0 && rows === 0 && scheme !== 'flap') {
      const [dx, dy] = [this.pointer.x - player.x, this.pointer.y - player.y];
      const far = Math.hypot(dx, dy);
      // Within 22.5 degrees of an axis only that axis counts.
      if (far > 0.3) {
        columns = Math.abs(dx) > far * 0.383 ? Math.sign(dx) : 0;
        rows = Math.abs(dy) > far * 0.383 ? Math.sign(dy) : 0;
      }
    }
    const pointerActs = this.isPointerDown && !aims && (scheme === 'flap' || scheme === 'along a rail');
    const pointed = aims ? pointInput(this.pointer!.x, this.pointer!.y) : 0;
    return directionFor(columns, rows) + (acts || pointerActs ? ACTION_BIT : 0) + throwing + pointed;
  }

  private steer(
    player: { x: number; y: number },
    columns: number,
    rows: number,
    pointer: { x: number; y: number } | undefined,
  ): Input {
    if (columns !== 0 || rows !== 0) return pointInput(player.x + columns * 2, player.y + rows * 2);
    return pointer ? pointInput(pointer.x, pointer.y) : 0;
  }
}
