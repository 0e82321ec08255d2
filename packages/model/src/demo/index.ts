export { demoJobs } from './jobs';
