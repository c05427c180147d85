/** What turning the wheel, or two fingers on a pad, does to the picture. */
export type WheelAct = { zoom: number } | { panX: number; panY: number };

export type WheelTurn = Pick<WheelEvent, 'deltaX' | 'deltaY' | 'deltaMode' | 'ctrlKey' | 'timeStamp'>;

/** By how much a notch of a wheel zooms, and a pixel of two fingers that go apart. */
const NOTCH_ZOOM = 1.15;
const PIXEL_ZOOM = 1.01;
/** A wheel turns by at least so many pixels at once; fingers on a pad begin with fewer. */
const NOTCH_PIXELS = 50;
/** Turns that are no farther apart belong to one movement, ms. */
const SAME_MOVEMENT_MS = 200;

/** Tells a wheel, which zooms, from two fingers on a pad, which move the picture and zoom it when they go apart. */
export class Wheel {
  private lastAt = -Infinity;
  private isPad = false;

  read({ deltaX, deltaY, deltaMode, ctrlKey, timeStamp }: WheelTurn): WheelAct {
    const isNotch = deltaMode !== 0 || (deltaX === 0 && Number.isInteger(deltaY) && Math.abs(deltaY) >= NOTCH_PIXELS);
    // What begins as a movement on a pad stays one, however fast it gets.
    if (timeStamp - this.lastAt > SAME_MOVEMENT_MS) this.isPad = !isNotch;
    this.lastAt = timeStamp;
    const notchZoom = deltaY < 0 ? NOTCH_ZOOM : 1 / NOTCH_ZOOM;
    // Browsers tell of two fingers that go apart as of a wheel with Ctrl.
    if (ctrlKey) return { zoom: isNotch ? notchZoom : PIXEL_ZOOM ** -deltaY };
    return this.isPad || deltaX !== 0 ? { panX: -deltaX, panY: -deltaY } : { zoom: notchZoom };
  }
}
