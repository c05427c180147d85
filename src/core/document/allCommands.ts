/** Every step that edits of a game are made of. */
export * from './commands';
export * from './levelCommands';
export * from './areaCommands';
export * from './castCommands';
export * from './renameCommands';
export * from './placeCommands';
export { addStandIn, nameStandIn, removeStandIn, setLikeness, setLimit } from './standIns';
