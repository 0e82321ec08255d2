import { expose } from 'comlink';
import { FILE_TASKS } from './file-tasks';

expose(FILE_TASKS);
