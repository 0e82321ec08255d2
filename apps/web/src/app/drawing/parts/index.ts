import { ChoicesPart } from './choices.part';
import { MotionPart } from './motion.part';
import { PathsPart } from './paths.part';
import { PicturesPart } from './pictures.part';
import { RowsPart } from './rows.part';
import { ToolsPart } from './tools.part';

/** The parts of the drawing, in the order they are attached in: rows come before what stands on them. */
export const DRAWING_PARTS = [RowsPart, MotionPart, ToolsPart, PathsPart, ChoicesPart, PicturesPart] as const;
