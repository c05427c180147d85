import { ARRIVAL_FAULTS } from './faults/arrivals';
import { CUE_FAULTS } from './faults/cues';
import { DOCUMENT_FAULTS } from './faults/documents';
import { OTHER_FILE_FAULTS } from './faults/otherFiles';
import { PIECE_FAULTS } from './faults/pieces';
import { RULE_FAULTS } from './faults/rules';
import { RUN_FAULTS } from './faults/runs';
import { SCRIPT_FAULTS } from './faults/scripts';
import { WAY_FAULTS } from './faults/ways';

/**
 * Every fault that the designer can be told, in the rooms of the documentation. A fault cannot be made with a code that is not
 * here; `docs/faults.md` is written from these tables, and a test makes each of them.
 */
export const FAULT_ROOMS = {
  scripts: SCRIPT_FAULTS,
  cues: CUE_FAULTS,
  documents: DOCUMENT_FAULTS,
  otherFiles: OTHER_FILE_FAULTS,
  runs: RUN_FAULTS,
  ways: WAY_FAULTS,
  rules: RULE_FAULTS,
  arrivals: ARRIVAL_FAULTS,
  pieces: PIECE_FAULTS,
} as const;

export type FaultRoom = keyof typeof FAULT_ROOMS;
type CodesOf<Room> = Room extends FaultRoom ? keyof (typeof FAULT_ROOMS)[Room] : never;
export type FaultCode = CodesOf<FaultRoom>;
