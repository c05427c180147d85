/** What it takes to play a level on the page; fetched when somebody plays, or when the page has nothing else to do. */
export {
  compileGameLevel,
  LiveRun,
  pieceIdOf,
  playSavedChecks,
  proposeChecks,
  recordRun,
  sceneOfCheck,
} from '@/core/index';
