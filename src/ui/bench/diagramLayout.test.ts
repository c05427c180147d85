import { describe, expect, test } from '@jest/globals';
import { outlineScript } from '@/core/index';
import { kilnYard } from '../../../tests/support/kilnYard';
import { layOut, PLATE_WIDTH, ROW_HEIGHT, type DiagramLayout } from './diagramLayout';

const layOutText = (text: string) => layOut(outlineScript(text)!);

function namesByColumn({ states }: DiagramLayout): string[][] {
  const lefts = [...new Set(states.map(({ x }) => x))].sort((a, b) => a - b);
  return lefts.map((left) => states.filter(({ x }) => x === left).map(({ name }) => name));
}

/** The numbers of a path in the order in which they stand. */
const numbersOf = (path: string) => [...path.matchAll(/-?[\d.]+/g)].map(([number]) => Number(number));

describe('the diagram of states', () => {
  const scripts = kilnYard().scripts.map(({ id, lines }) => ({ id, layout: layOutText(lines.join('\n')) }));

  test.each(scripts)('of $id shows every state, none over another', ({ layout }) => {
    const { states, width, height } = layout;
    for (const [index, own] of states.entries()) {
      expect(own.x).toBeGreaterThanOrEqual(0);
      expect(own.x + PLATE_WIDTH).toBeLessThanOrEqual(width);
      expect(own.y + own.height).toBeLessThanOrEqual(height);
      for (const other of states.slice(index + 1))
        expect(own.x !== other.x || own.y + own.height <= other.y || other.y + other.height <= own.y).toBe(true);
    }
  });

  test.each(scripts)(
    'of $id has each link begin beside the row of its transition and end beside its target',
    ({ layout }) => {
      const placed = new Map(layout.states.map((state) => [state.name, state]));
      for (const { from, index, to, path } of layout.links) {
        const [own, target] = [placed.get(from)!, placed.get(to)!];
        const numbers = numbersOf(path);
        const [x0, y0] = numbers;
        const [x1, y1] = numbers.slice(-2);
        expect([own.x, own.x + PLATE_WIDTH]).toContain(x0);
        expect(y0).toBeGreaterThan(own.y + ROW_HEIGHT * index);
        expect(y0).toBeLessThan(own.y + own.height);
        expect([target.x - 3, target.x + PLATE_WIDTH + 3]).toContain(x1);
        expect(y1).toBeGreaterThanOrEqual(target.y);
        expect(y1).toBeLessThan(target.y + target.height);
      }
    },
  );

  test('goes to and fro between two columns by the steps from the start; what is never reached stands last', () => {
    const layout = layOutText(`behavior far {
      state lost { do hold }
      start state one { do hold  go two when after 1 s }
      state two { do hold  go three when after 1 s  go one when after 2 s }
      state three { do hold  go two when after 1 s }
    }`);
    expect(namesByColumn(layout)).toEqual([
      ['one', 'three'],
      ['two', 'lost'],
    ]);
  });

  test('a transition with two targets has two links from one row, and one to a state that is not there has none', () => {
    const { links } = layOutText(`behavior lots {
      start state one { do hold  go either two 3, three 1 when after 1 s  go nowhere when after 9 s }
      state two { do hold }
      state three { do hold }
    }`);
    expect(links.map(({ index, to }) => [index, to])).toEqual([
      [0, 'two'],
      [0, 'three'],
    ]);
    expect(new Set(links.map(({ path }) => path.split(' C ')[0])).size).toBe(1);
  });

  test('one state alone has a diagram as wide as its plate', () => {
    const layout = layOutText('behavior still { start state on { do hold } }');
    expect([layout.width, layout.links]).toEqual([PLATE_WIDTH, []]);
    expect(layout.height).toBeGreaterThanOrEqual(60);
  });
});
