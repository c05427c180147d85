import { parseScript } from './parseScript';

const NAME = /^[a-zA-Z_]\w*$/;

/** Whether a word may be the name of a state or knob: one word, and none that begins a statement. */
export function isName(name: string): boolean {
  return NAME.test(name) && parseScript(`state ${name} { }`).statements[0]?.tokens[0]?.text === name;
}
