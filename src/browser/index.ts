export { liveElements, readDocument } from './read-document.js';
export { enterStage, type Stage, type StageEvents } from './stage.js';
