'use client';

import { later } from '../frame/later';

/** Editors and lists of the desk, which are fetched when they are opened. */
const WHAT = 'what is opened';

export const Bench = later(() => import('../bench/Bench').then((module) => module.Bench), WHAT);
export const CuesView = later(() => import('../cues/CuesView').then((module) => module.CuesView), WHAT);
export const TuneView = later(() => import('../tune/TuneView').then((module) => module.TuneView), WHAT);
export const ScriptPanel = later(() => import('./ScriptPanel').then((module) => module.ScriptPanel), WHAT);
export const BuildPanel = later(() => import('./panels/BuildPanel').then((module) => module.BuildPanel), WHAT);
export const CastPanel = later(() => import('./panels/CastPanel').then((module) => module.CastPanel), WHAT);
export const ChecksPanel = later(() => import('./panels/ChecksPanel').then((module) => module.ChecksPanel), WHAT);
export const ContactsPanel = later(() => import('./panels/ContactsPanel').then((module) => module.ContactsPanel), WHAT);
export const GroundPanel = later(() => import('./panels/GroundPanel').then((module) => module.GroundPanel), WHAT);
export const NotesPanel = later(() => import('./panels/NotesPanel').then((module) => module.NotesPanel), WHAT);
export const PartsPanel = later(() => import('./panels/PartsPanel').then((module) => module.PartsPanel), WHAT);
export const LevelPanel = later(() => import('./panels/LevelPanel').then((module) => module.LevelPanel), WHAT);
