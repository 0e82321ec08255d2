/** How bodies cut into each other: much code, loaded when something stands there that may. */
export { crossingsIn, mayCross, neighbourCuts, neighbourPoses } from '@coin-relay/scene';
