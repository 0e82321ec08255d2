/** The checks: much code, loaded when there is first something to be looked at. */
export { checkFitted } from '@coin-relay/scene';
