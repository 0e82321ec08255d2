export * from './figure';
export * from './toothed-wheel';
export * from './points-data';
