'use client';

import dynamic from 'next/dynamic';
import { Loading } from '../frame/States';

/** Editors and lists of the desk, which are fetched when they are opened. */
function Opening() {
  return <Loading what="what is opened" />;
}

export const Bench = dynamic(() => import('../bench/Bench').then((module) => module.Bench), {
  loading: Opening,
});
export const CuesView = dynamic(() => import('../cues/CuesView').then((module) => module.CuesView), {
  loading: Opening,
});
export const ScriptPanel = dynamic(() => import('./ScriptPanel').then((module) => module.ScriptPanel), {
  loading: Opening,
});
export const BuildPanel = dynamic(() => import('./panels/BuildPanel').then((module) => module.BuildPanel), {
  loading: Opening,
});
export const CastPanel = dynamic(() => import('./panels/CastPanel').then((module) => module.CastPanel), {
  loading: Opening,
});
export const ContactsPanel = dynamic(() => import('./panels/ContactsPanel').then((module) => module.ContactsPanel), {
  loading: Opening,
});
export const GroundPanel = dynamic(() => import('./panels/GroundPanel').then((module) => module.GroundPanel), {
  loading: Opening,
});
export const LevelPanel = dynamic(() => import('./panels/LevelPanel').then((module) => module.LevelPanel), {
  loading: Opening,
});
/** Stands by on the desk, out of sight; fetched behind everything else. */
export const DeskPalette = dynamic(() => import('./DeskPalette').then((module) => module.DeskPalette), { ssr: false });
