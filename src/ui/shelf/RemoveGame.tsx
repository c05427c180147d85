'use client';

import { useState } from 'react';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';
import { later } from '../frame/later';

const RemoveDialog = later(() => import('./RemoveDialog').then((module) => module.RemoveDialog));

/** Takes a game off the shelf after asking; it can be brought back. */
export function RemoveGame({ id, name }: { id: string; name: string }) {
  const act = useAct();
  const [isAsking, setIsAsking] = useState(false);
  const remove = () => {
    setIsAsking(false);
    void act(() => gorgeApi.removeGame(id));
  };
  return (
    <>
      <button type="button" className="act bad" onClick={() => setIsAsking(true)}>
        Remove …
      </button>
      {isAsking && <RemoveDialog name={name} onKeep={() => setIsAsking(false)} onRemove={remove} />}
    </>
  );
}
