export { formatExact, formatLength, formatLengthNumber, parseLength, toUnit, UNITS } from './length';
