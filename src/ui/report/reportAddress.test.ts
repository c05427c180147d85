import { describe, expect, test } from '@jest/globals';
import { isFiltered, readPlace, sayFilter, sayPlaceOfReport, writePlace } from './reportAddress';

const read = (query: string) => readPlace(new URLSearchParams(query));

describe('the address of a report', () => {
  test.each([
    '',
    'arm=2',
    'outcome=lost&cause=touched&owner=warden-2&from=5&to=8.5',
    'arm=1&outcome=out+of+time&run=17&at=4.5',
    'run=3&against=12.2',
    'against=4',
    'outcome=won&during=3-8.5',
  ])('"%s" comes back as it was written', (query) => {
    expect(writePlace(read(query))).toBe(query);
  });

  test('that is not well said shows all, and never a fault', () => {
    const nothing = { arm: 0, filter: {}, run: undefined, at: undefined, during: undefined, against: undefined };
    for (const query of [
      'arm=-1',
      'arm=x',
      'outcome=maybe',
      'from=-3',
      'to=abc',
      'run=0',
      'run=1.5',
      'against=x.y',
      'during=8-3',
      'during=x-4',
      'during=4',
      'cause=',
    ])
      expect([query, read(query)]).toEqual([query, nothing]);
    expect(read(`cause=${'a'.repeat(200)}`).filter.cause).toHaveLength(40);
  });

  test('says in words what of a report is shown', () => {
    expect(sayPlaceOfReport(read(''))).toBe('the whole report');
    expect(sayPlaceOfReport(read('arm=1&outcome=lost&run=17&at=4.5&during=2-6'))).toBe(
      'arm 2, lost, seconds 2 to 6, run 17 at 4.5 s',
    );
  });

  test('says in words what a filter leaves', () => {
    const say = (query: string) => sayFilter(read(query).filter, (owner) => (owner === 'w' ? 'Shelf warden' : owner));
    expect(say('outcome=lost&cause=touched&owner=w')).toBe('lost, touched by Shelf warden');
    expect(say('outcome=won&from=5&to=8')).toBe('cleared, after 5 s and more, before 8 s');
    expect(say('to=8')).toBe('after 0 s and more, before 8 s');
    expect([isFiltered(read('arm=2').filter), isFiltered(read('to=8').filter)]).toEqual([false, true]);
  });
});
