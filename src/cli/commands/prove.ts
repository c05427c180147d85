import { Prover, type NumberOverride, type Proof } from '@/core/index';
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
    if (!options.json) await printResult(`${sayProof(prover.proof, program.ticksPerSecond)}\n`);
  }
  const won = proofs.filter(({ status }) => status === 'won');
  if (options.inputs && won.length > 0) writeTable(options.inputs, JSON.stringify(won[0].witness!.inputs));
  if (options.json)
    await printJson({
      version: 1,
      level: levelId,
      seeds: proofs.map(({ seed, status, witness, by, lookedAt }) => ({
        seed,
        status,
        seconds: witness ? witness.ticks / program.ticksPerSecond : null,
        presses: witness?.presses ?? null,
        by: by ?? null,
        looked_at: lookedAt,
        inputs: witness?.inputs ?? null,
      })),
    });
  return won.length === proofs.length ? EXIT.good : EXIT.no;
}

function sayProof({ seed, status, witness, by, lookedAt }: Proof, ticksPerSecond: number): string {
  if (status !== 'won' || !witness)
    return `seed ${seed}: no way was found among ${lookedAt} moments and by experts, which proves nothing`;
  const seconds = (witness.ticks / ticksPerSecond).toFixed(1);
  return `seed ${seed}: can be won in ${seconds} s with ${witness.presses} presses, without losing a life or health; found by ${by}, replayed`;
}
