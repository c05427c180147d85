'use client';

import { useEffect, useState, type ComponentProps } from 'react';
import type { DeskPalette as Palette } from './DeskPalette';
import { later } from '../frame/later';
import { useDesk } from './DeskContext';
import { isTyping } from './useArenaKeys';

const DeskPalette = later(() => import('./DeskPalette').then((module) => module.DeskPalette));

/** Fetches the palette when its key is first pressed, and opens it; from then on it knows the key itself. */
export function PaletteKey(props: ComponentProps<typeof Palette>) {
  const { keys } = useDesk();
  const [isWanted, setIsWanted] = useState(false);
  useEffect(() => {
    if (isWanted) return;
    const onKeyDown = (event: KeyboardEvent) => {
      if (keys.actOf(event) !== 'palette' || (isTyping(event) && !event.ctrlKey && !event.metaKey)) return;
      event.preventDefault();
      setIsWanted(true);
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [isWanted, keys]);
  return isWanted ? <DeskPalette {...props} /> : null;
}
