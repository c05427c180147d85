import { describe, expect, test } from '@jest/globals';
import { anchorOf, findHelp, helpPages, sectionsOf } from './helpPages';

describe('help', () => {
  test('has every page with a title and sections that can be gone to', async () => {
    for (const page of await helpPages()) {
      expect([page.id, page.title === page.id]).toEqual([page.id, false]);
      expect(page.sections.length).toBeGreaterThan(0);
      for (const { anchor } of page.sections) expect(anchor).toMatch(/^[\p{L}\p{N}-]+$/u);
    }
  });

  test('finds every word of a question, in headings first', async () => {
    const pages = await helpPages();
    const [first] = findHelp(pages, 'follow target');
    expect([first.page.id, first.section.title]).toEqual(['language', 'follow TARGET']);
    expect(findHelp(pages, 'patrol')[0].section.title).toBe('patrol route');
    for (const { excerpt } of findHelp(pages, 'interval')) expect(excerpt.length).toBeLessThan(180);
    expect(findHelp(pages, 'interval').length).toBeGreaterThan(3);
  });

  test('finds what stands in a table', async () => {
    const hits = findHelp(await helpPages(), 'longest lull');
    expect(hits.map(({ page }) => page.id)).toContain('measure-table');
  });

  test.each(['', '   ', 'nothingofthatname'])('finds nothing for %j', async (question) => {
    expect(findHelp(await helpPages(), question)).toEqual([]);
  });

  test('takes no line of a fenced block for a heading', () => {
    const text = ['## One', 'text', '```', '## not one', '```', '### `two` (more)', 'end'].join('\n');
    expect(sectionsOf(text, 'Page').map(({ title, depth }) => [title, depth])).toEqual([
      ['Page', 1],
      ['One', 2],
      ['two (more)', 3],
    ]);
  });

  test('makes anchors as links in the docs have them', () => {
    expect(anchorOf('Cues and rules')).toBe('cues-and-rules');
    expect(anchorOf('follow TARGET')).toBe('follow-target');
  });
});
