import { useEffect, useState } from 'react';
import { firedKinds, type CheckedBehavior, type KindEntry } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import { ProvingGround } from '../editor/provingGround';

const LENT_KIND = 'proving-subject';

function lentKind(id: string, radius: number): KindEntry {
  return { id, name: id, tags: [], radius, tint: '#8a3324' };
}

/**
 * The proving ground of a script, with the first kind that follows it. Somebody has to follow it, and what it fires has to be
 * there; what is missing is lent.
 */
export function useProving(
  scriptId: string,
  subject: string | undefined,
  behavior: CheckedBehavior | undefined,
): ProvingGround {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const levelId = useFollowed(session, (state) => state.levelId);
  const [proving] = useState(() => new ProvingGround());
  const allies = useFollowed(proving, (state) => state.allies);
  const dotSpeed = useFollowed(proving, (state) => state.dotSpeed);
  useEffect(() => {
    const fired = firedKinds(behavior).filter((id) => !game.cast.some((kind) => kind.id === id));
    const cast = [
      ...game.cast,
      ...(subject ? [] : [{ ...lentKind(LENT_KIND, 0.38), behavior: scriptId }]),
      ...[...new Set(fired)].map((id) => lentKind(id, 0.14)),
    ];
    proving.show({ ...game, cast }, levelId, subject ?? LENT_KIND);
  }, [proving, game, levelId, subject, scriptId, allies, dotSpeed, behavior]);
  useEffect(() => () => proving.close(), [proving]);
  return proving;
}
