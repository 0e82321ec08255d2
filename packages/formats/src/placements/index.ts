export * from './placements-csv';
export * from './placements-json';
