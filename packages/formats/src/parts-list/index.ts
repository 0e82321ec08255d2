export { partsListCsv } from './parts-list-csv';
