/** One thing that a designer can be told. */
export interface FaultEntry {
  meaning: string;
  example: FaultExample;
}

export type FaultExample =
  /** The shortest text of a script, or of cues and rules, that has it. */
  | { text: string }
  /** What is written otherwise in the sound small game: a path in the document, its keys joined by dots, and what stands there; undefined takes it away. */
  | { changes: Readonly<Record<string, unknown>> }
  /** Where no few lines show it: what it is told of. */
  | { said: string };
