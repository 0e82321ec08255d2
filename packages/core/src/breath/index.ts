export * from './breathing-row';
export * from './looping-noise';
