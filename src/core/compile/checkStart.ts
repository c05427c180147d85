import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { proposeWord } from '../foundation/nearestWord';
import type { CueVerdict } from '../language/cues/checkCues';
import type { Overrides } from './levelProgram';

/** Whether a run can begin where a try wants it to; faults have an empty path, as they are in no document. */
export function checkStart({ from }: Overrides, cues: CueVerdict | undefined): Diagnostic[] {
  const all = cues?.checked?.cues ?? [];
  const names = all.map((cue) => (cue.type === 'spawner' ? cue.spawner.name : cue.waves.name));
  const faults: Diagnostic[] = [];
  if (from?.only !== undefined && !names.includes(from.only))
    faults.push(
      errorAt({ path: [] }, 'unknown-cue', `There is no cue \`${from.only}\`.`, proposeWord(from.only, names, 'cues')),
    );
  if (from?.wave !== undefined && !all.some((cue) => cue.type === 'waves'))
    faults.push(
      errorAt(
        { path: [] },
        'no-waves',
        `The run cannot begin with wave ${from.wave}: the level has no waves.`,
        'Write `waves NAME { … }` among its cues.',
      ),
    );
  if (from?.lives !== undefined && !cues?.checked?.rules?.lives)
    faults.push(
      errorAt(
        { path: [] },
        'no-lives',
        `The run cannot begin with lives ${from.lives}: the level has no lives.`,
        'Write `rules { lives 3 }` among its cues.',
      ),
    );
  return faults;
}
