/** Addresses of pages that are looked at as they are, and the panels of the desk by the words that open them. */
export const PAGES = [
  '/',
  '/tour',
  '/machines',
  '/people',
  '/help/recipes',
  '/help?find=patrol',
  '/games/kiln-yard',
  '/games/kiln-yard/history',
  '/games/kiln-yard/levels/ember-night/cues',
] as const;

export const PANELS = [
  'Build',
  'Parts',
  'Ground',
  'Cast',
  'Contacts',
  'Level',
  'Checks',
  'Notes',
  'Bench',
  'Tune',
  'Cues',
] as const;
