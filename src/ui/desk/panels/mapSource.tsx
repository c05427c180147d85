'use client';

import type { Diagnostic, GameDocument } from '@/core/index';
import styles from './panels.module.css';

export interface Place {
  x: number;
  y: number;
}

/** Puts a map in the place of what the level has, and player and exit where the map has its ends. */
export type ApplyMap = (label: string, map: readonly string[], ends?: { player?: Place; exit?: Place }) => void;

export function grounds(game: GameDocument): { value: string; label: string }[] {
  return game.terrain.map((ground) => ({ value: ground.glyph, label: ground.name }));
}

export function usualGlyphs(game: GameDocument): { wall: string; open: string; between: string } {
  const wall = game.terrain.find((ground) => ground.solid) ?? game.terrain[0];
  const open = game.terrain.find((ground) => !ground.solid) ?? game.terrain[0];
  const between = game.terrain.find((ground) => ground.footing === 'liquid' || ground.footing === 'void') ?? wall;
  return { wall: wall.glyph, open: open.glyph, between: between.glyph };
}

export function Fault({ fault }: { fault: Diagnostic | undefined }) {
  if (!fault) return null;
  return (
    <p role="alert" className={`bad ${styles.said}`}>
      {fault.message} <span className="quiet">{fault.hint}</span>
    </p>
  );
}
