import { readFile } from 'node:fs/promises';
import path from 'node:path';

/** One page of the help, as its file in the docs has it. */
export interface HelpPage {
  id: string;
  title: string;
  /** Text of the file without its first heading. */
  text: string;
  sections: HelpSection[];
}

/** A stretch of a page under a heading of its own. */
export interface HelpSection {
  title: string;
  /** Id of the heading in the page. */
  anchor: string;
  /** 1 for the beginning of the page, 2 and 3: of the page, or of the section before. */
  depth: number;
  /** All that stands below the heading, as it is written. */
  text: string;
}

/** A section that was found. */
export interface HelpHit {
  page: Pick<HelpPage, 'id' | 'title'>;
  section: Pick<HelpSection, 'title' | 'anchor'>;
  /** A few words about where it was found. */
  excerpt: string;
}

/** What of the docs designers read, in the order in which it is offered. */
const PAGES = [
  'recipes',
  'keys',
  'language',
  'fields',
  'measures',
  'measure-table',
  'checks',
  'faults',
  'command-line',
  'file-format',
  'people',
  'fleet',
  'scaling',
] as const;

const MOST_HITS = 40;
const EXCERPT_LETTERS = 160;

let known: Promise<HelpPage[]> | undefined;

/** All pages; read once. */
export function helpPages(): Promise<HelpPage[]> {
  known ??= Promise.all(PAGES.map(readPage)).catch((error: unknown) => {
    known = undefined;
    throw error;
  });
  return known;
}

async function readPage(id: (typeof PAGES)[number]): Promise<HelpPage> {
  const whole = await readFile(path.join(/* turbopackIgnore: true */ process.cwd(), 'docs', `${id}.md`), 'utf8');
  const [, title = id] = /^# (.+)$/m.exec(whole) ?? [];
  const text = whole.replace(/^# .+\n/, '');
  return { id, title, text, sections: sectionsOf(text, title) };
}

/** The sections of a text: what stands before its first heading, and each heading; what stands in fenced blocks is no heading. */
export function sectionsOf(text: string, title: string): HelpSection[] {
  const sections: HelpSection[] = [{ title, anchor: 'content', depth: 1, text: '' }];
  let isFenced = false;
  for (const line of text.split('\n')) {
    if (line.startsWith('```')) isFenced = !isFenced;
    const heading = isFenced ? null : /^(#{2,3}) (.+)$/.exec(line);
    if (heading) {
      const own = plainText(heading[2]);
      sections.push({ title: own, anchor: anchorOf(own), depth: heading[1].length, text: '' });
    } else sections[sections.length - 1].text += `${line}\n`;
  }
  return sections;
}

/** The id of a heading. */
export function anchorOf(title: string): string {
  return title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}\s-]/gu, '')
    .trim()
    .replace(/\s+/g, '-');
}

function plainText(written: string): string {
  return written.replace(/[`*_]/g, '').replace(/\[([^\]]*)\]\([^)]*\)/g, '$1');
}

/** Sections that hold every word of a question, those that have it in their heading first. */
export function findHelp(pages: readonly HelpPage[], question: string): HelpHit[] {
  const words = question.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const hits = pages.flatMap((page) =>
    page.sections.flatMap((section) => {
      const [title, text] = [section.title.toLowerCase(), plainText(section.text).toLowerCase()];
      if (!words.every((word) => title.includes(word) || text.includes(word))) return [];
      const inTitle = words.filter((word) => title.includes(word)).length;
      const isTitle = title === words.join(' ');
      const wholeWords = words.filter((word) => title.split(/[^a-z0-9]+/).includes(word)).length;
      const rank = (isTitle ? 100 : 0) + (inTitle + wholeWords) * 10 - section.title.length / 100;
      return [{ page, section, rank }];
    }),
  );
  hits.sort((one, other) => other.rank - one.rank);
  return hits.slice(0, MOST_HITS).map(({ page, section }) => ({
    page: { id: page.id, title: page.title },
    section: { title: section.title, anchor: section.anchor },
    excerpt: excerptOf(plainText(section.text), words[0]),
  }));
}

function excerptOf(text: string, word: string): string {
  const whole = text.replace(/\s+/g, ' ').trim();
  const from = Math.max(0, whole.toLowerCase().indexOf(word) - EXCERPT_LETTERS / 3);
  // Whole words at both ends.
  const at = from === 0 ? 0 : whole.indexOf(' ', from) + 1;
  const far = at + EXCERPT_LETTERS;
  const to = far >= whole.length ? whole.length : Math.max(at + 1, whole.lastIndexOf(' ', far));
  return `${at > 0 ? '… ' : ''}${whole.slice(at, to)}${to < whole.length ? ' …' : ''}`;
}
