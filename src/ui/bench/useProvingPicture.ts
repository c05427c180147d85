import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef, type RefObject } from 'react';
import { PROVING_LEVEL, type GameDocument } from '@/core/index';
import { ArenaCanvas } from '../canvas/ArenaCanvas';
import { fitCamera, type Camera } from '../canvas/camera';
import { paletteFor } from '../canvas/palette';
import { composePicture, type ShownRun } from '../editor/composePicture';
import type { ProvingGround } from '../editor/provingGround';

const NOTHING_MORE = {
  routes: [],
  hidesRoutes: true,
  ends: [],
  selection: [],
  chosenWaypoint: undefined,
  cursor: undefined,
  lasso: undefined,
};

/** What stands in the proving ground at a moment; nothing of where things began. */
function pictureOf(game: GameDocument, moment: ShownRun) {
  const picture = composePicture({ game, levelId: PROVING_LEVEL, run: moment, tick: 1 }, NOTHING_MORE);
  return { ...picture, startPlaces: [], trail: [], level: { ...picture.level, marks: [] } };
}

/** Moves the proving ground on with the screen and draws it; gives how it is looked at. */
export function useProvingPicture(
  proving: ProvingGround,
  box: RefObject<HTMLDivElement | null>,
  ground: RefObject<HTMLCanvasElement | null>,
  top: RefObject<HTMLCanvasElement | null>,
): RefObject<Camera> {
  const scheme = useComputedColorScheme('light');
  const camera = useRef<Camera>({ scale: 16, left: 0, top: 0 });
  useEffect(() => {
    if (!ground.current || !top.current || !box.current) return;
    const element = box.current;
    const canvas = new ArenaCanvas(ground.current, top.current);
    const palette = paletteFor(scheme);
    let last = performance.now();
    let request = requestAnimationFrame(function frame(now: number) {
      proving.advance(now - last);
      last = now;
      const { game, moment } = proving;
      const [width, height] = [element.clientWidth, element.clientHeight];
      if (game && moment && width > 0) {
        const { map } = game.levels.find((level) => level.id === PROVING_LEVEL)!;
        camera.current = fitCamera(map[0].length, map.length, width, height);
        canvas.draw(pictureOf(game, moment), { camera: camera.current, palette, width, height });
      }
      request = requestAnimationFrame(frame);
    });
    return () => cancelAnimationFrame(request);
  }, [proving, scheme, box, ground, top]);
  return camera;
}
