export { formatLength, formatLengthNumber, parseLength, UNITS } from './length';
