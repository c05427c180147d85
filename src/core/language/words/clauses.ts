import type { Dimension } from '../../foundation/units';
import type { ChoiceParameter, ClauseParameter } from './entry';

export const speedClause = {
  type: 'quantity',
  name: 'speed',
  words: ['at'],
  dimension: 'speed',
  low: 0,
  high: 60,
  fallback: 2,
  meaning: 'how fast it goes',
} as const satisfies ClauseParameter;

export const durationParameter = {
  type: 'quantity',
  name: 'duration',
  words: [],
  dimension: 'time',
  low: 0,
  high: 600,
  fallback: undefined,
  meaning: 'how long',
} as const satisfies ClauseParameter;

/** A clause with a number, most of them optional. */
export function clause<const Name extends string>(
  name: Name,
  words: string,
  dimension: Dimension,
  range: [low: number, high: number],
  fallback: number | undefined,
  meaning: string,
): ClauseParameter & { name: Name } {
  return {
    type: 'quantity',
    name,
    words: words.split(' ').filter(Boolean),
    dimension,
    low: range[0],
    high: range[1],
    fallback,
    meaning,
  };
}

export const PATH_WAY = { value: 'path', words: ['by', 'path'], meaning: 'round walls, by the shortest way' } as const;
export const CORRIDOR_WAY = {
  value: 'corridors',
  words: ['by', 'corridors'],
  meaning: 'along the middles of cells, never diagonally',
} as const;

export const wayChoice = {
  type: 'choice',
  name: 'way',
  options: [PATH_WAY, CORRIDOR_WAY],
  fallback: 'path',
} as const satisfies ChoiceParameter;

export const ledgesChoice = {
  type: 'choice',
  name: 'ledges',
  options: [
    { value: 'minding', words: ['minding', 'ledges'], meaning: 'seen from the side, stops where the ground would end' },
    { value: 'over', words: ['over', 'ledges'], meaning: 'seen from the side, walks off ledges' },
  ],
  fallback: 'minding',
} as const satisfies ChoiceParameter;

export const rangeClause = (fallback: number | undefined, meaning: string): ClauseParameter & { name: 'range' } =>
  clause('range', 'within', 'length', [0, 256], fallback, meaning);
