import { expose } from 'comlink';
import { FIT_TASKS } from './fit-tasks';

expose(FIT_TASKS);
