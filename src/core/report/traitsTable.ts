import { STAND_INS, TRAIT_LIMITS } from '../people/traits';

/** The limits of the stand-ins that ship as rows of a table for the documentation, with what is known of them in people. */
export function writeTraitsTable(): string {
  const head = ['limit', ...STAND_INS.map(({ name }) => name), 'what it means', 'where it comes from'];
  const rows = TRAIT_LIMITS.map(({ key, label, unit, says, source, least, most }) => [
    `${label}, ${unit} (${least} to ${most})`,
    ...STAND_INS.map((traits) => String(traits[key])),
    says,
    source,
  ]);
  return [head, head.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`).join('\n');
}
