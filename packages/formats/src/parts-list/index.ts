export * from './parts-list-csv';
