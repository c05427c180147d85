import { XMLBuilder } from 'fast-xml-parser';
import type { GateLine } from '../tune/gate/gateLines';

/**
 * What a gate has looked at as an XML file of test results in the form that build servers read: a suite a level, a case a line;
 * `failure` for what is bad, `skipped` for what is not decided.
 */
export function writeJunitXml(game: string, lines: readonly GateLine[]): string {
  const levels = [...new Set(lines.map(({ level }) => level))];
  const suites = levels.map((level) => {
    const own = lines.filter((line) => line.level === level);
    return {
      ...counts(level === '' ? game : `${game}.${level}`, own),
      testcase: own.map((line) => caseOf(game, line)),
    };
  });
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true });
  const all = { testsuites: { ...counts(game, lines), testsuite: suites } };
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build(all)}`;
}

function counts(name: string, lines: readonly GateLine[]) {
  const count = (stands: GateLine['stands']) => lines.filter((line) => line.stands === stands).length;
  return {
    '@name': name,
    '@tests': lines.length,
    '@failures': count('bad'),
    '@errors': 0,
    '@skipped': count('open'),
  };
}

function caseOf(game: string, { level, about, name, stands, says }: GateLine) {
  const classname = [game, level, about.replaceAll(' ', '-')].filter((part) => part !== '').join('.');
  const head = { '@classname': classname, '@name': name };
  if (stands === 'good') return { ...head, 'system-out': says };
  return { ...head, [stands === 'bad' ? 'failure' : 'skipped']: { '@message': says } };
}
