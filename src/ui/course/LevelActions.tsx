'use client';

import { modals } from '@mantine/modals';
import { commands, type GameDocument, type Level } from '@/core/index';
import { LevelLinks } from './LevelLinks';
import type { GameEdit } from './useGameEdit';
import css from './course.module.css';

interface LevelActionsProps {
  game: GameDocument;
  level: Level;
  onEdit: GameEdit;
}

/** What can be done to a level in the order of its game. */
export function LevelActions({ game, level, onEdit }: LevelActionsProps) {
  const place = game.levels.indexOf(level);
  const move = (by: number) => void onEdit(`Move ${level.name}`, (draft) => commands.moveLevel(draft, level.id, by));
  const remove = () =>
    modals.openConfirmModal({
      title: `Remove ${level.name}?`,
      children: 'Earlier revisions and batches keep it; the newest version of the game goes on without it.',
      labels: { confirm: 'Remove', cancel: 'Keep' },
      confirmProps: { color: 'clay' },
      onConfirm: () => void onEdit(`Remove ${level.name}`, (draft) => commands.removeLevel(draft, level.id)),
    });
  return (
    <div className={css.levelActs}>
      <button
        type="button"
        className="act"
        disabled={place === 0}
        aria-label={`Move ${level.name} earlier`}
        onClick={() => move(-1)}
      >
        Earlier
      </button>
      <button
        type="button"
        className="act"
        disabled={place === game.levels.length - 1}
        aria-label={`Move ${level.name} later`}
        onClick={() => move(1)}
      >
        Later
      </button>
      <button
        type="button"
        className="act"
        aria-label={`Copy ${level.name}`}
        onClick={() => void onEdit(`Copy ${level.name}`, (draft) => void commands.duplicateLevel(draft, level.id))}
      >
        Copy
      </button>
      <LevelLinks game={game} level={level} onEdit={onEdit} />
      <span className={css.levelAct} />
      <button type="button" className="act bad" aria-label={`Remove ${level.name}`} onClick={remove}>
        Remove
      </button>
    </div>
  );
}
