import type { PlayedCheck } from '@/core/index';
import type { Desk } from './DeskContext';

/** So long before the moment at which a check was decided its run is shown, s. */
const BEFORE_SECONDS = 1.5;

/** Shows the run of a saved check shortly before it was decided. */
export async function showSavedCheck(
  { session, reading, playback }: Desk,
  { levelId, check, outcome }: PlayedCheck,
): Promise<void> {
  const { sceneOfCheck, recordRun } = await import('../editor/runEngine');
  const scene = sceneOfCheck(session.state.game, levelId, check);
  if (!scene.ok) return;
  const run = recordRun(scene.value.program, scene.value.steering, scene.value.seed);
  reading.showRun(run, check.from);
  const seconds = 'seconds' in outcome ? outcome.seconds - BEFORE_SECONDS : 0;
  playback.seek(Math.max(0, seconds) * run.ticksPerSecond);
}
