import { createStore } from 'zustand/vanilla';
import { KEY_TABLE, sayPress, type KeyAct, type KeyPress } from './keyTable';

/** Which presses do what; several may do the same. */
export type KeyChoice = Readonly<Record<KeyAct, readonly string[]>>;

/** What stands in the table. */
export const USUAL_CHOICE = Object.fromEntries(
  KEY_TABLE.flatMap((row) => ('act' in row ? [[row.act, row.keys]] : [])),
) as unknown as KeyChoice;

const ACTS = Object.keys(USUAL_CHOICE) as KeyAct[];
const STORAGE_KEY = 'gorge.keys.desk';

/** Presses that always mean the same: moving, choosing, giving up, what browsers and editors do with them. */
const FIXED =
  /^(Shift\+)?(Arrow\w+|Enter|Escape|Tab|Space)$|^Ctrl\+(Arrow\w+|Enter|Escape|Tab|Space|[ACXVTNWRLFSPQ]|Shift\+[TNWIJC])$|^F\d+$/;

/** What came of giving a key: nothing, for a press that is always something else, or whom it was taken from. */
export type GivenKey = { isFixed: true } | { isFixed: false; takenFrom?: KeyAct };

/** The keys of the desk as they are set on this machine. */
export class OwnKeys {
  readonly store = createStore<{ choice: KeyChoice }>(() => ({ choice: USUAL_CHOICE }));

  constructor(private readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>) {}

  private get choice(): KeyChoice {
    return this.store.getState().choice;
  }

  /** Takes over what was last set; what cannot be read is left as it usually is. */
  load(): void {
    try {
      const kept: unknown = JSON.parse(this.storage.getItem(STORAGE_KEY) ?? '{}');
      if (typeof kept !== 'object' || kept === null) return;
      const own = ACTS.flatMap((act) => {
        const presses = (kept as Record<string, unknown>)[act];
        return Array.isArray(presses) && presses.every((press) => typeof press === 'string') ? [[act, presses]] : [];
      });
      this.store.setState({ choice: { ...USUAL_CHOICE, ...(Object.fromEntries(own) as Partial<KeyChoice>) } });
    } catch {
      // As they usually are.
    }
  }

  /** What a press does. */
  actOf(pressed: KeyPress): KeyAct | undefined {
    const said = sayPress(pressed);
    return said === undefined ? undefined : ACTS.find((act) => this.choice[act].includes(said));
  }

  /** The first key of something; empty when it has none. */
  keyOf(act: KeyAct): string {
    return this.choice[act][0] ?? '';
  }

  /** Gives a key to something in place of those that it has, and takes it from whatever had it. */
  give(act: KeyAct, press: string): GivenKey {
    if (FIXED.test(press)) return { isFixed: true };
    const takenFrom = ACTS.find((other) => other !== act && this.choice[other].includes(press));
    const without = (other: KeyAct) => this.choice[other].filter((own) => own !== press);
    const entries = ACTS.map((other) => [other, other === act ? [press] : without(other)]);
    this.keep(Object.fromEntries(entries) as unknown as KeyChoice);
    return takenFrom ? { isFixed: false, takenFrom } : { isFixed: false };
  }

  /** All keys as they usually are. */
  reset(): void {
    this.store.setState({ choice: USUAL_CHOICE });
    this.storage.removeItem(STORAGE_KEY);
  }

  get areUsual(): boolean {
    return ACTS.every((act) => this.choice[act].join(' ') === USUAL_CHOICE[act].join(' '));
  }

  private keep(choice: KeyChoice): void {
    this.store.setState({ choice });
    const own = Object.fromEntries(
      ACTS.flatMap((act) => (choice[act].join(' ') === USUAL_CHOICE[act].join(' ') ? [] : [[act, choice[act]]])),
    );
    try {
      this.storage.setItem(STORAGE_KEY, JSON.stringify(own));
    } catch {
      // They hold until the page is closed.
    }
  }
}
