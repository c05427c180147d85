import { describePath, type Diagnostic } from '@/core/index';

/** `levels[0].map[3], line 12: message` with the hint below. */
export function sayDiagnostic(diagnostic: Diagnostic): string {
  const { path, span, inFile } = diagnostic.where;
  const places = [
    path.length > 0 ? describePath(path) : '',
    span ? `script line ${span.line}, column ${span.column}` : '',
    inFile ? `file line ${inFile.line}, column ${inFile.column}` : '',
  ].filter(Boolean);
  const place = places.length > 0 ? `${places.join(', ')}: ` : '';
  const levels = diagnostic.levels ? ` In ${diagnostic.levels.join(', ')}.` : '';
  return `${diagnostic.severity}: ${place}${diagnostic.message}${levels}\n  ${diagnostic.hint}\n`;
}
