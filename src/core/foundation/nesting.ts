/** Whether the brackets of a JSON text lie deeper in each other than so many; those in texts do not count. */
export function isNestedDeeper(text: string, most: number): boolean {
  let depth = 0;
  for (let at = 0; at < text.length; at++) {
    const sign = text.charCodeAt(at);
    if (sign === QUOTE) {
      for (at++; at < text.length && text.charCodeAt(at) !== QUOTE; at++) if (text.charCodeAt(at) === BACKSLASH) at++;
    } else if (sign === OPEN_LIST || sign === OPEN_RECORD) {
      if (++depth > most) return true;
    } else if (sign === CLOSE_LIST || sign === CLOSE_RECORD) depth--;
  }
  return false;
}

const QUOTE = 34;
const BACKSLASH = 92;
const OPEN_LIST = 91;
const CLOSE_LIST = 93;
const OPEN_RECORD = 123;
const CLOSE_RECORD = 125;
