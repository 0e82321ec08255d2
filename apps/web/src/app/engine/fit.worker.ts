import { expose } from 'comlink';
import { fitTasks } from './fit-tasks';

expose(fitTasks());
