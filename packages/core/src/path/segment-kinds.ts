import { SEGMENT } from './measured';

/** Does a kind of segment run straight, or round a circle? */
export const isStraight = (kind: number): boolean => kind === SEGMENT.line || kind === SEGMENT.spaceLine;
export const isArc = (kind: number): boolean => kind === SEGMENT.arc || kind === SEGMENT.spaceArc;
