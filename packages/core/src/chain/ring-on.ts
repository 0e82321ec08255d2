import { isSpatial, type MeasuredPath } from '../path';
import { RingSolver, type RingPattern } from './ring';
import { RingSolverInSpace } from './ring-in-space';

/** The solver of closed rows for a path, in the plane or in space. */
export const ringOn = (path: MeasuredPath, links: number, pattern?: RingPattern): RingSolver =>
  isSpatial(path) ? new RingSolverInSpace(path, links, pattern) : new RingSolver(path, links, pattern);
