export * from './finishes';
export * from './finished';
export * from './piece-figure';
export * from './wheels';
