import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { runChunk, STAND_INS, summarise, type LevelProgram } from '../src/core/index';
import { gameInFile, levelOf } from './support/gameFile';

type Rates = Record<string, number>;

interface Known {
  level: string;
  /** What any attentive person reaches, or what nobody can. */
  truth: number;
  /** Chance alone decides: the interval of the clear rate has to hold the truth. */
  interval?: boolean;
  least?: Rates;
  most?: Rates;
}

const FOLDER = new URL('./knownTruth/', import.meta.url);
const KNOWN = JSON.parse(readFileSync(new URL('truth.json', FOLDER), 'utf8')) as Record<string, Known>;
/** Enough for bounds that are far off; chance needs more. */
const RUNS = 20;
const RUNS_OF_CHANCE = 100;

function programOf(name: string, level: string): LevelProgram {
  return levelOf(gameInFile(new URL(`${name}.gorge.json`, FOLDER)), level);
}

describe('levels whose truth is known', () => {
  test.each(Object.entries(KNOWN))('%s is read truly by casual, practised and expert', (name, known) => {
    const program = programOf(name, known.level);
    for (const traits of STAND_INS.slice(1)) {
      const { rows } = runChunk(program, traits, 1, known.interval ? RUNS_OF_CHANCE : RUNS);
      const { value, low, high } = summarise(rows, program).clearRate;
      const who = `${traits.id}: ${Math.round(value * 100)} %`;
      if (known.interval) {
        expect([who, low <= known.truth && known.truth <= high]).toEqual([who, true]);
        continue;
      }
      const least = known.most ? 0 : (known.least?.[traits.id] ?? 0);
      const most = known.most ? (known.most[traits.id] ?? 1) : 1;
      expect([who, value >= least && value <= most]).toEqual([who, true]);
    }
  });
});
