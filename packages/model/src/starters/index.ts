export { outlineJob, routeJob } from './new-jobs';
