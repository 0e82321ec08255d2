/** Shapes one piece with an uneven wire comes in. */
export const WIRE_SHAPES = 16;
