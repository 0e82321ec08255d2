export * from './breath';
export * from './breathing-row';
export * from './looping-noise';
