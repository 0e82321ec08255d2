export { formatExact, formatLength, formatLengthNumber, parseLength, UNITS } from './length';
