'use client';

import { createContext, use } from 'react';
import type { NamesAtHand, TextEdit } from '@/core/index';

/** Does edits of the script as one step; gives the fault that they would make, and then does nothing. */
export type EditText = (label: string, edits: readonly TextEdit[]) => string | undefined;

/** What all forms of a script share. */
export interface ScriptForms {
  text: string;
  /** Whom a piece can see or chase. */
  targets: readonly string[];
  /** Grounds, marks and kinds that phrases can name. */
  names: NamesAtHand;
  onEdit: EditText;
}

export const ScriptFormsContext = createContext<ScriptForms | undefined>(undefined);

export function useScriptForms(): ScriptForms {
  const forms = use(ScriptFormsContext);
  if (!forms) throw new Error('A form of a script stands outside of its bench.');
  return forms;
}
