'use client';

import { toScreen } from '../canvas/camera';
import type { ArenaView } from '../editor/arenaView';
import { placeOf } from '../notes/noteWords';
import { useNotes } from '../notes/useNotes';
import { useDesk, useFollowed } from './DeskContext';
import css from './company.module.css';

interface ArenaCompanyProps {
  view: ArenaView;
  onOpenNotes: () => void;
}

/** What others have selected, with their names, and the places on which there are open notes. */
export function ArenaCompany({ view, onOpenNotes }: ArenaCompanyProps) {
  const { session, together } = useDesk();
  const { game, levelId } = useFollowed(session, (state) => state);
  const others = useFollowed(together, (state) => state.others);
  const camera = useFollowed(view, (state) => state.camera);
  const { data } = useNotes(game.id);
  const { pieces } = session.level;
  const isInside = ({ x, y }: { x: number; y: number }) =>
    x >= 0 && y >= 0 && x <= view.state.width && y <= view.state.height;
  const selected = others
    .filter((person) => person.levelId === levelId)
    .flatMap(({ id: person, name, selection }) =>
      pieces
        .filter(({ id }) => selection.includes(id))
        .map((piece) => ({ key: `${person} ${piece.id}`, name, at: toScreen(camera, ...piece.at) })),
    );
  const noted = (data?.notes ?? []).flatMap(({ id, text, about, doneAt }) => {
    const at = doneAt === null && about.type === 'place' && about.levelId === levelId && placeOf(about, game);
    return at ? [{ id, text, at: toScreen(camera, at[0], at[1]) }] : [];
  });
  const size = Math.max(18, camera.scale * 1.3);
  return (
    <div className={css.layer}>
      {selected
        .filter(({ at }) => isInside(at))
        .map(({ key, name, at }) => (
          <span
            key={key}
            className={css.ring}
            data-testid="others-selection"
            style={{ left: at.x - size / 2, top: at.y - size / 2, width: size, height: size }}
          >
            <span className={css.name}>{name}</span>
          </span>
        ))}
      {noted
        .filter(({ at }) => isInside(at))
        .map(({ id, text, at }) => (
          <button
            key={id}
            type="button"
            className={css.note}
            aria-label={`Note: ${text.slice(0, 80)}`}
            title={text}
            style={{ left: at.x, top: at.y }}
            onClick={() => onOpenNotes()}
          />
        ))}
    </div>
  );
}
