export * from './all';
export * from './kind';
export * from './begin';
export * from './drawn/with-drawn';
export * from './hang/hung';
export * from './outline/contour';
export * from './shape/ready';
export * from './shape/words';
