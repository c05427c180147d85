import { createStore } from 'zustand/vanilla';

/** Whether the dialog of the saved checks is open: from the Reading, from the moment that is shown and from the palette. */
export const savedChecksOpen = { store: createStore(() => ({ isOpen: false })) };

export function openSavedChecks(isOpen = true): void {
  savedChecksOpen.store.setState({ isOpen });
}
