import {
  Prover,
  sayProof,
  slideFactsOf,
  type Leeway,
  type NumberOverride,
  type Proof,
  type SlideFacts,
} from '@/core/index';
import { chooseLevel, openGame, openLevel, readSettings } from '../gameFile';
import { EXIT, printJson, printResult, writeTable } from '../output';

export interface ProveOptions {
  /** May be left out where there is only one. */
  level?: string;
  seed: number;
  seeds: number;
  moments: number;
  set: readonly NumberOverride[];
  inputs?: string;
  json?: boolean;
}

/** `gorge prove GAME --level ID`: whether a level can be won at all, seed by seed, and by what. */
export async function prove(file: string, options: ProveOptions): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  const program = openLevel(opened, levelId, readSettings(opened, levelId, options.set));
  const proofs: Proof[] = [];
  for (let seed = options.seed; seed < options.seed + options.seeds; seed++) {
    const prover = new Prover(program, seed, options.moments);
    while (prover.work().status === 'searching');
    proofs.push(prover.proof);
    if (options.json) continue;
    // The board is the same on every seed.
    const slides = seed === options.seed ? slideFactsOf(program) : undefined;
    await printResult(`${sayProof(prover.proof, program.ticksPerSecond, slides).join('\n')}\n`);
  }
  const won = proofs.filter(({ status }) => status === 'won');
  if (options.inputs && won.length > 0) writeTable(options.inputs, JSON.stringify(won[0].witness!.inputs));
  if (options.json)
    await printJson({
      version: 1,
      level: levelId,
      slides: slidesJson(slideFactsOf(program)),
      seeds: proofs.map(({ seed, status, witness, by, lookedAt, places, notBefore, whyNotAll, facts }) => ({
        seed,
        status,
        seconds: witness ? witness.ticks / program.ticksPerSecond : null,
        presses: witness?.presses ?? null,
        by: by ?? null,
        looked_at: lookedAt,
        places_looked_at: places ?? null,
        not_before: notBefore === undefined ? null : notBefore / program.ticksPerSecond,
        why_not_all: whyNotAll ?? null,
        waits: facts?.waits ?? null,
        waited: facts ? facts.waitTicks / program.ticksPerSecond : null,
        tightest: tightestJson(facts?.tightest, program.ticksPerSecond),
        inputs: witness?.inputs ?? null,
      })),
    });
  return won.length === proofs.length ? EXIT.good : EXIT.no;
}

function slidesJson(slides: SlideFacts | undefined) {
  return slides ? { fewest: slides.fewestSlides ?? null, rests: slides.rests, trapped: slides.trapped } : null;
}

function tightestJson(tightest: Leeway | undefined, ticksPerSecond: number) {
  if (!tightest) return null;
  const { tick, x, y, early, late } = tightest;
  return { at: tick / ticksPerSecond, x, y, early: early / ticksPerSecond, late: late / ticksPerSecond };
}
