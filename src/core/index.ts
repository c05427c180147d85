/** The only door of the core, in the order of the flow. */
export { readClipping, type Clipping } from './clipping/clipping';
export { cornerFor, placeClipping, type Pasted } from './clipping/placeClipping';
export { takeClipping, type Wanted } from './clipping/takeClipping';
export { GAME_SORTS, type GameSort } from './starters/gameSorts';
export { TOUR_KIND, tourGame } from './starters/tourGame';
export { layReadyPart, partsFor, READY_PARTS, type LaidPart, type ReadyPart } from './readyParts/readyParts';
export { FORMAT_VERSION } from './document/migrations/migrate';
export { partPlace } from './arena/partPlace';
export { assertNever, bug, fail, succeed, type Result } from './foundation/result';
export { errorAt, hasErrors, warningAt, type Diagnostic, type Place, type Span } from './foundation/diagnostic';
export { isNestedDeeper } from './foundation/nesting';
export { nearestWord } from './foundation/nearestWord';
export { cosDegrees, headingDegrees, sinDegrees } from './foundation/exactMath';
export { DIMENSION_WORDS, UNIT_NAMES, type UnitName } from './foundation/units';

export { cellIndexAt, isSolidAt, type ArenaGrid } from './arena/grid';
export type { Area } from './arena/area';
export type { Outline } from './arena/outline';
export { isLineClear } from './arena/sight';
export { outlineSightArea, type Eye } from './arena/sightArea';
export { buildWalkGrid } from './arena/walkGrid';
export { PathFinder, type PathAnswer } from './arena/findPath';

export {
  gameJsonSchema,
  gameShape,
  levelShape,
  FOOTINGS,
  HATCHINGS,
  USUAL,
  type Footing,
  type GameDocument,
  type Hatching,
  type CourseLink,
  type KindEntry,
  type Lane,
  type Level,
  type Scroll,
  type Mark,
  type Piece,
  type Script,
  type Terrain,
} from './document/gameDocument';
export { LEAST_LEVEL_SIDE, LIMITS } from './document/limits';
export { markBox } from './document/markBox';
export {
  aimQuantity,
  controlFields,
  effectFields,
  outlineQuantity,
  pushQuantities,
  quantityIn,
  type FieldRoom,
  type FormField,
} from './document/formFields';
export type { QuantitySpec } from './document/quantity';
export {
  ancestorsOf,
  hitShapeOf,
  INHERITED_FIELDS,
  kindOf,
  endsRun,
  resolvedCast,
  standShapeOf,
  type InheritedField,
  type Kind,
} from './document/resolveKind';
export { OUTLINE_LIMITS, reachOf, type OutlineShape, type Reach } from './document/outlineShape';
export {
  gunOf,
  SCHEMES,
  USUAL_THROWING,
  startingControl,
  type Control,
  type Scheme,
  type Throwing,
} from './document/controlShape';
export {
  EFFECT_NAMES,
  startingEffect,
  USUAL_COOLDOWN_SECONDS,
  type Contact,
  type Effect,
  type EffectName,
} from './document/contactShape';
export { changesBetween, ORDER, type Change as DocumentChange, type Way } from './document/compare/changes';
export { mergeGames, type Clash, type MergedGame, type Side } from './document/compare/mergeGames';
export { sayChanges, sayClash, type SaidClash } from './document/compare/sayChanges';
export { describePath, locateInFile, readGame, readDraft, readGameValue } from './document/readGame';
export type { NewLevel } from './document/levelCommands';
export { copyOfGame, newGame } from './document/newGame';
export { playKey } from './document/playKey';
export { writeGame } from './document/writeGame';
export { changedParts, withChangedParts, type PartChange } from './document/changedParts';
export { applyChange, changeTo, makeChange, revertChange, type Change } from './document/edit';
export { checkCourse, levelAfter, waysOn, type CourseOutcome, type CourseWay } from './document/course';
export { findEasierLevels, type LadderFinding, type LevelResult } from './report/courseLadder';
export * as commands from './document/allCommands';
export type { Point } from './document/commands';
export type { CellArea, Stamp, StampTurn } from './document/areaCommands';
export type { NewLane } from './document/placeCommands';

export { checkScript, NO_CONTEXT, TARGETS, type CheckedScript } from './language/check/checkScript';
export { forEachTest } from './language/checkedBehavior';
export type {
  Act,
  CheckedBehavior,
  Condition,
  KnobDefinition,
  Phrase,
  StateDefinition,
} from './language/checkedBehavior';
export {
  READINGS,
  JOINING_WORDS,
  STATEMENT_WORDS,
  VOCABULARY,
  type ClauseParameter,
  type Parameter,
  type VocabularyEntry,
} from './language/vocabulary';
export {
  completeAt,
  describeParameter,
  meaningAt,
  type CompletionPlace,
  type GameNames,
  type Proposal,
} from './language/edit/completion';
export {
  addAct,
  addRepeat,
  addNumber,
  mixTargets,
  setFacing,
  setNumber,
  setOut,
  addState,
  addTransition,
  raiseTransition,
  redirectTransition,
  makeOwn,
  removeAct,
  removeState,
  removeTransition,
  rename,
  setCondition,
  setMotion,
  setStart,
  type ActMoment,
} from './language/edit/edits';
export {
  changePart,
  conditionText,
  joinTo,
  negate,
  writeCondition,
  type ConditionPath,
  type ConditionText,
} from './language/edit/conditionText';
export { LIBRARY, type LibraryEntry } from './language/library';
export { isName } from './language/syntax/isName';
export { quickFix } from './language/edit/fixes';
export { formatScript, openBraces } from './language/edit/format';
export {
  outlineScript,
  outlineWithTaken,
  type ScriptOutline,
  type StateOutline,
  type TransitionOutline,
} from './language/edit/outline';
export { fieldsOf, writePhrase, type NamesAtHand, type PhraseFields } from './language/edit/phraseText';
export { applyEdits, type TextEdit } from './language/edit/textEdit';
export { readScxml, writeScxml } from './language/chart/scxml';
export type { CheckedCues } from './language/cues/checkedCues';
export type { CueNames } from './language/cues/cueConditions';
export { CUE_WORDS, EDGE_NAMES, type CueWord } from './language/cues/cueWords';
export { completeCueAt, cueMeaningAt } from './language/cues/completeCue';
export {
  addCueFormLine,
  addToWave,
  newRuleTests,
  readCueForm,
  removeCueFormLine,
  renameCue,
  setCueFormCondition,
  setCueFormLine,
  setCueFormPart,
  type CueFormBlock,
  type CueFormLine,
  type CueFormPart,
} from './language/cues/cueForm';
export { cueNumbers, setCueNumber, type CueNumber } from './language/cues/cueEdits';
export { writeFieldsPage } from './document/fieldsPage';
export { writeReferencePage } from './language/referencePage';
export { writeFaultsPage } from './language/faultsPage';
export { parser as scriptParser } from './language/syntax/gorge.parser';

export { buildGrid } from './compile/buildGrid';
export { checkLevelCues, goalMarks } from './written/checkLevelCues';
export { checkScripts } from './written/checkScripts';
export { hitShapeFor, outlineOf } from './compile/compileBodies';
export { firedKinds } from './compile/firedKinds';
export { findContact } from './compile/compileContacts';
export { describePiece, type PieceInsight, type StateInsight } from './compile/pieceInsight';
export { readStart, writeStart, sayStart, START_FORMS } from './compile/readStart';
export {
  NO_OVERRIDES,
  type GunProgram,
  type LevelProgram,
  type Overrides,
  type StartOverride,
} from './compile/levelProgram';

export { ACTION_BIT, directionFor, isInput, pointInput, THROW_BIT, type Input } from './simulate/engine/player/inputs';
export { MOST_TRIES, playTries } from './simulate/playTries';
export { describeFirstClears, describeLearning, type Learning, type TriesTaken } from './measure/learning';
export { steeringOf } from './simulate/steeringOf';
export { controlRate, judgeTrust, sayControl, sayControls, type ControlRate, type Trust } from './measure/trust';
export { sayCeiling, sayPlayed, sayPlayedSpread, type Played } from './measure/played';
export { Runner, type RunObserver, type Steering } from './simulate/run';
export { SAMPLES_PER_SECOND, type RunRecord, type RunSamples } from './simulate/runRecord';
export { areSameVersions, NUMBER_VERSIONS, sayVersions, type NumberVersions } from './simulate/numberVersions';
export { pieceIdOf, type EndCause, type Outcome, type RunEvent } from './simulate/engine/runEvent';
export {
  explainMoment,
  explainRulesAt,
  recordRun,
  recordRunInSteps,
  type MindMoment,
  type RecordedRun,
} from './simulate/recordRun';
export { measureReach, type AirArc, type PlayerReach } from './simulate/playerReach';
export { LiveRun } from './simulate/liveRun';
export { timeRoute, type RouteTimes } from './simulate/routeTimes';
export {
  BRIEF_MEASURES,
  COURSE_BRIEF_MEASURES,
  type BriefLine,
  type BriefMeasure,
  type CourseBriefLine,
  type CourseBriefMeasure,
} from './document/briefLine';
export {
  BRIEF_RULES,
  briefEstimatesOf,
  judgeBrief,
  judgeBriefLine,
  judgeEstimate,
  needsProof,
  needsTries,
  sayBriefLine,
  sayBriefVerdict,
  type BriefEstimates,
  type BriefVerdict,
} from './tune/brief';
export {
  HAPPENING_NAMES,
  packInputs,
  unpackInputs,
  type Happening,
  type HappeningName,
  type SavedCheck,
} from './document/savedCheck';
export {
  CheckPlayer,
  playSavedChecks,
  sceneOfCheck,
  type CheckOutcome,
  type PlayedCheck,
} from './tune/savedChecks/playSavedCheck';
export {
  CourseTrial,
  findAlongCourse,
  type CourseState,
  type CourseTask,
  type Station,
} from './tune/course/courseTrial';
export {
  COURSE_BRIEF_RULES,
  judgeCourse,
  sayCourseBriefLine,
  type CourseBriefVerdict,
} from './tune/course/courseBrief';
export { BriefTrial } from './tune/gate/briefTrial';
export {
  checkNames,
  gateBrief,
  gateCourse,
  gateDocument,
  gateProof,
  gateSavedChecks,
  isOpenGate,
  type GateLine,
} from './tune/gate/gateLines';
export { writeJunitXml } from './report/junitXml';
export { proposeChecks, type CheckScene } from './tune/savedChecks/proposeChecks';
export {
  sayExpectation,
  sayOutcome,
  saySavedCheck,
  sayScene,
  sayTally,
  sharedReason,
  type CheckNames,
} from './tune/savedChecks/saySavedCheck';
export { sayMoments, saySpan, timetableOf, type Timetable, type TimetableMoment } from './simulate/timetable';
export {
  previewMovers,
  previewMoversInSteps,
  type MoverPreview,
  type MoverPreviews,
  type MoverStop,
} from './simulate/previewMovers';
export type { EntryGhost } from './simulate/previewEntries';
export type { CueEntry, EntrySpot } from './compile/entryPlaces';
export { CONTROLS, STAND_INS, TRAIT_LIMITS, type StandInTraits, type TraitLimit } from './people/traits';
export { standInName, standInsOf, traitsOf, type OwnStandIn } from './document/standIns';

export type { Band } from './measure/statistics/band';
export { cueWarnings, laneWarnings } from './measure/cueWarnings';
export type { CellCount } from './measure/cellCounts';
export type { GapFigures } from './measure/gapFigures';
export { describeFindings, type Finding } from './measure/findings';
export type { RunNote } from './simulate/runWatch';
export { measuredLevelOf, sheetOfLevel, type LevelSheet } from './report/levelSheet';
export { mergeChunks, type ChunkResult } from './measure/chunk';
export { KEPT_RUNS, keptStretches } from './measure/keptStretches';
export type { PacingPoint, PacingSums } from './measure/pacing';
export { GAP_STEP_SECONDS, type CueFigures, type CueProjection, type LaneFigures } from './measure/cueProjection';
export { nameOfPiece, ownerOf, sayEnd, type EndGroup, type LossGroup } from './measure/ends';
export type { Measure, MeasuredLevel, MeasuredRun } from './measure/measure';
export { MEASURES, type MeasureTable } from './measure/measures';
export {
  addRun,
  columnsOf,
  emptySums,
  mergeSums,
  summarise,
  summaryOf,
  sumsOfRecords,
  SUMS_VERSION,
  type MeasureSums,
  type Summary,
} from './measure/sums';
export { sayPercent, sayPlace, saySeconds, sayShare } from './measure/words';
export {
  measureChanges,
  measureChangesInSteps,
  sayChange,
  sayBothSides,
  sayDifference,
  type MeasureChange,
  type MeasureComparison,
} from './measure/changes';
export { pairedDifference, type PairedDifference } from './measure/statistics/pairedDifference';
export { wilsonInterval, type ShareWithInterval } from './measure/statistics/wilsonInterval';

export { briefFiguresOf, describeSummary, figuresOf, headline, sayFinding, type Figure } from './report/sentences';
export { PICTURE_LIMITS, readPicture, type GreyPicture } from './exchange/readPicture';
export {
  detectReading,
  gridToMap,
  pictureSilhouette,
  readPictureGrid,
  type PictureGrid,
  type PictureReading,
} from './exchange/pictureMap';
export { readTextMap, unknownGlyphs } from './exchange/textMap';
export { generateMap, type MapRecipe } from './exchange/generateMap';

export { carryOut, type PlayTask, type RunPlan } from './tune/search/runPlan';
export {
  pointsOfSweep,
  Sweep,
  type SweepCell,
  type SweepState,
  type SweepTask,
  type SweptPoint,
} from './tune/search/sweep';
export {
  Comparison,
  type ComparedStandIn,
  type CompareState,
  type CompareTask,
  type Side as CompareSide,
} from './tune/search/comparison';
export { isDead, Matter, sayStep, type MatterFigure, type MatterState, type StepFigure } from './tune/search/matter';
export { MOST_TURNED, type Answer, type SolveState, type Solver, type Trial } from './tune/search/solver';
export { readSwept, roundTo, spreadValues, sweepPoints, type Swept, type SweepPoint } from './tune/search/swept';
export { openSolver, type TurnedBetween } from './tune/search/turnable';
export { takeNumbers } from './numbers/takeNumbers';
export { checkArmList, CONTROL_RUNS, controlArms, MOST_ARMS, nameArm, settingOf, type Arm } from './tune/arms';
export { overridesByName, sayOverrides } from './tune/overrides';
export { listNumbers, readOverrides, type NamedNumber } from './numbers/readOverrides';
export type { NumberOverride } from './numbers/withNumbers';
export { writeMeasuresPage } from './report/measuresPage';
export { PIECE_FIELDS, PLAYER_FIELDS, PREVIEW_SECONDS } from './simulate/frameFields';
export { RUN_JSON_VERSION, writeRunJson, type ArmSummary } from './report/runJson';
export { writeRunCsv, type RunTableHead } from './report/runTable';

export { FACINGS, inFour, type PoseRow } from './measure/poses';
export { writePoseCsv } from './report/poseTable';
export { describeUnrest, measureBehavior, type BehaviorFigures } from './measure/behaviorFigures';
export { measureWatched } from './measure/watchedGround';
export { addProvingLevel, PROVING_LEVEL, type ProvingPlan } from './compile/provingLevel';
export { explainPiece, type Explanation } from './simulate/explain/explainPiece';
export { explainRules, type RulesExplanation } from './simulate/explain/explainRules';
export type { ExplainedCondition } from './simulate/explain/explainedCondition';
export { checkGame, kindsToMeet } from './check/checkWholeGame';
export { Prover, USUAL_MOMENTS, type Proof } from './prove/prove';
export type { Witness } from './prove/momentTree';
export type { Leeway } from './prove/leeway';
export { sayProof } from './prove/sayProof';
export { slideFactsOf, type SlideFacts } from './prove/slideFacts';
export {
  compileGameLevel,
  compileNextVersion,
  runAgain,
  runChunk,
  runPeople,
  runSeeds,
  runSeedsInSteps,
} from './pipeline';
export type { CompiledVersion } from './compile/turnKnobs';
export { fixOf, type FindingFix } from './tune/findingFix';
export { doesAnything, sayPartDifference, type PartFigure } from './tune/partFigure';
export { PartsStudy, type PartsStudyState } from './tune/partsStudy';
export { sayCrossing, type CrossingFigures } from './measure/crossingFigures';
export { projectLevelCues, USUAL_CLEAR_SECONDS } from './tune/projectLevelCues';
export { measurePursuit, type PursuitFigure } from './tune/pursuit';
export { checkCues } from './language/cues/checkCues';
