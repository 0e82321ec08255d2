export * from './figure';
export * from './toothed-wheel';
