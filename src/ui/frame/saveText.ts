/** Lets the browser save a text as a file. */
export function saveText(name: string, type: string, text: string): void {
  saveBlob(name, new Blob([text], { type }));
}

/** Lets the browser save anything as a file. */
export function saveBlob(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
