import type { TogetherEvent } from '@/server/contracts/together';
import type { Together } from './togetherController';

/** Is there for others as long as the window is seen; a hidden one keeps no connection, of which browsers have few. */
export function beThere(
  together: Together,
  hear: (event: Exclude<TogetherEvent, { type: 'here' }>) => void,
): () => void {
  const follow = () => {
    if (document.hidden) together.close();
    else together.open(hear);
  };
  follow();
  document.addEventListener('visibilitychange', follow);
  return () => {
    document.removeEventListener('visibilitychange', follow);
    together.close();
  };
}
