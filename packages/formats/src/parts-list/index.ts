export * from './parts-list-csv';
export * from './parts-list-page';
