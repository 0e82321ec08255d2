export { drawnJob, hangingJob, outlineJob, readyShape, routeJob, shapeJob } from './new-jobs';
