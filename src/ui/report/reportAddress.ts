import type { RunFilter } from '@/server/contracts/batches';
import type { Note } from '@/server/contracts/notes';

/** What of a report is shown, as its address says it, so that it can be gone back to and sent to somebody. */
export interface ReportPlace {
  arm: number;
  filter: RunFilter;
  /** The run that is replayed, and from when, s. */
  run: number | undefined;
  at: number | undefined;
  /** The seconds of runs from which maps are made; of the whole of them where left out. */
  during: readonly [from: number, to: number] | undefined;
  /** The batch, and its arm, with which this one is compared. */
  against: { batch: number; arm: number } | undefined;
}

const OUTCOMES = ['won', 'lost', 'out of time'] as const;

/** What an address does not say well is left out. */
export function readPlace(query: URLSearchParams): ReportPlace {
  const whole = (name: string) => {
    const value = Number(query.get(name) ?? NaN);
    return Number.isInteger(value) && value >= 0 ? value : undefined;
  };
  const number = (name: string) => {
    const value = Number(query.get(name) ?? NaN);
    return value >= 0 && value <= 100_000 ? value : undefined;
  };
  const filter: RunFilter = {
    outcome: OUTCOMES.find((own) => own === query.get('outcome')),
    cause: query.get('cause')?.slice(0, 40) || undefined,
    owner: query.get('owner')?.slice(0, 64) || undefined,
    from: number('from'),
    to: number('to'),
  };
  const [begins, ends] = (query.get('during') ?? '').split('-').map(Number);
  const [batch, arm = 0] = (query.get('against') ?? '').split('.').map(Number);
  return {
    arm: whole('arm') ?? 0,
    filter: withoutGaps(filter),
    run: whole('run') || undefined,
    at: query.get('at') === null ? undefined : number('at'),
    during: begins >= 0 && ends > begins && ends <= 100_000 ? [begins, ends] : undefined,
    against: Number.isInteger(batch) && batch > 0 && Number.isInteger(arm) && arm >= 0 ? { batch, arm } : undefined,
  };
}

export function writePlace({ arm, filter, run, at, during, against }: ReportPlace): string {
  const said: [string, string | number | undefined][] = [
    ['arm', arm || undefined],
    ...Object.entries(filter),
    ['run', run],
    ['at', at === undefined ? undefined : at.toFixed(1)],
    ['during', during && `${during[0]}-${during[1]}`],
    ['against', against && `${against.batch}${against.arm > 0 ? `.${against.arm}` : ''}`],
  ];
  return new URLSearchParams(
    said.flatMap(([name, value]): [string, string][] => (value === undefined ? [] : [[name, String(value)]])),
  ).toString();
}

/** "arm 2, lost, run 17 at 4.2 s" */
export function sayPlaceOfReport({ arm, filter, run, at, during }: ReportPlace): string {
  const said = [
    ...(arm > 0 ? [`arm ${arm + 1}`] : []),
    ...(isFiltered(filter) ? [sayFilter(filter, (owner) => owner)] : []),
    ...(during ? [`seconds ${during[0]} to ${during[1]}`] : []),
    ...(run === undefined ? [] : [`run ${run}${at === undefined ? '' : ` at ${at.toFixed(1)} s`}`]),
  ];
  return said.length === 0 ? 'the whole report' : said.join(', ');
}

/** Without entries that say nothing. */
export function withoutGaps(filter: RunFilter): RunFilter {
  return Object.fromEntries(Object.entries(filter).filter(([, value]) => value !== undefined)) as RunFilter;
}

export function isFiltered(filter: RunFilter): boolean {
  return Object.values(filter).some((value) => value !== undefined);
}

const OUTCOME_WORDS = { won: 'cleared', lost: 'lost', 'out of time': 'out of time' } as const;

/** "lost, touched by Shelf warden, after 5 to 8 s" */
export function sayFilter({ outcome, cause, owner, from, to }: RunFilter, nameOf: (owner: string) => string): string {
  const by = owner ? ` by ${nameOf(owner)}` : '';
  const span =
    from === undefined && to === undefined
      ? []
      : [`after ${from ?? 0} s and more`, ...(to === undefined ? [] : [`before ${to} s`])];
  return [
    ...(outcome ? [OUTCOME_WORDS[outcome]] : []),
    ...(cause || owner ? [`${cause ?? 'ended'}${by}`] : []),
    ...span,
  ].join(', ');
}

/** What of a report a note is about, as its address says it. */
export function placeOfNote({ about }: Note): string {
  return about.type === 'report' ? about.place : '';
}
