export type { Command } from './command';
export { changeSide, moveWheel, renameWheel, resizeWheel } from './wheels';
export {
  addPieces,
  changePiece,
  choosePieces,
  newMaterial,
  putMaterial,
  setBehaviour,
  setPitch,
  takeOwnLink,
  addMaterials,
  renamePiece,
  writePicture,
} from './piece';
export { changeSetOut, handPlacesOf, setSequence, touchPlaces, type HandPlaces } from './set-out';
export type { HandPlace } from './set-out';
export { addRun, removeRun, renameRun, setLettering, setShaping, setSteepest, setUpright } from './runs';
export {
  renameJob,
  setEndToEnd,
  setFit,
  setLay,
  setLoop,
  setMeet,
  setOnEveryPoint,
  setSideways,
  setStands,
  setMotion,
  setTravel,
  setTurning,
  setUnit,
  writeSpacing,
} from './job';
export {
  addPath,
  changePath,
  putRunOn,
  removePath,
  renamePath,
  setBackdrop,
  layPath,
  setPlane,
  setProfile,
  writePath,
} from './paths';
export { addWheel, moveStop, removeStop, setRouteClosed, setSlack, setWraps } from './route';
export {
  putAnchor,
  putMeasure,
  putTie,
  removeAnchor,
  removeMeasure,
  removeTie,
  setBody,
  setBreath,
  setManner,
  setRollTrue,
  setTrain,
  together,
  writeAnchor,
} from './machine';
export * from './hand-offs';
