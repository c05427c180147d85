import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, measuredLevelOf, runChunk, sheetOfLevel, STAND_INS, summaryOf } from '@/core/index';
import type { ReportReply } from '@/server/contracts/batches';
import { hallOnly } from '../../../tests/support/kilnYard';
import { writeHtmlReport } from './htmlReport';

function report(levelName = 'Drying Hall'): ReportReply {
  const game = hallOnly();
  game.levels[0].name = levelName;
  const compiled = compileGameLevel(game, 'drying-hall');
  const program = compiled.ok ? compiled.value : undefined!;
  const chunk = runChunk(program, STAND_INS[1], 1, 20);
  const summary = summaryOf(chunk.sums, measuredLevelOf(game, 'drying-hall'));
  const arm = {
    arm: 0,
    name: 'casual',
    levelName,
    runs: 20,
    runsDone: 20,
    runsWon: summary.won,
    revision: 'abcdef0123',
  };
  return {
    batch: { id: 7, firstSeed: 1, arms: [arm], versions: { engine: 1, standIns: 1 }, startedAt: '2026-11-29' },
    arm,
    summary,
    sheet: sheetOfLevel(game, 'drying-hall', 'casual'),
    controls: null,
    part: null,
  } as unknown as ReportReply;
}

describe('a report as one page', () => {
  const page = writeHtmlReport(report(), [
    { title: 'Pressure', svg: '<svg id="pressure"></svg>' },
    { title: 'Where runs end', dataUrl: 'data:image/png;base64,AA==' },
  ]);

  test('says how hard it is first, then the ladder, ends, figures, findings and pictures', () => {
    const order = [
      '<h1>',
      'Arms',
      'What ends them',
      'Figures',
      'Findings from runs',
      'id="pressure"',
      'data:image/png',
    ];
    const places = order.map((what) => page.indexOf(what));
    expect(places).toEqual(places.toSorted((a, b) => a - b));
    expect(places[0]).toBeGreaterThan(0);
    expect(page).toContain('20 runs, seeds 1 to 20, revision abcdef0');
  });

  test('tells the notes with what they are about, whatever they hold', () => {
    const note = {
      id: 1,
      text: 'See <this>\n& that',
      about: { type: 'report' as const, batchId: 7, place: 'outcome=lost&run=3&at=2' },
      writtenAt: '2026-11-30T03:00:00Z',
      ...{ by: 'Mara', doneAt: '2026-12-01T03:00:00Z', doneBy: 'Odo' },
      answers: [{ id: 2, text: 'Slower & <slower>', by: '', writtenAt: '2026-12-01T02:00:00Z' }],
    };
    const noted = writeHtmlReport(report(), [], [note]);
    expect(noted).toContain('See &#60;this&#62;<br>&#38; that');
    expect(noted).toContain('(lost, run 3 at 2.0 s, Mara, 2026-11-30, done)');
    expect(noted).toContain('Slower &#38; &#60;slower&#62; <span class="q">(2026-12-01)</span>');
    expect(page).not.toContain('<h2>Notes</h2>');
  });

  test('needs nothing from anywhere and runs no script', () => {
    expect(page).not.toMatch(/<script|<link|https?:|url\(/i);
  });

  test('shows names as they are, whatever they hold', () => {
    const odd = writeHtmlReport(report('<img src=x onerror=alert(1)> & "Hall"'), []);
    expect(odd).not.toContain('<img');
    expect(odd).toContain('&#60;img src=x onerror=alert(1)&#62; &#38; &#34;Hall&#34;');
  });
});
