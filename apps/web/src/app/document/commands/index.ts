export type { Command } from './command';
export { changeSide, moveWheel, renameWheel, resizeWheel } from './wheels';
export { choosePieces, setPitch } from './piece';
export { renameJob, setFit, setMotion, setTravel, setUnit } from './job';
export {
  addPath,
  changePath,
  freshId,
  mend,
  putRunOn,
  removePath,
  renamePath,
  setBackdrop,
  writePath,
} from './paths';
export { addWheel, moveStop, removeStop, setRouteClosed, setSlack } from './route';
