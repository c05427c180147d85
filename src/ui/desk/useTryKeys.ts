import { useEffect } from 'react';
import type { Controls } from '../editor/controls';
import type { TryController } from '../editor/tryController';

/** Keys of a try come before all others of the desk. */
export function useTryKeys(tries: TryController, controls: Controls): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const { status } = tries.state;
      const isField = event.target instanceof HTMLElement && event.target.closest('input, textarea, select') !== null;
      if (status === 'off' || isField || event.ctrlKey || event.metaKey) return;
      if (event.code === 'Escape') tries.stop();
      else if (event.code === 'Enter' && status === 'over') tries.again();
      else if (event.code === 'KeyF') tries.toggleFreeze();
      else if (event.code === 'Period')
        tries.single(
          controls.read(
            tries.program?.player ?? { control: { scheme: 'eight ways' } },
            tries.player ?? { x: 0, y: 0 },
            [],
          ),
        );
      else if (!controls.press(event.code)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    const onKeyUp = (event: KeyboardEvent) => controls.release(event.code);
    const letGo = () => controls.letGo();
    window.addEventListener('keydown', onKeyDown, true);
    window.addEventListener('keyup', onKeyUp, true);
    window.addEventListener('blur', letGo);
    return () => {
      window.removeEventListener('keydown', onKeyDown, true);
      window.removeEventListener('keyup', onKeyUp, true);
      window.removeEventListener('blur', letGo);
    };
  }, [tries, controls]);
}
