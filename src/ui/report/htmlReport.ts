import {
  describeSummary,
  figuresOf,
  headline,
  judgeBrief,
  judgeTrust,
  sayBriefLine,
  sayBriefVerdict,
  sayControls,
  sayEnd,
  sayFinding,
  saySeconds,
  sayShare,
  sayVersions,
  wilsonInterval,
} from '@/core/index';
import type { ReportReply } from '@/server/contracts/batches';
import type { Note } from '@/server/contracts/notes';
import { placeOfNote, readPlace, sayPlaceOfReport } from './reportAddress';

/** A picture of the report: a chart as it is drawn, or an image as the address of its own data. */
export interface ReportPicture {
  title: string;
  svg?: string;
  dataUrl?: string;
}

const STYLE = `body{font:15px/1.5 Inter,system-ui,sans-serif;color:#1f2d36;background:#fbf8f1;max-width:960px;margin:28px auto;padding:0 18px}
h1{font-size:24px;margin:0 0 8px}h2{font-size:15px;margin:26px 0 6px;letter-spacing:.06em;text-transform:uppercase;color:#56656d}
table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:4px 10px 4px 0;border-bottom:1px solid #e4dac6;vertical-align:top;font-weight:400}
td.n{font-family:ui-monospace,monospace;white-space:nowrap}.bar{position:relative;display:block;width:260px;height:12px;background:#e4dac6}
.bar i{position:absolute;inset:0 auto 0 0;background:#0e7a7f}.bar b{position:absolute;top:5px;height:2px;background:#1f2d36}
.q{color:#56656d}figure{margin:14px 0;break-inside:avoid}img,svg{max-width:100%;height:auto}`;

/** The whole report as one page that needs nothing else: no script, no file, no server. */
export function writeHtmlReport(
  { batch, arm, summary, sheet, controls }: ReportReply,
  pictures: readonly ReportPicture[],
  notes: readonly Note[] = [],
): string {
  const name = sheet.standInName;
  const trust = controls && summary.runs > 0 ? judgeTrust(summary, summary.findings, controls) : undefined;
  const lastSeed = batch.firstSeed + arm.runs - 1;
  const parts = [
    `<h1>${escape(headline(summary, name, trust))}</h1>`,
    `<p>${describeSummary(summary, name).map(escape).join('<br>')}</p>`,
    ...judgeBrief(sheet.brief, arm.standInId, summary).map(
      (verdict) => `<p>${escape(`${sayBriefLine(verdict.line, name)}: ${sayBriefVerdict(verdict)}.`)}</p>`,
    ),
    controls ? `<p class="q">${escape(sayControls(controls))}</p>` : '',
    trust && !trust.isTrusted
      ? `<p><b>${escape(name)} is not to be trusted here:</b> ${escape(trust.reasons.join('; '))}.</p>`
      : '',
    `<h2>Arms</h2>${ladder(batch.arms)}`,
    `<h2>What ends them</h2>${table(summary.ends.map((end) => [sayEnd(end), sayShare(end.share), saySeconds(end.medianSeconds)]))}`,
    `<h2>Figures</h2>${table(figuresOf(summary).map(({ name: what, text, about }) => [what, text, about]))}`,
    `<h2>Findings from runs</h2>${summary.findings.length === 0 ? '<p>No mistake that only runs show.</p>' : `<ul>${summary.findings.map((finding) => `<li>${escape(sayFinding(finding))}</li>`).join('')}</ul>`}`,
    notes.length === 0 ? '' : `<h2>Notes</h2><ul>${notes.map(noted).join('')}</ul>`,
    ...pictures.map(drawn),
    `<p class="q">${escape(`${sheet.gameName}, ${sheet.levelName}, batch ${batch.id}, ${arm.name}: ${summary.runs} runs, seeds ${batch.firstSeed} to ${lastSeed}, revision ${arm.revision.slice(0, 7)}; ${sayVersions(batch.versions)}; begun ${batch.startedAt}.`)}</p>`,
  ];
  return `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>${escape(`${sheet.levelName}, batch ${batch.id}`)}</title><style>${STYLE}</style></head><body>\n${parts.filter(Boolean).join('\n')}\n</body></html>\n`;
}

function ladder(arms: ReportReply['batch']['arms']): string {
  const rows = arms.map(({ name, runsDone, runsWon }) => {
    const { value, low, high, ...share } = wilsonInterval(runsWon, runsDone);
    const percent = (part: number) => `${(100 * part).toFixed(1)}%`;
    const bar = `<span class="bar"><i style="width:${percent(value)}"></i><b style="left:${percent(low)};width:${percent(high - low)}"></b></span>`;
    return `<tr><th scope="row">${escape(name)}</th><td>${bar}</td><td class="n">${escape(sayShare({ value, low, high, ...share }))}</td><td class="n">${runsDone} runs</td></tr>`;
  });
  return `<table>${rows.join('')}</table><p class="q">Clear rate on the same seeds; thin line: 95 % interval.</p>`;
}

/** Rows of a name, a number and perhaps more words. */
function table(rows: readonly string[][]): string {
  if (rows.length === 0) return '<p>Nothing to tell.</p>';
  const cells = ([first, second, ...rest]: string[]) =>
    `<th scope="row">${escape(first)}</th><td class="n">${escape(second)}</td>${rest.map((cell) => `<td class="q">${escape(cell)}</td>`).join('')}`;
  return `<table>${rows.map((row) => `<tr>${cells(row)}</tr>`).join('')}</table>`;
}

function noted(note: Note): string {
  const about = sayPlaceOfReport(readPlace(new URLSearchParams(placeOfNote(note))));
  const answers = note.answers.map((answer) => `<li>${written(answer, '')}</li>`).join('');
  const done = note.doneAt === null ? '' : ', done';
  return `<li>${written(note, `${about}, `, done)}${answers && `<ul>${answers}</ul>`}</li>`;
}

function written({ text, by, writtenAt }: Note['answers'][0], about: string, more = ''): string {
  const who = [by, writtenAt.slice(0, 10)].filter(Boolean).join(', ');
  return `${escape(text).replace(/\n/g, '<br>')} <span class="q">${escape(`(${about}${who}${more})`)}</span>`;
}

function drawn({ title, svg, dataUrl }: ReportPicture): string {
  const picture = svg ?? `<img alt="${escape(title)}" src="${escape(dataUrl ?? '')}">`;
  return `<figure><h2>${escape(title)}</h2>${picture}</figure>`;
}

/** Text as HTML holds it: names of games are anybody's. */
function escape(text: string): string {
  return text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
}
